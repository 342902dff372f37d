import type { ShopConstants } from "../knowledge";
import type { CapacitorPart } from "../part";
import type { Mounting } from "../entry";
import type { Celsius, Farads, Millimetres, Ohms, Volts } from "../units";

export const VALUE_POLICIES = ["same", "nextUp"] as const;
export const TANTALUM_APPROACHES = ["sameKind", "aluminium", "film"] as const;
export const SIDES = ["everyChannel", "faultySide"] as const;

/** The approaches of a job that decide about parts (handed in, never assumed). */
export interface Approaches {
  /** supply filters: keep the value, or take the next one up within limits */
  value: (typeof VALUE_POLICIES)[number];
  tantalum: (typeof TANTALUM_APPROACHES)[number];
}

/** Everything a replacement is held against. Unknown things are null and are said to be unknown, not taken as fine. */
export interface PositionNeeds extends CapacitorPart {
  temperature: Celsius | null;
  diameter: Millimetres | null;
  height: Millimetres | null;
  /** free height under the lid, free diameter against neighbours */
  maxHeight: Millimetres | null;
  maxDiameter: Millimetres | null;
  pitch: Millimetres | null;
  mounting: Mounting;
  /** DC that stands across it in use, measured or from the drawing, at nominal mains; under 0: its plus goes to ground */
  working: Volts | null;
  /** largest value allowed here, as behind a rectifier valve */
  largest: Farads | null;
  /** input resistance of the next stage, for the corner of a coupling part */
  following: Ohms | null;
  /** ESR the original had when new, at 100 kHz */
  originalEsr: Ohms | null;
  /**
   * what a model of the circuit says it bears: volts at high mains, amperes rms and their frequency; an estimate, absent or null where none
   * knows
   */
  computed?: { volts: number; ripple: number; hertz: number } | null;
  /** mains volts rms of the unit; absent or null where nobody said */
  mains?: number | null;
  /** ESR a regulator needs at its output, ohms; absent or null where nobody knows */
  esrWindow?: { least: number; most: number } | null;
  /** steepest pulse across it, V/µs; absent or null where nobody knows */
  pulse?: number | null;
  /** rms volts across it while sound goes through, as in a crossover; absent or null where nobody knows */
  audio?: number | null;
  /** whether a rectifier valve feeds it */
  behindValve?: boolean;
  /** whether its plus goes to ground: a positive-ground unit, a negative rail; absent where nobody knows */
  plusToGround?: boolean;
  /** other sections of the same can */
  can?: readonly string[];
  /** parts like it in the other channels, which get the same */
  counterparts?: readonly string[];
}

/** Shop settings that the rules use. */
export interface ShopRules {
  /** rated volts over working volts, per technology group */
  marginWet: number;
  marginTantalum: number;
  marginFilm: number;
  /** mains above nominal, as a fraction */
  highMains: number;
  targetYears: number;
  hoursPerYear: number;
  /** inside a warm unit, °C */
  ambient: Celsius;
  /** figures of the trade it sets otherwise */
  constants: ShopConstants;
}

/** Shop defaults of the trade (common practice): 1.25, 2 and 1.5 over working volts, mains +10 %, ten years at four hours a day. */
export const USUAL_SHOP_RULES: ShopRules = {
  marginWet: 1.25,
  marginTantalum: 2,
  marginFilm: 1.5,
  highMains: 0.1,
  targetYears: 10,
  hoursPerYear: 1500,
  ambient: 50 as Celsius,
  constants: {},
};
