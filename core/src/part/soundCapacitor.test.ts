import { STANDARD_CONSTANTS } from "../knowledge";
import fc from "fast-check";
import { expect, test } from "vitest";
import { part } from "../testing/parts";
import { farads, hertz, ohms, volts } from "../units";
import { couplingShift, leakageLimit, leastInsulation } from "./leakage";
import { bridgeReading, dissipationFromEsr, esrFromTanD, soundEsr, usualTanD } from "./soundCapacitor";

// tan d table of general-purpose series (from memory)
test.each([
  [6.3, 0.24],
  [10, 0.2],
  [16, 0.16],
  [25, 0.14],
  [35, 0.12],
  [50, 0.1],
  [63, 0.09],
  [100, 0.08],
])("a 100 µF part for %d V may have tan d %d", (rated, tanD) => {
  expect(usualTanD(farads(100e-6), volts(rated))).toBeCloseTo(tanD, 12);
});

test("between two ratings tan d does not jump", () => {
  fc.assert(
    fc.property(fc.double({ min: 4, max: 500, noNaN: true }), (v) => {
      const step = Math.abs(usualTanD(farads(1e-4), volts(v * 1.001)) - usualTanD(farads(1e-4), volts(v)));
      expect(step).toBeLessThan(0.0005);
    }),
  );
});

test("above 1000 µF tan d grows by 0.02 for every 1000 µF (from memory)", () => {
  expect(usualTanD(farads(4700e-6), volts(50))).toBeCloseTo(0.1 + 0.074, 9);
});

test("ESR of 100 µF with tan d 0.1 at 120 Hz is 1.326 Ω, by hand", () => {
  expect(esrFromTanD(0.1, hertz(120), farads(100e-6))).toBeCloseTo(0.1 / (2 * 3.14159265 * 120 * 1e-4), 6);
});

test("tan d and ESR are each other's inverse", () => {
  fc.assert(
    fc.property(fc.double({ min: 1e-4, max: 10, noNaN: true }), fc.double({ min: 1e-9, max: 0.1, noNaN: true }), (d, c) => {
      expect(dissipationFromEsr(esrFromTanD(d, hertz(120), farads(c)), hertz(120), farads(c)) / d).toBeCloseTo(1, 9);
    }),
  );
});

test("a sound part reads tan d at 120 Hz and near a quarter of it plus 0.02 Ω at 100 kHz", () => {
  const at120 = 0.14 / (2 * Math.PI * 120 * 100e-6);
  expect(soundEsr(part(100, 25), hertz(120))).toBeCloseTo(at120, 9);
  expect(soundEsr(part(100, 25), hertz(100_000)) / (0.25 * at120 + 0.02)).toBeCloseTo(1, 2);
});

test("main reservoirs of thousands of µF belong in the tens of milliohms (common practice)", () => {
  for (const [c, v] of [
    [4700, 50],
    [3300, 50],
    [10000, 63],
  ] as const) {
    const typical = soundEsr(part(c, v), hertz(100_000));
    expect(typical).toBeGreaterThan(0.01);
    expect(typical).toBeLessThan(0.1);
  }
});

test("10 µF with 20 Ω in series reads 3.9 µF on a parallel bridge at 1 kHz, by hand", () => {
  const x = 2 * Math.PI * 1000 * 20 * 10e-6;
  expect(bridgeReading(10e-6, 20, 1000)).toBeCloseTo(10e-6 / (1 + x * x), 15);
  expect(bridgeReading(10e-6, 20, 1000) * 1e6).toBeCloseTo(3.877, 2);
});

test("leakage limit is 0.01·C·V with 3 µA as its floor (form of IEC 60384-4, from memory)", () => {
  expect(leakageLimit(STANDARD_CONSTANTS, farads(100e-6), volts(50))).toBeCloseTo(50e-6, 12);
  expect(leakageLimit(STANDARD_CONSTANTS, farads(1e-6), volts(10))).toBe(3e-6);
});

test.each([
  [47, 50, 2.1e6],
  [1000, 50, 100e3],
  [4700, 50, 21e3],
])("a wet part of %d µF at %d V must insulate with %d Ω: R·C ≥ 100 s", (c, v, least) => {
  expect(leastInsulation(STANDARD_CONSTANTS, part(c, v)) / least).toBeCloseTo(1, 1);
});

test("a small part is never asked to be better than V over 3 µA, film has 3 GΩ or 1000 s", () => {
  expect(leastInsulation(STANDARD_CONSTANTS, part(1, 50))).toBeCloseTo(50 / 3e-6, 3);
  expect(leastInsulation(STANDARD_CONSTANTS, part(0.1, 400, { technology: "film" }))).toBe(3e9);
  expect(leastInsulation(STANDARD_CONSTANTS, part(1, 400, { technology: "paper" }))).toBeCloseTo(1e9, 0);
});

test("300 V through a leak of 50 MΩ into a 1 MΩ grid shifts it by 5.9 V, by hand", () => {
  expect(couplingShift(volts(300), ohms(1e6), ohms(50e6))).toBeCloseTo(300 / 51, 6);
});
