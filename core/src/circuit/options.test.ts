import fc from "fast-check";
import { expect, test } from "vitest";
import { checkNetlist } from "./checkNetlist";
import type { CircuitElement } from "./netlist";
import { steadyState } from "./steadyState";
import { transient } from "./transient";

const passed = (elements: CircuitElement[]) => {
  const checked = checkNetlist({ title: "t", elements });
  if (!checked.ok) throw new Error(JSON.stringify(checked.issue));
  return checked.value;
};
const supply = passed([
  { kind: "voltageSource", id: "T1", plus: "w", minus: "0", wave: { kind: "sine", amplitude: 30, hertz: 50 }, ohms: 0.5 },
  { kind: "diode", id: "D1", anode: "w", cathode: "rail", saturation: 1e-9, emission: 1.8, ohms: 0.03 },
  { kind: "capacitor", id: "C1", a: "rail", b: "0", farads: 1e-3 },
  { kind: "resistor", id: "RL", a: "rail", b: "0", ohms: 100 },
]);
const odd = fc.oneof(fc.constantFrom(NaN, Infinity, -Infinity, 0, -1, 0.5, 2.5, 1e-320, 1e308, 2 ** 31, -0), fc.double());
const fine = (values: Iterable<number>) => [...values].every(Number.isFinite);

test("whatever the options of a settled state, the answer is figures or a typed issue, never NaN and never a hang", () => {
  fc.assert(
    fc.property(odd, odd, fc.option(fc.array(odd, { maxLength: 3 }), { nil: undefined }), (steps, period, from) => {
      const asked = { steps, period, from: from && Float64Array.from(from) };
      const answer = steadyState(supply, asked);
      if (answer.ok) expect(fine(answer.value.waveforms.volts("rail"))).toBe(true);
      else expect(["bad_option", "no_convergence", "too_large", "unstable"]).toContain(answer.issue.code);
    }),
    { numRuns: 200 },
  );
  expect(steadyState(supply, { steps: 0 })).toEqual({ ok: false, issue: { code: "bad_option", option: "steps", value: 0 } });
  expect(steadyState(supply, { from: new Float64Array(9) })).toMatchObject({ issue: { code: "bad_option", option: "from", value: 9 } });
});

test("the same of a run in time", () => {
  fc.assert(
    fc.property(odd, odd, odd, fc.option(fc.array(odd, { maxLength: 3 }), { nil: undefined }), (duration, step, every, from) => {
      let asked = 0;
      const stop = () => ++asked > 20;
      const answer = transient(supply, { duration, step, every, from: from && Float64Array.from(from), stop });
      if (answer.ok) expect(fine(answer.value.end)).toBe(true);
      else expect(["bad_option", "no_convergence", "too_large", "cancelled"]).toContain(answer.issue.code);
    }),
    { numRuns: 200 },
  );
  expect(transient(supply, { duration: 1, step: 1e-3, every: 0 })).toMatchObject({
    issue: { code: "bad_option", option: "every", value: 0 },
  });
});

test("stop is asked within a period", () => {
  let asked = 0;
  const answer = steadyState(supply, { steps: 4096, stop: () => ++asked === 3 });
  expect(answer).toEqual({ ok: false, issue: { code: "cancelled" } });
});

test("a circuit with too many states for its steps is refused, not waited for", () => {
  const ladder: CircuitElement[] = Array.from({ length: 140 }, (_, i): CircuitElement[] => [
    { kind: "resistor", id: `R${i}`, a: i === 0 ? "in" : `n${i - 1}`, b: `n${i}`, ohms: 10 },
    { kind: "capacitor", id: `C${i}`, a: `n${i}`, b: "0", farads: 1e-6 },
  ]).flat();
  const source: CircuitElement = {
    kind: "voltageSource",
    id: "V1",
    plus: "in",
    minus: "0",
    wave: { kind: "sine", amplitude: 1, hertz: 50 },
  };
  expect(steadyState(passed([source, ...ladder]))).toMatchObject({ ok: false, issue: { code: "too_large", what: "states", count: 140 } });
  expect(steadyState(passed([source, ...ladder.slice(0, 100)])).ok, "fifty are no trouble").toBe(true);
});
