import type { EsrNorm, ShopConstants } from "../knowledge";
import type { Technology } from "../part";
import type { Farads, Hertz, Ohms, Volts } from "../units";

/** A new part of the same kind measured on a meter of this bench. */
export interface ShelfReading {
  meter: string;
  technology: Technology;
  nominal: Farads;
  rated: Volts;
  at: Hertz;
  esr: Ohms;
  /** series and grade where written down: several series make a range */
  series: string | null;
  grade: string | null;
}

/** What the maker of the fitted series states, where known. */
export interface Datasheet {
  esr: Ohms;
  at: Hertz;
}

/** What a bench holds readings against, as far as it is the shop's own: handed in, never assumed. */
export interface References {
  shelf: readonly ShelfReading[];
  norms: readonly EsrNorm[];
  /** whether a bulge condemns by itself, or the reading decides */
  bulgeDecides: boolean;
  /** approach: an ohmmeter must climb to over-range; one that settles within the form's limit is worn */
  mustClimb: boolean;
  /** figures of the trade the shop sets otherwise */
  constants: ShopConstants;
}
