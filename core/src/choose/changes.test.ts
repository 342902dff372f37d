import { STANDARD_CONSTANTS } from "../knowledge";
import { describe, expect, test } from "vitest";
import { fold } from "../evidence";
import { candidate } from "../testing/choosing";
import { part } from "../testing/parts";
import { standsAt, type Stand } from "../explain";
import type { CapacitorPart } from "../part";
import type { MeasuredPart } from "../verdict";
import type { ScenarioId, Settings, Unit } from "../scenarios";
import { farads } from "../units";
import { changesAt, newPartState, type PlaceChanges } from "./changes";
import { hearAt } from "./hear";

/** A first-order high pass, by hand: 1/(2πRC), and the level in dB of a note through it. */
const cornerOf = (nominal: number, ohms: number): number => 1 / (2 * Math.PI * ohms * nominal);
const levelAt = (hz: number, corner: number): number => -10 * Math.log10(1 + (corner / hz) ** 2);

const measured = (p: CapacitorPart): MeasuredPart => ({ part: p, folded: fold(STANDARD_CONSTANTS, [], true), verdict: "unmeasured" });
const unit = (role: CapacitorPart["role"], over: Partial<Unit> = {}): Unit => ({
  unitKind: "receiver",
  supplyKind: "linear",
  findings: [],
  roles: [role],
  ...over,
});

function stand(
  id: ScenarioId,
  p: CapacitorPart,
  settings: Settings = {},
): { at: Stand; positions: MeasuredPart[]; original: CapacitorPart & { originalEsr: null } } {
  const positions = [measured(p)];
  const at = standsAt(p.designator, id, unit(p.role), positions, [], settings, true);
  if (!at) throw new Error(`${p.designator} stands nowhere in ${id}`);
  return { at, positions, original: { ...p, originalEsr: null } };
}
const changes = (id: ScenarioId, p: CapacitorPart, to: ReturnType<typeof candidate>, settings: Settings = {}): PlaceChanges => {
  const { at, positions, original } = stand(id, p, settings);
  return changesAt(STANDARD_CONSTANTS, at, positions, [to], original)[0]!;
};
const figure = (c: PlaceChanges, key: string, at?: string) => c.figures.find((f) => f.key === key && f.at === at)!;

describe("what a replacement changes", () => {
  const coupling = part(10, 50, { role: "coupling" });
  test("coupling: the corner goes as 1/(2πRC), the bass with it", () => {
    const c = changes("coupling", coupling, candidate(4.7, 50), { source: 0, load: 10_000, before: 0 });
    const corner = figure(c, "corner");
    expect(corner.was / cornerOf(farads(10e-6), 10_000)).toBeCloseTo(1, 1);
    expect(corner.becomes / corner.was).toBeCloseTo(10 / 4.7, 1);
    const at20 = figure(c, "level", "20");
    expect(at20.becomes - at20.was).toBeCloseTo(
      levelAt(20, cornerOf(farads(4.7e-6), 10_000)) - levelAt(20, cornerOf(farads(10e-6), 10_000)),
      1,
    );
  });
  test("the same value of the same kind changes nothing: what a series states is not held against what is usual", () => {
    const c = changes("coupling", coupling, candidate(10, 50, { esr: { ohms: 0.2 as never, at: 100_000 as never } }));
    for (const f of c.figures) expect(f.becomes, f.key).toBeCloseTo(f.was, 9);
  });
  test("crossover: film for bipolar lifts the treble, and its resistor is what the old part lost (tan d 0.05 at 1 kHz, from memory)", () => {
    const bipolar = part(4.7, 50, { role: "crossover", technology: "bipolar" });
    const c = changes("crossover", bipolar, candidate(4.7, 100, { technology: "film" }));
    const lost = 0.05 / (2 * Math.PI * 1000 * 4.7e-6);
    expect(c.restoring).toBeGreaterThan(0.8 * lost);
    expect(c.restoring).toBeLessThan(lost);
    const at8k = figure(c, "level", "8k");
    expect(at8k.becomes).toBeGreaterThan(at8k.was + 0.5);
    expect(changes("crossover", bipolar, candidate(4.7, 63, { technology: "bipolar" })).restoring).toBeNull();
  });
  test("class D: the resonance goes as 1/√C", () => {
    const c = changes("classD", part(0.68, 63, { role: "classDFilter", technology: "film" }), candidate(0.82, 63, { technology: "film" }));
    const f = figure(c, "resonance");
    expect(f.becomes / f.was).toBeCloseTo(Math.sqrt(0.68 / 0.82), 6);
    expect(c.figures.map((x) => `${x.key} ${x.at}`)).toEqual(expect.arrayContaining(["peaking 2", "peaking 4", "peaking 8"]));
  });
  test("reservoir: twice the value, near half the ripple, and a harder rectifier peak", () => {
    const c = changes("supply", part(2200, 50, { role: "reservoir" }), candidate(4700, 50));
    const ripple = figure(c, "ripple", "rail");
    expect(ripple.becomes / ripple.was).toBeGreaterThan(0.4);
    expect(ripple.becomes / ripple.was).toBeLessThan(0.6);
    expect(figure(c, "hum").becomes).toBeLessThan(figure(c, "hum").was);
  });
});

test("a stated ESR counts where the original's is known, lifted to the circuit's frequency by the oxide", () => {
  const p = { ...part(1000, 16, { role: "smpsOutput" }), originalEsr: 0.05 };
  const to = candidate(1000, 16, { esr: { ohms: 0.03 as never, at: 100_000 as never } });
  const at100k = newPartState(STANDARD_CONSTANTS, to, 100_000, p);
  const at120 = newPartState(STANDARD_CONSTANTS, to, 120, p);
  expect(at100k.kind === "works" && at100k.esr).toBeCloseTo(0.03, 9);
  expect(at120.kind === "works" && at100k.kind === "works" && at120.esr > at100k.esr).toBe(true);
});

test("what can be heard: a response of the coupling, the hum of a reservoir, nothing of a delay", () => {
  const c = stand("coupling", part(10, 50, { role: "coupling" }));
  const response = hearAt(STANDARD_CONSTANTS, c.at, c.positions, candidate(1, 50), c.original);
  expect(response?.kind === "response" && response.becomes[0]! < response.was[0]!).toBe(true);
  const s = stand("supply", part(2200, 50, { role: "reservoir" }));
  const hum = hearAt(STANDARD_CONSTANTS, s.at, s.positions, candidate(470, 50), s.original);
  expect(hum?.kind === "hum" && hum.becomes.level > hum.was.level + 6).toBe(true);
  expect(hum?.kind === "hum" && hum.hertz).toBeCloseTo(50, 6);
  const d = stand("delay", part(10, 50, { role: "timing" }));
  expect(hearAt(STANDARD_CONSTANTS, d.at, d.positions, candidate(10, 50), d.original)).toBeNull();
});
