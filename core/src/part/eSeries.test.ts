import { expect, test } from "vitest";
import { E_SERIES, eSeriesDecade, nearestPreferred, preferredAround } from "./eSeries";

// IEC 60063: number of values per decade is the series' name
test.each(E_SERIES)("E%d has that many ascending values from 1 to below 10", (series) => {
  const values = eSeriesDecade(series);
  expect(values).toHaveLength(series);
  expect(values[0]).toBe(1);
  expect(values.every((v, i) => i === 0 || v > values[i - 1]!)).toBe(true);
  expect(values[values.length - 1]).toBeLessThan(10);
});

test("the low series are those of IEC 60063, odd roundings and all", () => {
  expect(eSeriesDecade(3)).toEqual([1, 2.2, 4.7]);
  expect(eSeriesDecade(12)).toEqual([1, 1.2, 1.5, 1.8, 2.2, 2.7, 3.3, 3.9, 4.7, 5.6, 6.8, 8.2]);
  // the rule 10^(i/24) would give 2.61, 2.87, 3.16, 3.48, 3.83, 4.22, 4.64 and 8.25
  for (const odd of [2.7, 3.0, 3.3, 3.6, 3.9, 4.3, 4.7, 8.2]) expect(eSeriesDecade(24)).toContain(odd);
});

test("E48 and E96 are every fourth and second value of E192, but for none (IEC 60063)", () => {
  const e192 = eSeriesDecade(192);
  expect(eSeriesDecade(96)).toEqual(e192.filter((_, i) => i % 2 === 0));
  expect(eSeriesDecade(48)).toEqual(e192.filter((_, i) => i % 4 === 0));
});

test("E192 keeps 9.20 where the rule gives 9.19 (IEC 60063)", () => {
  const e192 = eSeriesDecade(192);
  expect(e192).toContain(9.2);
  expect(e192).not.toContain(9.19);
  expect(e192.slice(-8)).toEqual([9.09, 9.2, 9.31, 9.42, 9.53, 9.65, 9.76, 9.88].slice(-8));
});

test("values no longer made map to today's by ratio", () => {
  expect(nearestPreferred(50e-6, 12)).toBeCloseTo(47e-6, 12);
  expect(nearestPreferred(8e-6, 12)).toBeCloseTo(8.2e-6, 12);
  expect(nearestPreferred(9.9e-6, 6)).toBeCloseTo(10e-6, 12);
  expect(() => nearestPreferred(0, 12)).toThrow(RangeError);
});

test("the neighbours of values no series carries any more (IEC 60063, E6 and E12)", () => {
  expect(preferredAround(16e-6, 6)).toEqual({ below: 15e-6, above: 22e-6 });
  expect(preferredAround(2500e-6, 6)).toEqual({ below: 2200e-6, above: 3300e-6 });
  expect(preferredAround(432_900, 12)).toEqual({ below: 390_000, above: 470_000 });
  expect(preferredAround(47e-6, 6)).toEqual({ below: 47e-6, above: 47e-6 });
  expect(() => preferredAround(0, 6)).toThrow(RangeError);
});
