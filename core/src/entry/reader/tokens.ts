import { classOf } from "../../part";
import { parseValue, type ParsedValue } from "../../units";
import type { ReadoutContext } from "../entry";
import { designatorsIn } from "../designator";
import { channelOf } from "../words";
import { senseAt, type Sense } from "./vocabulary";

/** One piece of a line, typed. `text` is as it was said. */
export type Token = { text: string } & (
  | { is: "parts"; names: readonly string[] }
  | { is: "point"; name: string }
  | { is: "side"; side: string }
  | { is: "value"; value: ParsedValue; bound: "below" | "above" | "about" | null }
  | { is: "rating"; farads: ParsedValue; volts: ParsedValue }
  | { is: "time"; seconds: number }
  | { is: "share"; share: number }
  | { is: "sense"; sense: Sense }
  /** ends a statement */
  | { is: "stop"; strong: boolean }
  | { is: "and" }
  /** stands between a name and what is said of it */
  | { is: "colon" }
  | { is: "unknown" }
);

const UNIT_WORDS: ReadonlyMap<string, string> = new Map(
  Object.entries({
    v: "v",
    volt: "v",
    volts: "v",
    vdc: "v",
    vac: "vac",
    mv: "mv",
    mvac: "mvac",
    mvdc: "mv",
    ohm: "ohm",
    ohms: "ohm",
    k: "k",
    kohm: "k",
    kohms: "k",
    meg: "M",
    megs: "M",
    uf: "uF",
    nf: "nF",
    pf: "pF",
    u: "u",
    ma: "mA",
    amp: "A",
    amps: "A",
    watt: "W",
    watts: "W",
    hz: "Hz",
    khz: "kHz",
    cycles: "Hz",
  }),
);
const TIME_WORDS: ReadonlyMap<string, number> = new Map(
  Object.entries({
    s: 1,
    sec: 1,
    secs: 1,
    second: 1,
    seconds: 1,
    min: 60,
    mins: 60,
    minute: 60,
    minutes: 60,
    h: 3600,
    hr: 3600,
    hrs: 3600,
    hour: 3600,
    hours: 3600,
  }),
);

const NUMBER = /^[+-]?(?:\d+(?:[.,]\d+)?|[.,]\d+)$/;

/** A line in typed pieces. Names are known by their letters or by what is on record. */
export function tokensOf(line: string, context: ReadoutContext): Token[] {
  const said = piecesOf(line);
  const pieces = said.map((p) => p.toLowerCase());
  const out: Token[] = [];
  for (let i = 0; i < pieces.length;) {
    const [token, length] = tokenAt(pieces, i, context, out.at(-1), said[i]!);
    if (token) out.push(token);
    i += length;
  }
  return out;
}

/** Words, figures and signs; a comma or point within a figure stays in it. */
const piecesOf = (line: string): string[] =>
  line
    .replace(/[−–—]/g, "-")
    .replace(/[µμ]/g, "u")
    .replace(/[Ωω]/g, "ohm")
    .replace(/[“”"()!?]/g, " , ")
    .replace(/->|→|=>/g, " -> ")
    .replace(/([,;:])(?=\s|$)/g, " $1 ")
    .replace(/\.(?=\s|$)/g, " . ")
    .replace(/(^|\s)([<>~])\s*(?=[\d.])/g, "$1$2")
    .replace(/=/g, " = ")
    .replace(/&/g, " and ")
    .split(/\s+/)
    .filter(Boolean);

type Found = [token: Token | null, length: number];

function tokenAt(p: readonly string[], i: number, context: ReadoutContext, before: Token | undefined, said: string): Found {
  const text = p[i]!;
  if (text === ";" || text === "." || (text === "->" && !(before?.is === "parts" && ratingOrFarads(p[i + 1]))))
    return [{ text, is: "stop", strong: true }, 1];
  if (text === ",") return [{ text, is: "stop", strong: false }, 1];
  if (text === ":" || text === "=") return [{ text, is: "colon" }, 1];
  const sign = /^(plus|pos|positive)$/.test(text) ? "+" : /^(minus|neg|negative)$/.test(text) ? "-" : "";
  if (sign && /^\d/.test(p[i + 1] ?? "") && pointAt(p, i, context) === null) {
    const found = valueAt([...p.slice(0, i), text, sign + p[i + 1]!, ...p.slice(i + 2)], i + 1, sign + p[i + 1]!);
    if (found) return [found[0], found[1] + 1];
  }
  if (text === "->" && before?.is === "parts" && ratingOrFarads(p[i + 1])) return [{ text, is: "sense", sense: { is: "new" } }, 1];
  if (text === "and" || text === "+" || text === "/" || (text === "plus" && isName(p[i + 1], context))) return [{ text, is: "and" }, 1];
  return (
    pointAt(p, i, context) ??
    partsAt(p, i, context) ??
    ratingAt(text) ??
    digitsOf(p, i, context, before) ??
    valueAt(p, i, said) ??
    sideAt(text) ??
    senseToken(p, i) ?? [{ text, is: "unknown" }, 1]
  );
}

const ratingOrFarads = (text: string | undefined): boolean =>
  text !== undefined && (ratingAt(text) !== null || /^\d[\d.,]*(u|uf|n|nf|p|pf|k|r|ohm)\d*$/.test(text) || /^\d+k\d*$/.test(text));
const isName = (text: string | undefined, context: ReadoutContext): boolean => text !== undefined && namesIn(text, context) !== null;

function senseToken(p: readonly string[], i: number): Found | null {
  const found = senseAt(p, i);
  return found && [{ text: p.slice(i, i + found.length).join(" "), is: "sense", sense: found.sense }, found.length];
}

function sideAt(text: string): Found | null {
  const side = text === "left" || text === "right" || text === "l" || text === "r" ? channelOf(text) : null;
  return side === null ? null : [{ text, is: "side", side }, 1];
}

const isOnRecord = (name: string, { known, parts }: ReadoutContext): boolean => known.has(name) || parts.has(name);
const namesIn = (text: string, context: ReadoutContext): string[] | null =>
  designatorsIn(text, (name) => (isOnRecord(name, context) || classOf(name) !== null) && parseValue(name) === null);

function partsAt(p: readonly string[], i: number, context: ReadoutContext): Found | null {
  const names = namesIn(p[i]!, context);
  return names && [{ text: p[i]!, is: "parts", names }, 1];
}

/** A designator said by its number alone, where one part on record has it: "601 0.02". */
function digitsOf(p: readonly string[], i: number, context: ReadoutContext, before: Token | undefined): Found | null {
  if (!/^\d{3,4}[a-z]?$/.test(p[i]!)) return null;
  const names = [...context.known.keys(), ...context.parts.keys()].filter((d) => d.replace(/^[A-Z]+/, "") === p[i]!.toUpperCase());
  const follows = p[i + 1] === undefined || UNIT_WORDS.has(p[i + 1]!) || TIME_WORDS.has(p[i + 1]!);
  const opens = before === undefined || before.is === "stop" || before.is === "and" || before.is === "colon";
  return names.length === 1 && opens && !follows ? [{ text: p[i]!, is: "parts", names }, 1] : null;
}

/** What goes in or is printed, as value over volts: `470/35`, `47u160`, `100u25v`. */
function ratingAt(text: string): Found | null {
  const said = /^(\d+(?:[.,]\d+)?)(?:u\/?(?=\d\d)|\/)(\d{1,3})v?$/.exec(text);
  if (!said) return null;
  const [farads, volts] = [parseValue(`${said[1]}u`), parseValue(`${said[2]}v`)];
  // "2/16" is two figures more often than a part
  return farads && volts && farads.value >= 1e-7 && volts.value >= 4 ? [{ text, is: "rating", farads, volts }, 1] : null;
}

const BOUNDS = { "<": "below", ">": "above", "~": "about" } as const;

function valueAt(p: readonly string[], i: number, said: string): Found | null {
  const text = p[i]!;
  // a lone m is milli to one and mega to the next
  if (/^[+-]?[\d.,]+m$/i.test(text)) return [{ text, is: "unknown" }, 1];
  const bound = BOUNDS[text[0] as "<"] ?? null;
  const body = bound ? text.slice(1) : text;
  if (/^[\d.,]+%$/.test(body)) return [{ text, is: "share", share: Number(body.slice(0, -1).replace(",", ".")) / 100 }, 1];
  const glued = /^([\d.,]+)(secs?|s|mins?|minutes|hrs?|hours?|h)$/.exec(body);
  if (glued && TIME_WORDS.has(glued[2]!))
    return [{ text, is: "time", seconds: Number(glued[1]!.replace(",", ".")) * TIME_WORDS.get(glued[2]!)! }, 1];
  const made = (value: ParsedValue | null, length: number): Found | null =>
    value && [{ text: p.slice(i, i + length).join(" "), is: "value", value, bound }, length];
  const [next, after] = [p[i + 1], p[i + 2]];
  if (NUMBER.test(body)) {
    // mills of what, the thing they were read on tells
    if (next === "mills" || next === "mill") return made(parseValue(`${body}m`), after === "ac" ? 3 : 2);
    if (next === "%" || next === "percent") return [{ text, is: "share", share: Number(body.replace(",", ".")) / 100 }, 2];
    const seconds = next === undefined ? undefined : TIME_WORDS.get(next);
    if (seconds !== undefined) return [{ text, is: "time", seconds: Number(body.replace(",", ".")) * seconds }, 2];
    const unit = next === undefined ? undefined : UNIT_WORDS.get(next);
    if (unit !== undefined) {
      const ac = after === "ac" && (unit === "v" || unit === "mv");
      const joined = made(parseValue(body + (ac ? `${unit}ac` : unit)), ac ? 3 : 2);
      if (joined) return joined;
    }
    return made(parseValue(body), 1);
  }
  // the case of a prefix tells mega from milli, that of a unit tells nothing
  const written = said.slice(bound ? 1 : 0);
  const plain = parseValue(
    written
      .replace(/mv(ac)?$/i, "mv$1")
      .replace(/vac$/i, "vac")
      .replace(/(v)dc$/i, "$1"),
  );
  if (!plain) return null;
  if (plain.unit === "V" && !plain.alternating && next === "ac") return made(parseValue(`${body}ac`), 2);
  return made(plain, 1);
}

/** A point on record by its name, however its sign is said. */
function pointAt(p: readonly string[], i: number, context: ReadoutContext): Found | null {
  const best = [...aliasesOf(context)]
    .filter(({ words }) => words.every((w, k) => p[i + k] === w))
    .sort((a, b) => b.words.length - a.words.length)[0];
  return best ? [{ text: p.slice(i, i + best.words.length).join(" "), is: "point", name: best.name }, best.words.length] : null;
}

const SIGNS: Readonly<Record<"+" | "-", readonly string[]>> = {
  "+": ["plus", "pos", "positive", "+"],
  "-": ["minus", "neg", "negative", "-"],
};
const cache = new WeakMap<ReadonlyMap<string, number | null>, readonly { words: readonly string[]; name: string }[]>();

/** How the points on record may be said. A sign alone names a rail where it is the only one of that sign. */
function aliasesOf({ points }: ReadoutContext): readonly { words: readonly string[]; name: string }[] {
  const kept = cache.get(points);
  if (kept) return kept;
  const all: { words: readonly string[]; name: string }[] = [];
  const add = (name: string, said: string) => all.push({ words: said.split(" "), name });
  const rails = [...points].filter(([name]) => /(^|\s)rail\b|^[+-]\d/.test(name));
  for (const [name] of points) {
    add(name, name.toLowerCase());
    const signed = /^(?:rail )?([+-])(\d[\d.]*)v?$/.exec(name);
    if (!signed) continue;
    const [, sign, volts] = signed as unknown as [string, "+" | "-", string];
    const alone = rails.filter(([n]) => n.includes(sign)).length === 1;
    for (const word of SIGNS[sign]) {
      for (const v of [volts, `${volts}v`])
        if (word.length === 1) for (const as of [`${sign}${v} rail`, `rail ${sign}${v}`]) add(name, as);
        else for (const as of [`${word} ${v} rail`, `${word} ${v}`, `${word}${v}`]) add(name, as);
      if (alone) for (const as of [`${word} rail`, `rail ${word}`, `${word} one`]) add(name, as);
      if (alone && word.length > 1) add(name, word);
    }
  }
  if (!points.has("rail +") && !rails.some(([n]) => n.includes("+"))) for (const w of SIGNS["+"]) add("rail +", `${w} rail`);
  if (!points.has("rail -") && !rails.some(([n]) => n.includes("-"))) for (const w of SIGNS["-"]) add("rail -", `${w} rail`);
  for (const ht of ["b+", "ht"]) if (!points.has(ht)) add(points.has("B+") ? "B+" : (["b+", "ht"].find((n) => points.has(n)) ?? "B+"), ht);
  const seen = new Map<string, string>();
  for (const a of all) if (!seen.has(a.words.join(" "))) seen.set(a.words.join(" "), a.name);
  const list = [...seen].map(([said, name]) => ({ words: said.split(" "), name }));
  cache.set(points, list);
  return list;
}
