import type { Amperes, Farads, Hertz, Ohms } from "../units";

export const VISUAL_SIGNS = ["bulged", "leaking", "crust", "cracked", "scorched", "discoloured", "corrodedLead", "looksClean"] as const;
export type VisualSign = (typeof VISUAL_SIGNS)[number];
export const OHMMETER_TRENDS = ["climbing", "falling", "settled", "unsaid"] as const;
export type OhmmeterTrend = (typeof OHMMETER_TRENDS)[number];
export const CONDITIONS = ["open", "shorted", "intermittent"] as const;
export type Condition = (typeof CONDITIONS)[number];
/** What is said of a part without a figure: evidence of its own, weaker than a figure. */
export const SAID_WORDS = ["fine", "bad", "driedOut", "leaky", "noLeak", "notShorted", "noContinuity", "hot", "dryJoint"] as const;
export type SaidWord = (typeof SAID_WORDS)[number];
/** A display that says "<0.1", ">99" or was read as "about": how the figure bounds the value. */
export const BOUNDS = ["below", "above", "about"] as const;
export type Bound = (typeof BOUNDS)[number];

/** "over" is a meter that shows over-range: a state of its own, never a number. */
type OrOver<T> = T | "over";

export type Measurement =
  | { kind: "esr"; ohms: OrOver<Ohms>; at: Hertz; bound?: Bound }
  | { kind: "capacitance"; farads: Farads; at: Hertz | "dc"; bound?: Bound }
  | { kind: "dissipation"; d: number; at: Hertz }
  | { kind: "ohmmeter"; ohms: OrOver<Ohms>; trend: OhmmeterTrend; bound?: Bound }
  | { kind: "leakage"; amperes: Amperes }
  | { kind: "visual"; sign: VisualSign }
  | { kind: "condition"; condition: Condition }
  | { kind: "word"; word: SaidWord };

export type MeasurementKind = Measurement["kind"];

/** One measurement on one part, with all that decides what it proves. `takenAt` in ms since the epoch. */
export interface Reading<M = Measurement> {
  takenAt: number;
  inCircuit: boolean;
  meter: string | null;
  measurement: M;
}
