import { figure, type ShopConstants } from "../knowledge";
import type { Joules, Volts } from "../units";

/** How a charged capacitor can hurt. */
export type HazardClass = "touchable" | "burns" | "shock" | "severeShock";

/**
 * Class by volts and stored energy. Under `charge.shock` (60 V DC) nothing passes through skin (ES1, IEC 62368-1, from memory); under 100 V
 * from 100 J on it still burns and welds; from 100 V with 1 J, or 400 V with 0.25 J, it injures (NFPA 70E, from memory).
 * From there up with less energy than that is a shock all the same. Sign of the volts is ignored.
 */
export function hazardClass(constants: ShopConstants, across: Volts, energy: Joules): HazardClass {
  const v = Math.abs(across);
  if ((v >= 400 && energy >= 0.25) || (v >= 100 && energy >= 1)) return "severeShock";
  if (v >= figure(constants, "charge.shock")) return "shock";
  return energy >= 100 ? "burns" : "touchable";
}
