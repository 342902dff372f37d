import { expect, test } from "vitest";
import { CHOOSING_RULES, figure, figureRange, ROWS, weightId, weightOf, STANDARD_CONSTANTS } from ".";

test("a shop's own figures stand where it has set any, and the others as everyone starts", () => {
  const own = { "esr.soundRatio": 1.5, [weightId("nearValue")]: 50, "short.ohms": null };
  expect([figure(own, "esr.soundRatio"), weightOf(own, "nearValue"), figure(own, "short.ohms")]).toEqual([1.5, 50, 3]);
  expect([figure(STANDARD_CONSTANTS, "esr.soundRatio"), weightOf(STANDARD_CONSTANTS, "nearValue")]).toEqual([1.25, 30]);
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
  expect(figure({ [id]: looser }, id)).toBe(start);
  expect(figure({ [id]: stricter }, id)).toBe(stricter);
});

test("what a shop has of its own are its own properties, not those every object has", () => {
  expect(figure(JSON.parse('{"constructor": 7}') as Record<string, number>, "esr.soundRatio")).toBe(1.25);
});
