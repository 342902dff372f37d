import { figure, type ShopConstants } from "../knowledge";
import type { LampSign } from "../device";

/** Lamps with a filament that are still to be had, watts. */
export const LAMP_WATTS = [15, 25, 40, 60, 75, 100, 150, 200, 300, 500] as const;

/** Current of a filament goes with its volts to this power (tungsten, memory). */
const FILAMENT = 0.55;

/** Volts that stay on the lamp, as a share of the mains, and what is left for the unit behind it. */
interface LampDivision {
  lamp: number;
  unit: number;
  amperes: number;
}

/**
 * How a lamp and a unit share the mains. The unit is taken as the resistance that draws its watts at full mains, the lamp by the law of
 * its filament; behind a short the lamp takes it all.
 * @param lamp watts of the lamp at `mains`; above 0
 * @param unit watts the unit draws at `mains`; 0 where it draws nothing, Infinity for a short
 * @param mains volts rms; above 0
 * @throws RangeError for what is out of these ranges
 */
export function lampDivision(lamp: number, unit: number, mains: number): LampDivision {
  if (!(lamp > 0) || !(mains > 0) || !(unit >= 0)) throw new RangeError("a lamp, a unit and a mains have watts and volts");
  if (unit === Infinity) return { lamp: 1, unit: 0, amperes: lamp / mains };
  const through = (share: number) => (lamp / mains) * share ** FILAMENT;
  const drawn = (share: number) => (unit / mains) * (1 - share);
  let [low, high] = [0, 1];
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (through(middle) < drawn(middle)) low = middle;
    else high = middle;
  }
  return { lamp: low, unit: 1 - low, amperes: drawn(low) };
}

/**
 * The smallest lamp that leaves a sound unit enough of its mains to come up; the largest there is where none does. Watts; mains in volts
 * rms.
 */
export const lampFor = (constants: ShopConstants, idleWatts: number, mains: number): number =>
  LAMP_WATTS.find((w) => lampDivision(w, idleWatts, mains).unit >= figure(constants, "lamp.leaves")) ?? LAMP_WATTS.at(-1)!;

/** What the lamp should do in front of a sound unit, by the share of the mains that stays on it. */
export const lampShould = (constants: ShopConstants, { lamp }: Pick<LampDivision, "lamp">): LampSign =>
  lamp < figure(constants, "lamp.dark") ? "flashDim" : lamp < figure(constants, "lamp.bright") ? "dull" : "bright";

/** What a lamp says that stays as it does: go on, wait and look, or off. */
export type LampVerdict = "asItShould" | "look" | "stop";

/** What it did held against what it should do. A lamp that stays bright is always a stop. */
export function judgeLamp(did: LampSign, should: LampSign): LampVerdict {
  if (did === "bright") return "stop";
  if (did === "dark" || did === "pulses") return "look";
  return did === should || (did === "flashDim" && should === "dull") ? "asItShould" : "look";
}
