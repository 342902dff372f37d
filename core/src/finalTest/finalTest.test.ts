import { STANDARD_CONSTANTS } from "../knowledge";
import { describe, expect, test } from "vitest";
import { judgeOffset, judgePower, judgeResponse, judgeSides, judgeSoak } from "./limits";
import { offScreen, powerDb, powerIn, rmsOf, voltsDb } from "./power";
import { startsNeeded, startsWorth } from "./starts";

describe("power and dB by hand", () => {
  test("V²/R, from rms and off a screen", () => {
    expect(powerIn(20, 8)).toBe(50);
    expect(powerIn(56.5685, 8, "peakToPeak")).toBeCloseTo(50, 3);
    expect(rmsOf(2 * Math.SQRT2, "peakToPeak")).toBeCloseTo(1, 12);
    expect(() => powerIn(20, 0)).toThrow(RangeError);
  });
  test("twice the power is 3.01 dB, twice the volts 6.02", () => {
    expect(powerDb(100, 50)).toBeCloseTo(3.0103, 4);
    expect(voltsDb(2, 1)).toBeCloseTo(6.0206, 4);
    expect(powerDb(0, 50)).toBe(-Infinity);
    expect(() => powerDb(1, 0)).toThrow(RangeError);
    expect(() => voltsDb(0, 1)).toThrow(RangeError);
  });
  test("divisions by what one stands for", () => {
    expect(offScreen({ high: { divisions: 5.6, each: 10 }, wide: { divisions: 5, each: 200e-6 } })).toEqual({
      peakToPeak: 56,
      rms: 56 / (2 * Math.SQRT2),
      hertz: 1000,
    });
    expect(offScreen({})).toEqual({ peakToPeak: null, rms: null, hertz: null });
  });
});

describe("what starts are worth", () => {
  // scipy.stats.beta.ppf(0.95, 1, n): the exact one-sided bound of Clopper and Pearson for no fault in n
  test.each([
    [1, 0.95],
    [5, 0.45072],
    [10, 0.258866],
    [30, 0.095034],
    [60, 0.048703],
  ])("%i without a fault: at most %f, and 3/n comes near it", (n, exact) => {
    const worth = startsWorth(n);
    expect(worth.exact).toBeCloseTo(exact, 5);
    expect(worth.rule).toBe(Math.min(1, 3 / n));
    if (n >= 30) expect(worth.rule / worth.exact).toBeLessThan(1.06);
    expect(worth.rule).toBeGreaterThan(worth.exact - 1e-12);
  });
  test("so many are needed: the bound of that many is no more, of one less it is", () => {
    for (const share of [0.5, 0.1, 0.05]) {
      const n = startsNeeded(share);
      expect(startsWorth(n).exact).toBeLessThanOrEqual(share);
      if (n > 1) expect(startsWorth(n - 1).exact).toBeGreaterThan(share);
    }
  });
  test("half a start or none is refused", () => {
    for (const n of [0, -1, 1.5]) expect(() => startsWorth(n)).toThrow(RangeError);
    for (const share of [0, 1]) expect(() => startsNeeded(share)).toThrow(RangeError);
  });
});

describe("limits", () => {
  test("an offset and its heat in the loudspeaker: 50 mV into 8 Ω is a third of a milliwatt, 2 V half a watt", () => {
    expect(judgeOffset(STANDARD_CONSTANTS, 0.05, 8)).toMatchObject({ passes: "passes" });
    expect(judgeOffset(STANDARD_CONSTANTS, 0.05, 8).watts).toBeCloseTo(0.0003125, 9);
    expect(judgeOffset(STANDARD_CONSTANTS, -2, 8)).toMatchObject({ watts: 0.5, passes: "fails" });
  });
  test("power against its rating, sides against each other, a response against what it is held to", () => {
    expect(judgePower(STANDARD_CONSTANTS, 50, 50)).toEqual({ dB: 0, passes: "passes" });
    expect(judgePower(STANDARD_CONSTANTS, 40, 50).passes).toBe("fails");
    expect(judgePower(STANDARD_CONSTANTS, 50, null)).toEqual({ dB: null, passes: "open" });
    expect([judgeSides(STANDARD_CONSTANTS, -0.9), judgeSides(STANDARD_CONSTANTS, 1.2)]).toEqual(["passes", "fails"]);
    expect([judgeResponse(STANDARD_CONSTANTS, 1.4), judgeResponse(STANDARD_CONSTANTS, -3)]).toEqual(["passes", "fails"]);
  });
  test("a soak lasts long enough, gets no hotter and not too hot", () => {
    const at = (minutes: number, celsius: number) => ({ after: minutes * 60, celsius });
    expect(judgeSoak(STANDARD_CONSTANTS, [])).toMatchObject({ most: null, passes: "open" });
    expect(judgeSoak(STANDARD_CONSTANTS, [at(5, 30), at(15, 41)])).toMatchObject({ settled: false, passes: "open" });
    expect(judgeSoak(STANDARD_CONSTANTS, [at(10, 44), at(20, 47), at(35, 48)])).toMatchObject({
      settled: true,
      most: 48,
      lasted: 2100,
      passes: "passes",
    });
    expect(judgeSoak(STANDARD_CONSTANTS, [at(20, 84), at(35, 85)])).toMatchObject({ passes: "fails" });
  });
});
