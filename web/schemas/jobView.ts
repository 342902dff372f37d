import type { ChargeState, DrawerResistor, TouchSafety } from "@mirvek/core/bringUp";
import type { CapacitorPart, EsrExpectation, Measurement, Verdict } from "@mirvek/core/capacitor";
import type { CataloguePart, Ranking, Refusal } from "@mirvek/core/choose";
import type { ComputedStress } from "@mirvek/core/trace";
import type { FindingToken, JobState, NextAct, Station, StationState } from "@mirvek/core/job";
import type { Mounting, ReadoutMeter } from "@mirvek/core/readout";
import type { Celsius, Farads, Millimetres, Ohms, Volts } from "@mirvek/core/units";
import type { CircuitView } from "./circuit";
import type { TakeIn } from "./job";

// What the server hands to the screens: plain data that survives JSON. Times are ms since the epoch.

export interface JobRecord extends Omit<TakeIn, "findings"> {
  id: number;
  number: number;
  version: number;
  state: JobState;
  waiver: string | null;
  openedAt: number;
  closedAt: number | null;
  findings: FindingToken[];
}

export interface PositionRecord extends CapacitorPart {
  id: number;
  jobId: number;
  version: number;
  section: string;
  channel: string | null;
  twinKey: string | null;
  temperature: Celsius | null;
  diameter: Millimetres | null;
  height: Millimetres | null;
  maxDiameter: Millimetres | null;
  maxHeight: Millimetres | null;
  pitch: Millimetres | null;
  mounting: Mounting;
  working: Volts | null;
  largest: Farads | null;
  following: Ohms | null;
  originalEsr: Ohms | null;
  holdsCharge: boolean;
  parallelWith: string[] | null;
}

export interface ReadingView {
  id: number;
  inCircuit: boolean;
  meter: string | null;
  takenAt: number;
  significant: number;
  measurement: Measurement;
}

export interface ChoiceView {
  id: number;
  decision: "replace" | "temporary" | "leave" | "withdrawn";
  part: CataloguePart | null;
  reason: string | null;
  overridden: Refusal[];
  at: number;
}

export interface PositionView extends PositionRecord {
  verdict: Verdict;
  /** what the current meter should read here, null where nothing is known */
  expectation: EsrExpectation | null;
  readings: ReadingView[];
  twins: string[];
  choice: ChoiceView | null;
  charge: ChargeState | null;
}

export interface MeterView extends ReadoutMeter {
  name: string;
}

export interface LineView {
  id: number;
  typed: string;
  enteredAt: number;
  enteredBy: string;
  withdrawn: boolean;
}

export interface PointView {
  id: number;
  where: string;
  volts: Volts;
  alternating: boolean;
  significant: number;
  takenAt: number;
}

export interface JobView {
  job: JobRecord;
  safety: TouchSafety;
  stations: Record<Station, StationState>;
  next: NextAct;
  positions: PositionView[];
  meters: MeterView[];
  lines: LineView[];
  points: PointView[];
  /** circuits that have been set up by hand, latest state of each */
  circuits: CircuitView[];
  notes: { at: number; by: string; text: string }[];
  safetyLog: {
    at: number;
    kind: "residual" | "powerOn" | "powerOff" | "override";
    position: string | null;
    volts: number | null;
    reason: string | null;
  }[];
  drawer: DrawerResistor[];
  touchLimit: Volts;
  currency: string;
  /** the server's clock when this was put together */
  now: number;
}

/** One row of the bench. */
export interface BenchRow {
  number: number;
  title: string;
  complaint: string;
  state: JobState;
  safety: TouchSafety;
  next: NextAct;
  positions: number;
  measured: number;
  bad: number;
  openedAt: number;
  /** verdict states in the order of the positions, for the strip of marks */
  verdicts: Verdict["state"][];
}

export interface CandidatesView {
  designator: string;
  ranking: Ranking;
  neededVolts: number;
  neededFrom: "working" | "computed" | "original";
  /** what the circuit of the unit makes the part bear, by its model; null where none knows */
  computed: ComputedStress | null;
}
