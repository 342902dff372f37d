import { expect, test } from "vitest";
import { normal, pick, seededRandom } from "./random";
import { median } from "./statistics";

test("the median is the middle, or the mean of the two middle ones, and leaves its input alone", () => {
  const values = [9, 1, 5];
  expect(median(values)).toBe(5);
  expect(values).toEqual([9, 1, 5]);
  expect(median([4, 1, 3, 2])).toBe(2.5);
  expect(median([])).toBeNaN();
});

test("the same seed gives the same sequence in [0, 1), another seed another", () => {
  const draw = (seed: number) => Array.from({ length: 200 }, seededRandom(seed));
  expect(draw(3)).toEqual(draw(3));
  expect(draw(3)).not.toEqual(draw(4));
  expect(Math.min(...draw(3))).toBeGreaterThanOrEqual(0);
  expect(Math.max(...draw(3))).toBeLessThan(1);
});

test("normal draws have the mean and spread asked for", () => {
  const random = seededRandom(11);
  const n = 20_000;
  const draws = Array.from({ length: n }, () => normal(random, 5, 2));
  const mean = draws.reduce((s, x) => s + x, 0) / n;
  const spread = Math.sqrt(draws.reduce((s, x) => s + (x - mean) ** 2, 0) / n);
  // standard error of the mean is 2/√n = 0.014, of the spread half of σ/√(n/2) = 0.01: five of them
  expect(Math.abs(mean - 5)).toBeLessThan(0.07);
  expect(Math.abs(spread - 2)).toBeLessThan(0.05);
  expect(normal(random, 5, 0)).toBe(5);
});

test("picking reaches every entry and refuses an empty list", () => {
  const random = seededRandom(2);
  expect(new Set(Array.from({ length: 200 }, () => pick(random, ["a", "b", "c"]))).size).toBe(3);
  expect(() => pick(random, [])).toThrow(RangeError);
});
