import type { CapacitorPart, Parallel } from "../part";
import type { Ohms, Volts } from "../units";
import type { Datasheet, References } from "./reference";

/** Everything besides the reading itself that decides what it proves. */
export interface JudgingContext extends References {
  part: CapacitorPart;
  parallel: Parallel;
  datasheet: Datasheet | null;
  /** DC that stands before a coupling part and the input it feeds, where known: what a leak there does */
  working: Volts | null;
  following: Ohms | null;
}
