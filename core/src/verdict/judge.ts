import { countingOf, magnitudeOf, type Counted, type Folded, type Quantity, type Reading } from "../evidence";
import { figure, type ShopConstants } from "../knowledge";
import { median } from "../numeric";
import { isWetAluminium, type Role } from "../part";
import { assess } from "./assess";
import type { JudgingContext } from "./judgingContext";
import { expectEsr, type EsrExpectation } from "./expectation";
import { finding } from "./finding";
import { isBad, isCondemned, type Finding, type Verdict, type VerdictNote, type VerdictState } from "./verdict";

/** The same position in another channel. */
export interface Counterpart {
  designator: string;
  folded: Folded;
  state: VerdictState;
}

interface Weighed {
  quantity: Quantity;
  reading: Reading;
  finding: Finding;
}

/**
 * The verdict on one part from everything read on it, folded. A sound reading out of circuit that a later bad one in circuit
 * contradicts leaves the part undecided. The worst finding decides, the better shown one first among the condemning; a part is
 * sound only if something cleared it. A part more than 2:1 worse than the median of its sound counterparts is never called sound (crossover
 * and tone: 5 %). What was seen stays visible whatever is read (common practice).
 */
export function judge(folded: Folded, context: JudgingContext, counterparts: readonly Counterpart[] = []): Verdict {
  const weighed = findingsOf(folded, context);
  const findings = weighed.map((w) => w.finding);
  const references = counterparts.filter((t) => !isCondemned(t.state));
  const ratios = counterpartRatios(weighed, references);
  const notes = [
    ...looks(folded),
    ...disagreements(context.constants, folded),
    ...sharedFate(findings, counterparts),
    ...shownRatios(context.constants, ratios),
  ];
  const measured = { notes, ...figuresOf(weighed, context) };
  const leading = weigh(findings);
  if (!leading)
    return {
      state: "unmeasured",
      certainty: "guess",
      reason: { code: "nothingMeasured" },
      reference: null,
      settle: "measureEsrInCircuit",
      ...measured,
    };
  const outlier = leading.state === "sound" ? unlikeCounterparts(context.constants, ratios, context.part.role) : null;
  return { ...(outlier ?? complete(leading, findings, context)), ...measured };
}

function findingsOf(folded: Folded, context: JudgingContext): Weighed[] {
  const weigh = (quantity: Quantity, reading: Reading): Weighed => ({ quantity, reading, finding: assess(reading, context, folded) });
  const counted = [...folded.counted.values()].flatMap((c) => (c.quantity === "look" ? [] : [contradicted(c, weigh)]));
  const last = folded.counted.get("look");
  const read = notOpen(counted, folded);
  const seen = last && !folded.staying.includes(last.counts) ? [...folded.staying, last.counts] : folded.staying;
  return [...read, ...seen.map((reading) => weigh("look", reading))];
}

/** A capacitance that was read after a part read open shows that it is none: what read open says no more than that it did. */
function notOpen(weighed: readonly Weighed[], { all }: Folded): Weighed[] {
  const c = weighed.find((w) => w.reading.measurement.kind === "capacitance" && w.finding.state !== "open");
  const measured = c?.reading.measurement;
  if (!c || measured?.kind !== "capacitance") return [...weighed];
  const since = all.indexOf(c.reading);
  return weighed.map((w) =>
    w.finding.state === "open" && w.reading.measurement.kind !== "visual" && all.indexOf(w.reading) < since
      ? { ...w, finding: finding("undecided", "guess", { code: "notOpen", farads: measured.farads }, "repeatOutOfCircuit") }
      : w,
  );
}

function contradicted(c: Counted<Reading>, weigh: (quantity: Quantity, reading: Reading) => Weighed): Weighed {
  const mine = weigh(c.quantity, c.counts);
  if (c.later === null || mine.finding.state !== "sound" || c.quantity === "behaviour" || c.quantity === "word") return mine;
  const later = weigh(c.quantity, c.later);
  if (!isBad(later.finding.state)) return mine;
  const quantity = c.quantity === "insulation" ? "leak" : c.quantity === "esr" || c.quantity === "esrLow" ? "esr" : "capacitance";
  const reference = later.finding.reference;
  return { ...mine, finding: finding("undecided", "likely", { code: "contradiction", quantity }, "repeatOutOfCircuit", reference) };
}

const SEVERITY: Readonly<Record<VerdictState, number>> = { unmeasured: 0, undecided: 1, sound: 1, worn: 2, failed: 3, open: 4, shorted: 5 };
const CERTAINTY = { guess: 0, likely: 1, shown: 2 } as const;

/**
 * Condemned before worn, the decisive first and of those the worst; then what may be wrong (likely undecided); then what clears;
 * then words; then the rest.
 */
function weigh(findings: readonly Finding[]): Finding | undefined {
  const rank = (f: Finding) => {
    if (f.reason.code === "said") return f.state === "failed" ? 15 : f.state === "sound" ? 10 : -1;
    if (isCondemned(f.state)) return 200 + 10 * CERTAINTY[f.certainty] + SEVERITY[f.state];
    if (isBad(f.state)) return 100 + CERTAINTY[f.certainty];
    if (f.state === "undecided") return f.certainty === "likely" ? 50 : 0;
    return 20 + CERTAINTY[f.certainty];
  };
  return findings.reduce<Finding | undefined>((best, f) => (best && rank(best) >= rank(f) ? best : f), undefined);
}

/** A sound verdict on a wet part is shown only when both ESR and C were read out of circuit. */
function complete(leading: Finding, findings: readonly Finding[], { part }: JudgingContext): Finding {
  if (leading.state !== "sound" || leading.certainty !== "shown" || !isWetAluminium(part.technology)) return leading;
  const shown = (code: string) => findings.some((f) => f.certainty === "shown" && f.reason.code === code);
  const missing = !shown("esr") ? "liftAndEsr" : !shown("capacitance") ? "liftAndCapacitance" : null;
  return missing ? { ...leading, certainty: "likely", settle: missing } : leading;
}

function figuresOf(weighed: readonly Weighed[], context: JudgingContext): Pick<Verdict, "capacitanceShare" | "esrRatio" | "esrLimits"> {
  const of = (quantity: Quantity) => weighed.find((w) => w.quantity === quantity);
  const c = (of("capacitance") ?? of("capacitanceHigh"))?.reading.measurement;
  const esr = of("esr") ?? of("esrLow");
  const limits = esr ? limitsOf(esr.reading, context) : null;
  const size = esr ? magnitudeOf(esr.reading.measurement) : null;
  return {
    capacitanceShare: c?.kind === "capacitance" ? c.farads / context.part.nominal : c?.kind === "condition" ? 0 : null,
    esrRatio: limits && size !== null ? size / limits.typical : null,
    esrLimits: limits,
  };
}

function limitsOf(reading: Reading, context: JudgingContext): EsrExpectation | null {
  const m = reading.measurement;
  if (m.kind !== "esr" && m.kind !== "dissipation") return null;
  return expectEsr(context.constants, context.part, m.at, reading.meter, context, context.datasheet);
}

/** What was seen goes on being said, even where it is not what decides. */
function looks({ staying }: Folded): VerdictNote[] {
  const signs = staying.flatMap((r) => (r.measurement.kind === "visual" ? [r.measurement.sign] : []));
  return [...new Set(signs)].map((sign) => ({ code: "lookedBad", sign }));
}

/** Two meters that read the same quantity on the same part in the same state and differ by more than 2:1. */
function disagreements(constants: ShopConstants, { all, counted }: Folded): VerdictNote[] {
  const quantityOf = new Map([...counted.values()].flatMap((c) => [c.counts, ...c.superseded].map((r) => [r, c.quantity] as const)));
  const latest = new Map<string, Reading>();
  for (const r of all) if (r.meter && magnitudeOf(r.measurement) !== null) latest.set(`${quantityOf.get(r)}|${r.inCircuit}|${r.meter}`, r);
  const list = [...latest.values()];
  return list.flatMap((a, i) =>
    list.slice(i + 1).flatMap((b): VerdictNote[] => {
      if (a.meter === b.meter || a.inCircuit !== b.inCircuit || quantityOf.get(a) !== quantityOf.get(b)) return [];
      const ratio = ratioOf(magnitudeOf(a.measurement)!, magnitudeOf(b.measurement)!);
      return ratio > figure(constants, "meters.disagree") ? [{ code: "metersDisagree", meters: [a.meter!, b.meter!], ratio }] : [];
    }),
  );
}

// two zeros agree; a zero beside a reading does not
const ratioOf = (a: number, b: number) => (a === b ? 1 : Math.max(a, b) / Math.max(Math.min(a, b), Number.MIN_VALUE));

interface CounterpartRatio {
  quantity: "esr" | "capacitance";
  /** how much worse than the median of its counterparts: above 1 is worse */
  ratio: number;
  counterparts: string[];
  finding: Finding;
  inCircuit: boolean;
}

/** Every figure against the same quantity of the counterparts, read in the same state; C at 1 kHz and at 120 Hz are not compared. */
function counterpartRatios(weighed: readonly Weighed[], counterparts: readonly Counterpart[]): CounterpartRatio[] {
  return weighed.flatMap(({ quantity, reading, finding: mine }): CounterpartRatio[] => {
    const value = magnitudeOf(reading.measurement);
    if (value === null || !(value > 0)) return [];
    const alike = counterparts.flatMap((t) => {
      const match = countingOf(t.folded, quantity);
      const size = match && match.inCircuit === reading.inCircuit ? magnitudeOf(match.measurement) : null;
      return size !== null && size > 0 ? [{ designator: t.designator, size }] : [];
    });
    if (alike.length === 0) return [];
    const middle = median(alike.map((t) => t.size));
    const esr = quantity === "esr" || quantity === "esrLow";
    const ratio = esr ? value / middle : middle / value;
    return [
      {
        quantity: esr ? "esr" : "capacitance",
        ratio,
        counterparts: alike.map((t) => t.designator),
        finding: mine,
        inCircuit: reading.inCircuit,
      },
    ];
  });
}

const heldToTheOtherSide = (role: Role) => role === "crossover" || role === "tone";

function unlikeCounterparts(constants: ShopConstants, ratios: readonly CounterpartRatio[], role: Role): Finding | null {
  const sides = heldToTheOtherSide(role) ? 1 + figure(constants, "counterparts.sides") : null;
  const off = ratios.find((r) => {
    // only the worse one of a pair is suspect; of two sides that must match, either
    const apart = r.quantity === "capacitance" && sides !== null ? Math.max(r.ratio, 1 / r.ratio) > sides + 1e-9 : false;
    return apart || r.ratio > figure(constants, "counterparts.ratio");
  });
  if (!off) return null;
  const { counterparts, quantity, ratio, inCircuit } = off;
  const lift = quantity === "esr" ? "liftAndEsr" : "liftAndCapacitance";
  const reason = { code: "unlikeCounterparts", counterparts, quantity, ratio } as const;
  return finding("undecided", "likely", reason, inCircuit ? lift : "repeatOutOfCircuit", off.finding.reference);
}

function shownRatios(constants: ShopConstants, ratios: readonly CounterpartRatio[]): VerdictNote[] {
  return ratios
    .filter((r) => r.ratio >= figure(constants, "counterparts.shown"))
    .map(({ counterparts, quantity, ratio }) => ({ code: "counterpartRatio", counterparts, quantity, ratio }));
}

function sharedFate(findings: readonly Finding[], counterparts: readonly Counterpart[]): VerdictNote[] {
  const bad = findings.some((f) => isBad(f.state));
  return bad && counterparts.length > 0 && counterparts.every((t) => isBad(t.state))
    ? [{ code: "allCounterpartsBad", counterparts: counterparts.map((t) => t.designator) }]
    : [];
}
