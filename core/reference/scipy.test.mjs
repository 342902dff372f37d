import { expect, test } from "vitest";
import { acResponse, checkNetlist, decibels, highest, mean, peakToPeak, phaseDegrees, steadyState } from "../src/circuit";
import { hasScipy, python, reference } from "./outside.mjs";

const must = (result) => {
  if (!result.ok) throw new Error(JSON.stringify(result.issue));
  return result.value;
};

test("a half-wave rectifier settles where scipy's ODE integration says (python3-scipy, solve_ivp LSODA, rectifier.py)", () => {
  const expected = reference("rectifier", "/usr/bin/python3 core/reference/rectifier.py", hasScipy, () => python("rectifier.py"));
  const netlist = must(
    checkNetlist({
      title: "half wave",
      elements: [
        { kind: "voltageSource", id: "T1", plus: "w", minus: "0", wave: { kind: "sine", amplitude: 20, hertz: 50 }, ohms: 2 },
        { kind: "diode", id: "D1", anode: "w", cathode: "rail", saturation: 1e-9, emission: 1.8, ohms: 0.03 },
        { kind: "capacitor", id: "C1", a: "rail", b: "0", farads: 1000e-6 },
        { kind: "resistor", id: "RL", a: "rail", b: "0", ohms: 170 },
      ],
    }),
  );
  const { waveforms } = must(steadyState(netlist, { steps: 1024 }));
  const rail = waveforms.volts("rail");
  expect(expected.ripple, "a rail without ripple would prove nothing").toBeGreaterThan(0.5);
  expect(Math.abs(mean(rail) / expected.mean - 1)).toBeLessThan(2e-4);
  expect(Math.abs(peakToPeak(rail) / expected.ripple - 1)).toBeLessThan(2e-3);
  expect(Math.abs(highest(waveforms.amperes("D1")) / expected.peak - 1)).toBeLessThan(2e-3);
});

test("the lossless third-order high pass has scipy's response in level and phase (python3-scipy, signal.freqs, ac.py)", () => {
  const expected = reference("ac", "/usr/bin/python3 core/reference/ac.py", hasScipy, () => python("ac.py"));
  const [r, f] = [8, 3000];
  const netlist = must(
    checkNetlist({
      title: "high pass",
      elements: [
        { kind: "voltageSource", id: "V1", plus: "in", minus: "0", wave: { kind: "dc", value: 0 } },
        { kind: "capacitor", id: "C1", a: "in", b: "mid", farads: 0.1061 / (r * f) },
        { kind: "inductor", id: "L1", a: "mid", b: "0", henries: (0.1194 * r) / f },
        { kind: "capacitor", id: "C2", a: "mid", b: "out", farads: 0.3183 / (r * f) },
        { kind: "resistor", id: "R1", a: "out", b: "0", ohms: r },
      ],
    }),
  );
  const sense = { kind: "between", plus: "out", minus: "0" };
  const response = must(acResponse(netlist, { kind: "source", element: "V1" }, sense, Float64Array.from(expected.hz)));
  const [level, phase] = [decibels(response), phaseDegrees(response)];
  expected.db.forEach((db, i) => expect(level[i]).toBeCloseTo(db, 8));
  expected.degrees.forEach((d, i) => expect(((phase[i] - d + 540) % 360) - 180).toBeCloseTo(0, 6));
});
