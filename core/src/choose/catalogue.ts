import type { Technology, Tolerance } from "../part";
import type { Mounting } from "../entry";
import type { Amperes, Celsius, Farads, Hertz, Millimetres, Ohms, Volts } from "../units";

export const SAFETY_CLASSES = ["X1", "X2", "Y1", "Y2"] as const;
/** Interference-suppression class by IEC 60384-14. */
export type SafetyClass = (typeof SAFETY_CLASSES)[number];

export const GRADES = ["general", "lowEsr", "longLife", "lowLeakage", "audio", "safety"] as const;
/** What a series is made for, as its datasheet's first line says. */
export type Grade = (typeof GRADES)[number];

/** A part that can be bought. Sizes in mm, price in hundredths of the shop's currency, life in hours at full temperature. */
export interface CataloguePart {
  id: number;
  code: string;
  series: string;
  grade: Grade;
  technology: Technology;
  nominal: Farads;
  tolerance: Tolerance;
  /** DC; of a safety part the AC volts of its class */
  rated: Volts;
  /** rms, of film parts that state it */
  ac: Volts | null;
  safety: SafetyClass | null;
  temperature: Celsius;
  diameter: Millimetres;
  height: Millimetres;
  /** null for axial and surface-mount parts */
  pitch: Millimetres | null;
  mounting: Mounting;
  /** null where the series does not state it */
  esr: { ohms: Ohms; at: Hertz } | null;
  ripple: { amperes: Amperes; at: Hertz } | null;
  /** steepest pulse it bears, V/µs; null where not stated */
  pulse: number | null;
  lifeHours: number | null;
  /** null where nobody has said */
  priceCents: number | null;
  /** at the supplier; null where nobody has said */
  stock: number | null;
  /** whose catalogue it is in */
  supplier?: number;
  /** when the supplier last said price and stock, ms since the epoch; null where only a file did */
  askedAt?: number | null;
  /** it can no longer be had */
  withdrawn?: boolean;
}
