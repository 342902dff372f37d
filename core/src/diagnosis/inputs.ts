import type { UnitKind } from "../device";
import { INSTRUMENTS, STARTER_TABLE, type HypothesisId, type Instrument, type ShopConstants, type DiagnosisTable } from "../knowledge";
import type { CapacitorPart } from "../part";
import type { Settings } from "../scenarios";

// What a diagnosis goes by beside the record of its job.

/** How often a fault was the shown cause in this shop's closed jobs. */
export interface LearnedCause {
  fault: HypothesisId;
  unitKind: UnitKind;
  times: number;
}

/** A ripple read at a reservoir, and all that the circuit of the supply must know to say what it should have been. */
export interface RippleQuestion {
  unitKind: UnitKind;
  /** settings that somebody set or the job knows */
  chosen: Settings;
  /** what was found in place */
  part: CapacitorPart;
  form: "rms" | "peakToPeak";
}

/** The node of the supply circuit at which a reservoir's ripple is read. */
export const RIPPLE_AT = "rail";

/** What the circuit shows there, in volts of the form asked for. */
export interface Predicted {
  designator: string;
  form: "rms" | "peakToPeak";
  whole: number;
  /** with so much of its value left */
  dried: readonly { share: number; volts: number }[];
  /** with one rectifier open; null where it would show nothing */
  diodeOpen: number | null;
}

export interface DiagnosisInputs {
  /** figures of the trade that the shop sets otherwise */
  constants: ShopConstants;
  table: DiagnosisTable;
  learned: readonly LearnedCause[];
  predicted: readonly Predicted[];
  /** what is at hand to test with */
  instruments: ReadonlySet<Instrument>;
}

/** A shop that knows what everyone knows. */
export const STARTER: DiagnosisInputs = {
  constants: {},
  table: STARTER_TABLE,
  learned: [],
  predicted: [],
  instruments: new Set(INSTRUMENTS),
};
