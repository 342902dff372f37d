import { LENGTHS } from "../../knowledge";
import { parseValue, volts, wordTable } from "../../units";
import { segmentsOf, type Segment } from "../designators";
import type { Effect, Entry, Quantity, ReadoutContext, SaidReading } from "../entry";
import type { Command } from "../command";
import { takeApart, type Phrase } from "../items";
import type { Token } from "../lex";
import { fail, keeps, type Parsed } from "../parsed";
import { meterNamed } from "./setting";
import { settle, type Settled } from "../settle";
import { CONDITION_WORDS, SAID, TREND_WORDS, VISUAL_WORDS } from "../words";

/** Readings of one part or several, what lies across a part, volts at it, words about it. */
export const part: Command = {
  name: "part",
  understand(line, context) {
    const found = segmentsOf(line, context);
    if (!found.ok)
      return found.issue.code === "noDesignator" && !understandable(line[0]!)
        ? fail({ code: "notUnderstood", token: line[0]!.text })
        : found;
    const { segments, implied } = found.value;
    if (segments.length === 1) return oneSegment(segments[0]!, implied, context);
    return several(segments, context);
  },
  examples: [
    { line: "C14 esr 4.6", says: "a reading" },
    { line: "4.6", says: "the same for the part under the cursor" },
    { line: "C14 out 31u 0.9r", says: "C and ESR, out of circuit" },
    { line: "C12 C13 esr 0.5 0.6", says: "several parts, in their order" },
    { line: "C14 esr 4.6 in 3.58 out", says: "in and out, each beside its value" },
    { line: "C3 leak 20k falling", says: "ohmmeter: falling, settled, climbing, ol" },
    { line: "C14 bulged", says: "what you see; ok, hot, leaky: what you say" },
    { line: "C13 same", says: "as the line before" },
    { line: "C5 with C7", says: "what lies across it; alone: nothing" },
    { line: "C1 38v", says: "charge left; live volts when on" },
    { line: "C1 ripple 80mv", says: "ripple: rms, or 230mvpp, or 2.4 div at 50mv" },
  ],
};

const understandable = ({ text, word }: Token) =>
  parseValue(text) !== null ||
  VISUAL_WORDS.has(word) ||
  CONDITION_WORDS.has(word) ||
  TREND_WORDS.has(word) ||
  SAID.has(word) ||
  /^(esr|c|cap|leak|d|df|tand)$/.test(word);

function oneSegment({ designators, rest }: Segment, implied: boolean, context: ReadoutContext): Parsed<Entry> {
  const phrase = takeApart(rest, context, designators);
  return phrase.ok ? conclude(phrase.value, designators, implied, context) : phrase;
}

/** Several parts, each with its own: one `in`, `out` or meter speaks for all of them, wherever it stands. */
function several(segments: readonly Segment[], context: ReadoutContext): Parsed<Entry> {
  const all = segments.flatMap((s) => s.rest);
  const places = all.filter((t) => PLACES.has(t.word));
  const meters = all.filter((t) => meterNamed(t, context));
  const shared = {
    ...context,
    ...(places.length === 1 ? { inCircuit: places[0]!.word === "in" } : {}),
    ...(meters.length === 1 ? { meter: meterNamed(meters[0]!, context) ?? null } : {}),
  };
  const spoken = new Set([...(places.length === 1 ? places : []), ...(meters.length === 1 ? meters : [])]);
  const effects: Effect[] = [];
  for (const { designators, rest } of segments) {
    // "C12 4.6 C13 same" means the part before it in this very line
    const before = effects.flatMap((c) => (c.about === "reading" ? [c] : []));
    const last = before.filter((c) => c.designator === before.at(-1)!.designator).map(saidOf);
    const entry = oneSegment(
      { designators, rest: rest.filter((t) => !spoken.has(t)) },
      false,
      last.length > 0 ? { ...shared, last } : shared,
    );
    if (!entry.ok) return entry;
    if (entry.value.kind !== "keeps") return fail({ code: "nothingSaid", designator: designators[0]! });
    effects.push(...entry.value.effects);
  }
  return keeps(...effects);
}
const saidOf = ({ measurement, significant, inCircuit, meter }: Extract<Effect, { about: "reading" }>): SaidReading => ({
  measurement,
  significant,
  inCircuit,
  meter,
});
const PLACES: ReadonlySet<string> = new Set(["in", "out", "lifted"]);

function conclude(phrase: Phrase, designators: readonly string[], implied: boolean, context: ReadoutContext): Parsed<Entry> {
  const first = designators[0]!;
  if (phrase.same) {
    if (phrase.items.length > 0) return fail({ code: "surplus", token: phrase.items[0]!.token.text, after: "same" });
    if (context.last.length === 0) return fail({ code: "sameAsWhat" });
    return keeps(
      ...designators.flatMap((d) => context.last.map((r) => ({ about: "reading", designator: d, implied, ...r }) as const)),
      ...others(phrase, designators),
    );
  }
  if (phrase.pending) return fail({ code: "valueMissing", after: phrase.pending.text });
  const readings = shareOut(phrase, designators, implied, context);
  if (!readings.ok) return readings;
  const effects = [...readings.value, ...others(phrase, designators)];
  if (effects.length > 0) return keeps(...effects);
  if (phrase.lifted) return { ok: true, value: { kind: "setting", inCircuit: false, meter: null, cursor: first } };
  return fail({ code: "nothingSaid", designator: first });
}

/** What is said beside the readings. */
function others(phrase: Phrase, designators: readonly string[]): Effect[] {
  const { parallel, note } = phrase;
  const [designator] = designators as [string];
  return [
    ...(parallel ? designators.map((d) => ({ about: "across", designator: d, parallel }) as const) : []),
    ...(note !== null ? [{ about: "note", designator, text: note.slice(0, LENGTHS.line) } as const] : []),
  ];
}

const NAME: ReadonlyMap<string, Quantity> = wordTable({
  esr: "esr",
  capacitance: "capacitance",
  dissipation: "dissipation",
  leak: "leak",
  volts: "volts",
});

/**
 * Items of one quantity are shared out: one for one part, as many as there are parts in their order. A word without a figure is
 * meant for all of them; a second value of a quantity is asked back, and so is one value for two parts.
 */
function shareOut(phrase: Phrase, designators: readonly string[], implied: boolean, context: ReadoutContext): Parsed<Effect[]> {
  const groups = new Map<string, { settled: (d: string) => Parsed<Settled>; word: boolean; text: string }[]>();
  for (const item of phrase.items) {
    const settled = (d: string) => settle(item, phrase, d, context.known.get(d)!);
    const sample = settled(designators[0]!);
    if (!sample.ok) return sample;
    const key = sample.value.key;
    groups.set(key, [...(groups.get(key) ?? []), { settled, word: item.said.kind === "measured", text: item.token.text }]);
  }
  const out: Effect[] = [];
  for (const [key, list] of groups) {
    if (list[0]!.word) list.length = 1;
    else if (list.length > 1 && designators.length === 1)
      return fail({ code: "secondValue", token: list[1]!.text, quantity: NAME.get(key.split(" ")[0]!)! });
    else if (list.length !== designators.length) return fail({ code: "valuesForParts", values: list.length, parts: designators.length });
    for (const [i, designator] of designators.entries()) {
      const settled = (list[i] ?? list[0]!).settled(designator);
      if (!settled.ok) return settled;
      out.push(consequence(settled.value, designator, implied));
    }
  }
  // nobody reads C with volts on the part: that is its marking said again
  const c = out.some((o) => o.about === "reading" && o.measurement.kind === "capacitance");
  if (c && out.some((o) => o.about === "voltsAt" && o.form === "dc"))
    return fail({ code: "soundsLikeMarking", designator: designators[0]! });
  return { ok: true, value: out };
}

function consequence(s: Settled, designator: string, implied: boolean): Effect {
  if (s.is === "volts") return { about: "voltsAt", designator, implied, volts: volts(s.volts), form: s.form, significant: s.significant };
  const { measurement, significant, inCircuit, meter } = s;
  return { about: "reading", designator, implied, measurement, significant, inCircuit, meter };
}
