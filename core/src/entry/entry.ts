import type { ShopConstants } from "../knowledge";
import type { Circumstances, Measurement, Observation, Subject } from "../evidence";
import type { PartClass, Technology } from "../part";
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

/** One reading as it was said: the measurement, its digits, and how it was taken. */
export interface SaidReading {
  measurement: Measurement;
  significant: number;
  inCircuit: boolean;
  meter: string | null;
}

/** What the line may refer to without saying it. */
export interface ReadoutContext {
  /** designators on this job with their marked capacitance */
  known: ReadonlyMap<string, Farads>;
  /** parts of other classes on this job, and whether a value was said to be printed on them */
  parts: ReadonlyMap<string, { class: PartClass; marked: boolean }>;
  /** points on record by name, and the volts DC they should have where that is known */
  points: ReadonlyMap<string, number | null>;
  /** the position under the cursor, taken where the line names none */
  current: string | null;
  meters: readonly ReadoutMeter[];
  meter: ReadoutMeter | null;
  inCircuit: boolean;
  /** what `same` means: the readings of the line before */
  last: readonly SaidReading[];
  /** figures of the trade the shop sets otherwise */
  constants: ShopConstants;
}

export type SaidParallel = { kind: "alone" } | { kind: "with"; designators: readonly string[] };

/** How volts were read: DC, rms as an AC meter shows them, or peak to peak as a screen does. Never turned into one another. */
export const VOLTS_FORMS = ["dc", "rms", "peakToPeak"] as const;
export type VoltsForm = (typeof VOLTS_FORMS)[number];

/** One thing a line brings about. Whatever it is, it carries its line: undo and strike take all of them back. */
export type Effect =
  /** `implied`: the designator was taken from the cursor, not typed */
  | ({ about: "reading"; designator: string; implied: boolean } & SaidReading)
  | { about: "across"; designator: string; parallel: SaidParallel }
  | { about: "voltsAt"; designator: string; implied: boolean; volts: Volts; form: VoltsForm; significant: number }
  | { about: "point"; point: string; volts: Volts; form: VoltsForm; significant: number; under: Circumstances }
  /** anything else a bench sees, reads or tries */
  | { about: "observed"; subject: Subject; observation: Observation }
  | {
      about: "fitted";
      designator: string;
      marking: { nominal: Farads; rated: Volts; technology: Technology | null } | null;
      lot: string | null;
    }
  | { about: "note"; designator: string | null; text: string }
  | {
      about: "shelf";
      technology: Technology;
      nominal: Farads;
      rated: Volts;
      esr: Ohms;
      at: Hertz;
      meter: string;
      series: string | null;
      grade: string | null;
    }
  /** `because`: why it goes straight onto the mains out of the order of its plan */
  | { about: "power"; on: boolean; because: string | null }
  | { about: "highest"; volts: Volts }
  | { about: "working"; designator: string; volts: Volts }
  | { about: "position"; position: PositionDraft };

export type Entry =
  /** `unread`: words of the line that carry nothing: they are kept in it and said back */
  | { kind: "keeps"; effects: readonly Effect[]; unread?: readonly string[] }
  /** what holds from now on, in this browser only */
  | { kind: "setting"; inCircuit: boolean | null; meter: string | null; cursor: string | null }
  | { kind: "undo" };

export type Quantity = "esr" | "capacitance" | "dissipation" | "leak" | "volts" | "frequency";

/** Why a line is asked back, and the readings that are offered beside the question: what each would record, best first. */
export type ReadoutIssue = ReadoutQuestion & { offers?: Offers };
export type Offers = readonly (readonly Effect[])[];

export type ReadoutQuestion =
  | { code: "empty" }
  | { code: "tooLong"; most: number }
  | { code: "badCharacter" }
  | { code: "noDesignator" }
  | { code: "unknownDesignator"; designator: string; near: readonly string[] }
  | { code: "acrossItself"; designator: string }
  | { code: "nothingSaid"; designator: string }
  | { code: "notUnderstood"; token: string }
  | { code: "surplus"; token: string; after: string }
  | { code: "valueMissing"; after: string }
  | { code: "unitMissing"; token: string }
  | { code: "shareOrVolts"; token: string }
  | { code: "voltsOrMillivolts"; token: string }
  /** a bare figure that none of the questions of the screen can mean */
  | { code: "answersNothing"; token: string; asked: readonly string[] }
  | { code: "wrongUnit"; token: string; quantity: Quantity; unit: UnitSymbol | "prefix" }
  | { code: "impossible"; token: string; quantity: Quantity }
  | { code: "farFromMarked"; token: string; nominal: Farads; ratio: number }
  | { code: "isTheMarking"; token: string; designator: string }
  | { code: "soundsLikeMarking"; designator: string }
  | { code: "noBareEsr"; token: string }
  | { code: "thousandsOrDecimal"; token: string }
  | { code: "milliOrMega"; token: string }
  | { code: "milliOrMicro"; token: string; nominal: Farads }
  | { code: "secondValue"; token: string; quantity: Quantity }
  | { code: "valuesForParts"; values: number; parts: number }
  | { code: "positionOrCondition"; token: string }
  | { code: "meterShowsNoEsr"; meter: string }
  | { code: "ohmsOfWhat"; token: string }
  | { code: "overOfWhat"; token: string }
  | { code: "sameAsWhat" }
  | { code: "stampUnclear"; token: string }
  | { code: "expectUnclear"; token: string }
  | { code: "startsUnclear"; token: string }
  | { code: "unknownMeter"; token: string }
  | { code: "meterNeeded" }
  | { code: "shelfIncomplete" }
  | { code: "fittedMarking"; designator: string }
  | { code: "alreadyThere"; designator: string }
  | { code: "jobFull"; most: number }
  | { code: "reservedWord"; token: string }
  /** words carry something that was not understood, or the line may say more than it seems */
  | { code: "partlyUnderstood"; unread: readonly string[] }
  | { code: "position"; issue: PositionIssue };
