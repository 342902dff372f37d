import type { Folded } from "../../evidence";
import type { CapacitorPart } from "../../part";
import type { TouchSafety } from "../../safety";
import type { Volts } from "../../units";
import type { Verdict } from "../../verdict";
import type { JobFacts } from "./facts";
import type { HeldPosition } from "./lock";
import type { ChoiceFacts, Fitting, PositionRecord, StoredReading } from "../records/records";
import type { UnitModel } from "./unit";

// What everything on record of a job comes to: what every screen, rule and report reads.

/** One part that stood or stands at a position, with what was read on it and the verdict on that. */
export interface FittingModel {
  /** null: what was found in place */
  fitting: Fitting | null;
  part: CapacitorPart;
  readings: readonly StoredReading[];
  folded: Folded<StoredReading>;
  verdict: Verdict;
}

/** A position as every screen shows it: the part that is in now decides. */
export interface PositionModel<C extends ChoiceFacts = ChoiceFacts> extends PositionRecord {
  /** everything that has stood here, what was found first */
  fittings: readonly FittingModel[];
  verdict: Verdict;
  /** readings of the part that is in now */
  readings: readonly StoredReading[];
  folded: Folded<StoredReading>;
  /** whether the part that is in now was fitted on this job */
  renewed: boolean;
  counterparts: readonly string[];
  parallelWith: readonly string[] | null;
  choice: C | null;
  /** where it is listed as holding charge */
  held: HeldPosition | null;
}

export interface JobModel<C extends ChoiceFacts = ChoiceFacts> {
  positions: readonly PositionModel<C>[];
  safety: TouchSafety;
  /** highest DC volts of the unit, where somebody said */
  highest: Volts | null;
  facts: JobFacts;
  /** what is on record beside the capacitors */
  unit: UnitModel;
  /** ripple read at capacitors, the latest of what was found in place */
  ripples: readonly Ripple[];
}

/** Alternating volts read at a capacitor, before another was fitted there. */
export interface Ripple {
  designator: string;
  volts: number;
  form: "rms" | "peakToPeak";
}
