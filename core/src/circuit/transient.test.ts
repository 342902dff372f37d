import { expect, test } from "vitest";
import { checkNetlist } from "./checkNetlist";
import type { CircuitElement } from "./netlist";
import { transient } from "./transient";

const solved = (elements: readonly CircuitElement[], duration: number, step: number) => {
  const checked = checkNetlist({ title: "t", elements });
  if (!checked.ok) throw new Error(JSON.stringify(checked.issue));
  const run = transient(checked.value, { duration, step });
  if (!run.ok) throw new Error(JSON.stringify(run.issue));
  return run.value.waveforms;
};

const RC: CircuitElement[] = [
  { kind: "voltageSource", id: "V1", plus: "in", minus: "0", wave: { kind: "sine", amplitude: 1, hertz: 50 } },
  { kind: "resistor", id: "R1", a: "in", b: "out", ohms: 1000 },
  { kind: "capacitor", id: "C1", a: "out", b: "0", farads: 4e-6, volts: 0.25 },
];

/** closed form of the sine-driven RC from a given start */
function exact(t: number): number {
  const [tau, w] = [4e-3, 2 * Math.PI * 50];
  const size = 1 + (w * tau) ** 2;
  const forced = (Math.sin(w * t) - w * tau * Math.cos(w * t)) / size;
  return forced + (0.25 + (w * tau) / size) * Math.exp(-t / tau);
}

test("halving the step quarters the error: second order", () => {
  const error = (step: number) => {
    const w = solved(RC, 0.02, step);
    return Math.max(...w.volts("out").map((v, k) => Math.abs(v - exact(w.times[k]!))));
  };
  const errors = [4e-4, 2e-4, 1e-4, 5e-5].map(error);
  expect(errors[0]).toBeGreaterThan(1e-6);
  for (let i = 1; i < errors.length; i++) {
    const order = Math.log2(errors[i - 1]! / errors[i]!);
    expect(order).toBeGreaterThan(1.9);
    expect(order).toBeLessThan(2.2);
  }
});

test("a capacitor with ESR, ESL and leak rings and settles as the same circuit built from single parts", () => {
  const source: CircuitElement = { kind: "voltageSource", id: "V1", plus: "in", minus: "0", wave: { kind: "dc", value: 10 }, ohms: 0.2 };
  const folded = solved(
    [source, { kind: "capacitor", id: "C1", a: "in", b: "0", farads: 1e-6, esr: 0.3, esl: 2e-6, leak: 50 }],
    2e-5,
    2e-8,
  );
  const single = solved(
    [
      source,
      { kind: "inductor", id: "L1", a: "in", b: "x", henries: 2e-6 },
      { kind: "resistor", id: "R1", a: "x", b: "y", ohms: 0.3 },
      { kind: "capacitor", id: "C1", a: "y", b: "0", farads: 1e-6 },
      { kind: "resistor", id: "R2", a: "y", b: "0", ohms: 50 },
    ],
    2e-5,
    2e-8,
  );
  const [a, b] = [folded.volts("in"), single.volts("in")];
  expect(Math.max(...a) - Math.min(...a)).toBeGreaterThan(1);
  a.forEach((v, k) => expect(v).toBeCloseTo(b[k]!, 9));
});

test("an ideal capacitor across an ideal source takes its jump without ringing", () => {
  const w = solved(
    [
      { kind: "voltageSource", id: "V1", plus: "a", minus: "0", wave: { kind: "dc", value: 5 } },
      { kind: "capacitor", id: "C1", a: "a", b: "0", farads: 1e-6 },
    ],
    1e-3,
    1e-4,
  );
  expect(
    w
      .amperes("C1")
      .slice(1)
      .every((i) => Math.abs(i) < 1e-9),
  ).toBe(true);
});

test("too many steps are refused and a run can be stopped", () => {
  const checked = checkNetlist({ title: "t", elements: RC });
  if (!checked.ok) throw new Error();
  expect(transient(checked.value, { duration: 1, step: 1e-9 })).toMatchObject({ ok: false, issue: { code: "too_large", what: "steps" } });
  expect(transient(checked.value, { duration: 1, step: 1e-5, stop: () => true })).toEqual({ ok: false, issue: { code: "cancelled" } });
});

test("asking for a node or a current that is not there is our own mistake", () => {
  const w = solved(RC, 1e-3, 1e-4);
  expect(() => w.volts("nowhere")).toThrow(RangeError);
  expect(() => w.amperes("C9")).toThrow(RangeError);
});
