import { expect, test } from "vitest";
import { acResponse, decibels, impedance, logFrequencies, nearIndex, phaseDegrees, type Drive, type Sense } from "./ac";
import { checkNetlist, type CheckedNetlist } from "./checkNetlist";
import { inCircuitReading } from "./inCircuit";
import type { CircuitElement } from "./netlist";

const check = (elements: readonly CircuitElement[]): CheckedNetlist => {
  const checked = checkNetlist({ title: "t", elements });
  if (!checked.ok) throw new Error(JSON.stringify(checked.issue));
  return checked.value;
};
const V1: CircuitElement = { kind: "voltageSource", id: "V1", plus: "in", minus: "0", wave: { kind: "dc", value: 0 } };
const respond = (elements: readonly CircuitElement[], sense: Sense, hz: Float64Array, drive: Drive = { kind: "source", element: "V1" }) => {
  const r = acResponse(check(elements), drive, sense, hz);
  if (!r.ok) throw new Error(JSON.stringify(r.issue));
  return r.value;
};
const OUT: Sense = { kind: "between", plus: "out", minus: "0" };

test("an RC low pass is 3 dB down and 45° behind at 1/(2πRC)", () => {
  const hz = Float64Array.of(1 / (2 * Math.PI * 1000 * 1e-6));
  const r = respond(
    [V1, { kind: "resistor", id: "R1", a: "in", b: "out", ohms: 1000 }, { kind: "capacitor", id: "C1", a: "out", b: "0", farads: 1e-6 }],
    OUT,
    hz,
  );
  expect(decibels(r)[0]).toBeCloseTo(-10 * Math.log10(2), 10);
  expect(phaseDegrees(r)[0]).toBeCloseTo(-45, 10);
});

test("a capacitor alone shows its ESR at resonance, 1/(2πfC) below, 2πfL above, its leak at the bottom", () => {
  const [farads, esr, esl, leak] = [100e-6, 0.2, 20e-9, 50e3];
  const netlist = check([{ kind: "capacitor", id: "C1", a: "x", b: "0", farads, esr, esl, leak }]);
  const resonance = 1 / (2 * Math.PI * Math.sqrt(farads * esl));
  const z = impedance(netlist, "x", "0", Float64Array.of(1e-5, 10, resonance, 1e7));
  if (!z.ok) throw new Error();
  const size = z.value.re.map((re, i) => Math.hypot(re, z.value.im[i]!));
  expect(size[0]! / leak).toBeCloseTo(1, 2);
  expect(size[1]! * 2 * Math.PI * 10 * farads).toBeCloseTo(1, 3);
  expect(size[2]).toBeCloseTo(esr, 6);
  expect(size[3]! / (2 * Math.PI * 1e7 * esl)).toBeCloseTo(1, 1);
});

test("an op-amp with one pole as follower rolls off at gain times pole", () => {
  const elements: CircuitElement[] = [
    V1,
    { kind: "amplifier", id: "A1", plus: "out", minus: "0", inPlus: "in", inMinus: "out", gain: 1e5, pole: 10 },
  ];
  const r = respond(elements, OUT, Float64Array.of(100, 1e6));
  expect(decibels(r)[0]).toBeCloseTo(0, 3);
  expect(decibels(r)[1]).toBeCloseTo(-10 * Math.log10(2), 2);
});

test("reciprocity: drive and reading may change places in a circuit of R, L and C", () => {
  const elements: CircuitElement[] = [
    { kind: "resistor", id: "R1", a: "a", b: "b", ohms: 47 },
    { kind: "capacitor", id: "C1", a: "b", b: "0", farads: 3e-6, esr: 2 },
    { kind: "inductor", id: "L1", a: "b", b: "c", henries: 2e-3, dcr: 1 },
    { kind: "resistor", id: "R2", a: "c", b: "0", ohms: 90 },
    { kind: "resistor", id: "R3", a: "a", b: "0", ohms: 33 },
  ];
  const hz = logFrequencies(10, 1e5, 40);
  const forth = respond(elements, { kind: "between", plus: "c", minus: "0" }, hz, { kind: "current", plus: "a", minus: "0" });
  const back = respond(elements, { kind: "between", plus: "a", minus: "0" }, hz, { kind: "current", plus: "c", minus: "0" });
  expect(Math.max(...forth.re.map(Math.abs))).toBeGreaterThan(1);
  forth.re.forEach((re, i) => {
    expect(re).toBeCloseTo(back.re[i]!, 9);
    expect(forth.im[i]).toBeCloseTo(back.im[i]!, 9);
  });
});

test("names that are not there are said, not solved", () => {
  const netlist = check([V1, { kind: "resistor", id: "R1", a: "in", b: "0", ohms: 1 }]);
  const hz = Float64Array.of(1);
  expect(acResponse(netlist, { kind: "source", element: "V9" }, OUT, hz)).toEqual({
    ok: false,
    issue: { code: "unknown_element", element: "V9" },
  });
  expect(acResponse(netlist, { kind: "source", element: "R1" }, OUT, hz)).toEqual({
    ok: false,
    issue: { code: "wrong_kind", element: "R1", needed: "source" },
  });
  expect(acResponse(netlist, { kind: "source", element: "V1" }, OUT, hz)).toEqual({
    ok: false,
    issue: { code: "unknown_node", node: "out" },
  });
});

test("the nearest entry of a log grid is found by ratio", () => {
  const hz = logFrequencies(1, 1000, 31);
  expect(hz[nearIndex(hz, 100)]).toBeCloseTo(100, 9);
  expect(nearIndex(hz, 0.01)).toBe(0);
  expect(nearIndex(hz, 1e9)).toBe(30);
});

test("in circuit a meter reads a bank: the sum of C, the parallel of ESR", () => {
  const netlist = check([
    { kind: "capacitor", id: "C1", a: "rail", b: "0", farads: 220e-6, esr: 0.3 },
    { kind: "capacitor", id: "C2", a: "rail", b: "0", farads: 220e-6, esr: 0.3 },
    { kind: "resistor", id: "R1", a: "rail", b: "0", ohms: 10e3 },
  ]);
  const at100k = inCircuitReading(netlist, "rail", "0", 100_000);
  const at120 = inCircuitReading(netlist, "rail", "0", 120);
  if (!at100k.ok || !at120.ok) throw new Error();
  expect(at100k.value.esr).toBeCloseTo(0.15, 3);
  expect(at120.value.farads! / 440e-6).toBeCloseTo(1, 2);
});
