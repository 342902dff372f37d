import fc from "fast-check";
import { expect, test } from "vitest";
import { passed, randomCircuits } from "../testing/circuits";
import { diodeCurrent, diodeLaw } from "./diodeLaw";
import { terminals, type CircuitElement } from "./netlist";
import { steadyState } from "./steadyState";
import { transient } from "./transient";
import type { Waveforms } from "./waveforms";

const circuits = randomCircuits(["resistor", "capacitor", "inductor", "diode"]);
const across = (w: Waveforms, e: CircuitElement) => w.between(...(terminals(e) as [string, string]));

test("Tellegen's theorem: the powers of all parts add up to nothing at every instant", () => {
  fc.assert(
    fc.property(circuits, (elements) => {
      const run = transient(passed(elements), { duration: 0.03, step: 1e-4 });
      if (!run.ok) throw new Error(JSON.stringify(run.issue));
      const { waveforms: w } = run.value;
      const powers = elements.map((e) => ({ v: across(w, e), i: w.amperes(e.id) }));
      for (let k = 0; k < w.times.length; k++) {
        let [sum, size] = [0, 0];
        for (const { v, i } of powers) {
          sum += v[k]! * i[k]!;
          size += Math.abs(v[k]! * i[k]!);
        }
        expect(Math.abs(sum)).toBeLessThan(1e-9 * size + 1e-9);
      }
    }),
    { numRuns: 60 },
  );
});

test("the current through every diode is the one its law gives for the volts across it", () => {
  fc.assert(
    fc.property(circuits, (elements) => {
      const run = transient(passed(elements), { duration: 0.02, step: 1e-4 });
      if (!run.ok) throw new Error(JSON.stringify(run.issue));
      const slope = new Float64Array(1);
      for (const e of elements) {
        if (e.kind !== "diode") continue;
        const law = diodeLaw(e.saturation, e.emission, e.ohms);
        const v = across(run.value.waveforms, e);
        run.value.waveforms.amperes(e.id).forEach((amperes, k) => {
          // as if it had stood at volts so far aside as the equations are settled to: 0.1 mV and a ten-millionth of the circuit's volts
          expect(Math.abs(amperes - diodeCurrent(law, v[k]!, slope, 0))).toBeLessThan(slope[0]! * (1e-4 + 1e-7 * 400) + 1e-9);
        });
      }
    }),
    { numRuns: 60 },
  );
});

test("energy balance: over a settled period what the source gives is what resistances, ESR and diodes burn", () => {
  fc.assert(
    fc.property(circuits, (elements) => {
      const steady = steadyState(passed(elements), { steps: 512 });
      if (!steady.ok) throw new Error(JSON.stringify(steady.issue));
      const w = steady.value.waveforms;
      let [given, burnt] = [0, 0];
      for (const e of elements) {
        const i = w.amperes(e.id);
        const v = across(w, e);
        i.forEach((amperes, k) => {
          const series = e.kind === "capacitor" ? (e.esr ?? 0) : e.kind === "inductor" ? (e.dcr ?? 0) : null;
          if (e.kind === "voltageSource") given -= v[k]! * amperes;
          else burnt += series === null ? v[k]! * amperes : series * amperes * amperes;
        });
      }
      expect(given).toBeGreaterThan(0);
      // the method is second order: half a percent at 512 steps where diodes switch hard
      expect(Math.abs(given / burnt - 1)).toBeLessThan(0.01);
    }),
    { numRuns: 60 },
  );
});

test("the settled period closes: every capacitor's mean current is nothing", () => {
  fc.assert(
    fc.property(circuits, (elements) => {
      const steady = steadyState(passed(elements), { steps: 256 });
      if (!steady.ok) throw new Error(JSON.stringify(steady.issue));
      for (const e of elements) {
        if (e.kind !== "capacitor") continue;
        const i = steady.value.waveforms.amperes(e.id);
        const size = Math.max(...i.map(Math.abs), 1e-6);
        expect(Math.abs(i.reduce((s, x) => s + x, 0) / i.length)).toBeLessThan(0.02 * size);
      }
    }),
    { numRuns: 40 },
  );
});
