import { STANDARD_CONSTANTS } from "../knowledge";
import fc from "fast-check";
import { expect, test } from "vitest";
import { farads, ohms, volts, watts } from "../units";
import { dischargeCurve, dischargePlan, dischargePlans, storedEnergy, timeToVolts, type DrawerResistor } from "./discharge";
import { hazardClass } from "./hazard";

const resistor = (value: number, rated: number, limit = 750): DrawerResistor => ({
  value: ohms(value),
  rated: watts(rated),
  limit: volts(limit),
});

// worked examples of the trade (common practice; limits after IEC 60115-1, from memory)
test("220 µF at 385 V through 10 kΩ 5 W: 16.3 J, 38.5 mA, 14.8 W, 60 V after 4.1 s, 5 V after 9.6 s", () => {
  const plan = dischargePlan(STANDARD_CONSTANTS, farads(220e-6), volts(385), resistor(10_000, 5));
  expect(plan.energy).toBeCloseTo(16.3, 1);
  expect(plan.peakCurrent).toBeCloseTo(38.5e-3, 6);
  expect(plan.peakPower).toBeCloseTo(14.8, 1);
  expect(plan.to60).toBeCloseTo(4.1, 1);
  expect(plan.to5).toBeCloseTo(9.6, 1);
  expect(plan.refusals).toEqual([]);
});

test("10 mF at 63 V: 100 Ω 5 W is over its limit, 150 Ω is not", () => {
  const hundred = dischargePlan(STANDARD_CONSTANTS, farads(10e-3), volts(63), resistor(100, 5));
  expect(hundred.energy).toBeCloseTo(19.8, 1);
  expect(hundred.peakPower).toBeCloseTo(39.7, 1);
  expect(hundred.to5).toBeCloseTo(2.5, 1);
  expect(hundred.refusals).toEqual([{ code: "peakPower", peak: hundred.peakPower, limit: 31.25 }]);
  expect(dischargePlan(STANDARD_CONSTANTS, farads(10e-3), volts(63), resistor(150, 5)).refusals).toEqual([]);
});

test("100 µF at 480 V on a 220 kΩ bleeder takes 46 s to 60 V", () => {
  expect(timeToVolts(ohms(220e3), farads(100e-6), volts(480), volts(60))).toBeCloseTo(45.7, 1);
});

test("a few ohms on hundreds of volts are refused for the arc", () => {
  expect(dischargePlan(STANDARD_CONSTANTS, farads(100e-6), volts(400), resistor(10, 50)).refusals.map((r) => r.code)).toContain("arc");
});

test("the fastest resistor that bears it comes first; the refused stay in the list with their reasons", () => {
  const plans = dischargePlans(STANDARD_CONSTANTS, farads(10e-3), volts(63), [
    resistor(10_000, 5),
    resistor(100, 5),
    resistor(330, 10),
    resistor(150, 5),
  ]);
  expect(plans.map((p) => p.resistor.value)).toEqual([150, 330, 100, 10_000]);
  expect(plans[3]!.refusals[0]!.code).toBe("tooSlow");
  expect(dischargePlans(STANDARD_CONSTANTS, farads(1e-3), volts(50), [])).toEqual([]);
  const patient = dischargePlan({ "charge.patience": 600 }, farads(10e-3), volts(63), resistor(10_000, 5));
  expect(patient.refusals, "a shop that takes its time may use it").toEqual([]);
});

test("time, curve and energy agree with the exponential for any part", () => {
  fc.assert(
    fc.property(fc.double({ min: 1e-6, max: 0.05, noNaN: true }), fc.double({ min: 10, max: 500, noNaN: true }), (c, v) => {
      const plan = dischargePlan(STANDARD_CONSTANTS, farads(c), volts(v), resistor(1000, 10));
      expect(v * Math.exp(-plan.to5 / plan.tau)).toBeCloseTo(5, 6);
      const curve = dischargeCurve(plan, volts(v), 2001);
      // energy lost in R, integrated by the trapezoidal rule, is what was stored but for e^-14
      const dt = curve[1]!.seconds;
      const lost = curve.slice(1).reduce((sum, p, i) => sum + ((p.volts ** 2 + curve[i]!.volts ** 2) / 2 / 1000) * dt, 0);
      expect(lost / storedEnergy(farads(c), volts(v))).toBeCloseTo(1, 3);
    }),
    { numRuns: 40 },
  );
});

test("volts already below the target take no time, and zero is never reached", () => {
  expect(timeToVolts(ohms(1000), farads(1e-3), volts(-4), volts(5))).toBe(0);
  expect(() => timeToVolts(ohms(1000), farads(1e-3), volts(40), volts(0))).toThrow(RangeError);
});

// ES1: IEC 62368-1; energies: NFPA 70E (both from memory)
test.each([
  [50, 1e-3, "touchable"],
  [63, 0.01, "shock"],
  [60, 1e-6, "shock"],
  [100, 220e-6, "severeShock"],
  [385, 220e-6, "severeShock"],
  [400, 1e-6, "shock"],
  [50, 0.1, "burns"],
])("%d V on %d F is %s", (v, c, hazard) => {
  expect(hazardClass(STANDARD_CONSTANTS, volts(v), storedEnergy(farads(c), volts(v)))).toBe(hazard);
});
