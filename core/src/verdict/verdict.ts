import type { Condition, OhmmeterTrend, SaidWord, VisualSign } from "../evidence";
import type { Amperes, Farads, Hertz, Ohms, Volts } from "../units";
import type { EsrExpectation, ReferenceSource } from "./expectation";

export const VERDICT_STATES = ["unmeasured", "sound", "undecided", "worn", "failed", "open", "shorted"] as const;
export type VerdictState = (typeof VERDICT_STATES)[number];

/** "shown": decisive by itself. "likely": strong, worth confirming. "guess": weak. */
export type Certainty = "shown" | "likely" | "guess";

export type VerdictReason =
  | { code: "nothingMeasured" }
  | { code: "esr"; ohms: Ohms; at: Hertz; expected: Ohms; ratio: number; inCircuit: boolean; atLimit: Ohms | null }
  | { code: "esrOverRange"; inCircuit: boolean }
  | { code: "esrNearZero"; ohms: Ohms; inCircuit: boolean }
  /** over-range on a part too small for an ESR meter */
  | { code: "esrNoUseFor"; nominal: Farads }
  /** read as open, and a capacitance was read since */
  | { code: "notOpen"; farads: Farads }
  | { code: "esrBeyondDisplay"; ohms: Ohms; expected: Ohms }
  | { code: "esrMayBeHidden"; ohms: Ohms; ratio: number; by: readonly string[] }
  | { code: "esrClearedDespiteNeighbours"; ohms: Ohms; ratio: number; atMost: Ohms; by: readonly string[] }
  | { code: "esrNoReference"; ohms: Ohms }
  | { code: "bankEsrHigh"; ohms: Ohms; expected: Ohms; ratio: number; by: readonly string[] }
  | { code: "capacitance"; farads: Farads; share: number; inCircuit: boolean }
  | { code: "capacitanceHigh"; farads: Farads; share: number; inCircuit: boolean }
  | { code: "capacitanceOffForItsPlace"; farads: Farads; share: number; tolerance: number }
  | { code: "capacitanceGone"; farads: Farads; share: number; inCircuit: boolean }
  | { code: "capacitanceInCircuitProvesLittle"; farads: Farads; share: number }
  | {
      code: "capacitanceUnderReads";
      farads: Farads;
      share: number;
      at: Hertz;
      model: { esr: Ohms; farads: Farads; agrees: boolean } | null;
    }
  | { code: "bankLow"; farads: Farads; sum: Farads; missing: number; by: readonly string[] }
  | { code: "climbsToOverRange" }
  | { code: "overRangeProvesLittle" }
  | { code: "stillClimbing"; ohms: Ohms }
  | { code: "leaky"; ohms: Ohms; trend: OhmmeterTrend; least: Ohms }
  | { code: "leakWithinForm"; ohms: Ohms; least: Ohms }
  | { code: "leakTrendUnsaid"; ohms: Ohms; least: Ohms }
  | { code: "leakShifts"; ohms: Ohms; shift: Volts }
  | { code: "leakMayBeCircuit"; ohms: Ohms }
  | { code: "nodeShorted"; ohms: Ohms }
  | { code: "nearZero"; ohms: Ohms }
  | { code: "shortForItsSupply"; ohms: Ohms; rated: Volts }
  | { code: "leakageCurrent"; amperes: Amperes; limit: Amperes; ratio: number }
  | { code: "leakageInCircuit"; amperes: Amperes }
  | { code: "leakNeedsVolts"; amperes: Amperes }
  | { code: "visual"; sign: VisualSign }
  | { code: "condition"; condition: Condition; inCircuit: boolean }
  | { code: "said"; word: SaidWord }
  | { code: "contradiction"; quantity: "esr" | "capacitance" | "leak" }
  | { code: "unlikeCounterparts"; counterparts: readonly string[]; quantity: "esr" | "capacitance"; ratio: number };

/** The reading that would turn a likely or undecided verdict into a shown one. */
export type Settle =
  | "measureEsrInCircuit"
  | "liftAndEsr"
  | "liftAndCapacitance"
  | "capacitanceAt120"
  | "liftAndOhmmeter"
  | "ohmmeter"
  | "watchOhmmeter"
  | "waitForOhmmeter"
  | "liftLegs"
  | "referenceReading"
  | "leakTest"
  | "resolderAndRepeat"
  | "repeatOutOfCircuit"
  | "markedVolts";

export type VerdictNote =
  | { code: "metersDisagree"; meters: readonly [string, string]; ratio: number }
  | { code: "allCounterpartsBad"; counterparts: readonly string[] }
  | { code: "counterpartRatio"; counterparts: readonly string[]; quantity: "esr" | "capacitance"; ratio: number }
  | { code: "lookedBad"; sign: VisualSign };

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
  /** what that reading was held against; null where none */
  esrLimits: EsrExpectation | null;
}

const BAD: ReadonlySet<VerdictState> = new Set(["worn", "failed", "open", "shorted"]);
/** Whether the part is worn or worse. */
export const isBad = (state: VerdictState): boolean => BAD.has(state);
/** Whether the part must be replaced: failed, open or shorted. */
export const isCondemned = (state: VerdictState): boolean => isBad(state) && state !== "worn";
