import type { Subject } from "../../evidence";
import type { BenchTest, HypothesisId, HypothesisRow } from "../../knowledge";
import type { EvidenceSource, Predicted, SourcedEvidence } from "../../diagnosis";
import type { VerdictState } from "../../verdict";
import type { PositionModel } from "../model/jobModel";
import type { Decisive, DiagnosisJob } from "./types";

// What all evidence of a job is made of.

/** Evidence, and what it decides where it does. */
export type JobEvidence = SourcedEvidence & {
  decisive?: { for: readonly HypothesisId[]; what: Decisive };
  /** what was read, and what the circuit says of it */
  ripple?: { volts: number; /** the name scripts know it by */ foretold: Predicted };
};

/** What decides weighs more than what only speaks: it was done to this very part and nothing else. */
export const DECISIVE = 1.7;

const BADNESS: Readonly<Record<VerdictState, number>> = { open: 5, shorted: 5, failed: 4, worn: 3, undecided: 2, unmeasured: 1, sound: 0 };

/** Positions a hypothesis can be, of the faulty channel where only that one can have it, the worst first. */
export function partsOf(h: HypothesisRow, positions: readonly PositionModel[], job: DiagnosisJob): PositionModel[] {
  const elsewhere = (p: PositionModel) =>
    h.scope === "one" && job.faultyChannel !== null && p.channel !== null && p.channel.toUpperCase() !== job.faultyChannel.toUpperCase();
  return positions
    .filter((p) => h.roles.includes(p.role) && !elsewhere(p) && (h.id !== "tantalumShorted" || p.technology === "tantalum"))
    .sort((a, b) => BADNESS[b.fittings[0]!.verdict.state] - BADNESS[a.fittings[0]!.verdict.state]);
}

/** Old units have bad parts that do no harm. */
export const badAnyway = (age: number | null): number => Math.min(0.35, 0.08 + 0.006 * (age ?? 20));

export const chancesOf = (test: BenchTest, rows: readonly HypothesisRow[]): number[] => rows.map((h) => test.given[h.id] ?? test.rest);

/** Evidence on some hypotheses alone. */
export const about = (
  source: EvidenceSource,
  ids: readonly HypothesisId[],
  rows: readonly HypothesisRow[],
  yes: number,
  base: number,
  happened: boolean,
  weight: number,
): JobEvidence => ({
  source,
  chance: rows.map((h) => (ids.includes(h.id) ? yes : base)),
  base,
  happened,
  rule: "shows",
  weight,
});

export const nameOf = (s: Subject): string => (s.kind === "unit" ? "" : s.name);
