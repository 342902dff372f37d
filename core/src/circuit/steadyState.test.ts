import { expect, test } from "vitest";
import { checkNetlist } from "./checkNetlist";
import { highest, mean, peakToPeak, rippleRms, rms } from "./measures";
import type { CircuitElement } from "./netlist";
import { steadyState, type SteadyStateOptions } from "./steadyState";
import { transient } from "./transient";

const diode = (id: string, anode: string, cathode: string): CircuitElement => ({
  kind: "diode",
  id,
  anode,
  cathode,
  saturation: 1e-12,
  emission: 0.05,
  ohms: 0.001,
});
/** Rectifiers with nearly ideal junctions, for formulas that know no diode drop. */
const rectifier = (full: boolean, amplitude: number, hertz: number, farads: number | null, ohms: number): CircuitElement[] => [
  { kind: "voltageSource", id: "T1", plus: "w1", minus: full ? "w2" : "0", wave: { kind: "sine", amplitude, hertz }, ohms: 0.01 },
  diode("D1", "w1", "rail"),
  ...(full ? [diode("D2", "w2", "rail"), diode("D3", "0", "w1"), diode("D4", "0", "w2")] : []),
  ...(farads === null ? [] : [{ kind: "capacitor", id: "C1", a: "rail", b: "0", farads } as const]),
  { kind: "resistor", id: "RL", a: "rail", b: "0", ohms },
];
const settle = (elements: readonly CircuitElement[], options: SteadyStateOptions = {}) => {
  const checked = checkNetlist({ title: "t", elements });
  if (!checked.ok) throw new Error(JSON.stringify(checked.issue));
  const steady = steadyState(checked.value, options);
  if (!steady.ok) throw new Error(JSON.stringify(steady.issue));
  return steady.value;
};

test("without a capacitor the averages are 2·Vp/π and Vp/π, the ripple factors 0.483 and 1.211", () => {
  const full = settle(rectifier(true, 100, 50, null, 1000), { steps: 2048 }).waveforms.volts("rail");
  const half = settle(rectifier(false, 100, 50, null, 1000), { steps: 2048 }).waveforms.volts("rail");
  // two junctions of some 30 mV lie in the way
  expect(Math.abs(mean(full) - 200 / Math.PI)).toBeLessThan(0.08);
  expect(Math.abs(mean(half) - 100 / Math.PI)).toBeLessThan(0.04);
  expect(rippleRms(full) / mean(full)).toBeCloseTo(0.483, 2);
  expect(rippleRms(half) / mean(half)).toBeCloseTo(1.211, 2);
});

test.each([
  { full: true, factor: 4 },
  { full: false, factor: 2 },
])(
  "the ripple factor nears 1/($factor·√3·f·C·R) as C·R grows, and lies below it before (Millman & Halkias, from memory)",
  ({ full, factor }) => {
    const ratios = [2, 8, 32].map((periods) => {
      const [hertz, ohms] = [50, 500];
      const farads = periods / hertz / ohms;
      const v = settle(rectifier(full, 100, hertz, farads, ohms), { steps: 1024 }).waveforms.volts("rail");
      return rippleRms(v) / mean(v) / (1 / (factor * Math.sqrt(3) * hertz * farads * ohms));
    });
    expect(ratios[0]).toBeLessThan(ratios[1]!);
    expect(ratios[1]).toBeLessThan(ratios[2]!);
    expect(ratios[2]).toBeGreaterThan(0.9);
    expect(ratios[2]).toBeLessThan(1.001);
  },
);

test("the textbook example: 15.6 V peak, 60 Hz, 1000 µF, 220 Ω gives some 0.591 V p-p on 15.3 V (T. Floyd, from memory)", () => {
  const v = settle(rectifier(true, 15.6, 60, 1000e-6, 220), { steps: 1024 }).waveforms.volts("rail");
  // the book discharges for the whole half-cycle: its ripple is an upper bound
  expect(peakToPeak(v)).toBeLessThan(0.591);
  expect(peakToPeak(v)).toBeGreaterThan(0.591 * 0.85);
  expect(Math.abs(mean(v) / 15.3 - 1)).toBeLessThan(0.005);
});

test("shooting lands where thousands of simulated periods settle", () => {
  const elements = rectifier(true, 34, 50, 2200e-6, 40);
  const steady = settle(elements, { steps: 256 });
  const checked = checkNetlist({ title: "t", elements });
  if (!checked.ok) throw new Error();
  const run = transient(checked.value, { duration: 3, step: 0.02 / 256 });
  if (!run.ok) throw new Error();
  const late = run.value.waveforms.volts("rail").slice(-256);
  expect(steady.periods).toBeLessThan(12);
  steady.waveforms.volts("rail").forEach((v, k) => expect(v).toBeCloseTo(late[k]!, 3));
});

test("a state from a like circuit makes the next search shorter and changes nothing", () => {
  const cold = settle(rectifier(true, 34, 50, 2200e-6, 40));
  const warm = settle(rectifier(true, 34, 50, 2100e-6, 40), { from: cold.states });
  const again = settle(rectifier(true, 34, 50, 2100e-6, 40));
  expect(warm.periods).toBeLessThanOrEqual(again.periods);
  expect(mean(warm.waveforms.volts("rail"))).toBeCloseTo(mean(again.waveforms.volts("rail")), 5);
});

test("a rectifier hanging free of ground solves, and its winding carries no DC", () => {
  const { waveforms } = settle(rectifier(true, 34, 50, 2200e-6, 40));
  const i = waveforms.amperes("T1");
  expect(highest(i)).toBeGreaterThan(2);
  expect(Math.abs(mean(i))).toBeLessThan(1e-3 * rms(i));
});

test("mixed mains frequencies are refused with the parts that do not fit", () => {
  const elements: CircuitElement[] = [
    { kind: "voltageSource", id: "T1", plus: "a", minus: "0", wave: { kind: "sine", amplitude: 1, hertz: 50 } },
    { kind: "voltageSource", id: "T2", plus: "b", minus: "a", wave: { kind: "sine", amplitude: 1, hertz: 73 } },
    { kind: "resistor", id: "R1", a: "b", b: "0", ohms: 1 },
  ];
  const checked = checkNetlist({ title: "t", elements });
  if (!checked.ok) throw new Error();
  expect(steadyState(checked.value)).toEqual({ ok: false, issue: { code: "no_common_period", elements: ["T2"] } });
  expect(steadyState(checked.value, { stop: () => true, period: 1 })).toEqual({ ok: false, issue: { code: "cancelled" } });
});

/** An op-amp's follower whose feedback is turned round: it runs away. */
const loop = (gain: number): CircuitElement[] => [
  { kind: "voltageSource", id: "V1", plus: "in", minus: "0", wave: { kind: "sine", amplitude: 1, hertz: 50 } },
  { kind: "resistor", id: "R1", a: "in", b: "sum", ohms: 1e4 },
  { kind: "resistor", id: "R2", a: "out", b: "sum", ohms: 1e4 },
  { kind: "capacitor", id: "C1", a: "sum", b: "0", farads: 1e-6 },
  { kind: "amplifier", id: "A1", plus: "out", minus: "0", inPlus: "sum", inMinus: "0", gain },
];
const answer = (elements: CircuitElement[], options: SteadyStateOptions = {}) => {
  const checked = checkNetlist({ title: "t", elements });
  if (!checked.ok) throw new Error(JSON.stringify(checked.issue));
  return steadyState(checked.value, options);
};

test("an orbit that nothing would keep is named, with its growth and frequency", () => {
  // C dv/dt = (in − v)/R + (gain·v − v)/R: grows once gain passes 2, by (gain − 2)/(R·C)
  expect(answer(loop(1.9)).ok).toBe(true);
  const creeping = answer(loop(3));
  expect(creeping).toMatchObject({ ok: false, issue: { code: "unstable", growth: expect.closeTo(100, 3), hertz: 0 } });
});

test("the same beside a rectifier, where the derivative carried round the period tells it", () => {
  const beside: CircuitElement[] = [
    ...loop(3),
    diode("D1", "in", "rail"),
    { kind: "capacitor", id: "C2", a: "rail", b: "0", farads: 1e-4 },
    { kind: "resistor", id: "RL", a: "rail", b: "0", ohms: 1000 },
  ];
  const swinging = answer(beside, { steps: 512 });
  expect(swinging).toMatchObject({ ok: false, issue: { code: "unstable" } });
  if (!swinging.ok && swinging.issue.code === "unstable") expect(swinging.issue.growth).toBeCloseTo(100, 0);
});

test("the estimate says how far off the steps are: it falls by about four where the step is halved", () => {
  const errors = [128, 256, 512].map((steps) => settle(rectifier(true, 30, 50, 1e-3, 100), { steps, estimate: true }).error!);
  expect(errors[0]).toBeGreaterThan(errors[1]!);
  expect(errors[1]! / errors[2]!).toBeGreaterThan(2);
  expect(errors[2]).toBeLessThan(5e-3);
  expect(settle(rectifier(true, 30, 50, 1e-3, 100)).error).toBeNull();
});

test("a bridge with one diode worn to 1000 ohm settles, and its winding does not wander", () => {
  for (const worn of ["D1", "D2", "D3", "D4"]) {
    const elements = rectifier(true, 34, 50, 4.7e-3, 60).map((e) =>
      e.kind === "diode" ? { ...e, saturation: 1e-9, emission: 1.8, ohms: e.id === worn ? 1000 : 0.03 } : e,
    );
    const { waveforms } = settle(elements, { steps: 256 });
    const rail = waveforms.volts("rail");
    const exact = settle(elements, { steps: 2048 }).waveforms.volts("rail");
    expect(mean(rail), worn).toBeCloseTo(mean(exact), 1);
    for (const node of ["w1", "w2"]) expect(highest(waveforms.volts(node).map(Math.abs)), `${worn} ${node}`).toBeLessThan(40);
  }
});

test("a wave that begins late settles to what it would be had it always gone on", () => {
  const rc = (delay: number): CircuitElement[] => [
    { kind: "voltageSource", id: "V1", plus: "in", minus: "0", wave: { kind: "sine", amplitude: 1, hertz: 50, delay } },
    { kind: "resistor", id: "R1", a: "in", b: "out", ohms: 1000 },
    { kind: "capacitor", id: "C1", a: "out", b: "0", farads: 1e-6 },
  ];
  const [late, always] = [settle(rc(0.06)), settle(rc(0))].map((s) => s.waveforms.volts("out"));
  late!.forEach((v, i) => expect(v).toBeCloseTo(always![i]!, 6));
});
