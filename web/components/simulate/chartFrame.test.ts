import type { Curve } from "@mirvek/core/scenarios";
import { expect, test } from "vitest";
import { PLOT, frameOf, leavesFrame, pathOf } from "./chartFrame";

const curve = (over: Partial<Curve>): Curve => ({
  key: "volts",
  axis: "time",
  unit: "V",
  x: Float64Array.of(0, 1, 2),
  y: Float64Array.of(1, 3, 2),
  ...over,
});

test("volts get a little air, levels are cut 60 dB under the highest, ohms go by decades", () => {
  const volts = frameOf([curve({}), curve({ y: Float64Array.of(-1, 0, 0) })]);
  expect(volts.x).toEqual([0, 2]);
  expect(volts.y[0]).toBeLessThan(-1);
  expect(volts.y[1]).toBeGreaterThan(3);
  expect(frameOf([curve({ unit: "dB", y: Float64Array.of(-3, -200, 4) })]).y).toEqual([-50, 10]);
  expect(frameOf([curve({ unit: "dB", y: Float64Array.of(0, 0, -5) })]).y[1]).toBe(10);
  const ohms = frameOf([curve({ unit: "Ω", axis: "frequency", x: Float64Array.of(10, 100, 1000), y: Float64Array.of(0.3, 5, 40) })]);
  expect(ohms).toEqual({ x: [10, 1000], y: [0.1, 100], logX: true, logY: true });
});

test("a path runs from edge to edge of the plot and through the middle of a log axis at the middle decade", () => {
  const c = curve({ unit: "Ω", axis: "frequency", x: Float64Array.of(10, 100, 1000), y: Float64Array.of(0.1, 1, 10) });
  const points = pathOf(c, { x: [10, 1000], y: [0.1, 10], logX: true, logY: true }, 580)
    .split(/[ML]/)
    .slice(1)
    .map((p) => p.split(" ").map(Number));
  expect(points).toEqual([
    [PLOT.left, PLOT.height - PLOT.bottom],
    [PLOT.left + 250, (PLOT.height - PLOT.bottom + PLOT.top) / 2],
    [580 - PLOT.right, PLOT.top],
  ]);
});

test("a curve that outgrows the picture is noticed, one that dips under a cut level is not", () => {
  const frame = frameOf([curve({})]);
  expect(leavesFrame(curve({}), frame)).toBe(false);
  expect(leavesFrame(curve({ y: Float64Array.of(1, 9, 2) }), frame)).toBe(true);
  expect(leavesFrame(curve({ y: Float64Array.of(-9, 1, 2) }), frame)).toBe(true);
  const level = frameOf([curve({ unit: "dB" })]);
  expect(leavesFrame(curve({ unit: "dB", y: Float64Array.of(-400, 1, 2) }), level)).toBe(false);
});
