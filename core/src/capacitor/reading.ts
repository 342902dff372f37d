import type { Amperes, Farads, Hertz, Ohms } from "../units";

export const VISUAL_SIGNS = ["bulged", "leaking", "crust", "cracked", "scorched", "discoloured", "corrodedLead", "looksClean"] as const;
export type VisualSign = (typeof VISUAL_SIGNS)[number];
export const OHMMETER_TRENDS = ["climbing", "falling", "settled", "unsaid"] as const;
export type OhmmeterTrend = (typeof OHMMETER_TRENDS)[number];
export const CONDITIONS = ["open", "shorted", "intermittent"] as const;
export type Condition = (typeof CONDITIONS)[number];

/** "over" is a meter that shows over-range: a state of its own, never a number. */
export type OrOver<T> = T | "over";

export type Measurement =
  | { kind: "esr"; ohms: OrOver<Ohms>; at: Hertz }
  | { kind: "capacitance"; farads: Farads; at: Hertz | "dc" }
  | { kind: "dissipation"; d: number; at: Hertz }
  | { kind: "ohmmeter"; ohms: OrOver<Ohms>; trend: OhmmeterTrend }
  | { kind: "leakage"; amperes: Amperes }
  | { kind: "visual"; sign: VisualSign }
  | { kind: "condition"; condition: Condition };

export type MeasurementKind = Measurement["kind"];

/** One measurement on one part, with all that decides what it proves. `takenAt` in ms since the epoch. */
export interface Reading {
  takenAt: number;
  inCircuit: boolean;
  meter: string | null;
  measurement: Measurement;
}
