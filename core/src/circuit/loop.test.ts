import { expect, test } from "vitest";
import { logFrequencies } from "./ac";
import { checkNetlist, type CheckedNetlist } from "./checkNetlist";
import { loopGain, margins } from "./loop";
import { naturalModes } from "./modes";
import type { CircuitElement } from "./netlist";
import { transient } from "./transient";

/** Three equal RC sections from an inverting amplifier back to its input: oscillates from a gain of 8, at √3/(2πRC). */
const threeSections = (gain: number, volts = 0): CheckedNetlist => {
  const section = (k: number, from: string): CircuitElement[] => [
    { kind: "resistor", id: `R${k}`, a: from, b: `n${k}`, ohms: 1000 },
    { kind: "capacitor", id: `C${k}`, a: `n${k}`, b: "0", farads: 1e-6, volts: k === 1 ? volts : 0 },
    { kind: "amplifier", id: `B${k}`, plus: `b${k}`, minus: "0", inPlus: `n${k}`, inMinus: "0", gain: 1 },
  ];
  const elements: CircuitElement[] = [
    { kind: "amplifier", id: "A", plus: "out", minus: "0", inPlus: "0", inMinus: "b3", gain },
    ...section(1, "out"),
    ...section(2, "b1"),
    ...section(3, "b2"),
  ];
  const checked = checkNetlist({ title: "phase shift", elements });
  if (!checked.ok) throw new Error(JSON.stringify(checked.issue));
  return checked.value;
};
const HZ = logFrequencies(1, 1e5, 801);
const TURN = Math.sqrt(3) / (2 * Math.PI * 1e-3);

test.each([2, 5, 7.9, 12])("three RC sections and a gain of %d have a margin of 20·log10(8/gain)", (gain) => {
  const loop = loopGain(threeSections(gain), "A", HZ);
  if (!loop.ok) throw new Error();
  const m = margins(loop.value);
  expect(m.gainMargin).toBeCloseTo(20 * Math.log10(8 / gain), 2);
  expect(m.phaseCrossing! / TURN).toBeCloseTo(1, 3);
});

test("the modes are those of the closed form: s = (−1 + gain^(1/3)·e^(±jπ/3))/RC", () => {
  for (const gain of [3, 8, 20]) {
    const modes = naturalModes(threeSections(gain));
    if (!modes.ok) throw new Error();
    const root = Math.cbrt(gain);
    expect(modes.value[0]!.growth).toBeCloseTo((-1 + root / 2) * 1000, 3);
    expect(modes.value[0]!.hertz).toBeCloseTo((root * Math.sqrt(3)) / 2 / (2 * Math.PI * 1e-3), 4);
  }
});

test("what the margins call stable dies away in time, what they call unstable grows at the mode's rate", () => {
  for (const gain of [5, 12]) {
    const netlist = threeSections(gain, 1);
    const run = transient(netlist, { duration: 0.06, step: 5e-6 });
    const modes = naturalModes(netlist);
    if (!run.ok || !modes.ok) throw new Error();
    const v = run.value.waveforms.volts("n3");
    const size = (from: number, to: number) => Math.max(...v.slice(from, to).map(Math.abs));
    const grew = Math.log(size(9000, 12000) / size(6000, 9000)) / 0.015;
    expect(Math.sign(grew)).toBe(gain > 8 ? 1 : -1);
    expect(Math.abs(grew / modes.value[0]!.growth - 1)).toBeLessThan(0.08);
  }
});

test("a growing oscillation runs off the phase crossing, by more the faster it grows", () => {
  const off = [8.1, 12, 20].map((gain) => {
    const modes = naturalModes(threeSections(gain));
    if (!modes.ok) throw new Error();
    return Math.abs(modes.value[0]!.hertz / TURN - 1);
  });
  expect(off[0]).toBeLessThan(0.01);
  expect(off[1]).toBeGreaterThan(off[0]!);
  expect(off[2]).toBeGreaterThan(off[1]!);
});

test("a loop is looked at around an amplifier, and modes are those of a circuit without diodes", () => {
  expect(loopGain(threeSections(2), "R1", HZ)).toEqual({ ok: false, issue: { code: "wrong_kind", element: "R1", needed: "amplifier" } });
  const checked = checkNetlist({
    title: "t",
    elements: [
      { kind: "resistor", id: "R1", a: "a", b: "0", ohms: 1 },
      { kind: "diode", id: "D1", anode: "a", cathode: "0", saturation: 1e-9, emission: 1.8, ohms: 0.1 },
    ],
  });
  if (!checked.ok) throw new Error();
  expect(naturalModes(checked.value)).toEqual({ ok: false, issue: { code: "wrong_kind", element: "D1", needed: "linear" } });
});
