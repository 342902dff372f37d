import { figure, type ShopConstants } from "../knowledge";

/** Shares of the mains that are worked out; between them it is a straight line. */
export const SHARES = [0.05, 0.1, 0.175, 0.25, 0.375, 0.5, 0.625, 0.75, 0.9, 1, 1.1] as const;

/** Volts at shares of the mains, each as a share of what stands there at full mains with its load. */
export interface RailShapes {
  /** a rail behind a rectifier, with its loads and without */
  raw: { loaded: readonly number[]; unloaded: readonly number[] };
  /** volts behind a regulator, by its nominal volts */
  regulated: Readonly<Record<string, readonly number[]>>;
  /** false where the circuit could not be solved: then in proportion */
  solved: boolean;
}

/** In proportion to the mains: where no circuit can say better. */
export const IN_PROPORTION: RailShapes = { raw: { loaded: SHARES, unloaded: SHARES }, regulated: {}, solved: false };

/** Value of a shape at a share of the mains, by a straight line between its points. */
export function shapeAt(shape: readonly number[], share: number): number {
  const at = SHARES.findIndex((s) => s >= share);
  if (at < 0) return (shape.at(-1)! * share) / SHARES.at(-1)!;
  if (at === 0) return (shape[0]! * share) / SHARES[0];
  const [from, to] = [SHARES[at - 1]!, SHARES[at]!];
  return shape[at - 1]! + ((shape[at]! - shape[at - 1]!) * (share - from)) / (to - from);
}

/** How far a rectifier valve conducts at a share of the mains: not at all, fully, or nobody can say. */
export const valveConducts = (constants: ShopConstants, share: number): "no" | "yes" | "maybe" =>
  share < figure(constants, "valve.cold") ? "no" : share < figure(constants, "valve.warm") ? "maybe" : "yes";
