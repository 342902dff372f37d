import { expect, test } from "vitest";
import { diodeCurrent, diodeLaw, THERMAL_VOLTS, wrightOmega } from "./diodeLaw";

test("Wright's omega satisfies w + ln w = z over thirty decades", () => {
  for (let z = -70; z < 2000; z += 0.37) {
    const w = wrightOmega(z);
    expect(Math.abs(w + Math.log(w) - z)).toBeLessThan(4e-15 * Math.max(20, Math.abs(z)));
  }
  expect(wrightOmega(1)).toBeCloseTo(1, 14);
  expect(wrightOmega(0)).toBeCloseTo(0.5671432904097838, 14); // the omega constant
});

test("current and volts fit Shockley's law with the series drop taken off", () => {
  const law = diodeLaw(1e-9, 1.8, 0.05);
  const slope = new Float64Array(1);
  for (const v of [0.2, 0.4, 0.6, 0.8, 1, 2, 5]) {
    const amperes = diodeCurrent(law, v, slope, 0);
    const junction = v - amperes * 0.05;
    expect(amperes / (1e-9 * Math.expm1(junction / (1.8 * THERMAL_VOLTS)))).toBeCloseTo(1, 4);
  }
});

test("the slope is the derivative, forward and blocking", () => {
  const law = diodeLaw(1e-9, 1.8, 0.05);
  const slope = new Float64Array(2);
  for (const v of [-200, -5, -0.5, 0, 0.3, 0.7, 1.2, 20]) {
    const step = 1e-5;
    const by = (diodeCurrent(law, v + step, slope, 1) - diodeCurrent(law, v - step, slope, 1)) / (2 * step);
    diodeCurrent(law, v, slope, 0);
    expect(Math.abs(slope[0]! - by)).toBeLessThan(1e-6 * Math.abs(by) + 2e-11);
    expect(slope[0]).toBeGreaterThan(0);
  }
});
