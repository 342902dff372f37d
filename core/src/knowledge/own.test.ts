import { expect, test } from "vitest";
import { CHOOSING_RULES, figure, figureRange, ROWS, underFigures, weightId, weightOf } from ".";

test("a shop's figures hold for the work done under them, and for nothing before or after", () => {
  expect(figure("esr.soundRatio")).toBe(1.25);
  const under = underFigures({ "esr.soundRatio": 1.5, [weightId("nearValue")]: 50, "short.ohms": null }, () => [
    figure("esr.soundRatio"),
    weightOf("nearValue"),
    figure("short.ohms"),
    underFigures({}, () => figure("esr.soundRatio")),
  ]);
  expect(under).toEqual([1.5, 50, 3, 1.25]);
  expect([figure("esr.soundRatio"), weightOf("nearValue")]).toEqual([1.25, 30]);
});

test("they go when the work fails, and work that is not done at once is refused", () => {
  expect(() =>
    underFigures({ "short.ohms": 9 }, () => {
      throw new RangeError("broken");
    }),
  ).toThrow(RangeError);
  expect(figure("short.ohms")).toBe(3);
  expect(() => underFigures({}, async () => 1)).toThrow(TypeError);
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

test("a figure may be set from a tenth to ten times what everyone starts with", () => {
  for (const { id, value } of ROWS) expect(figureRange(id)).toEqual([value / 10, value * 10]);
});
