import fc from "fast-check";
import { expect, test } from "vitest";
import { decades, passed, randomCircuits } from "../testing/circuits";
import { acResponse, logFrequencies, type Drive, type Sense } from "./ac";
import type { CircuitElement } from "./netlist";
import { exportNetlist } from "./spice/exportNetlist";
import { importNetlist } from "./spice/importNetlist";
import { steadyState } from "./steadyState";
import { transient } from "./transient";

const LINEAR = ["resistor", "capacitor", "inductor"] as const;
const linear = randomCircuits(LINEAR);
const everything = randomCircuits([...LINEAR, "diode"]);
const HZ = logFrequencies(1, 10_000, 17);
const DRIVE: Drive = { kind: "source", element: "V1" };
const OUT: Sense = { kind: "between", plus: "n1", minus: "0" };

const must = <T>(r: { ok: true; value: T } | { ok: false; issue: unknown }): T => {
  if (!r.ok) throw new Error(JSON.stringify(r.issue));
  return r.value;
};
const response = (elements: readonly CircuitElement[], hz = HZ, sense = OUT) => must(acResponse(passed(elements), DRIVE, sense, hz));
const settled = (elements: readonly CircuitElement[]) => must(steadyState(passed(elements), { steps: 128 })).waveforms;

/** Every impedance of the circuit times `k`. */
const scaled = (elements: readonly CircuitElement[], k: number): CircuitElement[] =>
  elements.map((e): CircuitElement => {
    switch (e.kind) {
      case "resistor":
        return { ...e, ohms: e.ohms * k };
      case "capacitor":
        return { ...e, farads: e.farads / k, esr: (e.esr ?? 0) * k };
      case "inductor":
        return { ...e, henries: e.henries * k, dcr: (e.dcr ?? 0) * k };
      case "voltageSource":
        return { ...e, ohms: (e.ohms ?? 0) * k };
      case "diode":
        return { ...e, saturation: e.saturation / k, ohms: e.ohms * k };
      default:
        return e;
    }
  });

test("all impedances times k leave every ratio of volts as it was", () => {
  fc.assert(
    fc.property(linear, decades(0.01, 100), (elements, k) => {
      const [a, b] = [response(elements), response(scaled(elements, k))];
      a.re.forEach((re, i) => {
        expect(b.re[i]).toBeCloseTo(re, 8);
        expect(b.im[i]).toBeCloseTo(a.im[i]!, 8);
      });
    }),
    { numRuns: 100 },
  );
});

test("L and C divided by k put the same response k times higher", () => {
  fc.assert(
    fc.property(linear, decades(0.1, 10), (elements, k) => {
      const faster = elements.map((e): CircuitElement =>
        e.kind === "capacitor" ? { ...e, farads: e.farads / k } : e.kind === "inductor" ? { ...e, henries: e.henries / k } : e,
      );
      const [a, b] = [
        response(elements),
        response(
          faster,
          HZ.map((f) => f * k),
        ),
      ];
      a.re.forEach((re, i) => expect(b.re[i]).toBeCloseTo(re, 8));
    }),
    { numRuns: 100 },
  );
});

test("a settled linear circuit swings as its response at the source's frequency says", () => {
  fc.assert(
    fc.property(linear, (elements) => {
      const r = response(elements, Float64Array.of(50));
      const v = must(steadyState(passed(elements), { steps: 512 })).waveforms.volts("n1");
      const source = elements[0]!;
      const amplitude = source.kind === "voltageSource" && source.wave.kind === "sine" ? source.wave.amplitude : NaN;
      const peak = (Math.max(...v) - Math.min(...v)) / 2;
      expect(Math.abs(peak / (amplitude * Math.hypot(r.re[0]!, r.im[0]!)) - 1)).toBeLessThan(2e-3);
    }),
    { numRuns: 60 },
  );
});

test("twice the source gives twice the volts in a circuit without diodes", () => {
  fc.assert(
    fc.property(linear, (elements) => {
      const louder = elements.map((e): CircuitElement =>
        e.kind === "voltageSource" && e.wave.kind === "sine" ? { ...e, wave: { ...e.wave, amplitude: 2 * e.wave.amplitude } } : e,
      );
      const run = (list: readonly CircuitElement[]) => must(transient(passed(list), { duration: 0.02, step: 2e-4 })).waveforms.volts("n1");
      const [once, twice] = [run(elements), run(louder)];
      once.forEach((v, k) => expect(twice[k]).toBeCloseTo(2 * v, 6));
    }),
    { numRuns: 40 },
  );
});

test("the order in which parts are written changes nothing", () => {
  fc.assert(
    fc.property(everything, fc.integer(), (elements, seed) => {
      const [first, ...rest] = elements;
      const turned = rest.length > 0 ? Math.abs(seed) % rest.length : 0;
      const shuffled = [...rest.slice(turned), first!, ...rest.slice(0, turned).reverse()];
      const [a, b] = [settled(elements).volts("n1"), settled(shuffled).volts("n1")];
      const size = Math.max(...a.map(Math.abs), 1e-3);
      a.forEach((v, k) => expect(Math.abs(b[k]! - v)).toBeLessThan(2e-4 * size + 1e-4));
    }),
    { numRuns: 40 },
  );
});

test("more resistance in series with the source never gives more volts behind a rectifier", () => {
  fc.assert(
    fc.property(decades(0.01, 50), decades(10, 10_000), decades(1e-5, 1e-2), (source, load, farads) => {
      const mean = (ohms: number) => {
        const v = settled([
          { kind: "voltageSource", id: "V1", plus: "w", minus: "0", wave: { kind: "sine", amplitude: 30, hertz: 50 }, ohms },
          { kind: "diode", id: "D1", anode: "w", cathode: "n1", saturation: 1e-9, emission: 1.8, ohms: 0.05 },
          { kind: "capacitor", id: "C1", a: "n1", b: "0", farads },
          { kind: "resistor", id: "R1", a: "n1", b: "0", ohms: load },
        ]).volts("n1");
        return v.reduce((s, x) => s + x, 0) / v.length;
      };
      expect(mean(source * 2)).toBeLessThan(mean(source) + 1e-6);
    }),
    { numRuns: 40 },
  );
});

test("any circuit goes out as text and comes back with the same response", () => {
  fc.assert(
    fc.property(linear, (elements) => {
      const back = must(importNetlist(exportNetlist(passed(elements))));
      const again = must(acResponse(back, { kind: "source", element: "V1" }, OUT, HZ));
      response(elements).re.forEach((re, i) => expect(again.re[i]).toBeCloseTo(re, 7));
    }),
    { numRuns: 60 },
  );
});
