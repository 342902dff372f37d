import { wordTable } from "../units";
import type { Condition, Measurement, OhmmeterTrend } from "../evidence";
import { findDesignator } from "./designators";
import type { ReadoutContext, ReadoutIssue, ReadoutMeter, SaidParallel } from "./entry";
import { meterNamed } from "./commands/setting";
import type { Token } from "./lex";
import { CONDITION_WORDS, FILLERS, OVER_WORDS, SAID, TREND_WORDS, VISUAL_WORDS } from "./words";

type Hint = "esr" | "capacitance" | "dissipation" | "leak" | "volts" | "ripple";

export const HINT_WORDS: ReadonlyMap<string, Hint> = wordTable({
  esr: "esr",
  c: "capacitance",
  cap: "capacitance",
  d: "dissipation",
  df: "dissipation",
  tand: "dissipation",
  tanδ: "dissipation",
  leak: "leak",
  leakage: "leak",
  leaks: "leak",
  dcr: "leak",
  resistance: "leak",
  volts: "volts",
  ripple: "ripple",
});

/** Something said of a part that stands for a reading: a value, or a word that is one. */
export interface Item {
  token: Token;
  /** the word before it that says which quantity it is; `fresh` where it was said for this very value */
  hint: Hint | null;
  fresh: boolean;
  said: { kind: "value" } | { kind: "over" } | { kind: "measured"; measurement: Measurement };
  /** in hertz, where one was said beside it */
  at: number | "dc" | null;
  inCircuit: boolean;
  meter: ReadoutMeter | null;
}

/** All that was said of one or several parts, taken apart. */
export interface Phrase {
  items: Item[];
  trend: OhmmeterTrend | null;
  parallel: SaidParallel | null;
  lifted: boolean;
  same: boolean;
  forced: boolean;
  note: string | null;
  /** a word that says what is measured and has no value yet */
  pending: Token | null;
}

type Qualifier = { at: number } & (
  { kind: "place"; inCircuit: boolean } | { kind: "meter"; meter: ReadoutMeter } | { kind: "frequency"; hertz: number | "dc" }
);

export type Taken<T> = { ok: true; value: T } | { ok: false; issue: ReadoutIssue };

const CLIMBED: Token = { text: "climbing", word: "ol", value: null, percent: false, bound: null, at: null, standsAlone: false };

/** Words and values of a line without its designators, as items with the qualifiers that belong to each. */
export function takeApart(rest: readonly Token[], context: ReadoutContext, self: readonly string[]): Taken<Phrase> {
  const phrase: Phrase = { items: [], trend: null, parallel: null, lifted: false, same: false, forced: false, note: null, pending: null };
  const qualifiers: Qualifier[] = [];
  let hint: Hint | null = null;
  let fresh = false;
  let hintToken: Token | null = null;
  const push = (token: Token, said: Item["said"]) => {
    phrase.items.push({ token, hint, fresh, said, at: token.at, inCircuit: context.inCircuit, meter: context.meter });
    if (said.kind !== "measured") fresh = false;
  };
  for (let i = 0; i < rest.length; i++) {
    const token = rest[i]!;
    const { word } = token;
    const at = phrase.items.length;
    const meter = meterNamed(token, context);
    if (word === "note") {
      phrase.note = rest
        .slice(i + 1)
        .map((t) => t.text)
        .join(" ");
      if (phrase.note === "") return { ok: false, issue: { code: "valueMissing", after: "note" } };
      break;
    } else if (word === "with") {
      const found = neighbours(rest.slice(i + 1), context, self);
      if (!found.ok) return found;
      phrase.parallel = { kind: "with", designators: found.value };
      break;
    } else if (word === "!") phrase.forced = true;
    else if (word === "shortedout" || word === "burntout") return { ok: false, issue: { code: "positionOrCondition", token: token.text } };
    else if (word === "in" || word === "out" || word === "lifted") {
      qualifiers.push({ kind: "place", inCircuit: word === "in", at });
      if (word === "lifted") phrase.lifted = true;
    } else if (word === "dc") qualifiers.push({ kind: "frequency", hertz: "dc", at });
    else if (token.standsAlone || token.value?.unit === "Hz") {
      const hertz = token.at ?? token.value?.value ?? NaN;
      // hand-held and bench bridges work between 10 Hz and 10 MHz
      if (!(hertz >= 10 && hertz <= 1e7))
        return {
          ok: false,
          issue: Number.isNaN(hertz)
            ? { code: "notUnderstood", token: token.text }
            : { code: "impossible", token: token.text, quantity: "frequency" },
        };
      qualifiers.push({ kind: "frequency", hertz, at });
    } else if (meter) qualifiers.push({ kind: "meter", meter, at });
    else if (word === "alone") phrase.parallel = { kind: "alone" };
    else if (word === "same") phrase.same = true;
    else if (HINT_WORDS.has(word)) [hint, fresh, hintToken] = [HINT_WORDS.get(word)!, true, token];
    else if (TREND_WORDS.has(word)) phrase.trend = TREND_WORDS.get(word)!;
    else if (OVER_WORDS.has(word)) push(token, { kind: "over" });
    else if (VISUAL_WORDS.has(word)) push(token, { kind: "measured", measurement: { kind: "visual", sign: VISUAL_WORDS.get(word)! } });
    else if (CONDITION_WORDS.has(word))
      push(token, { kind: "measured", measurement: { kind: "condition", condition: CONDITION_WORDS.get(word)! } });
    else if (SAID.has(word)) push(token, { kind: "measured", measurement: { kind: "word", word: SAID.get(word)! } });
    else if (token.value) push(token, { kind: "value" });
    else if (!FILLERS.has(word)) return { ok: false, issue: { code: "notUnderstood", token: token.text } };
  }
  const last = phrase.items.findLast((item) => item.said.kind !== "measured");
  // "climbing" without a figure is the healthy charge test, which ends over-range
  if (phrase.trend === "climbing" && !last) {
    push(CLIMBED, { kind: "over" });
    Object.assign(phrase.items.at(-1)!, { hint: "leak", fresh: true });
    fresh = false;
  }
  // "4.6 esr": the word behind the value, where it has none of its own
  if (fresh && hint !== null) {
    if (last && last.hint === null && fits(hint, last.token.value?.unit ?? null)) [last.hint, last.fresh] = [hint, true];
    else if (hintToken?.word === "leaks") push(hintToken, { kind: "measured", measurement: { kind: "word", word: "leaky" } });
    else phrase.pending = hintToken;
  }
  // a short that comes and goes is no short
  const isSaid = ({ said }: Item, condition: Condition) =>
    said.kind === "measured" && said.measurement.kind === "condition" && said.measurement.condition === condition;
  if (phrase.items.some((item) => isSaid(item, "intermittent")))
    phrase.items = phrase.items.filter((item) => !isSaid(item, "shorted") && !isSaid(item, "open"));
  bind(phrase.items, qualifiers);
  return { ok: true, value: phrase };
}

const UNITS: Readonly<Record<Hint, readonly string[]>> = {
  esr: ["Ω"],
  capacitance: ["F"],
  dissipation: [],
  leak: ["Ω", "A"],
  volts: ["V"],
  ripple: ["V"],
};
const fits = (hint: Hint, unit: string | null): boolean => unit === null || UNITS[hint].includes(unit);

function neighbours(tokens: readonly Token[], context: ReadoutContext, self: readonly string[]): Taken<string[]> {
  const names = tokens.filter((t) => !FILLERS.has(t.word) && t.word !== "!");
  if (names.length === 0) return { ok: false, issue: { code: "valueMissing", after: "with" } };
  const found: string[] = [];
  for (const name of names) {
    const designator = findDesignator(name.text, context);
    if (!designator.ok) return designator;
    if (self.includes(designator.value)) return { ok: false, issue: { code: "acrossItself", designator: designator.value } };
    found.push(designator.value);
  }
  return { ok: true, value: [...new Set(found)] };
}

/**
 * Gives each item the qualifiers that belong to it. One `in`, `out` or meter speaks for the whole line, wherever it stands; of
 * several each speaks for the values behind it where the first stands before any value, else for those before it. A frequency
 * belongs to the value it stands beside: the one before it, else the one behind; the only one, at the end, belongs to all of them.
 */
function bind(items: Item[], qualifiers: readonly Qualifier[]): void {
  for (const kind of ["place", "meter"] as const) {
    const mine = qualifiers.filter((q) => q.kind === kind);
    const leading = mine[0] !== undefined && mine[0].at === 0;
    items.forEach((item, i) => {
      const q = mine.length === 1 ? mine[0] : leading ? mine.findLast((m) => m.at <= i) : (mine.find((m) => m.at > i) ?? mine.at(-1));
      if (q?.kind === "place") item.inCircuit = q.inCircuit;
      if (q?.kind === "meter") item.meter = q.meter;
    });
  }
  const frequencies = qualifiers.filter((q) => q.kind === "frequency");
  const [only] = frequencies;
  if (only && frequencies.length === 1 && only.at === items.length)
    for (const item of items) if (item.said.kind === "value") item.at ??= only.hertz;
  for (const q of frequencies) {
    const beside = items[q.at - 1] ?? items[q.at];
    if (beside && beside.at === null) beside.at = q.hertz;
  }
}
