import { figure, type ShopConstants } from "../knowledge";
import { median } from "../numeric";

/** A figure of each counterpart beside the others. */
interface Counterparts {
  /** of those that were read; null where fewer than two were */
  median: number | null;
  /** each over the median; null where it was not read */
  ratios: readonly (number | null)[];
  /** off the median by more than the counterparts' ratio */
  odd: readonly boolean[];
  /** last over first along a straight line through the logarithms, where that line explains most of the spread; else null */
  gradient: number | null;
}

/** Share of the spread a line must explain to be called a gradient, and how many readings it takes. */
const CLEAR = 0.7;
const ENOUGH = 4;

/**
 * The same figure of the same position in every channel, in the order in which they stand along the board: the odd one by its ratio to
 * the median (handbook chapter 2, counterparts), heat along the board by a gradient.
 * @param values above 0 in one unit; null where nothing was read
 */
export function besideCounterparts(constants: ShopConstants, values: readonly (number | null)[]): Counterparts {
  const known = values.filter((v) => v !== null && v > 0) as number[];
  const middle = known.length >= 2 ? median(known) : null;
  const ratios = values.map((v) => (v === null || middle === null ? null : v / middle));
  const odd = ratios.map((r) => r !== null && r > 0 && Math.max(r, 1 / r) > figure(constants, "counterparts.ratio"));
  return { median: middle, ratios, odd, gradient: gradientOf(values) };
}

function gradientOf(values: readonly (number | null)[]): number | null {
  const points = values.flatMap((v, x) => (v !== null && v > 0 ? [{ x, y: Math.log(v) }] : []));
  if (points.length < ENOUGH) return null;
  const mean = (of: readonly number[]) => of.reduce((a, b) => a + b, 0) / of.length;
  const [mx, my] = [mean(points.map((p) => p.x)), mean(points.map((p) => p.y))];
  const sum = (of: (p: { x: number; y: number }) => number) => points.reduce((a, p) => a + of(p), 0);
  const sxy = sum((p) => (p.x - mx) * (p.y - my));
  const sxx = sum((p) => (p.x - mx) ** 2);
  const syy = sum((p) => (p.y - my) ** 2);
  if (syy === 0 || sxy ** 2 / (sxx * syy) < CLEAR) return null;
  return Math.exp((sxy / sxx) * (points.at(-1)!.x - points[0]!.x));
}
