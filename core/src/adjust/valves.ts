import { figure, type ShopConstants } from "../knowledge";

/** One valve, or one half of a pair, as it idles. */
interface ValveReading {
  name: string;
  /** volts from plate to cathode */
  plate: number;
  /** A */
  amperes: number;
  /** W; null where nobody said */
  most: number | null;
}

export interface ValveIdle extends ValveReading {
  watts: number;
  /** of the maximum; null where that is not known */
  share: number | null;
  state: "cold" | "right" | "hot" | "over" | "unknown";
}

/**
 * Plate dissipation, volts × amperes, against the valve's maximum: fixed bias is set to about two thirds (common practice), over the
 * maximum the plate glows.
 */
export function valveIdle(constants: ShopConstants, valve: ValveReading): ValveIdle {
  const watts = valve.plate * valve.amperes;
  const share = valve.most === null ? null : watts / valve.most;
  const state =
    share === null
      ? "unknown"
      : share > 1
        ? "over"
        : share > figure(constants, "valve.hot")
          ? "hot"
          : share < figure(constants, "valve.cool")
            ? "cold"
            : "right";
  return { ...valve, watts, share, state };
}

/**
 * How far apart the currents of a set of valves are: (most − least) / mean; null for fewer than two. A share: 0.2 is a fifth of the mean.
 * Amperes in.
 */
export function spread(amperes: readonly number[]): number | null {
  if (amperes.length < 2) return null;
  const mean = amperes.reduce((a, b) => a + b, 0) / amperes.length;
  return mean === 0 ? null : (Math.max(...amperes) - Math.min(...amperes)) / mean;
}

/**
 * Plate current by the drop over its half of the output transformer's winding, A: each half by its own resistance, which differ by design.
 * @throws RangeError unless the winding has more than 0 Ω
 */
export function throughWinding(drop: number, ohms: number): number {
  if (!(ohms > 0)) throw new RangeError("a winding has more than 0 Ω");
  return Math.abs(drop) / ohms;
}

/** Amperes that give a share of the maximum dissipation at these plate volts. @throws RangeError unless the plate has volts */
export function amperesFor(most: number, plate: number, share: number): number {
  if (!(plate > 0)) throw new RangeError("a plate has volts");
  return (most * share) / plate;
}
