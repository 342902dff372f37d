import type { Amperes, Farads, Hertz, Ohms } from "../units";
import type { ReferenceSource } from "./expectation";
import type { Condition, OhmmeterTrend, VisualSign } from "./reading";

export const VERDICT_STATES = ["unmeasured", "sound", "undecided", "worn", "failed", "open", "shorted"] as const;
export type VerdictState = (typeof VERDICT_STATES)[number];

/** "shown": decisive by itself. "likely": strong, worth confirming. "guess": weak. */
export type Certainty = "shown" | "likely" | "guess";

export type VerdictReason =
  | { code: "nothingMeasured" }
  | { code: "esr"; ohms: Ohms; at: Hertz; expected: Ohms; ratio: number; inCircuit: boolean }
  | { code: "esrOverRange"; inCircuit: boolean }
  | { code: "esrMayBeHidden"; ohms: Ohms; ratio: number; by: readonly string[] }
  | { code: "esrClearedDespiteNeighbours"; ohms: Ohms; ratio: number; atMost: Ohms; by: readonly string[] }
  | { code: "esrNoReference"; ohms: Ohms }
  | { code: "capacitance"; farads: Farads; share: number; inCircuit: boolean }
  | { code: "capacitanceHigh"; farads: Farads; share: number; inCircuit: boolean }
  | { code: "capacitanceInCircuitProvesLittle"; farads: Farads; share: number }
  | { code: "capacitanceUnderReads"; farads: Farads; share: number; at: Hertz }
  | { code: "bankLow"; farads: Farads; sum: Farads; by: readonly string[] }
  | { code: "climbsToOverRange" }
  | { code: "leaky"; ohms: Ohms; trend: OhmmeterTrend }
  | { code: "leakMayBeCircuit"; ohms: Ohms }
  | { code: "nodeShorted"; ohms: Ohms }
  | { code: "nearZero"; ohms: Ohms }
  | { code: "leakageCurrent"; amperes: Amperes; limit: Amperes; ratio: number }
  | { code: "leakageInCircuit"; amperes: Amperes }
  | { code: "visual"; sign: VisualSign }
  | { code: "condition"; condition: Condition; inCircuit: boolean }
  | { code: "contradiction"; quantity: "esr" | "capacitance" | "leak" }
  | { code: "unlikeItsTwins"; twins: readonly string[]; quantity: "esr" | "capacitance"; ratio: number };

/** The reading that would turn a likely or undecided verdict into a shown one. */
export type Settle =
  | "measureEsrInCircuit"
  | "liftAndEsr"
  | "liftAndCapacitance"
  | "capacitanceAt120"
  | "liftAndOhmmeter"
  | "liftLegs"
  | "referenceReading"
  | "leakTest"
  | "repeatOutOfCircuit";

export type VerdictNote =
  { code: "metersDisagree"; meters: readonly [string, string]; ratio: number } | { code: "allTwinsBad"; twins: readonly string[] };

/** One finding drawn from one reading; a verdict is the finding that weighs most. */
export interface Finding {
  state: Exclude<VerdictState, "unmeasured">;
  certainty: Certainty;
  reason: VerdictReason;
  reference: ReferenceSource | null;
  settle: Settle | null;
}

/** What is to be thought of a part now, from everything measured on it. */
export interface Verdict {
  state: VerdictState;
  certainty: Certainty;
  reason: VerdictReason;
  reference: ReferenceSource | null;
  settle: Settle | null;
  notes: readonly VerdictNote[];
  /** measured C over marked C, from the reading that counts; null where none */
  capacitanceShare: number | null;
  /** measured ESR over expected ESR, from the reading that counts; null where none */
  esrRatio: number | null;
}

const BAD: ReadonlySet<VerdictState> = new Set(["worn", "failed", "open", "shorted"]);
/** Whether the part is worn or worse. */
export const isBad = (state: VerdictState): boolean => BAD.has(state);
/** Whether the part must be replaced: failed, open or shorted. */
export const isCondemned = (state: VerdictState): boolean => isBad(state) && state !== "worn";
