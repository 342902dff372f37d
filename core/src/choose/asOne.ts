import type { Technology, Tolerance } from "../part";
import { farads, volts, type Farads, type Volts } from "../units";
import type { CataloguePart } from "./catalogue";

export const ARRANGEMENTS = ["parallel", "series", "backToBack"] as const;
/** `backToBack`: two polarised parts minus to minus in place of a bipolar one. */
export type Arrangement = (typeof ARRANGEMENTS)[number];

/** Largest share of the whole volts on one of two equal parts in series whose C may be off by ± `tolerance`: (1 + t)/2. */
export const worstShare = (tolerance: number): number => (1 + tolerance) / 2;

/** Several parts as the one they are together, worst case: parallel adds, two alike in series halve. */
export function asOne(
  arrangement: Arrangement,
  parts: readonly CataloguePart[],
): { nominal: Farads; tolerance: Tolerance; rated: Volts } & { code: string; technology: Technology } {
  const [first] = parts;
  if (first === undefined) throw new RangeError("a set of no parts");
  const code = parts.map((p) => p.code).join(arrangement === "parallel" ? " ∥ " : " + ");
  const technology: Technology = arrangement === "backToBack" ? "bipolar" : first.technology;
  if (arrangement === "parallel") {
    const total = parts.reduce((sum, p) => sum + p.nominal, 0);
    const off = (side: "minus" | "plus") => parts.reduce((sum, p) => sum + p.nominal * p.tolerance[side], 0) / total;
    return {
      code,
      technology,
      nominal: farads(total),
      tolerance: { minus: off("minus"), plus: off("plus") },
      rated: volts(Math.min(...parts.map((p) => p.rated))),
    };
  }
  const { tolerance } = first;
  const rated = arrangement === "series" ? first.rated / worstShare(Math.max(tolerance.minus, tolerance.plus)) : first.rated;
  return { code, technology, nominal: farads(first.nominal / 2), tolerance, rated: volts(rated) };
}
