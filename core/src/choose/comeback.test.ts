import { describe, expect, test } from "vitest";
import { STANDARD_CONSTANTS } from "../knowledge";
import { part } from "../testing/parts";
import { comeback, ownHistory, type LeftPosition } from "./comeback";

const at = (designator: string, over: Partial<LeftPosition> = {}): LeftPosition => ({
  ...part(47, 25),
  designator,
  section: "Supply",
  bad: false,
  measured: true,
  ...over,
});

describe("how likely a unit is to come back", () => {
  test("by hand: one unmeasured part like the bad one at 0.08 a year, one new one, two years", () => {
    const unit = [at("C1", { bad: true }), at("C2", { measured: false })];
    const { expected, low, high } = comeback(STANDARD_CONSTANTS, unit, new Set(["C1"]));
    const exponent = 2 * (0.08 + 0.001) + 0.002;
    expect(expected).toBeCloseTo(1 - Math.exp(-exponent), 12);
    expect(low).toBeCloseTo(1 - Math.exp(-exponent / 2), 12);
    expect(high).toBeCloseTo(1 - Math.exp(-exponent * 2), 12);
  });
  test("changing what was never measured helps more than changing what was measured sound", () => {
    const unit = [at("C1", { bad: true }), at("C2", { measured: false }), at("C3")];
    const of = (...changed: string[]) => comeback(STANDARD_CONSTANTS, unit, new Set(changed)).expected;
    expect(of("C1", "C2")).toBeLessThan(of("C1", "C3"));
    expect(of("C1")).toBeLessThan(of());
  });
  test("thirty good film parts changed make it likelier to come back, not less", () => {
    const film = Array.from({ length: 30 }, (_, i) => at(`C${i + 10}`, { technology: "film" }));
    expect(comeback(STANDARD_CONSTANTS, film, new Set(film.map((p) => p.designator))).expected).toBeGreaterThan(
      comeback(STANDARD_CONSTANTS, film, new Set()).expected,
    );
  });
  test("a shop's own rates count where it has them", () => {
    const unit = [at("C1", { measured: false })];
    expect(comeback({ "come.other": 0.5 }, unit, new Set()).expected).toBeCloseTo(1 - Math.exp(-1), 12);
    expect(comeback(STANDARD_CONSTANTS, unit, new Set()).expected).toBeCloseTo(1 - Math.exp(-0.016), 12);
  });
});

test("the shop's own history: Wilson's interval as scipy.stats.binomtest(k, n).proportion_ci(0.8, 'wilson') gives it; too few jobs say nothing", () => {
  for (const [k, n, low, high] of [
    [2, 34, 0.024706561273930824, 0.13359867253090574],
    [0, 20, 0, 0.0758869791107644],
    [7, 25, 0.1812605720335576, 0.4058633145767513],
  ] as const) {
    const own = ownHistory(STANDARD_CONSTANTS, n, k)!;
    expect(own.low).toBeCloseTo(low, 9);
    expect(own.high).toBeCloseTo(high, 9);
  }
  expect(ownHistory(STANDARD_CONSTANTS, 19, 0)).toBeNull();
});
