import { MAX_POSITIONS, type ShopConstants } from "../../knowledge";
import { classOf, type PartClass } from "../../part";
import { parseValue, type ParsedValue } from "../../units";
import type { Marked } from "../../evidence";
import { designatorsIn } from "../designator";
import type { Effect } from "../entry";
import { parsePosition } from "../parsePosition";

// A line of a parts list as it is scribbled: several designators, of any class, value known or not. What is known of each is taken; the
// rest is a description.

/** What a line of a parts list names. */
export interface PartsRead {
  effects: readonly Effect[];
  /** words that are no part, value or rating: they describe what stands beside them */
  described: readonly string[];
}

interface Group {
  names: string[];
  figures: ParsedValue[];
  words: string[];
  same: boolean;
  /** of its words those that a part took up: what it is for, how it is built */
  taken: Set<string>;
}

/** Letters that boards print beside the usual ones (common practice). */
const LETTERS: ReadonlyMap<string, PartClass> = new Map([["REC", "diode"]]);
/** What a thing is called, where its letters stand for something else or for nothing. */
const CALLED: readonly (readonly [RegExp, PartClass])[] = [
  [/^(cap|caps|capacitor|can|cans|electrolytic|tant|tants|film)$/i, "capacitor"],
  [/^(jumper|plug|socket|loom|ribbon|lead|connector)$/i, "connector"],
  [/^(coil|choke|inductor)$/i, "coil"],
  [/^(transformer|tx)$/i, "transformer"],
  [/^(ntc|thermistor|pot|resistor|trimmer)$/i, "resistor"],
  [/^(reg|regulator|cpu|chip|opamp)$/i, "chip"],
  [/^(batt|battery|cell)$/i, "battery"],
  [/^(crystal|resonator)$/i, "crystal"],
  [/^(module|board|card|sensor|motor|head|pickup)$/i, "module"],
];

const RATED = /^(\d[\d.,]*)u?f?\/(\d{1,4}(?:[.,]\d)?)v?$/i;
const GLUED = /^(\d[\d.,]*)u(\d{2,4})v?$/i;

function figuresIn(piece: string, next: string | undefined): { figures: ParsedValue[]; took: number } | null {
  const rated = RATED.exec(piece) ?? GLUED.exec(piece);
  if (rated && Number(rated[2]!.replace(",", ".")) >= 3) {
    const [c, v] = [parseValue(`${rated[1]}u`), parseValue(`${rated[2]!.replace(",", ".")}v`)];
    if (c && v) return { figures: [c, v], took: 1 };
  }
  const unit =
    next && /^(v|volt|volts|w|watt|watts|a|amp|amps|ohm|ohms|uf|nf|pf|k)$/i.test(next)
      ? next
          .replace(/^volts?$/i, "v")
          .replace(/^watts?$/i, "w")
          .replace(/^amps?$/i, "a")
      : null;
  const joined = unit === null ? null : parseValue(piece + unit);
  if (joined) return { figures: [joined], took: 2 };
  const fuse = /^[tf](\d.*a)$/i.exec(piece) ?? /^(\d[\d.,]*a)[tf]$/i.exec(piece);
  const split = /^(\d+)([av])(\d+)$/i.exec(piece);
  const value = parseValue(fuse?.[1] ?? (split ? `${split[1]}.${split[3]}${split[2]}` : piece));
  return value ? { figures: [value], took: 1 } : null;
}

/**
 * Reads one line of a parts list. Nothing of it is refused for a word that is not known; a capacitor without a value is put down by its
 * name. @returns no effects where the line names no part
 */
export function readPartsLine(constants: ShopConstants, line: string): PartsRead {
  const whole = parsePosition(constants, line);
  if (whole.ok) return { effects: whole.value.map((position) => ({ about: "position", position })), described: [] };
  const pieces = line
    .replace(/#.*$/, "")
    .replace(/[()]/g, " ")
    .replace(/([a-z]\d+),(?=\d+\s)/gi, "$1/")
    .replace(/([,;:.])(?=\s|$)/g, " $1 ")
    .replace(/\s[-+&/=]\s/g, " , ")
    .split(/\s+/)
    .filter(Boolean);
  const groups: Group[] = [];
  let all = false;
  // figures said before the parts they are of
  let closed = false;
  const ahead: ParsedValue[] = [];
  for (let i = 0; i < pieces.length; i++) {
    const piece = pieces[i]!;
    const last = groups.at(-1);
    const isFuse = /^[tf]\d+([.,]\d+)?a$/i.test(piece) && last?.names.every((n) => classOf(n) === "fuse");
    const names = !isFuse && /^[a-z]/i.test(piece) ? designatorsIn(piece, () => true) : null;
    const figures = names ? null : figuresIn(piece, pieces[i + 1]);
    if (piece === ".") closed = true;
    else if (figures && (closed || !last)) {
      ahead.push(...figures.figures);
      i += figures.took - 1;
    } else if (names && last && BESIDE.test(pieces[i - 1] ?? "")) last.words.push(piece);
    else if (names && names.every((n) => isPart(n, pieces[i + 1]))) {
      if (
        last &&
        !closed &&
        lettersOf(last.names[0]!) === lettersOf(names[0]!) &&
        last.figures.length === 0 &&
        last.words.every((w) => w === "," || /^and$/i.test(w))
      )
        last.names.push(...names);
      else groups.push({ names, figures: [...ahead], words: [], same: false, taken: new Set() });
      closed = false;
    } else if (/^all$/i.test(piece) && groups.length > 1) all = true;
    else if (figures && last && isMeant(piece, pieces[i - 1], pieces[i + 1])) {
      for (const g of all ? groups.filter((x) => x.figures.length > 0) : [last]) for (const f of figures.figures) takeFigure(g, f);
      i += figures.took - 1;
    } else if (last && /^same$/i.test(piece)) last.same = true;
    else last?.words.push(piece);
  }
  groups.forEach((g, i) => {
    if (g.same && i > 0) g.figures.push(...groups[i - 1]!.figures);
  });
  const effects = groups.flatMap((g) => g.names.flatMap((name) => partOf(constants, name, g) ?? []));
  return {
    effects: effects.slice(0, MAX_POSITIONS),
    described: groups.flatMap((g) => g.words.filter((w) => !/^[,;:]$/.test(w) && !g.taken.has(w))),
  };
}

/** A size, a count of pins, a code that is printed, or volts that are said of something else are no value of the part. */
const isMeant = (piece: string, before: string | undefined, next: string | undefined): boolean =>
  !/^[+-]/.test(piece) &&
  !/^(marked|code|pin|pins|from|to|the|on|aux)$/i.test(before ?? "") &&
  !/^(inch|mm|leg|way|pin|pins|off|x)$/i.test(next ?? "");

/** One figure of a unit: what is said further describes what stands beside it. */
function takeFigure(group: Group, figure: ParsedValue): void {
  const unit = (f: ParsedValue) => f.unit ?? (f.tiny ? "F" : "bare");
  // "470 16": microfarads and their volts
  const pair = unit(figure) === "bare" && group.figures.length === 1 && unit(group.figures[0]!) === "bare" && figure.value >= 4;
  if (!pair && group.figures.some((f) => unit(f) === unit(figure))) group.words.push(String(figure.value));
  else group.figures.push(figure);
}

/** What is named behind these is where a part stands, not one of the list. */
const BESIDE = /^(to|of|on|at|over|for|across|between|betw|from|before|after|by|under|near|beside)$/i;

const lettersOf = (name: string): string => /^[A-Z]+/.exec(name)![0];
const isPart = (name: string, next: string | undefined): boolean =>
  classOf(name) !== null ||
  LETTERS.has(lettersOf(name)) ||
  (next !== undefined && (calledClass([next]) !== null || isFarads(parseValue(next))));
const isFarads = (value: ParsedValue | null): boolean => value !== null && (value.unit === "F" || value.tiny);
const calledClass = (words: readonly string[]): PartClass | null =>
  words.map((w) => CALLED.find(([called]) => called.test(w))?.[1]).find((c) => c !== undefined) ?? null;

/** One part of a list; null where nothing says what it is: its class is never guessed. */
function partOf(constants: ShopConstants, name: string, group: Group): Effect | null {
  const { figures, words } = group;
  const kind = classOf(name) ?? (figures.some(isFarads) ? "capacitor" : (calledClass(words) ?? LETTERS.get(lettersOf(name)) ?? null));
  if (kind === null) return null;
  if (kind === "capacitor") {
    const position = positionOf(constants, name, group);
    if (position) return position;
  }
  return {
    about: "observed",
    subject: { kind: "part", name },
    observation: { kind: "named", class: kind, marked: kind === "capacitor" ? [] : figures.flatMap((f) => markedOf(f, kind)) },
  };
}

/** What is printed on a part, where its unit is said or goes without saying. */
function markedOf({ value, unit, significant, tiny }: ParsedValue, kind: PartClass): Marked[] {
  const marked = (of: Marked["unit"]): Marked[] => [{ value, unit: of, significant }];
  // what a chip makes is not printed on it
  if (kind === "chip" && unit === "V") return [];
  if (unit !== null) return marked(unit);
  if (kind === "resistor") return marked("Ω");
  return kind === "capacitor" && tiny ? marked("F") : [];
}

/** A capacitor with its value; words that say what it is for or how it is built are taken, others describe it. */
function positionOf(constants: ShopConstants, name: string, { figures, words, taken }: Group): Effect | null {
  const volts = figures.find((f) => f.unit === "V");
  const bare = figures.filter((f) => f.unit === null && !f.prefixed);
  const marked = figures.find((f) => f.unit === "F" || (f.unit === null && f.tiny));
  // a bare figure on a capacitor is microfarads where its volts stand beside it, and volts where its farads do (common practice)
  const farads = marked?.value ?? (bare.length > 0 && (volts || bare.length > 1 || bare[0]!.value < 1) ? bare[0]!.value * 1e-6 : null);
  if (farads === null) return null;
  const rated = volts?.value ?? (marked ? bare[0]?.value : bare[1]?.value);
  const base = `${name} ${Number((farads * 1e12).toPrecision(6))}p${rated === undefined ? "" : ` ${rated}v`}`;
  const plain = parsePosition(constants, base);
  if (!plain.ok || plain.value.length !== 1) return null;
  let said = base;
  for (const word of words) {
    const more = parsePosition(constants, `${said} ${word}`);
    if (
      more.ok &&
      more.value.length === 1 &&
      more.value[0]!.nominal === plain.value[0]!.nominal &&
      more.value[0]!.rated === plain.value[0]!.rated
    ) {
      said += ` ${word}`;
      taken.add(word);
    }
  }
  const best = parsePosition(constants, said);
  return { about: "position", position: (best.ok ? best : plain).value[0]! };
}
