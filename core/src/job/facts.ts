import type { TouchSafety } from "../bringUp";
import { isBad, isCondemned, type Settle, type VerdictState } from "../verdict";
import type { JobState } from "./state";

/** What the path and the next act are drawn from: one entry a position. */
export interface PositionFacts {
  designator: string;
  verdict: VerdictState;
  settle: Settle | null;
  inCircuitOnly: boolean;
  decision: "none" | "replace" | "temporary" | "leave";
  /** the part that is in now was fitted on this job */
  renewed: boolean;
  twins: readonly string[];
}

export interface JobFacts {
  state: JobState;
  complaint: string;
  findings: number;
  safety: TouchSafety;
  positions: readonly PositionFacts[];
  waived: boolean;
  /** whether it has been looked at if the bad parts explain the complaint; null where no circuit model makes such a complaint */
  explained: boolean | null;
}

/** Worn parts may stay by decision; failed, open and shorted ones too, but only by a recorded one. */
export const needsDecision = (p: Pick<PositionFacts, "verdict" | "decision">): boolean => isBad(p.verdict) && p.decision === "none";

export type ClosingHold = "energised" | "temporary" | "undecided" | "hazard";

/**
 * Everything that holds the closing of a job, the most pressing first: the one rule for server, screen and path. All but a unit that
 * is switched on can be waived in writing.
 */
export function closingHolds({ safety, positions }: Pick<JobFacts, "safety" | "positions">): ClosingHold[] {
  return [
    ...(safety.kind === "energised" ? (["energised"] as const) : []),
    ...(positions.some((p) => p.decision === "temporary") ? (["temporary"] as const) : []),
    ...(positions.some((p) => isCondemned(p.verdict) && p.decision === "none") ? (["undecided"] as const) : []),
    ...(safety.kind === "chargeHeld" ? (["hazard"] as const) : []),
  ];
}

export const isClosed = (state: JobState): boolean => state === "closed" || state === "clearedWithoutCause";
