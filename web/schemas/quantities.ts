import { LIMITS, within } from "@mirvek/core/knowledge";
import { celsius, farads, millimetres, volts } from "@mirvek/core/units";
import { z } from "zod";

// Bounds stand before the brand: a throw inside transform would escape safeParse. They are those of the readout line and the database.
const bounded = (what: keyof typeof LIMITS) =>
  z.number().refine((value) => within(what, value), { message: `between ${LIMITS[what][0]} and ${LIMITS[what][1]}` });
export const zFarads = bounded("nominalFarads").transform(farads);
export const zVolts = bounded("volts").transform(volts);
export const zRatedVolts = bounded("ratedVolts").transform(volts);
export const zTemperature = bounded("temperature").transform(celsius);
export const zDiameter = bounded("diameter").transform(millimetres);
export const zHeight = bounded("height").transform(millimetres);
export const zPitch = bounded("pitch").transform(millimetres);

const LARGEST_INTEGER = 2_147_483_647;
/** Ids and versions as the database counts them. */
export const zId = z.number().int().positive().max(LARGEST_INTEGER);
export const zVersion = zId;
/** An id as it stands in an address: digits, and nothing that merely becomes a number. */
export const zIdText = z
  .string()
  .regex(/^\d{1,10}$/)
  .transform(Number)
  .pipe(zId);
