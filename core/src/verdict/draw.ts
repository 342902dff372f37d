import { figure, type ShopConstants } from "../knowledge";

/** What a unit draws when it is well. `said`: somebody knew it; `usual`: only what is usual for its kind. */
export interface DrawNorm {
  value: number;
  unit: "A" | "W";
  from: "said" | "usual";
}

export interface DrawVerdict {
  state: "within" | "high" | "muchTooHigh" | "unknown";
  /** over the norm; null where there is none */
  ratio: number | null;
  norm: DrawNorm | null;
}

/** How far over a norm that was said a reading is high (common practice). */
const HIGH = 1.25;

/**
 * What a unit draws held against what it should. A norm that is only usual for its kind is rough: nothing under `standby.high`
 * times it is called high.
 * @param value amperes or watts, in the unit of the norm
 */
export function judgeDraw(constants: ShopConstants, value: number | "over", norm: DrawNorm | null): DrawVerdict {
  if (norm === null || value === "over" || !(norm.value > 0)) return { state: "unknown", ratio: null, norm };
  const ratio = value / norm.value;
  if (ratio >= figure(constants, "standby.high")) return { state: "muchTooHigh", ratio, norm };
  return { state: norm.from === "said" && ratio > HIGH ? "high" : "within", ratio, norm };
}
