import type { EvidenceSource, Predicted } from "../../diagnosis";
import type { HypothesisId, HypothesisRow, TestId } from "../../knowledge";
import type { JobHead } from "../records/records";

// What the diagnosis of a job is told in.

/** How far a suspect has come. A decisive test is needed for `shown`. */
export type SuspectState = "shown" | "likely" | "suspected" | "unlikely" | "ruledOut";

/** What a suspect was shown or ruled out by. */
export type Decisive =
  | { by: "measuredOut"; designator: string }
  | { by: "cured"; seq: number; asSet: boolean }
  | { by: "followed"; seq: number }
  | { by: "measuredSound"; designators: readonly string[] }
  | { by: "changedNothing"; seq: number };

export interface Reason {
  source: EvidenceSource;
  happened: boolean;
  /** bits for it; negative: against */
  bits: number;
  /** a ripple that was read, and what the circuit says of it */
  ripple?: { volts: number; foretold: Predicted };
}

export interface Suspect {
  id: HypothesisId;
  section: HypothesisRow["section"];
  chance: number;
  state: SuspectState;
  decisive: Decisive | null;
  /** parts on record it may be, the worst first */
  designators: readonly string[];
  for: readonly Reason[];
  against: readonly Reason[];
}

/** One thing to do: a test of the table, or parts to be measured for a suspect. */
export type Advice = {
  /** chance that it turns out as named */
  yes: number;
  bits: number;
  minutes: number;
  /** switched on; with hands inside */
  power: boolean;
  hands: boolean;
  /** the suspect that leads where it turns out as named, and where not */
  ifYes: HypothesisId;
  ifNo: HypothesisId;
} & AdviceWhat;
export type AdviceWhat =
  | { kind: "test"; test: TestId }
  | { kind: "measure"; hypothesis: HypothesisId; designators: readonly string[] }
  /** bridge it, replace it for a trial, clean or resolder it: gone means shown */
  | {
      kind: "confirm";
      hypothesis: HypothesisId;
      designators: readonly string[];
      /** what a good part for the first of them is marked, in farads and volts; null where none is named */
      like: { farads: number; volts: number | null } | null;
    };

/** Why a test may not be done now: charge inside, the school of first power, or nothing to do it with. */
export type HeldBack = "charge" | "firstPower" | "instrument";

export interface Diagnosis {
  suspects: readonly Suspect[];
  /** chance that it is on no list */
  other: number;
  /** the three that tell most a minute, of what may be done now */
  advice: readonly Advice[];
  /** what would tell more and may not be done now */
  held: readonly { advice: Advice; by: HeldBack }[];
  /** parts that are bad and not the cause, by an exchange without effect or by the channel they are in */
  badButInnocent: readonly string[];
}

/** What else the diagnosis must know of a job. */
export interface DiagnosisJob extends JobHead {
  channels: number;
  firstPowerApproach: "suppliesFirst" | "lookUnderLimiter";
}
