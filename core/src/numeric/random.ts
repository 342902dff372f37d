import { uniformFloat64 } from "pure-rand/distribution/uniformFloat64";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";

/** A repeatable source of numbers in [0, 1): the same seed gives the same sequence on every machine. */
export function seededRandom(seed: number): () => number {
  const generator = xoroshiro128plus(seed);
  return () => uniformFloat64(generator);
}

/** One draw from a normal distribution by the Box–Muller transform (1958). `sigma` 0 gives the mean. In the unit of the mean. */
export function normal(random: () => number, mean: number, sigma: number): number {
  const u = 1 - random(); // (0, 1]: the logarithm of 0 must not happen
  return mean + sigma * Math.sqrt(-2 * Math.log(u)) * Math.cos(2 * Math.PI * random());
}

/** One entry of a non-empty list, each as likely as the other. @throws RangeError on an empty list */
export function pick<T>(random: () => number, list: readonly T[]): T {
  if (list.length === 0) throw new RangeError("cannot pick from an empty list");
  return list[Math.floor(random() * list.length)]!;
}
