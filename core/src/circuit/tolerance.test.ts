import { expect, test } from "vitest";
import { monteCarlo, spreadOf, worstCase, type Unknown } from "./tolerance";

const R: Unknown = { value: 1000, share: 0.05, law: "even" };
const C: Unknown = { value: 1e-6, share: 0.2, law: "even" };
const corner = ([r, c]: Float64Array) => 1 / (2 * Math.PI * r! * c!);

test("the same seed gives the same spread, and every draw lies between the worst cases", () => {
  const a = monteCarlo([R, C], 500, 7, corner);
  const b = monteCarlo([R, C], 500, 7, corner);
  const { low, high } = worstCase([R, C], corner);
  expect(a).toEqual(b);
  expect(a.p10).toBeLessThan(a.p50);
  expect(a.p50).toBeLessThan(a.p90);
  expect(a.sorted[0]).toBeGreaterThanOrEqual(low);
  expect(a.sorted.at(-1)).toBeLessThanOrEqual(high);
  expect(low).toBeCloseTo(1 / (2 * Math.PI * 1050 * 1.2e-6), 9);
  expect(high).toBeCloseTo(1 / (2 * Math.PI * 950 * 0.8e-6), 9);
});

test("a guessed value varies by its share on a log scale: as often half as twice", () => {
  const s = monteCarlo([{ value: 100, share: 0.5, law: "logNormal" }], 20_000, 3, ([v]) => v!);
  expect(Math.log(s.p50 / 100)).toBeCloseTo(0, 1);
  expect(Math.log(s.p90 / s.p50)).toBeCloseTo(1.2816 * 0.5, 1);
  expect(Math.log(s.p50 / s.p10)).toBeCloseTo(1.2816 * 0.5, 1);
});

test("NaN, nothing and too many corners are our own mistakes", () => {
  expect(() => spreadOf(Float64Array.of(1, NaN))).toThrow(RangeError);
  expect(() => spreadOf(new Float64Array(0))).toThrow(RangeError);
  expect(() =>
    worstCase(
      Array.from({ length: 13 }, () => R),
      corner,
    ),
  ).toThrow(RangeError);
});
