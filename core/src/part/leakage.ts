import { TAN_D, figure, type ShopConstants } from "../knowledge";
import { amperes, ohms, volts, type Amperes, type Farads, type Ohms, type Volts } from "../units";
import type { CapacitorPart } from "./part";
import { isWetAluminium } from "./technology";

/**
 * Leakage current a wet aluminium part may have at rated volts after 2 to 5 minutes: 0.01·C·V (C in µF gives µA) or 3 µA,
 * whichever is greater (form of IEC 60384-4, from memory). In amperes.
 * @example leakageLimit(farads(100e-6), volts(50)) // 50e-6
 */
export function leakageLimit(constants: ShopConstants, nominal: Farads, rated: Volts): Amperes {
  return amperes(Math.max(figure(constants, "leak.share") * nominal * rated, figure(constants, "leak.least")));
}

/**
 * Insulation in ohms a sound part has at least. Electrolytics by their leakage limit, V/I: R·C ≥ 100 s, never asked to be better than V
 * over 3 µA; a part without marked volts is held to no more than one for the lowest. Film, paper and ceramic: 3 GΩ up to 0.33 µF, above R·C
 * ≥ 1000 s (forms of IEC 60384-4 and -2, from memory).
 * @example leastInsulation({ technology: "aluminium", nominal: farads(47e-6), rated: volts(50) }) // 2.13e6
 */
export function leastInsulation(
  constants: ShopConstants,
  { technology, nominal, rated }: Pick<CapacitorPart, "technology" | "nominal" | "rated">,
): Ohms {
  if (isWetAluminium(technology) || technology === "tantalum") {
    const at = rated ?? volts(TAN_D[0]![0]);
    return ohms(at / leakageLimit(constants, nominal, at));
  }
  return ohms(
    nominal <= figure(constants, "film.smallUpTo") ? figure(constants, "film.insulation") : figure(constants, "film.product") / nominal,
  );
}

/**
 * How far a leaking coupling capacitor shifts the DC of the next stage: V dc · R grid / (R grid + R leak). In volts; exact for
 * a stage whose input draws no current.
 */
export function couplingShift(across: Volts, following: Ohms, leak: Ohms): Volts {
  return volts((across * following) / (following + leak));
}
