import { farads, millimetres, volts } from "@mirvek/core/units";
import { z } from "zod";

// Bounds stand before the brand: a throw inside transform would escape safeParse.
export const zFarads = z.number().min(1e-13).max(10).transform(farads);
export const zVolts = z.number().min(-20_000).max(20_000).transform(volts);
export const zRatedVolts = z.number().min(1).max(20_000).transform(volts);
export const zMillimetres = z.number().gt(0).lt(300).transform(millimetres);
