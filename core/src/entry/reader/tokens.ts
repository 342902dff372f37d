import { classOf, type PartClass } from "../../part";
import { parseValue, type ParsedValue } from "../../units";
import type { ReadoutContext } from "../entry";
import { designatorsIn } from "../designator";
import { DECIDES } from "../commands/texts";
import { channelOf } from "../words";
import { atLength, ELECTRODES, nounAt, OF_THE_PART } from "./places";
import { senseAt, type Sense } from "./vocabulary";

/** One piece of a line, typed. `text` is as it was said. */
export type Token = { text: string } & (
  | { is: "parts"; names: readonly string[] }
  | { is: "point"; name: string }
  | { is: "side"; side: string }
  | { is: "value"; value: ParsedValue; bound: "below" | "above" | "about" | null }
  | { is: "rating"; farads: ParsedValue; volts: ParsedValue }
  | { is: "time"; seconds: number }
  /** something that is no part on record; `name` says where it is too */
  | { is: "place"; name: string }
  /** which junction of a transistor */
  | { is: "ends"; label: "be" | "bc" }
  /** an electrode whose part is named elsewhere in the clause: "-28 on the grids of both" */
  | { is: "electrode"; end: string }
  /** how many of how many */
  | { is: "count"; good: number; of: number }
  /** words that are kept as they are: what the owner decides, what is for another day */
  | { is: "quote"; as: "owner" | "note" }
  | { is: "share"; share: number }
  | { is: "temperature"; celsius: number }
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
    vrms: "vac",
    "v~": "vac",
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
    micro: "uF",
    mike: "uF",
    mikes: "uF",
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

const HOURS: readonly (readonly [RegExp, (m: RegExpExecArray) => number])[] = [
  [/^(?:an|one) hour and (?:a half|half)\b/, () => 5400],
  [/^half an hour\b/, () => 1800],
  [/^(?:three quarters of an|3\/4) hour\b/, () => 2700],
  [/^quarter of an hour\b/, () => 900],
  [/^(?:an|one|1) hour\b/, () => 3600],
  [/^half a min(?:ute)?\b/, () => 30],
  [/^(?:a|one) minute\b/, () => 60],
  [/^(\d{1,2})\s?h(?:r|rs|ours?)?\s?(\d{1,2})(?:\s?m(?:in|ins)?)?(?=\s|$)/, (m) => Number(m[1]) * 3600 + Number(m[2]) * 60],
  [
    /^(two|three|four|five|ten|fifteen|twenty|thirty) (sec|min|hour)\w*\b/,
    (m) => SPELT[m[1]!]! * { sec: 1, min: 60, hour: 3600 }[m[2] as "min"],
  ],
];
const SPELT: Readonly<Record<string, number>> = { two: 2, three: 3, four: 4, five: 5, ten: 10, fifteen: 15, twenty: 20, thirty: 30 };

/** A time in words, or in hours and minutes: "half an hour", "1h15", "2 h 10". */
function timeAt(p: readonly string[], i: number): Found | null {
  const rest = p.slice(i, i + 6).join(" ");
  for (const [said, seconds] of HOURS) {
    const m = said.exec(rest);
    if (m) return [{ text: m[0], is: "time", seconds: seconds(m) }, m[0].trim().split(" ").length];
  }
  return null;
}

const NUMBER = /^[+-]?(?:\d+(?:[.,]\d+)?|[.,]\d+)$/;

/** A line in typed pieces. Names are known by their letters or by what is on record. */
export function tokensOf(line: string, context: ReadoutContext): Token[] {
  const letters = lettersNamed(line, context);
  const tokens = line
    .split(/(?<=[.;])\s+/)
    .flatMap((part, i): Token[] => [
      ...(i > 0 ? [{ text: ".", is: "stop" as const, strong: true }] : []),
      ...tokensOfPart(part, context, letters),
    ]);
  return withElectrodes(withMarkings(withOthers(withRanges(describedByPlaces(tokens), context), context)), context);
}

/** Letters of the parts that are named in full: a bare number beside them is of their kind. */
const lettersNamed = (line: string, context: ReadoutContext): ReadonlySet<string> =>
  new Set(piecesOf(line).flatMap((p) => (namesIn(p, context) ?? []).map((n) => /^[A-Z]+/.exec(n)![0])));

/** Volts capacitors are marked with (E-series of rated voltages, IEC 60384-1 and what is usual beside it, from memory). */
const RATED_VOLTS: ReadonlySet<number> = new Set([
  4, 6.3, 10, 16, 20, 25, 35, 40, 50, 63, 70, 75, 80, 100, 160, 200, 250, 275, 300, 310, 315, 350, 385, 400, 420, 450, 475, 500, 525, 550,
  600, 630, 800, 1000, 1250, 1500, 1600, 2000, 3000, 4000,
]);

/** "10u 35v": farads with rated volts right behind them are what is marked on a part, not two readings. */
function withMarkings(tokens: readonly Token[]): Token[] {
  const out: Token[] = [];
  for (const t of tokens) {
    const before = out.at(-1);
    const isFarads =
      before?.is === "value" && before.bound === null && (before.value.unit === "F" || (before.value.unit === null && before.value.tiny));
    const isRated = t.is === "value" && t.bound === null && t.value.unit === "V" && !t.value.alternating && RATED_VOLTS.has(t.value.value);
    if (isFarads && isRated) out[out.length - 1] = { text: `${before.text} ${t.text}`, is: "rating", farads: before.value, volts: t.value };
    else out.push(t);
  }
  return out;
}

/** "psu board BD1": what stands right before a name describes the part. */
const describedByPlaces = (tokens: readonly Token[]): Token[] =>
  tokens.filter((t, i) => !(t.is === "place" && tokens[i + 1]?.is === "parts"));

const MAX_RANGE = 24;

/** "C21 to C24", "D701 to 704": every part between them, where all are on record. */
function withRanges(tokens: readonly Token[], context: ReadoutContext): Token[] {
  const out: Token[] = [];
  for (let i = 0; i < tokens.length; i++) {
    const [a, to, b] = [tokens[i]!, tokens[i + 1], tokens[i + 2]];
    const all = a.is === "parts" && to?.is === "sense" && to.sense.is === "to" && b ? rangeOf(a.names, b, context) : null;
    if (all === null) out.push(a);
    else {
      out.push({
        text: `${a.text} to ${b!.text}`,
        is: "parts",
        names: [...(a as { names: readonly string[] }).names.slice(0, -1), ...all],
      });
      i += 2;
    }
  }
  return out;
}

function rangeOf(names: readonly string[], last: Token, context: ReadoutContext): string[] | null {
  const from = /^([A-Z]+)(\d+)$/.exec(names.at(-1)!);
  const end = last.is === "parts" ? last.names[0]! : last.is === "value" && /^\d{1,4}$/.test(last.text) ? `${from?.[1]}${last.text}` : null;
  const to = end === null ? null : /^([A-Z]+)(\d+)$/.exec(end);
  if (!from || !to || from[1] !== to[1]) return null;
  const [low, high] = [Number(from[2]), Number(to[2])];
  if (!(high > low && high - low <= MAX_RANGE)) return null;
  const all = Array.from({ length: high - low + 1 }, (_, k) => `${from[1]}${low + k}`).filter((n) => isOnRecord(n, context));
  return all.includes(`${to[1]}${to[2]}`) && all.length > 1 ? all : null;
}

/** "the other can": the one part that is like the one just named. */
function withOthers(tokens: readonly Token[], context: ReadoutContext): Token[] {
  let last: string | null = null;
  return tokens.map((t): Token => {
    if (t.is === "parts") last = t.names.length === 1 ? t.names[0]! : null;
    if (t.is !== "unknown" || !/^(?:the )?other(?: \w+)?$/.test(t.text) || last === null) return t;
    const farads = context.known.get(last);
    const like = farads === undefined ? [] : [...context.known].filter(([n, f]) => n !== last && f === farads).map(([n]) => n);
    return like.length === 1 ? { text: t.text, is: "parts", names: like } : t;
  });
}

/** Electrodes said of several parts at once, or away from their names. */
function withElectrodes(tokens: readonly Token[], context: ReadoutContext): Token[] {
  const out = [...tokens];
  const has = (t: Token | undefined): t is Extract<Token, { is: "parts" }> =>
    t?.is === "parts" && t.names.every((n) => ELECTRIC.has(context.parts.get(n)?.class ?? classOf(n) ?? "capacitor"));
  const points = (t: Extract<Token, { is: "parts" }>, end: string): Token[] =>
    t.names.map((n) => ({ text: t.text, is: "point", name: `${n} ${end}` }));
  for (let i = out.length - 1; i > 0; i--) {
    const t = out[i]!;
    const end =
      t.is === "point" ? /^[A-Z]+\d+[A-Z]? (anode|grid|cathode|base|collector|emitter|gate|drain|source)$/.exec(t.name)?.[1] : undefined;
    const k = out[i - 1]!.is === "and" ? i - 2 : i - 1;
    const before = out[k];
    if (end !== undefined && has(before)) out.splice(k, 1, ...points(before, end));
  }
  for (let from = 0; from < out.length;) {
    let to = out.findIndex((t, k) => k >= from && t.is === "stop" && t.strong);
    if (to < 0) to = out.length;
    const ends = out.slice(from, to).flatMap((t) => (t.is === "electrode" ? [t.end] : []));
    const parts = out.slice(from, to).filter((t) => t.is === "parts");
    if (new Set(ends).size === 1 && parts.length > 0 && parts.every(has)) {
      const made = out.slice(from, to).flatMap((t): Token[] => (t.is === "electrode" ? [] : has(t) ? points(t, ends[0]!) : [t]));
      out.splice(from, to - from, ...made);
      to = from + made.length;
    }
    from = to + 1;
  }
  return out;
}
const ELECTRIC: ReadonlySet<string> = new Set(["valve", "transistor"]);

const OWNER =
  /^(?:the\s+)?(?:owner|customer|he|she)\b(?!\s+(?:says|put|changed|did|replaced|had|swears|said|fitted))|\bowner'?s?\s+(?:call|wish|choice|decision)\b/i;
const LATER =
  /^(?:note\b|later\b|for later\b|for next time\b)|\b(?:for later|next time|for next time|tmrw|tomorrow)[.!]?$|,\s*later[.!]?$/i;

function tokensOfPart(line: string, context: ReadoutContext, letters: ReadonlySet<string>): Token[] {
  if (OWNER.test(line) && DECIDES.test(line)) return [{ text: line, is: "quote", as: "owner" }];
  if (LATER.test(line)) return [{ text: line, is: "quote", as: "note" }];
  const said = piecesOf(line);
  const pieces = said.map((p) => p.toLowerCase());
  const out: Token[] = [];
  for (let i = 0; i < pieces.length;) {
    const [token, length] = tokenAt(pieces, i, context, out.at(-1), said[i]!, letters);
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
    .replace(/<\s*-+\s*>|↔/g, " exchanged ")
    .replace(/\s-+\s(?!\d)/g, " , ")
    .replace(/->|→|=>/g, " -> ")
    .replace(/([,;:])(?=\s|$)/g, " $1 ")
    .replace(/\.(?=\s|$)/g, " . ")
    .replace(/(^|\s)([<>~])\s*(?=[\d.])/g, "$1$2")
    .replace(/=/g, " = ")
    // "61,8/-62,1" and ".47/.47" are figures side by side, "470/35" is a value and its volts
    .replace(/(?<![\w.,])([+-]?[\d.,]+(?:\/[+-]?[\d.,]+)+)(?![\w.,])/g, (all: string) =>
      /[.,]\d|\/[+-]/.test(all) && !/^\d{2,5}\/6[.,]3$/.test(all) ? all.replace(/\//g, " / ") : all,
    )
    .replace(/(\d)\s*\.\.\s*(\d)/g, "$1 to $2")
    .replace(/&/g, " and ")
    .split(/\s+/)
    .filter(Boolean);

type Found = [token: Token | null, length: number];

function tokenAt(
  p: readonly string[],
  i: number,
  context: ReadoutContext,
  before: Token | undefined,
  said: string,
  letters: ReadonlySet<string>,
): Found {
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
  // "the + side": the rail, where one is known
  if ((text === "+" || text === "-") && /^(?:side|rail|one|supply)$/.test(p[i + 1] ?? ""))
    return pointAt(p, i, context) ?? [{ text: `${text} ${p[i + 1]!}`, is: "unknown" }, 2];
  if (text === "and" || text === "+" || text === "/" || (text === "plus" && isName(p[i + 1], context))) return [{ text, is: "and" }, 1];
  return (
    pointAt(p, i, context) ??
    electrodeAt(p, i, context) ??
    calledAt(p, i, context) ??
    partsAt(p, i, context) ??
    timeAt(p, i) ??
    digitsOf(p, i, context, before, letters) ??
    ratingAt(text) ??
    countAt(p, i) ??
    endsAt(p, i) ??
    placeAt(p, i, context) ??
    valueAt(p, i, said) ??
    sideAt(p, i, before) ??
    senseToken(p, i, context) ??
    loneElectrodeAt(p, i) ??
    otherAt(p, i) ?? [{ text, is: "unknown" }, 1]
  );
}

const ratingOrFarads = (text: string | undefined): boolean =>
  text !== undefined &&
  (ratingAt(text) !== null ||
    /^t?\d+(?:[.,]\d+)?a[tf]?$/.test(text) ||
    /^\d[\d.,]*(u|uf|n|nf|p|pf|k|r|ohm)\d*$/.test(text) ||
    /^\d+k\d*$/.test(text));
const isName = (text: string | undefined, context: ReadoutContext): boolean => text !== undefined && namesIn(text, context) !== null;

function loneElectrodeAt(p: readonly string[], i: number): Found | null {
  const end = ELECTRODES.get(p[i]!);
  return end === undefined ? null : [{ text: p[i]!, is: "electrode", end }, 1];
}

function otherAt(p: readonly string[], i: number): Found | null {
  if (p[i] !== "other") return null;
  const noun = /^(?:can|cap|one|reservoir|capacitor)$/.test(p[i + 1] ?? "");
  return [{ text: noun ? `other ${p[i + 1]!}` : "other", is: "unknown" }, noun ? 2 : 1];
}

/** Whether a part is named here, past what kind of part it is: "cap C3", "resistors R104". */
function describesPart(p: readonly string[], i: number, context: ReadoutContext): boolean {
  const noun = /^(?:caps?|capacitors?|res|resistors?|diodes?|transistors?|valves?|tubes?|chip|ic|fet|fets|pair|electro|electros)$/.test(
    p[i] ?? "",
  );
  return isName(p[noun ? i + 1 : i], context);
}

function senseToken(p: readonly string[], i: number, context: ReadoutContext): Found | null {
  const found = senseAt(p, i);
  if (found?.sense.is === "role" && !describesPart(p, i + found.length, context)) return null;
  return found && [{ text: p.slice(i, i + found.length).join(" "), is: "sense", sense: found.sense }, found.length];
}

/** A channel by its side; what is "left" behind volts is left over, unless the line tells the other side too. */
function sideAt(p: readonly string[], i: number, before: Token | undefined): Found | null {
  const text = p[i]!;
  const side = text === "left" || text === "right" || text === "l" || text === "r" ? channelOf(text) : null;
  if (side === null || (senseAt(p, i)?.length ?? 0) > 1) return null;
  const other = p.some((w) => w === "right" || w === "r");
  const rest = p[i + 1];
  const over = text === "left" && !other && (before?.is === "value" || rest === "on" || rest === "in" || rest === "over");
  return over ? null : [{ text, is: "side", side }, 1];
}

const BY_LETTER: Readonly<Record<string, string>> = { c: "collector", b: "base", e: "emitter", g: "gate", d: "drain" };
/** "Q5 c": an electrode of a transistor by its letter. */
const letterOf = (text: string | undefined, name: string, context: ReadoutContext): string | undefined =>
  (context.parts.get(name)?.class ?? classOf(name)) === "transistor" ? BY_LETTER[text ?? ""] : undefined;

/** "V1 plate", "grid of V5": a point that is called by its part. */
function electrodeAt(p: readonly string[], i: number, context: ReadoutContext): Found | null {
  const names = namesIn(p[i]!, context);
  if (names?.length === 1) {
    const pin = p[i + 1] === "pin" && /^\d{1,2}$/.test(p[i + 2] ?? "") ? `pin ${p[i + 2]}` : null;
    const glued = /^pin(\d{1,2})$/.exec(p[i + 1] ?? "")?.[1];
    const numbered = pin ?? (glued ? `pin ${glued}` : null);
    // what a pin of a valve or chip is, is told by the drawing: only one that is on record is known
    const end = numbered
      ? context.points.has(`${names[0]!} ${numbered}`.toLowerCase()) ||
        (context.parts.get(names[0]!)?.class ?? classOf(names[0]!)) === "connector"
        ? numbered
        : undefined
      : (ELECTRODES.get(p[i + 1] ?? "") ?? letterOf(p[i + 1], names[0]!, context));
    if (end === undefined || endsAt(p, i + 1) || p[i + 2] === "glows" || p[i + 2] === "goes" || p[i + 2] === "red") return null;
    const length = pin ? 3 : 2;
    return [{ text: p.slice(i, i + length).join(" "), is: "point", name: `${names[0]!} ${end}` }, length];
  }
  const end = ELECTRODES.get(p[i]!);
  if (end === undefined || endsAt(p, i)) return null;
  const at = atLength(p, i + 1);
  const of = p[i + 1 + at];
  const on = at > 0 && of !== undefined ? namesIn(of, context) : null;
  return on?.length === 1 ? [{ text: p.slice(i, i + 2 + at).join(" "), is: "point", name: `${on[0]!} ${end}` }, 2 + at] : null;
}

/** What a part may be called by where it is the only one of its class. */
const BY_CLASS: ReadonlyMap<string, PartClass> = new Map(
  Object.entries({
    relay: "speaker relay, mains relay, relay, the relay",
    transformer: "power transformer, mains transformer, mains tx, power tx, transformer, tx, toroid, trafo",
    fuse: "mains fuse, fuse",
  } satisfies Partial<Record<PartClass, string>>).flatMap(([kind, said]) =>
    said.split(", ").map((s): [string, PartClass] => [s, kind as PartClass]),
  ),
);
/** The largest capacitors, where they are two of one value. */
const CANS: ReadonlySet<string> = new Set([
  "both main cans",
  "both big cans",
  "both big caps",
  "both main caps",
  "both cans",
  "both reservoirs",
  "main cans",
  "main caps",
  "big cans",
  "big caps",
  "rail caps",
  "both rail caps",
  "reservoirs",
]);
const LARGE = 470e-6;

/** A part by what it is, where only one on record can be meant. */
function calledAt(p: readonly string[], i: number, context: ReadoutContext): Found | null {
  for (const length of [3, 2, 1]) {
    const text = p.slice(i, i + length).join(" ");
    if (p[i + length - 1] === undefined) continue;
    const kind = BY_CLASS.get(text);
    if (kind !== undefined) {
      // "relay K1" is said by its name
      if (namesIn(p[i + length] ?? "", context)) return null;
      const names = [...context.parts].filter(([, part]) => part.class === kind).map(([name]) => name);
      if (names.length === 1) return [{ text, is: "parts", names }, length];
    }
    if (CANS.has(text)) {
      if (namesIn(p[i + length] ?? "", context)) return [null, length];
      const most = Math.max(...context.known.values());
      const names = [...context.known].filter(([, farads]) => farads === most).map(([name]) => name);
      if (names.length === 2 && most >= LARGE) return [{ text, is: "parts", names }, length];
    }
  }
  return null;
}

const ENDS: Readonly<Record<string, "be" | "bc">> = {
  be: "be",
  "b-e": "be",
  "base-emitter": "be",
  "base emitter": "be",
  "b to e": "be",
  "base to emitter": "be",
  bc: "bc",
  "b-c": "bc",
  "base-collector": "bc",
  "base collector": "bc",
  "b to c": "bc",
};

function endsAt(p: readonly string[], i: number): Found | null {
  for (const length of [3, 2, 1]) {
    const label = ENDS[p.slice(i, i + length).join(" ")];
    if (label !== undefined && p[i + length - 1] !== undefined)
      return [{ text: p.slice(i, i + length).join(" "), is: "ends", label }, length];
  }
  return null;
}

const NUMBERS: ReadonlyMap<string, number> = new Map(
  "zero one two three four five six seven eight nine ten eleven twelve".split(" ").map((w, n) => [w, n] as const),
);
const numberOf = (word: string | undefined): number | null =>
  word === undefined ? null : /^\d{1,3}$/.test(word) ? Number(word) : (NUMBERS.get(word) ?? null);

/** "10 of 10", "4 times out of 6", "cold start x5", "ten starts". */
function countAt(p: readonly string[], i: number): Found | null {
  const n = numberOf(p[i]);
  const made = (good: number, of: number, length: number): Found => [
    { text: p.slice(i, i + length).join(" "), is: "count", good, of },
    length,
  ];
  const many = /^x(\d{1,3})$/.exec(p[i]!)?.[1];
  if (many !== undefined && Number(many) > 1) return made(Number(many), Number(many), 1);
  if (n === null) return null;
  let k = i + 1;
  if (p[k] === "times" || p[k] === "starts") k++;
  if (p[k] === "out") k++;
  if (p[k] === "of" || p[k] === "in") {
    const of = numberOf(p[k + 1]);
    if (of !== null && of >= n && of > 1 && !UNIT_WORDS.has(p[k + 2] ?? "")) return made(n, of, k + 2 - i);
  }
  const behind = p[i + 1] === "cold" ? p[i + 2] : p[i + 1];
  return behind === "starts" || behind === "times" || behind === "switch" ? made(n, n, 1) : null;
}

/** Places that each part has one of. */
const OF_ONE_PART: ReadonlySet<string> = new Set(["socket", "joint", "trace", "pin"]);
const CALLED: ReadonlySet<string> = new Set(["plug", "connector", "switch", "jack", "fan", "wire"]);

/** A place by its noun, and where it is: "socket of V4", "K1 contacts", "glue at C9 C10". */
function placeAt(p: readonly string[], i: number, context: ReadoutContext): Found | null {
  const noun = nounAt(p, i);
  if (noun === null) return null;
  // phrases that hold a noun are themselves
  if ((senseAt(p, i)?.length ?? 0) > noun.length) return null;
  let end = i + noun.length;
  const at = atLength(p, end);
  const names: string[] = [];
  const called = (text: string | undefined) => (text === undefined ? null : (namesIn(text, context) ?? byDigits(text, context)));
  if (at > 0 && called(p[end + at])) {
    end += at;
    for (let more = called(p[end]); more; more = called(p[end])) {
      names.push(...more);
      end++;
      if (p[end] === "and" && called(p[end + 1])) end++;
    }
  }
  // "plug CN5" is the part by its name
  const own = at === 0 && OF_ONE_PART.has(noun.name) ? namesIn(p[end] ?? "", context) : null;
  if (own?.length === 1) return [{ text: p.slice(i, end + 1).join(" "), is: "place", name: `${noun.name} ${own[0]!}` }, end + 1 - i];
  const plugged = at === 0 && CALLED.has(noun.name) ? namesIn(p[end] ?? "", context) : null;
  if (plugged) return [{ text: p.slice(i, end + 1).join(" "), is: "parts", names: plugged }, end + 1 - i];
  const text = p.slice(i, end).join(" ");
  if (names.length > 0 && OF_THE_PART.has(p.slice(i, i + noun.length).join(" "))) return [{ text, is: "parts", names }, end - i];
  return [{ text, is: "place", name: names.length > 0 ? `${noun.name} ${names.join(" ")}` : noun.name }, end - i];
}

/** "709/710": parts by their numbers, each the only capacitor or the only part with it. */
function byDigits(text: string, context: ReadoutContext): string[] | null {
  if (!/^\d{3,4}(?:\/\d{3,4})*$/.test(text)) return null;
  const names = text.split("/").map((n) => {
    const of = (all: Iterable<string>) => [...all].filter((d) => d.replace(/^[A-Z]+/, "") === n);
    const capacitors = of(context.known.keys());
    return capacitors.length === 1 ? capacitors : of(context.parts.keys());
  });
  return names.every((n) => n.length === 1) ? names.flat() : null;
}

const isOnRecord = (name: string, { known, parts }: ReadoutContext): boolean => known.has(name) || parts.has(name);
/** Parts named by one piece: by letters that stand for a class, or on record. "D703s" is D703 where that is on record. */
function namesIn(text: string, context: ReadoutContext): string[] | null {
  const names = designatorsIn(text, (name) => (isOnRecord(name, context) || classOf(name) !== null) && parseValue(name) === null);
  return names && names.map((n) => (/\dS$/.test(n) && !isOnRecord(n, context) && isOnRecord(n.slice(0, -1), context) ? n.slice(0, -1) : n));
}

function partsAt(p: readonly string[], i: number, context: ReadoutContext): Found | null {
  const names = namesIn(
    p[i]!.replace(/'?s$/, (s) => (s === "'s" ? "" : s)),
    context,
  );
  if (names === null) return null;
  const behind = p[i + 1];
  if (behind !== undefined && OF_THE_PART.has(behind) && (senseAt(p, i + 1)?.length ?? 0) < 2)
    return [{ text: `${p[i]!} ${behind}`, is: "parts", names }, 2];
  const noun = names.length === 1 ? nounAt(p, i + 1) : null;
  if (noun && OF_ONE_PART.has(noun.name))
    return [{ text: p.slice(i, i + 1 + noun.length).join(" "), is: "place", name: `${names[0]!} ${noun.name}` }, 1 + noun.length];
  return [{ text: p[i]!, is: "parts", names }, 1];
}

/** A designator said by its number alone, where one part on record has it: "601 0.02". */
function digitsOf(
  p: readonly string[],
  i: number,
  context: ReadoutContext,
  before: Token | undefined,
  letters: ReadonlySet<string>,
): Found | null {
  const all = [...new Set([...context.known.keys(), ...context.parts.keys()])];
  const byNumber = (n: string) => {
    const found = all.filter((d) => d.replace(/^[A-Z]+/, "") === n.toUpperCase());
    const like = found.filter((d) => letters.has(/^[A-Z]+/.exec(d)![0]));
    if (found.length > 1 && letters.size > 0) return like;
    // a meter for capacitors in the hand: a capacitor is meant
    const shows = context.meter?.shows;
    const capacitors = found.filter((d) => context.known.has(d));
    return found.length > 1 && (shows === "esr" || shows === "capacitance") && capacitors.length === 1 ? capacitors : found;
  };
  const several = /^\d{3,4}(?:\/\d{3,4})+$/.test(p[i]!) ? p[i]!.split("/").map(byNumber) : [];
  if (several.length > 1 && several.every((n) => n.length === 1)) return [{ text: p[i]!, is: "parts", names: several.flat() }, 1];
  if (!/^\d{3,4}[a-z]?$/.test(p[i]!)) return null;
  const names = byNumber(p[i]!);
  const follows = p[i + 1] === undefined || UNIT_WORDS.has(p[i + 1]!) || TIME_WORDS.has(p[i + 1]!);
  const opens =
    before === undefined ||
    ["stop", "and", "colon", "parts"].includes(before.is) ||
    // "C21 1900u 22 610u": another figure follows
    (before.is === "value" && /^[\d.,<>]/.test(p[i + 1] ?? "")) ||
    (before.is === "sense" &&
      ["on", "for", "fill", "circuit", "act", "held", "quantity", "judged", "each", "with", "to", "new", "not"].includes(before.sense.is));
  return names.length === 1 && opens && !follows ? [{ text: p[i]!, is: "parts", names }, 1] : null;
}

/** What goes in or is printed, as value over volts: `470/35`, `47u160`, `100u25v`. */
function ratingAt(text: string): Found | null {
  const said = /^(\d+(?:[.,]\d+)?)(?:u\/?(?=\d\d)|\/)(\d{1,3}(?:\.\d)?)v?$/.exec(text);
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
  const volts = /^([+-]?\d+)v(\d{1,3})$/.exec(body);
  if (volts) return made(parseValue(`${volts[1]}.${volts[2]}v`), 1);
  const warm =
    /^(\d{1,3}(?:[.,]\d)?)(?:deg|degc|°c|c)$/.exec(body)?.[1] ??
    (/^\d{1,3}$/.test(body) && /^(?:deg|degc|degrees|celsius|°c)$/.test(next ?? "") ? body : null);
  if (warm !== null && senseAt(p, i) === null)
    return [{ text: body, is: "temperature", celsius: Number(warm.replace(",", ".")) }, warm === body ? 2 : 1];
  if (NUMBER.test(body)) {
    // mills of what, the thing they were read on tells
    if (next === "mills" || next === "mill") return made(parseValue(`${body}m`), after === "ac" ? 3 : 2);
    if (next === "milliohm" || next === "milliohms") return made(parseValue(`${Number(body.replace(",", ".")) / 1000}ohm`), 2);
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
      .replace(/v(?:ac|rms)$/i, "vac")
      .replace(/(v)dc$/i, "$1"),
  );
  if (!plain) return null;
  if (plain.unit === "V" && !plain.alternating && next === "ac") return made(parseValue(`${body}ac`), 2);
  return made(plain, 1);
}

/** A point on record by its name, however its sign is said. */
function pointAt(p: readonly string[], i: number, context: ReadoutContext): Found | null {
  const best = [...aliasesOf(context)]
    .filter(({ words }) => words.every((w, k) => p[i + k] === w) && (!isFigure(words.join(" "), context) || namesThere(p, i, words.length)))
    .sort((a, b) => b.words.length - a.words.length)[0];
  // "the bulk cap C101" is the part
  if (best && /^(?:cap|capacitor|caps)$/.test(p[i + best.words.length] ?? "")) return null;
  // a rail that is named in full is one, on record or not
  if (!best && p[i] === "rail" && SIGNED_ALONE.test(p[i + 1] ?? ""))
    return [{ text: `rail ${p[i + 1]!}`, is: "point", name: `rail ${p[i + 1]!.replace(/v$/, "")}` }, 2];
  return best ? [{ text: p.slice(i, i + best.words.length).join(" "), is: "point", name: best.name }, best.words.length] : null;
}

const isFigure = (said: string, { points }: ReadoutContext): boolean =>
  SIGNED_ALONE.test(said) || (BARE_ALONE.test(said) && !points.has(said));
/** A name that is a figure too: it names only where another figure or a verb follows. */
const SIGNED_ALONE = /^[+-]\d[\d.]*v?$/;
const BARE_ALONE = /^\d[\d.]*v?$/;
const namesThere = (p: readonly string[], i: number, length: number): boolean => {
  const next = p[i + length];
  // without a sign it is a figure, unless it is said to be the name
  if (/^\d/.test(p[i]!)) return /^(?:the)$/.test(p[i - 1] ?? "") || /^(?:reads|rail|line|supply|rails)$/.test(next ?? "");
  if (/^(?:the|on|of)$/.test(p[i - 1] ?? "")) return true;
  // "on +12 and -12"
  if (p[i - 1] === "and" && SIGNED_ALONE.test(p[i - 2] ?? "") && /^(?:the|on|of)$/.test(p[i - 3] ?? "")) return true;
  return (
    next !== undefined &&
    (/^(?:reads|is|now|at|has|rail|rails|had|only|reading|shows|gives|ripple|ac|:|=|down|up)$/.test(next) ||
      (/^\d|^[.,]\d/.test(next) && !/^[+-]/.test(next)) ||
      // "-12 -12.02": the name, and what it reads
      isNear(p[i]!, next))
  );
};

const isNear = (name: string, read: string): boolean => {
  const [a, b] = [name, read].map((t) => (/^[+-]\d+(?:[.,]\d+)?v?$/.test(t) ? parseFloat(t.replace(",", ".")) : NaN)) as [number, number];
  return a * b > 0 && /[.,]/.test(read) && Math.abs(b / a - 1) < 0.1;
};

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
  const named = [...points].filter(([name]) => /(^|\s)rail\b/.test(name));
  const rails = named.length > 0 ? named : [...points].filter(([name]) => /^[+-]\d/.test(name));
  for (const [name] of points) {
    add(name, name.toLowerCase());
    const signed = /^(?:rail )?([+-])(\d[\d.]*)v?$/.exec(name);
    if (!signed) continue;
    const [, sign, volts] = signed as unknown as [string, "+" | "-", string];
    const alone = rails.filter(([n]) => n.includes(sign)).length === 1;
    for (const word of SIGNS[sign]) {
      for (const v of [volts, `${volts}v`])
        if (word.length === 1) for (const as of [`${sign}${v} rail`, `rail ${sign}${v}`, `${sign}${v}`]) add(name, as);
        else for (const as of [`${word} ${v} rail`, `${word} ${v}`, `${word}${v}`]) add(name, as);
      if (alone) for (const as of [`${word} rail`, `rail ${word}`, `${word} one`, `${word} side`]) add(name, as);
      if (alone && word.length > 1) add(name, word);
    }
  }
  if (!points.has("rail +") && !rails.some(([n]) => n.includes("+"))) for (const w of SIGNS["+"]) add("rail +", `${w} rail`);
  if (!points.has("rail -") && !rails.some(([n]) => n.includes("-"))) for (const w of SIGNS["-"]) add("rail -", `${w} rail`);
  for (const ht of ["b+", "ht"]) if (!points.has(ht)) add(points.has("B+") ? "B+" : (["b+", "ht"].find((n) => points.has(n)) ?? "B+"), ht);
  // "the 24", "48 reads": a point by its volts, where no other has them
  const bare = [...points].flatMap(([name, v]) => (v === null ? [] : [[name, Math.abs(v)] as const]));
  for (const [name, v] of bare) if (bare.filter(([, o]) => o === v).length === 1) for (const as of [`${v}`, `${v}v`]) add(name, as);
  const seen = new Map<string, string>();
  for (const a of all) if (!seen.has(a.words.join(" "))) seen.set(a.words.join(" "), a.name);
  const list = [...seen].map(([said, name]) => ({ words: said.split(" "), name }));
  cache.set(points, list);
  return list;
}
