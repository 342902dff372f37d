import { median } from "../numeric";
import { assess, type JudgingContext } from "./assess";
import type { Reading } from "./reading";
import { isWetAluminium } from "./technology";
import { isBad, type Finding, type Verdict, type VerdictNote, type VerdictState } from "./verdict";

/** The readings of the same position in another channel. */
export interface Twin {
  designator: string;
  readings: readonly Reading[];
  state: VerdictState;
}

type Quantity = "esr" | "capacitance" | "leak" | "visual" | "condition";
interface Weighed {
  reading: Reading;
  finding: Finding;
}

/**
 * The verdict on one part from everything measured on it (readings in any order; none is ever dropped, only superseded).
 * For each quantity the latest out-of-circuit reading counts before any in-circuit one; an in-circuit reading that is bad after
 * an out-of-circuit one was sound is a contradiction, and the part is undecided. The worst finding decides; a part is sound
 * only if something cleared it. A part more than 2:1 worse than the median of its twins is never called sound (common practice).
 */
export function judge(readings: readonly Reading[], context: JudgingContext, twins: readonly Twin[] = []): Verdict {
  const inOrder = [...readings].sort((a, b) => a.takenAt - b.takenAt);
  const counted = countedReadings(inOrder, context);
  const findings = counted.map((w) => w.finding);
  const notes = [...disagreements(inOrder), ...sharedFate(findings, twins)];
  const measured = { notes, ...shares(counted) };
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
  const outlier = leading.state === "sound" ? unlikeTwins(counted, twins) : null;
  return { ...(outlier ?? complete(leading, findings, context)), ...measured };
}

function quantityOf(reading: Reading): Quantity {
  const m = reading.measurement;
  switch (m.kind) {
    case "esr":
    case "dissipation":
      return "esr";
    case "ohmmeter":
    case "leakage":
      return "leak";
    case "condition":
      // open is no capacitance and short is no insulation: figures of those quantities supersede them
      return m.condition === "open" ? "capacitance" : m.condition === "shorted" ? "leak" : "condition";
    case "capacitance":
    case "visual":
      return m.kind;
  }
}

function countedReadings(inOrder: readonly Reading[], context: JudgingContext): Weighed[] {
  const weighed = inOrder.map((reading) => ({ reading, finding: assess(reading, context) }));
  const byQuantity = groupByQuantity(weighed);
  return [...byQuantity].flatMap(([quantity, all]) => {
    if (quantity === "visual") return all.filter((w, i) => i === all.length - 1 || w.finding.state !== "undecided");
    const lastOut = all.findLast((w) => !w.reading.inCircuit);
    const last = all[all.length - 1]!;
    if (!lastOut || lastOut === last) return [last];
    if (quantity !== "condition" && lastOut.finding.state === "sound" && isBad(last.finding.state)) return [contradiction(last, quantity)];
    return [lastOut];
  });
}

function groupByQuantity(weighed: readonly Weighed[]): Map<Quantity, Weighed[]> {
  const groups = new Map<Quantity, Weighed[]>();
  for (const w of weighed) {
    const quantity = quantityOf(w.reading);
    groups.set(quantity, [...(groups.get(quantity) ?? []), w]);
  }
  return groups;
}

function contradiction(last: Weighed, quantity: "esr" | "capacitance" | "leak"): Weighed {
  return {
    reading: last.reading,
    finding: {
      state: "undecided",
      certainty: "likely",
      reason: { code: "contradiction", quantity },
      reference: last.finding.reference,
      settle: "repeatOutOfCircuit",
    },
  };
}

const SEVERITY: Readonly<Record<VerdictState, number>> = { unmeasured: 0, undecided: 1, sound: 1, worn: 2, failed: 3, open: 4, shorted: 5 };
const CERTAINTY = { guess: 0, likely: 1, shown: 2 } as const;

/** Bad before anything else, the worst first; then what may be wrong (likely undecided); then what clears; then the rest. */
function weigh(findings: readonly Finding[]): Finding | undefined {
  const rank = (f: Finding) => {
    if (isBad(f.state)) return 100 + 10 * SEVERITY[f.state] + CERTAINTY[f.certainty];
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

function shares(counted: readonly Weighed[]): Pick<Verdict, "capacitanceShare" | "esrRatio"> {
  let capacitanceShare: number | null = null;
  let esrRatio: number | null = null;
  for (const { finding } of counted) {
    const { reason } = finding;
    if ("share" in reason) capacitanceShare = reason.share;
    if (reason.code === "esr" || reason.code === "esrMayBeHidden" || reason.code === "esrClearedDespiteNeighbours") esrRatio = reason.ratio;
    if (reason.code === "condition" && reason.condition === "open") capacitanceShare = 0;
  }
  return { capacitanceShare, esrRatio };
}

const DISAGREE = 2;

/** Two meters that read the same quantity on the same part in the same state and differ by more than 2:1. */
function disagreements(inOrder: readonly Reading[]): VerdictNote[] {
  const latest = new Map<string, Reading>();
  for (const r of inOrder) if (r.meter && magnitude(r) !== null) latest.set(`${quantityOf(r)}|${r.inCircuit}|${r.meter}`, r);
  const list = [...latest.values()];
  return list.flatMap((a, i) =>
    list.slice(i + 1).flatMap((b): VerdictNote[] => {
      if (a.meter === b.meter || a.inCircuit !== b.inCircuit || !comparable(a, b)) return [];
      const ratio = ratioOf(magnitude(a)!, magnitude(b)!);
      return ratio > DISAGREE ? [{ code: "metersDisagree", meters: [a.meter!, b.meter!], ratio }] : [];
    }),
  );
}

function magnitude({ measurement: m }: Reading): number | null {
  if (m.kind === "esr" && m.ohms !== "over") return m.ohms;
  if (m.kind === "capacitance") return m.farads;
  return null;
}

/** Same quantity at like frequency: ESR at 100 kHz says nothing about ESR at 120 Hz. */
function comparable(a: Reading, b: Reading): boolean {
  const [x, y] = [a.measurement, b.measurement];
  if (x.kind !== y.kind) return false;
  if (x.kind === "esr" && y.kind === "esr") return ratioOf(x.at, y.at) < 2;
  return true;
}

// two zeros agree; a zero beside a reading does not
const ratioOf = (a: number, b: number) => (a === b ? 1 : Math.max(a, b) / Math.max(Math.min(a, b), Number.MIN_VALUE));

const TWIN_RATIO = 2;

function unlikeTwins(counted: readonly Weighed[], twins: readonly Twin[]): Finding | null {
  for (const { reading, finding } of counted) {
    const value = magnitude(reading);
    if (value === null) continue;
    const alike = twins.flatMap((t) => {
      const match = t.readings.findLast((r) => r.inCircuit === reading.inCircuit && comparable(r, reading) && magnitude(r) !== null);
      return match ? [{ designator: t.designator, value: magnitude(match)! }] : [];
    });
    if (alike.length === 0) continue;
    const quantity = reading.measurement.kind === "esr" ? "esr" : "capacitance";
    const middle = median(alike.map((t) => t.value));
    const ratio = quantity === "esr" ? value / middle : middle / value; // only the worse one of a pair is suspect
    if (ratio > TWIN_RATIO && Number.isFinite(ratio))
      return {
        state: "undecided",
        certainty: "likely",
        reason: { code: "unlikeItsTwins", twins: alike.map((t) => t.designator), quantity, ratio },
        reference: finding.reference,
        settle: reading.inCircuit ? (quantity === "esr" ? "liftAndEsr" : "liftAndCapacitance") : "repeatOutOfCircuit",
      };
  }
  return null;
}

function sharedFate(findings: readonly Finding[], twins: readonly Twin[]): VerdictNote[] {
  const bad = findings.some((f) => isBad(f.state));
  return bad && twins.length > 0 && twins.every((t) => isBad(t.state))
    ? [{ code: "allTwinsBad", twins: twins.map((t) => t.designator) }]
    : [];
}
