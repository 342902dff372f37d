import type { SafetyEvent } from "../../safety";
import type { FindingToken, SupplyKind, UnitKind } from "../../device";
import type { Circumstances, Observation, Reading, Subject } from "../../evidence";
import type { CapacitorPart, Technology, Tolerance } from "../../part";
import type { Mounting, VoltsForm } from "../../entry";
import type { ScenarioId, Settings } from "../../scenarios";
import type { Binding } from "../../explain";
import type { Celsius, Farads, Millimetres, Ohms, Volts } from "../../units";
import type { JobState, Waiver } from "./state";

// What is on record about one job, as plain data: the server loads it, the browser goes on writing in its own copy while lines wait.
// Everything a typed line brought about names that line by the key its browser gave it. Times are ms since the epoch.

/** Where a record comes from: the key of its line and its place in the order of lines; null where no line said it. */
export interface FromLine {
  line: string | null;
  /** grows with every line of the job */
  seq: number;
}

/** What the path, the next act and the circuits must know of the job itself. */
export interface JobHead {
  state: JobState;
  complaint: string;
  findings: readonly FindingToken[];
  /** the channel that has the fault, where one has it and somebody said which */
  faultyChannel: string | null;
  unitKind: UnitKind;
  supplyKind: SupplyKind;
  mainsHz: number | null;
  /** rms */
  mainsV: number | null;
  ageYears: number | null;
  channels: number;
  firstPowerApproach: "suppliesFirst" | "lookUnderLimiter";
  /** what was waived when it was closed */
  waiver: Waiver | null;
}

export interface PositionRecord extends CapacitorPart {
  id: number;
  jobId: number;
  version: number;
  /** key of the line that added it */
  line: string | null;
  section: string;
  channel: string | null;
  counterpartGroup: string | null;
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
  /** ESR a regulator needs at its output: least and most, ohms */
  esrLeast: Ohms | null;
  esrMost: Ohms | null;
  /** steepest pulse across it, V/µs */
  pulse: number | null;
  /** rms volts across it while sound goes through */
  audio: Volts | null;
  holdsCharge: boolean;
}

export interface StoredReading extends Reading, FromLine {
  positionId: number;
  significant: number;
  /** taken while charge was not shown to be gone: kept, with a warning */
  whileLocked: boolean;
}

/** A part that was fitted at a position; readings after its line are its own. What was found in place has no such row. */
export interface Fitting extends FromLine {
  positionId: number;
  at: number;
  /** code of the catalogue part, where it was chosen from there */
  code: string | null;
  nominal: Farads;
  /** null: the same as before, of which nobody knows */
  rated: Volts | null;
  technology: Technology;
  tolerance: Tolerance;
  lot: string | null;
}

export interface AcrossNote extends FromLine {
  positionId: number;
  /** null: not known after all; empty: nothing */
  designators: readonly string[] | null;
}

/** The volts that stand across a part in use, as they were said; the latest counts. */
export interface WorkingNote extends FromLine {
  positionId: number;
  volts: Volts | null;
}

export interface PointReading extends FromLine {
  /** set where it was read at a position */
  positionId: number | null;
  point: string | null;
  volts: Volts;
  form: VoltsForm;
  significant: number;
  takenAt: number;
  /** the state it was read in, as far as it was said */
  under: Circumstances;
}

/** Anything else that was seen, read or tried. */
export interface StoredObservation extends FromLine {
  subject: Subject;
  observation: Observation;
  takenAt: number;
  by: string;
  /** taken while charge was not shown to be gone: kept, with a warning */
  whileLocked: boolean;
}

export interface NoteRecord extends FromLine {
  positionId: number | null;
  at: number;
  by: string;
  text: string;
}

/** A safety event of the job; `struck` where its line was undone and only the lock goes on counting it. */
export type StoredSafetyEvent = SafetyEvent & FromLine & { struck: boolean };

export interface LineRecord {
  key: string;
  seq: number;
  typed: string;
  enteredAt: number;
  enteredBy: string;
  withdrawn: boolean;
}

/** What was decided about a position; the web adds the part that was chosen. */
export interface ChoiceFacts {
  positionId: number;
  decision: "replace" | "temporary" | "leave" | "withdrawn";
  /** the last line of the job before it */
  seq: number;
}

/** A circuit as it has been set up, and whether an answer was kept. */
export interface CircuitFacts {
  scenario: ScenarioId;
  settings: Settings;
  binding: Binding;
  complaint: number | null;
  /** with what it stood on */
  answer: { stoodOn: string } | null;
}

export interface JobRecords<J extends JobHead = JobHead, C extends ChoiceFacts = ChoiceFacts, K extends CircuitFacts = CircuitFacts> {
  /** grows with every write to the job or the shop: of two pictures the one with the higher revision is the later */
  revision: number;
  job: J;
  /** in the order of the sections, by designator within each */
  positions: readonly PositionRecord[];
  /** what was taken off the list: what was read there stays a fact of its node */
  retired: readonly PositionRecord[];
  /** by position, oldest first */
  readings: Readonly<Record<number, readonly StoredReading[]>>;
  fittings: readonly Fitting[];
  across: readonly AcrossNote[];
  workings: readonly WorkingNote[];
  /** the choice that counts for each position */
  choices: readonly C[];
  events: readonly StoredSafetyEvent[];
  points: readonly PointReading[];
  /** in the order they were kept */
  observations: readonly StoredObservation[];
  notes: readonly NoteRecord[];
  circuits: readonly K[];
  /** newest first */
  lines: readonly LineRecord[];
  /** rows of this job that cannot be read and are left out of everything */
  unreadable: readonly { table: string; id: number }[];
}
