import type { Measurement, Technology } from "../capacitor";
import type { Farads, Hertz, Ohms, UnitSymbol, Volts } from "../units";
import type { PositionDraft, PositionIssue } from "./parsePosition";

/** What a meter shows when nobody says which quantity: the bare number on its display. */
export type MeterDefault = "esr" | "capacitance" | "ohmmeter" | "volts";

export interface ReadoutMeter {
  id: string;
  /** the word the technician calls it by, lower case: "blue" */
  word: string;
  shows: MeterDefault;
  esrAt: Hertz;
  capacitanceAt: Hertz | "dc";
}

/** What the line may refer to without saying it. */
export interface ReadoutContext {
  /** designators on this job with their marked capacitance */
  known: ReadonlyMap<string, Farads>;
  /** the position under the cursor, taken where the line names none */
  current: string | null;
  meters: readonly ReadoutMeter[];
  meter: ReadoutMeter | null;
  inCircuit: boolean;
}

/** A measurement with the digits it was spoken with. */
export interface SpokenMeasurement {
  measurement: Measurement;
  significant: number;
}

export type SaidParallel = { kind: "alone" } | { kind: "with"; designators: readonly string[] };

export type Entry =
  | {
      kind: "part";
      designator: string;
      /** the designator was taken from the cursor, not typed */
      implied: boolean;
      measurements: readonly SpokenMeasurement[];
      inCircuit: boolean;
      meter: string | null;
      parallel: SaidParallel | null;
    }
  | { kind: "volts"; designator: string; implied: boolean; volts: Volts; alternating: boolean; significant: number }
  | { kind: "point"; point: string; volts: Volts; alternating: boolean; significant: number }
  | { kind: "shelf"; technology: Technology; nominal: Farads; rated: Volts; esr: Ohms; at: Hertz; meter: string }
  | { kind: "setting"; inCircuit: boolean | null; meter: string | null }
  | { kind: "power"; on: boolean }
  | { kind: "add"; position: PositionDraft }
  | { kind: "note"; text: string }
  | { kind: "undo" };

export type Quantity = "esr" | "capacitance" | "dissipation" | "leak" | "volts" | "frequency";

export type ReadoutIssue =
  | { code: "empty" }
  | { code: "noDesignator" }
  | { code: "unknownDesignator"; designator: string; near: readonly string[] }
  | { code: "nothingSaid"; designator: string }
  | { code: "notUnderstood"; token: string }
  | { code: "valueMissing"; after: string }
  | { code: "unitMissing"; token: string }
  | { code: "wrongUnit"; token: string; quantity: Quantity; unit: UnitSymbol | "prefix" }
  | { code: "impossible"; token: string; quantity: Quantity }
  | { code: "farFromMarked"; token: string; nominal: Farads; ratio: number }
  | { code: "overOfWhat"; token: string }
  | { code: "unknownMeter"; token: string }
  | { code: "meterNeeded" }
  | { code: "shelfIncomplete" }
  | { code: "alreadyThere"; designator: string }
  | { code: "position"; issue: PositionIssue };
