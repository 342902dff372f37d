import type { Act, Circumstances, FigureQuantity, Followed, LookSign, Marked, Outcome, SaidPartState, Subject } from "../evidence";
import type { FindingToken } from "../device";
import { classOf, type PartClass } from "../part";
import { parseValue, seconds, volts, wordTable, type Seconds } from "../units";
import { looksLikeDesignator, normaliseDesignator } from "./designator";
import { phraseAt, type Meaning } from "./lexicon";
import { VISUAL_WORDS, channelOf } from "./words";

/** A thing that was named, with its place in the clause. */
export interface Thing {
  subject: Exclude<Subject, { kind: "unit" }>;
  class: PartClass | null;
  at: number;
}

/** A figure that stands in a clause, with the word before it that says what it is. */
export interface Figure {
  marked: Marked | "over";
  unitless: boolean;
  quantity: { quantity: FigureQuantity; label: string | null } | null;
  at: number;
  text: string;
}

/** One statement of a line, its words sorted into slots whatever their order. */
export interface Clause {
  text: string;
  acts: { act: Act; at: number }[];
  things: Thing[];
  figures: Figure[];
  outcome: Outcome | null;
  symptom: FindingToken | null;
  signs: LookSign[];
  states: SaidPartState[];
  under: Circumstances;
  severity: "slight" | "bad" | null;
  followed: Followed | null;
  still: boolean;
  no: boolean;
  back: boolean;
  intended: boolean;
  marking: boolean;
  toGround: boolean;
  /** places of "across", "into" and "put" */
  across: number | null;
  into: number | null;
  put: boolean;
  /** "it", "that": the thing named before */
  it: boolean;
  /** words that name a point and its volts, for the head of points */
  point: string | null;
  /** the same with the volts it is said to have had before: "rail 11.7 back to 15" */
  pointBefore: string | null;
  /** words that mean nothing here */
  unread: string[];
}

const POINT_HEADS: ReadonlySet<string> = new Set(["rail", "bias", "offset", "b+", "b-", "ht"]);
const FLOW: ReadonlySet<string> = new Set(
  (
    "the a an is are was were be been and then so on off now only just with up out from at its his my our their there " +
    "when while after i we meter shows says set sags drops rises goes came comes went stays reads read gets got draw draws over"
  ).split(" "),
);
const NUMBERS: ReadonlyMap<string, number> = wordTable({
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  twelve: 12,
  fifteen: 15,
  twenty: 20,
  thirty: 30,
  half: 0.5,
  an: 1,
  a: 1,
});
const SPAN: ReadonlyMap<string, number> = wordTable({
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
  hour: 3600,
  hours: 3600,
  "an hour": 3600,
});

/** Which of several places of one name. */
const WHICH = /^(one|two|three|four|five|six|seven|eight|[1-9]|1[0-6])$/;
const UNIT_APART = /^(v|vac|vdc|volts?|mv|ohms?|k|kohms?|mohms?|a|ma|amps?|uf|nf|pf|w|watts?)$/i;

/** "after ten minutes" as seconds, and the rest of the text. */
function takeSpan(text: string): { after: Seconds | null; rest: string } {
  const match =
    /\b(?:after|for)\s+(\d+(?:[.,]\d+)?|[a-z]+)\s*(seconds?|secs?|s|minutes?|mins?|min|an hour|hours?|h)\b(?:\s+(?:on|warm|running|idle))?/i.exec(
      text,
    );
  const number = match && (NUMBERS.get(match[1]!.toLowerCase()) ?? Number(match[1]!.replace(",", ".")));
  const span = match && SPAN.get(match[2]!.toLowerCase());
  if (!match || !number || !span || !Number.isFinite(number)) return { after: null, rest: text };
  return { after: seconds(number * span), rest: `${text.slice(0, match.index)} ${text.slice(match.index + match[0].length)}` };
}

/** "at 115v mains" as volts, and the rest of the text. */
function takeMains(text: string): { mains: number | null; rest: string } {
  const match =
    /\b(?:at|on)\s+(\d{2,3})\s*(?:v|vac|volts?)?\s*(?:of\s+)?mains\b|\bmains\s+(?:at\s+)(\d{2,3})\s*(?:v|vac|volts?)?(?=\s|$)/i.exec(text);
  const value = Number(match?.[1] ?? match?.[2] ?? NaN);
  return match && value >= 1 && value <= 500
    ? { mains: value, rest: `${text.slice(0, match.index)} ${text.slice(match.index + match[0].length)}` }
    : { mains: null, rest: text };
}

const isDesignator = (word: string) =>
  looksLikeDesignator(word) && parseValue(word) === null && !VISUAL_WORDS.has(word.toLowerCase()) && channelOf(word) === null;

function piecesOf(text: string): string[] {
  const raw = text
    .split(/\s+/)
    .map((w) => w.replace(/[,;:.!?]+$/, ""))
    .filter(Boolean);
  const out: string[] = [];
  for (const w of raw) {
    const before = out.at(-1);
    if (before !== undefined && UNIT_APART.test(w) && /^[+-]?[\d.,]+$/.test(before) && parseValue(before + w))
      out[out.length - 1] = before + w;
    else out.push(w);
  }
  return out;
}

/** Sorts the words of one statement into slots. Nothing is guessed: what fits no slot is in `unread`. */
function readClause(text: string): Clause {
  const span = takeSpan(text);
  const power = takeMains(span.rest);
  const pieces = piecesOf(power.rest);
  const words = pieces.map((p) => p.toLowerCase());
  const clause: Clause = {
    text: text.trim(),
    acts: [],
    things: [],
    figures: [],
    outcome: null,
    symptom: null,
    signs: [],
    states: [],
    under: { ...(span.after === null ? {} : { after: span.after }), ...(power.mains === null ? {} : { mains: volts(power.mains) }) },
    severity: null,
    followed: null,
    still: false,
    no: false,
    back: false,
    intended: false,
    marking: false,
    toGround: false,
    across: null,
    into: null,
    put: false,
    it: false,
    point: null,
    pointBefore: null,
    unread: [],
  };
  let naming: string[] = []; // words that may be the first part of a thing's name
  let quantity: Figure["quantity"] = null;
  const pointWords: string[] = [];
  let pointAt = -1;
  const drop = () => {
    clause.unread.push(...naming.filter((w) => channelOf(w) === null));
    naming = [];
  };
  for (let i = 0; i < words.length;) {
    const word = words[i]!;
    const piece = pieces[i]!;
    // "voice board three", "board 2": which of several
    const noun = clause.things.at(-1);
    if (noun?.subject.kind === "place" && noun.class === null && noun.at === i - 1 && WHICH.test(word) && i + 1 < words.length) {
      Object.assign(noun, { subject: { kind: "place", name: `${noun.subject.name} ${word}` }, at: i });
      i++;
      continue;
    }
    const value = /\d/.test(piece) && !isDesignator(piece) ? parseValue(piece.replace(/^[<>~≈]/, "")) : null;
    if (POINT_HEADS.has(word)) {
      pointAt = i;
      pointWords.push(...naming, word);
      naming = [];
      i++;
      continue;
    }
    if (isDesignator(piece)) {
      const name = normaliseDesignator(piece);
      const joint = clause.things.at(-1);
      // "joint Q7", "board by C12": the place has its part in its name
      const beside = words[i - 1] !== undefined && (phraseAt(words, i - 1)?.meaning.slot === "beside" || joint?.at === i - 1);
      if (joint && beside && joint.subject.kind === "place") {
        joint.subject = { kind: "place", name: `${joint.subject.name} ${joint.at === i - 1 ? "" : `${words[i - 1]} `}${name}` };
        joint.at = i;
      } else clause.things.push({ subject: { kind: "part", name }, class: classOf(name), at: i });
      drop();
      i++;
      continue;
    }
    if (value) {
      if (pointAt >= 0 && (value.unit === null || value.unit === "V")) pointWords.push(piece);
      else
        clause.figures.push({
          marked: { value: value.value, unit: value.unit ?? (value.tiny ? "F" : "Ω"), significant: value.significant },
          unitless: value.unit === null && !value.tiny,
          quantity,
          at: i,
          text: piece,
        });
      i++;
      continue;
    }
    if (/^[+-]$/.test(piece) && pointAt >= 0) {
      pointWords.push(piece);
      i++;
      continue;
    }
    const phrase = phraseAt(words, i);
    if (!phrase) {
      if (!FLOW.has(word)) naming.push(word);
      i++;
      continue;
    }
    const { meaning, length } = phrase;
    if (meaning.slot === "noun") {
      const name = [...naming, ...words.slice(i, i + length)].join(" ");
      const last = clause.things.at(-1);
      // "tone board plug": nouns in a row are one thing
      if (last && last.at === i - 1 && last.subject.kind === "place" && naming.length === 0)
        Object.assign(last, { subject: { kind: "place", name: `${last.subject.name} ${name}` }, class: meaning.class, at: i + length - 1 });
      else clause.things.push({ subject: { kind: "place", name }, class: meaning.class, at: i + length - 1 });
      naming = [];
    } else {
      // "into the right": a side alone is a thing of its own
      if (meaning.slot === "quantity") quantity = { quantity: meaning.quantity, label: meaning.label };
      if (meaning.slot !== "quantity" || pointAt < 0) take(clause, meaning, i, quantity);
      if (naming.some((w) => channelOf(w) !== null)) sideAlone(clause, naming, i - 1);
      naming = naming.filter((w) => channelOf(w) === null);
    }
    i += length;
  }
  if (naming.some((w) => channelOf(w) !== null)) sideAlone(clause, naming, words.length - 1);
  naming = naming.filter((w) => channelOf(w) === null);
  if (clause.acts.length + (clause.put ? 1 : 0) > 0 && clause.things.length === 0 && naming.length > 0)
    clause.things.push({ subject: { kind: "place", name: naming.join(" ") }, class: null, at: words.length - 1 });
  else drop();
  namePoint(clause, pointWords);
  if (pointAt >= 0 && clause.point === null)
    clause.things.push({ subject: { kind: "point", name: pointWords.join(" ") }, class: null, at: pointAt });
  return clause;
}

/** A change of volts has two figures at its end, the first of which stood there before. */
const CHANGE = /([+-]?\d[\d.,]*)\s*(?:m?v|volts?)?\s*(?:back to|up to|down to|to|->|→)\s*[+-]?\d/i;

function namePoint(clause: Clause, words: readonly string[]): void {
  const figures = words.flatMap((w, i) => (/\d/.test(w) ? [i] : []));
  if (figures.length === 0) return;
  const [was, is] = figures.slice(-2) as [number, number?];
  // "rail +15 back to 15.1": the first figure is what the rail is called by
  const called = words[was! - 1] === "rail" && /^[+-]/.test(words[was!]!);
  const changed = is !== undefined && !called && CHANGE.test(clause.text);
  clause.point = words.filter((_, i) => !(changed && i === was)).join(" ");
  clause.pointBefore = changed ? words.filter((_, i) => i !== is).join(" ") : null;
}

function sideAlone(clause: Clause, naming: readonly string[], at: number): void {
  clause.things.push({ subject: { kind: "place", name: naming.join(" ") }, class: null, at });
}

function take(clause: Clause, m: Meaning, at: number, quantity: Figure["quantity"]): void {
  switch (m.slot) {
    case "act":
      clause.acts.push({ act: m.act, at });
      break;
    case "outcome":
      clause.outcome = m.outcome;
      break;
    case "symptom":
      clause.symptom = m.symptom;
      break;
    case "sign":
      clause.signs.push(m.sign);
      break;
    case "state":
      clause.states.push(m.state);
      break;
    case "under":
      Object.assign(clause.under, m.under);
      break;
    case "severity":
      clause.severity = m.severity;
      break;
    case "followed":
      clause.followed = m.followed;
      break;
    case "over":
      clause.figures.push({ marked: "over", unitless: true, quantity, at, text: "over-range" });
      break;
    case "across":
      clause.across ??= at;
      break;
    case "into":
      clause.into ??= at;
      break;
    case "still":
    case "no":
    case "back":
    case "intended":
    case "put":
    case "it":
      clause[m.slot] = true;
      break;
    case "marked":
      clause.marking = true;
      break;
    case "ground":
      clause.toGround = true;
      break;
    case "beside":
    case "quantity":
    case "noun":
      break;
  }
}

const BREAKS = /\s*;\s*|,\s+|:\s+|\.\s+|\s+[-–]\s+|\s+(?:but|then|so)\s+/i;

/** A line as statements: at stops and commas, and at an "and" that begins a new fact. A comma within a number parts nothing. */
export function clausesOf(text: string): Clause[] {
  return text
    .split(BREAKS)
    .flatMap(atAnd)
    .map((t) => t.trim())
    .filter(Boolean)
    .map(readClause);
}

function atAnd(text: string): string[] {
  const parts = text.split(/\s+and\s+/i);
  const out = [parts[0]!];
  for (const part of parts.slice(1)) {
    const [left, right] = [readClause(out.at(-1)!), readClause(part)];
    if (statesSomething(left) && statesSomething(right)) out.push(part);
    else out[out.length - 1] += ` and ${part}`;
  }
  return out;
}

const statesSomething = (c: Clause): boolean =>
  c.acts.length > 0 ||
  c.outcome !== null ||
  c.symptom !== null ||
  c.signs.length > 0 ||
  c.states.length > 0 ||
  c.point !== null ||
  c.figures.length > 0 ||
  c.followed !== null;
