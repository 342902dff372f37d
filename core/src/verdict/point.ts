import type { Volts } from "../units";

/** What a point is held against. `taken`: nobody said it, it stands in the point's name with the usual reach. */
export interface PointExpectation {
  low: Volts;
  high: Volts;
  nominal: Volts | null;
  from: "said" | "taken";
}

export type PointState = "within" | "low" | "high" | "gone" | "unknown";

export interface PointVerdict {
  state: PointState;
  /** how far off the nominal value, as a share of it; null without one */
  off: number | null;
}

/** Below this share of what it should be a rail is not low but gone. */
const GONE = 0.1;

/** Volts held against what they should be. The sign counts: a rail of the wrong polarity is gone. */
export function judgePoint(read: Volts, expected: PointExpectation | null): PointVerdict {
  if (!expected) return { state: "unknown", off: null };
  const { low, high, nominal } = expected;
  const middle = nominal ?? (low + high) / 2;
  const off = middle === 0 ? null : (read - middle) / Math.abs(middle);
  // "-22 % low" of a negative rail means nearer to zero
  const towardsZero = middle < 0 ? read > high : read < low;
  const beyond = middle < 0 ? read < low : read > high;
  if (!towardsZero && !beyond) return { state: "within", off };
  if (beyond) return { state: "high", off };
  return { state: middle !== 0 && read / middle < GONE ? "gone" : "low", off };
}

/** Nominal volts a rail is called by: 15 for "rail +15"; null where its name holds none. */
export function nominalIn(point: string): number | null {
  const match = /^rail (?:.* )?([+-]?\d+(?:[.,]\d+)?)v?$/.exec(point);
  return match ? Number(match[1]!.replace(",", ".")) : null;
}

/** The name of the rail of the same volts the other way round: "rail -15" for "rail +15"; null where it has no sign. */
export function complementaryRailOf(point: string): string | null {
  const nominal = /^(.*\s)([+-])(\S*)$/.exec(` ${point}`);
  return nominal ? `${nominal[1]}${nominal[2] === "+" ? "-" : "+"}${nominal[3]}`.trim() : null;
}
