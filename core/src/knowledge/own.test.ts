import { expect, test } from "vitest";
import { CHOOSING_RULES, figure, figureRange, ROWS, withOverrides, weightId, weightOf } from ".";

test("a shop's figures hold for the work done under them, and for nothing before or after", () => {
  expect(figure("esr.soundRatio")).toBe(1.25);
  const under = withOverrides({ "esr.soundRatio": 1.5, [weightId("nearValue")]: 50, "short.ohms": null }, () => [
    figure("esr.soundRatio"),
    weightOf("nearValue"),
    figure("short.ohms"),
    withOverrides({}, () => figure("esr.soundRatio")),
  ]);
  expect(under).toEqual([1.5, 50, 3, 1.25]);
  expect([figure("esr.soundRatio"), weightOf("nearValue")]).toEqual([1.25, 30]);
});

test("they go when the work fails, and work that is not done at once is refused", () => {
  expect(() =>
    withOverrides({ "short.ohms": 9 }, () => {
      throw new RangeError("broken");
    }),
  ).toThrow(RangeError);
  expect(figure("short.ohms")).toBe(3);
  expect(() => withOverrides({}, async () => 1)).toThrow(TypeError);
});

test("every rule of choosing has an id of its own, a sentence and a weight that goes the right way", () => {
  expect(new Set(CHOOSING_RULES.map((r) => r.id)).size).toBe(CHOOSING_RULES.length);
  for (const r of CHOOSING_RULES) {
    expect(r.says, r.id).toMatch(/\.$/);
    if (r.kind === "hard") expect(r.weight).toBe(0);
    if (r.kind === "note") expect(r.weight).toBeLessThanOrEqual(0);
    if (r.kind === "merit") expect(r.weight).toBeGreaterThan(0);
  }
});

test("a figure may be set from a tenth to ten times what everyone starts with; one that skin hangs on gets stricter only", () => {
  for (const row of ROWS) {
    const stricter = "stricter" in row ? row.stricter : null;
    const range = [stricter === "higher" ? row.value : row.value / 10, stricter === "lower" ? row.value : row.value * 10];
    expect(figureRange(row.id), row.id).toEqual(range);
  }
});

test.each([
  ["charge.shock", 600, 60, 30],
  ["charge.spark", 10, 1, 0.5],
  ["charge.touch", 50, 5, 2],
  ["charge.unknown", 40, 400, 800],
  ["earth.most", 3, 0.3, 0.1],
  ["insulation.least", 1e5, 1e6, 2e6],
  ["short.ohms", 0.3, 3, 10],
] as const)("%s: %d on record counts as %d, %d as it is said", (id, looser, start, stricter) => {
  expect(withOverrides({ [id]: looser }, () => figure(id))).toBe(start);
  expect(withOverrides({ [id]: stricter }, () => figure(id))).toBe(stricter);
});

test("what a shop has of its own are its own properties, not those every object has", () => {
  expect(withOverrides({}, () => figure("esr.soundRatio"))).toBe(1.25);
  expect(withOverrides(JSON.parse('{"constructor": 7}') as Record<string, number>, () => figure("esr.soundRatio"))).toBe(1.25);
});
