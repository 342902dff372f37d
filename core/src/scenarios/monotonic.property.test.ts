import fc from "fast-check";
import { expect, test } from "vitest";
import { decades } from "../testing/circuits";
import { SCENARIOS } from "./all";
import { faultless, fillSettings, type Parts, type ScenarioId, type Settings } from "./scenario";

const symptom = (id: ScenarioId, chosen: Settings, over: Parts, unitKind = "other"): number => {
  const scenario = SCENARIOS[id];
  const settings = fillSettings(scenario, unitKind, chosen);
  const parts: Parts = { ...Object.fromEntries(scenario.slots(settings).map((s) => [s.key, faultless(s.farads, 0.02)])), ...over };
  const solved = scenario.solve(settings, parts, { detail: "live" });
  if (!solved.ok) throw new Error(JSON.stringify(solved.issue));
  return solved.value.symptom;
};
const share = fc.double({ min: 0.15, max: 0.95, noNaN: true });

test("a reservoir with less C never hums less", () => {
  const arrangement = fc.constantFrom("halfWave", "bridge", "centreTap", "doubler", "dualRail");
  fc.assert(
    fc.property(arrangement, decades(0.05, 2), share, (a, load, s) => {
      const chosen = { arrangement: a, load, stages: 0 };
      const hum = (f: number) => symptom("supply", chosen, { reservoir: faultless(f, 0.02) });
      expect(hum(2200e-6 * s)).toBeGreaterThan(hum(2200e-6) - 0.05);
    }),
    { numRuns: 60 },
  );
});

test("ESR of a filter lets hum onto its node once it is half the reactance; below that the divider hides it", () => {
  // 100 µF at 100 Hz: 16 Ω behind 100 Ω
  fc.assert(
    fc.property(decades(8, 200), (esr) => {
      const chosen = { stages: 1, heardFrom: "lastNode" };
      const hum = (r: number) => symptom("supply", chosen, { filter1: faultless(100e-6, r) });
      expect(hum(esr)).toBeGreaterThan(hum(0.02) - 0.05);
    }),
    { numRuns: 40 },
  );
});

test("a coupling part with less C never passes more bass, whatever stands around it", () => {
  fc.assert(
    fc.property(decades(100, 1e5), decades(1e4, 1e6), decades(1e-9, 1e-5), share, (source, load, farads, s) => {
      const loss = (f: number) => symptom("coupling", { source, load }, { c: faultless(f) });
      expect(loss(farads * s)).toBeGreaterThan(loss(farads) - 1e-6);
    }),
    { numRuns: 100 },
  );
});

test("ESR in line with a driver only ever takes level from its band", () => {
  fc.assert(
    fc.property(fc.constantFrom("high1", "high2", "high3"), decades(0.1, 200), (kind, esr) => {
      const loss = (r: number) => symptom("crossover", { kind }, { c1: faultless(4.7e-6, r) });
      expect(loss(esr)).toBeGreaterThan(loss(0.01) - 1e-6);
    }),
    { numRuns: 60 },
  );
});

test("a switch-mode output's ripple grows with ESR", () => {
  fc.assert(
    fc.property(decades(0.02, 5), decades(1.1, 5), (esr, more) => {
      const ripple = (r: number) => symptom("switchMode", {}, { first: faultless(1000e-6, r) });
      expect(ripple(esr * more)).toBeGreaterThan(ripple(esr) - 0.01);
    }),
    { numRuns: 40 },
  );
});

test("a sound servo has margin whatever its driver within reason, and drying its loop capacitor uses it up steadily", () => {
  fc.assert(
    fc.property(fc.double({ min: 20, max: 35, noNaN: true }), (resonance) => {
      const used = [1, 0.7, 0.5, 0.35].map((s) => symptom("servoLoop", { resonance }, { servo: faultless(2.2e-6 * s, 1) }));
      expect(used[0]).toBeLessThan(0);
      for (let i = 1; i < used.length; i++) expect(used[i]!).toBeGreaterThan(used[i - 1]! - 1e-6);
    }),
    { numRuns: 30 },
  );
});
