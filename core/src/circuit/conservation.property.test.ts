import fc from "fast-check";
import { expect, test } from "vitest";
import { checkNetlist, type CheckedNetlist } from "./checkNetlist";
import { diodeCurrent, diodeLaw } from "./diodeLaw";
import { terminals, type CircuitElement } from "./netlist";
import { steadyState } from "./steadyState";
import { transient } from "./transient";
import type { Waveforms } from "./waveforms";

const node = (i: number) => (i === 0 ? "0" : `n${i}`);
const log = (from: number, to: number) => fc.double({ min: Math.log(from), max: Math.log(to), noNaN: true }).map(Math.exp);
const part = fc.record({
  kind: fc.constantFrom("resistor", "capacitor", "inductor", "diode"),
  a: fc.nat(5),
  b: fc.nat(5),
  size: log(0.01, 100),
});

/** A ring of resistors through all nodes keeps everything joined; the rest is thrown in at random. */
const circuits = fc
  .record({
    nodes: fc.integer({ min: 2, max: 6 }),
    parts: fc.array(part, { minLength: 2, maxLength: 10 }),
    amplitude: log(1, 300),
    ohms: log(0.1, 100),
  })
  .map(({ nodes, parts, amplitude, ohms }): CircuitElement[] => [
    { kind: "voltageSource", id: "V1", plus: "n1", minus: "0", wave: { kind: "sine", amplitude, hertz: 50 }, ohms },
    ...Array.from({ length: nodes }, (_, i): CircuitElement => ({
      kind: "resistor",
      id: `Rring${i}`,
      a: node(i),
      b: node((i + 1) % nodes),
      ohms: 100 * (i + 1),
    })),
    ...parts.flatMap(({ kind, a, b, size }, i): CircuitElement[] => {
      const [from, to] = [node(a % nodes), node(b % nodes)];
      if (from === to) return [];
      switch (kind) {
        case "resistor":
          return [{ kind, id: `R${i}`, a: from, b: to, ohms: 50 * size }];
        case "capacitor":
          return [{ kind, id: `C${i}`, a: from, b: to, farads: 1e-5 * size, esr: 0.1 * size }];
        case "inductor":
          return [{ kind, id: `L${i}`, a: from, b: to, henries: 0.1 * size, dcr: 1 + size }];
        default:
          return [{ kind: "diode", id: `D${i}`, anode: from, cathode: to, saturation: 1e-9, emission: 1.8, ohms: 0.05 }];
      }
    }),
  ]);

const check = (elements: readonly CircuitElement[]): CheckedNetlist => {
  const checked = checkNetlist({ title: "random", elements });
  if (!checked.ok) throw new Error(JSON.stringify(checked.issue));
  return checked.value;
};
const across = (w: Waveforms, e: CircuitElement) => w.between(...(terminals(e) as [string, string]));

test("Tellegen's theorem: the powers of all parts add up to nothing at every instant", () => {
  fc.assert(
    fc.property(circuits, (elements) => {
      const run = transient(check(elements), { duration: 0.03, step: 1e-4 });
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
      const run = transient(check(elements), { duration: 0.02, step: 1e-4 });
      if (!run.ok) throw new Error(JSON.stringify(run.issue));
      const slope = new Float64Array(1);
      for (const e of elements) {
        if (e.kind !== "diode") continue;
        const law = diodeLaw(e.saturation, e.emission, e.ohms);
        const v = across(run.value.waveforms, e);
        run.value.waveforms.amperes(e.id).forEach((amperes, k) => {
          // as if it had stood at volts a tenth of a millivolt aside
          expect(Math.abs(amperes - diodeCurrent(law, v[k]!, slope, 0))).toBeLessThan(slope[0]! * 1e-4 + 1e-9);
        });
      }
    }),
    { numRuns: 60 },
  );
});

test("energy balance: over a settled period what the source gives is what resistances, ESR and diodes burn", () => {
  fc.assert(
    fc.property(circuits, (elements) => {
      const steady = steadyState(check(elements), { steps: 512 });
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
      const steady = steadyState(check(elements), { steps: 256 });
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
