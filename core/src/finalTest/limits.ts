import { figure, type ShopConstants } from "../knowledge";
import { powerDb } from "./power";

export type Passes = "passes" | "fails" | "open";

/**
 * DC at an output and what it turns into heat in a loudspeaker. Volts DC into ohms; watts, and the most volts that pass (`proof.offset`,
 * common practice).
 */
export function judgeOffset(constants: ShopConstants, volts: number, ohms: number): { watts: number; most: number; passes: Passes } {
  const most = figure(constants, "proof.offset");
  return { watts: volts ** 2 / ohms, most, passes: Math.abs(volts) <= most ? "passes" : "fails" };
}

/**
 * Power at the onset of clipping against what the unit is rated for; open where nobody said what that is. Watts; dB of the one over the
 * other, null without a rating.
 */
export function judgePower(constants: ShopConstants, watts: number, rated: number | null): { dB: number | null; passes: Passes } {
  if (rated === null) return { dB: null, passes: "open" };
  const dB = powerDb(watts, rated);
  return { dB, passes: dB >= -figure(constants, "proof.power") ? "passes" : "fails" };
}

/** Two channels against each other, dB apart. */
export const judgeSides = (constants: ShopConstants, dB: number): Passes =>
  Math.abs(dB) <= figure(constants, "proof.sides") ? "passes" : "fails";

/** One frequency of a response against what it is held to, dB apart. */
export const judgeResponse = (constants: ShopConstants, dB: number): Passes =>
  Math.abs(dB) <= figure(constants, "proof.response") ? "passes" : "fails";

/** One temperature of a soak. */
interface SoakReading {
  /** s since it was switched on */
  after: number;
  celsius: number;
}

/**
 * How warm it gets, and whether it has stopped getting warmer; readings of one place, oldest first. °C and seconds; `most` is null without
 * readings.
 */
export function judgeSoak(
  constants: ShopConstants,
  readings: readonly SoakReading[],
): { most: number | null; settled: boolean; lasted: number; passes: Passes } {
  const inOrder = [...readings].sort((a, b) => a.after - b.after);
  const [before, last] = inOrder.slice(-2);
  const most = inOrder.length === 0 ? null : Math.max(...inOrder.map((r) => r.celsius));
  const lasted = inOrder.at(-1)?.after ?? 0;
  if (!before || !last || last.after === before.after) return { most, settled: false, lasted, passes: "open" };
  const perTenMinutes = ((last.celsius - before.celsius) / (last.after - before.after)) * 600;
  const settled = perTenMinutes < figure(constants, "proof.rise");
  const hot = most !== null && most > figure(constants, "proof.hot");
  return { most, settled, lasted, passes: hot ? "fails" : settled && lasted >= figure(constants, "proof.soak") ? "passes" : "open" };
}
