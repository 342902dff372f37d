import type { Celsius } from "../units";

/**
 * Expected life in hours at `at` °C of a wet aluminium part rated `hours` at `rated` °C: L0·2^((T0 − T)/10), the doubling
 * every 10 degrees of the trade (common practice; makers state the same form). Ripple heating is not in it: give the core
 * temperature where it is known. Not to be trusted above the rated temperature or beyond about 20 years.
 * @example expectedLife(5000, celsius(105), celsius(55)) // 160000
 */
export function expectedLife(hours: number, rated: Celsius, at: Celsius): number {
  return hours * 2 ** ((rated - at) / 10);
}
