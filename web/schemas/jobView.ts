import type { SafetyEvent, SafetyHappening, TouchSafety } from "@mirvek/core/safety";
import type {
  Arrangement,
  CataloguePart,
  NeededVolts,
  OrderLine,
  OwnHistory,
  PlaceChanges,
  Quote,
  Ranking,
  Refusal,
} from "@mirvek/core/choose";
import type { FindingToken, Scope } from "@mirvek/core/device";
import {
  type AfterFitting,
  type Diagnosis,
  type JobFacts,
  type JobRecords,
  type UnitModel,
  type JobState,
  type LineRecord,
  type NextAct,
  type PositionModel,
  type ShopFacts,
  type StationId,
  type StationState,
  type StoredReading,
  type Waiver,
} from "@mirvek/core/job";
import type { RailShapes } from "@mirvek/core/powerUp";
import type { Technology } from "@mirvek/core/part";
import type { ReadoutMeter, VoltsForm } from "@mirvek/core/entry";
import type { TableChange } from "@mirvek/core/knowledge";
import type { Predicted, LearnedCause } from "@mirvek/core/diagnosis";
import type { ComputedStress } from "@mirvek/core/explain";
import type { Farads, Ohms, Volts } from "@mirvek/core/units";
import type { Verdict } from "@mirvek/core/verdict";
import type { CircuitView } from "./circuit";
import type { CheckIn } from "./job";
import type { MeterPost, ShopSettings } from "./shop";

// What the server hands to the screens: plain data that survives JSON. Times are ms since the epoch.

export interface JobRecord extends Omit<CheckIn, "findings"> {
  id: number;
  number: number;
  version: number;
  /** grows with every write to the job */
  revision: number;
  state: JobState;
  /** what was waived when it was closed */
  waiver: Waiver | null;
  openedAt: number;
  closedAt: number | null;
  findings: FindingToken[];
}

export interface ChoiceView {
  id: number;
  positionId: number;
  decision: "replace" | "temporary" | "leave" | "withdrawn";
  /** of a set the first */
  part: CataloguePart | null;
  /** several parts in place of one */
  set: { arrangement: Arrangement; parts: readonly CataloguePart[] } | null;
  reason: string | null;
  overridden: Refusal[];
  at: number;
  /** the last line of the job before it */
  seq: number;
}

/** The records of one job as they are loaded and as they wait in a browser. */
export type Records = JobRecords<JobRecord, ChoiceView, CircuitView>;

export interface MeterView extends ReadoutMeter {
  name: string;
}

/** What a shop brings to every job. */
export interface ShopView extends ShopFacts {
  name: string;
  currency: string;
  /** where the bench stands: dates and times are shown by its clock */
  timeZone: string;
  meters: readonly MeterView[];
}

/** What a browser starts a job from, and gets again when it must look anew. */
export interface JobData {
  records: Records;
  shop: ShopView;
  /** what circuits say of ripples that were read */
  predicted: readonly Prediction[];
  /** what the circuit of its supply says of its rails while the mains come up */
  rails: RailShapes;
  /** the server's clock when this was put together */
  now: number;
}

/** What a circuit says of a ripple, and the question it was asked, as text; null where it cannot be solved. */
export interface Prediction {
  question: string;
  predicted: Predicted | null;
}

export type PositionView = PositionModel<ChoiceView>;
export type ReadingView = StoredReading;

interface PointView {
  line: string | null;
  where: string;
  volts: Volts;
  form: VoltsForm;
  significant: number;
  takenAt: number;
}

interface SafetyEntry {
  line: string | null;
  at: number;
  kind: SafetyHappening["kind"];
  position: string | null;
  volts: number | null;
  reason: string | null;
}

/** One job as screens, report and API show it: its records with everything that is judged from them. */
export interface JobView {
  revision: number;
  job: JobRecord;
  safety: TouchSafety;
  /** highest DC volts of the unit, where somebody said */
  highest: Volts | null;
  stations: Record<StationId, StationState>;
  next: NextAct;
  nextAt: StationId;
  positions: readonly PositionView[];
  /** what path, next act and closing are drawn from */
  facts: JobFacts;
  /** who is suspected and what to do next */
  diagnosis: Diagnosis;
  lines: readonly LineRecord[];
  points: PointView[];
  /** what is on record beside the capacitors */
  unit: UnitModel;
  /** what comes after the last solder joint */
  after: AfterFitting;
  observations: Records["observations"];
  circuits: readonly CircuitView[];
  notes: { line: string | null; where: string | null; at: number; by: string; text: string }[];
  safetyLog: SafetyEntry[];
  unreadable: Records["unreadable"];
  shop: ShopView;
}

/** One row of the bench. */
export interface BenchRow {
  number: number;
  title: string;
  complaint: string;
  state: JobState;
  safety: TouchSafety;
  next: NextAct;
  nextAt: StationId;
  positions: number;
  measured: number;
  bad: number;
  openedAt: number;
  /** how many positions stand at each verdict; those at none are not named */
  tally: Partial<Record<Verdict["state"], number>>;
}

/** One page of the bench, as it was asked for. */
export interface BenchPage {
  /** grows with every write to the shop or any of its jobs */
  revision: number;
  shopName: string;
  find: string;
  page: number;
  pages: number;
  found: number;
  open: number;
  rows: BenchRow[];
}

export interface CandidatesView {
  designator: string;
  ranking: Ranking;
  /** what belongs there: as fitted, or as the bench says */
  nominal: Farads;
  neededVolts: number | null;
  neededFrom: NeededVolts["from"];
  /** how far the value may be off, as fractions */
  window: { low: number; high: number };
  /** no series carries the marked value any more */
  old: boolean;
  /** the plus goes to ground here */
  plusToGround: boolean;
  /** what the circuit of the unit makes the part bear, by its model; null where none knows */
  computed: ComputedStress | null;
  /** what each listed part changes in its circuit, by part; none where no circuit knows the place */
  changes: Readonly<Record<number, PlaceChanges>>;
  /** free in the shop's own drawer, by part */
  drawer: Readonly<Record<number, number>>;
}

/** The approaches side by side, as they can be offered to the owner. */
export interface OfferView {
  quotes: Quote[];
  /** closed jobs of each approach, and what they show where they are enough */
  history: Readonly<Record<Scope, { jobs: number; own: OwnHistory | null }>>;
}

/** Price or stock of a part moved in the shop's own books. */
export interface MoveView {
  id: number;
  partId: number;
  code: string;
  kind: "ordered" | "delivered" | "counted" | "taken";
  count: number;
  lot: string | null;
  note: string;
  at: number;
  by: string;
}

/** What the shop has to order over all open jobs. */
/** A place that wants a part and has none chosen. */
export interface Lacking {
  job: number;
  designator: string;
  nominal: number;
  rated: number | null;
  bad: boolean;
}

export interface OrderView {
  lines: OrderLine[];
  lacking: Lacking[];
  /** open jobs that were not looked through for that yet */
  left: number;
  moves: MoveView[];
  jobs: number;
}

/** One new part on the shelf, as the shop table shows it. */
export interface ShelfRow {
  id: number;
  meter: string;
  meterName: string;
  technology: Technology;
  nominal: number;
  rated: number;
  at: number;
  esr: Ohms;
  series: string | null;
  grade: string | null;
  by: string;
  takenAt: number;
  struck: boolean;
}

/** One ESR norm, as the shop table shows it: of those default, or the shop's own. */
export interface NormRow {
  id: string;
  from: number;
  to: number;
  rated: number | null;
  typical: number;
  wornOver: number;
  failedOver: number;
  note: string;
  source: string;
  by: string | null;
  struck: boolean;
}

/** One change of a figure of the table that the diagnosis goes by. */
export interface TableEdit extends TableChange {
  id: number;
  /** of the table, from then on */
  version: number;
  note: string;
  at: number;
  by: string;
}

/** A figure of the trade as the shop set it once; null: back to the default. */
export interface FigureEdit {
  id: number;
  figure: string;
  value: number | null;
  note: string;
  at: number;
  by: string;
}

export interface ShopTables {
  shelf: ShelfRow[];
  norms: NormRow[];
  bulgeDecides: boolean;
  mustClimb: boolean;
  meters: readonly MeterView[];
  edits: readonly TableEdit[];
  learned: readonly LearnedCause[];
  figures: readonly FigureEdit[];
  settings: ShopSettings;
  meterRows: readonly MeterPost[];
  drawer: readonly DrawerRow[];
}

/** A resistor of the drawer to discharge with. */
export interface DrawerRow {
  id: number;
  ohms: number;
  rated: number;
  limit: number;
}

/** One thing that happened to a job. */
export const JOB_EVENTS = [
  "opened",
  "edited",
  "positionsAdded",
  "positionEdited",
  "positionRetired",
  "note",
  "waived",
  "closed",
  "reopened",
  "parked",
  "resumed",
] as const;
export const DECISIONS = ["replace", "temporary", "leave", "withdrawn"] as const;
export type LogEntry = { key: string; at: number; kept: number; by: string } & (
  | { what: "line"; seq: number; typed: string; withdrawn: boolean }
  | { what: "event"; kind: (typeof JOB_EVENTS)[number]; detail: Record<string, unknown> }
  | { what: "choice"; decision: (typeof DECISIONS)[number]; designator: string; code: string | null; reason: string | null }
  | { what: "safety"; kind: SafetyEvent["kind"]; reason: string | null }
);

/** What a part cost and how many there were, as it was said once. */
export interface OfferLine {
  priceCents: number | null;
  stock: number | null;
  /** said by the supplier when asked; else by a file */
  asked: boolean;
  at: number;
}
