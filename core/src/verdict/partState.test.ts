import { STANDARD_CONSTANTS } from "../knowledge";
import { expect, test } from "vitest";
import type { Measurement, Reading } from "../evidence";
import type { VerdictState } from "./verdict";
import { farads, hertz, ohms } from "../units";
import { context, esr, folded, part, reading } from "../testing/parts";
import { measuredState, soundState } from "./partState";

const c = (microfarads: number): Measurement => ({ kind: "capacitance", farads: farads(microfarads * 1e-6), at: hertz(120) });
const RESERVOIR = part(4700, 50, { role: "reservoir" });
const known = (verdict: VerdictState, ...readings: readonly Reading[]) =>
  measuredState(STANDARD_CONSTANTS, { part: RESERVOIR, folded: folded(readings, RESERVOIR), verdict }, 100);
const works = (k: ReturnType<typeof known>) => {
  if (k.state.kind !== "works") throw new Error(k.state.kind);
  return { ...k, state: k.state };
};

test("a part never measured is taken as sound, within its tolerance", () => {
  const k = known("unmeasured");
  expect(k).toEqual(soundState(part(4700, 50, { role: "reservoir" }), 100));
  expect(k.measured).toBe(false);
  expect(works(k).state.farads).toBeCloseTo(4700e-6, 12);
  expect(k.unsure.farads).toBeCloseTo(0.2, 12);
});

test("out of circuit goes before in circuit, later before earlier", () => {
  const k = works(known("failed", reading(c(900), false), reading(c(1000), false), reading(c(5000), true)));
  expect(k.state.farads).toBeCloseTo(1000e-6, 12);
  expect(k.unsure.farads).toBeLessThan(0.1);
  expect(works(known("failed", reading(c(5000), true))).unsure.farads).toBeGreaterThan(0.2);
});

test("ESR read at 100 kHz is lifted at 100 Hz by the oxide, more on a part that has lost C", () => {
  const whole = works(known("failed", reading(esr(1), false), reading(c(4700), false)));
  const half = works(known("failed", reading(esr(1), false), reading(c(2350), false)));
  expect(whole.state.esr).toBeGreaterThan(1);
  expect(half.state.esr - 1).toBeCloseTo(2 * (whole.state.esr - 1), 9);
});

test("a bad part of which only ESR is known has its C guessed low, and widely", () => {
  const k = works(known("failed", reading(esr(2), true)));
  expect(k.state.farads).toBeLessThan(0.5 * 4700e-6);
  expect(k.unsure.farads).toBeGreaterThan(0.4);
});

test("shorted and open are states of their own; over-range ESR with some C left is a huge ESR", () => {
  expect(known("shorted", reading({ kind: "condition", condition: "shorted" }, false)).state).toEqual({ kind: "shorted" });
  expect(known("open", reading(esr("over"), false)).state).toEqual({ kind: "open" });
  const faint = works(known("open", reading(esr("over"), false), reading(c(900), false)));
  expect(faint.state.esr).toBeGreaterThan(50);
});

test("a leak counts only out of circuit and only when it does not climb", () => {
  const meter = (trend: "falling" | "climbing", inCircuit: boolean) =>
    works(known("failed", reading({ kind: "ohmmeter", ohms: ohms(20e3), trend }, inCircuit))).state.leak;
  expect(meter("falling", false)).toBe(20e3);
  expect(meter("climbing", false)).toBe(Infinity);
  expect(meter("falling", true)).toBe(Infinity);
  expect(context(part(1, 50)).parallel.kind, "the helper that made these readings knows of no neighbours").toBe("unknown");
});
