import fc from "fast-check";
import { expect, test } from "vitest";
import { part } from "../testing/parts";
import { farads, hertz, ohms, volts } from "../units";
import { dissipationFromEsr, esrFromTanD, expectEsr, typicalEsr, usualTanD } from "./expectation";
import { couplingShift, leakageLimit } from "./leakage";

const AT = hertz(100_000);

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
  expect(usualTanD(farads(100e-6), volts(rated))).toBe(tanD);
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

test("the typical figure is tan d at 120 Hz and near a quarter of it plus 0.02 Ω at 100 kHz", () => {
  const at120 = 0.14 / (2 * Math.PI * 120 * 100e-6);
  expect(typicalEsr(farads(100e-6), volts(25), hertz(120))).toBeCloseTo(at120, 9);
  expect(typicalEsr(farads(100e-6), volts(25), AT) / (0.25 * at120 + 0.02)).toBeCloseTo(1, 2);
});

test("main reservoirs of thousands of µF belong in the tens of milliohms (common practice)", () => {
  for (const [c, v] of [[4700, 50], [3300, 50], [10000, 63]] as const) {
    const typical = typicalEsr(farads(c * 1e-6), volts(v), AT);
    expect(typical).toBeGreaterThan(0.01);
    expect(typical).toBeLessThan(0.1);
  } // prettier-ignore
});

test("references rank: shelf, datasheet, trade norm, formula", () => {
  const c10 = part(10, 50);
  const shelf = [{ meter: "blue", technology: "aluminium" as const, nominal: farads(10e-6), rated: volts(50), at: AT, esr: ohms(1.4) }];
  const sheet = { esr: ohms(2), at: AT };
  expect(expectEsr(c10, AT, "blue", shelf, sheet)?.source).toBe("shelf");
  expect(expectEsr(c10, AT, "clip", shelf, sheet)?.source, "another meter's shelf does not count").toBe("datasheet");
  expect(expectEsr(c10, AT, "clip", shelf)?.source).toBe("trade");
  expect(expectEsr(part(10, 63), AT, "clip", shelf)?.source).toBe("formula");
  expect(expectEsr(part(1, 63, { technology: "film" }), AT, "blue")).toBeNull();
});

test("limits under 0.3 Ω are raised to it below 1000 µF, and only there (common practice)", () => {
  expect(expectEsr(part(680, 25), AT, null)?.failedFrom).toBe(0.3);
  expect(expectEsr(part(4700, 50), AT, null)!.failedFrom).toBeLessThan(0.1);
});

test("leakage limit is 0.01·C·V with 3 µA as its floor (form of IEC 60384-4, from memory)", () => {
  expect(leakageLimit(farads(100e-6), volts(50))).toBeCloseTo(50e-6, 12);
  expect(leakageLimit(farads(1e-6), volts(10))).toBe(3e-6);
});

test("300 V through a leak of 50 MΩ into a 1 MΩ grid shifts it by 5.9 V, by hand", () => {
  expect(couplingShift(volts(300), ohms(1e6), ohms(50e6))).toBeCloseTo(300 / 51, 6);
});
