import { figure, type ShopConstants } from "../knowledge";
import type { Celsius } from "../units";

/**
 * Expected life in hours at `at` °C of a wet aluminium part rated `hours` at `rated` °C: L0·2^((T0 − T)/10), the doubling
 * every 10 degrees of the trade (common practice; makers state the same form). Give the temperature of its core: that of its surroundings
 * and what its ripple adds. Not to be trusted above the rated temperature or beyond about 20 years.
 * @example expectedLife(5000, celsius(105), celsius(55)) // 160000
 */
export function expectedLife(hours: number, rated: Celsius, at: Celsius): number {
  return hours * 2 ** ((rated - at) / 10);
}

/**
 * Kelvin by which ripple warms a part: heat goes with the square of the current, and at its full rating it is `choose.rippleHeat` warmer
 * (from memory of makers' life guides).
 * @param share ripple that flows over ripple it is rated for at that frequency; 0 or more
 */
export const rippleHeat = (constants: ShopConstants, share: number): number => figure(constants, "choose.rippleHeat") * share ** 2;
