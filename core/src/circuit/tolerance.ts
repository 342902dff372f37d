import { normal, quantile, seededRandom } from "../numeric";

/**
 * What is not known of one value: even within ± `share` of it (a marked tolerance), or its logarithm normal with spread `share`
 * (a value guessed: 0.3 is about ± 30 %). `share` is 0 or more.
 */
export interface Unknown {
  value: number;
  share: number;
  law: "even" | "logNormal";
}

export interface Spread {
  /** one result a draw, ascending */
  sorted: Float64Array;
  p10: number;
  p50: number;
  p90: number;
}

/** One draw of each unknown into `out`; `random` gives numbers in [0, 1). */
function drawInto(out: Float64Array, unknowns: readonly Unknown[], random: () => number): void {
  for (let i = 0; i < unknowns.length; i++) {
    const { value, share, law } = unknowns[i]!;
    out[i] = law === "even" ? value * (1 + share * (2 * random() - 1)) : value * Math.exp(normal(random, 0, share));
  }
}

/** Summary of `results`, which are sorted in a copy. NaN entries are not allowed. @throws RangeError on NaN or no results */
export function spreadOf(results: Float64Array): Spread {
  if (results.length === 0 || results.some(Number.isNaN)) throw new RangeError(`${results.length} results, or a NaN among them`);
  const sorted = results.slice().sort();
  return { sorted, p10: quantile(sorted, 0.1), p50: quantile(sorted, 0.5), p90: quantile(sorted, 0.9) };
}

/** Runs `evaluate` on `draws` seeded draws of the unknowns; the same seed gives the same spread on every machine. */
export function monteCarlo(unknowns: readonly Unknown[], draws: number, seed: number, evaluate: (values: Float64Array) => number): Spread {
  const random = seededRandom(seed);
  const values = new Float64Array(unknowns.length);
  const results = new Float64Array(draws);
  for (let k = 0; k < draws; k++) {
    drawInto(values, unknowns, random);
    results[k] = evaluate(values);
  }
  return spreadOf(results);
}

const MAX_CORNERS = 12;

/**
 * Smallest and largest result over the corners of the tolerances: all 2ⁿ of them up to 12 unknowns. True bounds only where the
 * result rises or falls steadily with each value, as it does in filters away from resonance. @throws RangeError on more than 12
 */
export function worstCase(unknowns: readonly Unknown[], evaluate: (values: Float64Array) => number): { low: number; high: number } {
  const n = unknowns.length;
  if (n > MAX_CORNERS) throw new RangeError(`${n} unknowns have more corners than can be tried; at most ${MAX_CORNERS}`);
  const values = new Float64Array(n);
  let [low, high] = [Infinity, -Infinity];
  for (let corner = 0; corner < 1 << n; corner++) {
    for (let i = 0; i < n; i++) values[i] = unknowns[i]!.value * (1 + ((corner >> i) & 1 ? 1 : -1) * unknowns[i]!.share);
    const result = evaluate(values);
    low = Math.min(low, result);
    high = Math.max(high, result);
  }
  return { low, high };
}
