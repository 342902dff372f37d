import { expect, test } from "vitest";
import { candidate, needsOf } from "../testing/choosing";
import { millimetres, volts } from "../units";
import { canOf, canPlan, type CanSection } from "./can";

const section = (designator: string, c: number, v: number, over: Partial<CanSection> = {}): CanSection => ({
  ...needsOf(c, v, { technology: "can", role: "decoupler" }),
  designator,
  chosen: null,
  ...over,
});
const body = (diameter: number, height: number, priceCents: number | null = 100) =>
  candidate(47, 450, { diameter: millimetres(diameter), height: millimetres(height), priceCents });

test("sections of a can share their number and nothing else", () => {
  const all = ["C1", "C4A", "C4B", "C4C", "C40A", "C40B"];
  expect(canOf("C4B", "can", all)).toEqual(["C4A", "C4C"]);
  expect(canOf("C40A", "can", all)).toEqual(["C40B"]);
  expect(canOf("C1", "can", all)).toEqual([]);
  expect(canOf("C4A", "film", all)).toEqual([]);
});

test("the section at the rectifier comes first, the rest by falling volts", () => {
  const plan = canPlan([
    section("C4C", 20, 25),
    section("C4B", 16, 450, { working: volts(290) }),
    section("C4A", 32, 450, { role: "reservoir", working: volts(280) }),
  ]);
  expect(plan.sections.map((s) => s.designator)).toEqual(["C4A", "C4B", "C4C"]);
  expect(plan).toMatchObject({ stem: "C4", undecided: ["C4A", "C4B", "C4C"], cents: null, inside: null, footprints: [] });
  // ½ C V² of each: 32 µF at 280 V, 16 µF at 290 V, 20 µF at 25 V
  expect(plan.joules).toBeCloseTo(0.5 * (32e-6 * 280 ** 2 + 16e-6 * 290 ** 2 + 20e-6 * 25 ** 2), 6);
});

test("bodies stand side by side without overlap, and go into the can exactly when the circle round them does", () => {
  const room = { diameter: millimetres(35), height: millimetres(60) };
  const two = (d: number) =>
    canPlan([section("C4A", 32, 450, { ...room, chosen: body(d, 30) }), section("C4B", 32, 450, { chosen: body(d, 40) })]);
  expect(two(16)).toMatchObject({ inside: true, tallest: 40, cents: 200 });
  expect(two(16).around).toBeCloseTo(32, 6);
  expect(two(18).inside).toBe(false);
  // three equal circles: the one round them is 1 + 2/√3 times as wide
  const three = canPlan(["A", "B", "C"].map((l) => section(`C4${l}`, 16, 450, { ...room, chosen: body(14, 30, l === "B" ? null : 50) })));
  expect(three.around).toBeCloseTo(14 * (1 + 2 / Math.sqrt(3)), 3);
  expect(three).toMatchObject({ inside: true, cents: null });
  for (const [i, a] of three.footprints.entries())
    for (const b of three.footprints.slice(i + 1)) expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeGreaterThan(a.r + b.r - 1e-4);
});

test("one section is no can", () => {
  expect(() => canPlan([section("C1", 32, 450)])).toThrow(RangeError);
});
