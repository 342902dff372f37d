import fc from "fast-check";
import { expect, test } from "vitest";
import { ESR_NORMS, type EsrNorm, STANDARD_CONSTANTS } from "../knowledge";
import { part } from "../testing/parts";
import { farads, hertz, ohms, volts } from "../units";
import { expectEsr, isOver } from "./expectation";
import type { ShelfReading } from "./reference";

const AT = hertz(100_000);
const none = { shelf: [], norms: ESR_NORMS };
const sample = (microfarads: number, rated: number, esr: number, meter = "blue"): ShelfReading => ({
  meter,
  technology: "aluminium",
  nominal: farads(microfarads * 1e-6),
  rated: volts(rated),
  at: AT,
  esr: ohms(esr),
  series: null,
  grade: null,
});
const c10 = part(10, 50);
const c33 = part(33, 25);

test("references rank: norm and shelf together, shelf, datasheet, formula", () => {
  const sheet = { esr: ohms(2), at: AT };
  expect(expectEsr(STANDARD_CONSTANTS, c10, AT, "clip", none)?.source).toBe("trade");
  expect(expectEsr(STANDARD_CONSTANTS, c10, AT, "blue", { ...none, shelf: [sample(10, 50, 1.4)] })?.source).toBe("tradeAndShelf");
  expect(expectEsr(STANDARD_CONSTANTS, c33, AT, "blue", { ...none, shelf: [sample(33, 25, 0.6)] }, sheet)?.source).toBe("shelf");
  expect(
    expectEsr(STANDARD_CONSTANTS, c33, AT, "clip", { ...none, shelf: [sample(33, 25, 0.6)] }, sheet)?.source,
    "another meter's shelf",
  ).toBe("datasheet");
  expect(expectEsr(STANDARD_CONSTANTS, c33, AT, "clip", none)?.source).toBe("formula");
  expect(expectEsr(STANDARD_CONSTANTS, part(1, 63, { technology: "film" }), AT, "blue", none)).toBeNull();
  expect(expectEsr(STANDARD_CONSTANTS, c10, hertz(120), "blue", none)?.source, "trade norms are for hand-helds at 100 kHz").toBe("formula");
});

test("one new low-ESR part does not condemn what the norm calls sound, one poor one does not clear what the norm fails", () => {
  const of = (...esr: number[]) =>
    expectEsr(STANDARD_CONSTANTS, part(47, 50), AT, "blue", { ...none, shelf: esr.map((e) => sample(47, 50, e)) })!;
  const norm = expectEsr(STANDARD_CONSTANTS, part(47, 50), AT, "blue", none)!;
  expect(of(0.1).soundUpTo).toBe(norm.soundUpTo);
  expect(of(9).failedOver).toBe(norm.failedOver);
  expect(of(0.1).failedOver, "failed never begins where sound ends").toBeGreaterThan(of(0.1).soundUpTo);
  expect(of(9).failedOver).toBeGreaterThan(of(9).soundUpTo);
});

test("several samples of several series make a range: the poorest new one is still sound", () => {
  const e = expectEsr(STANDARD_CONSTANTS, c33, AT, "blue", {
    ...none,
    shelf: [sample(33, 25, 0.3), sample(33, 25, 0.9), sample(33, 25, 1.4)],
  })!;
  expect(e).toMatchObject({ source: "shelf", typical: 0.9, samples: 3 });
  expect(e.soundUpTo).toBeCloseTo(1.4 * 1.25, 9);
});

test("a shop's own norm goes before the row everyone starts with", () => {
  const own: EsrNorm = { ...ESR_NORMS[2]!, id: "shop.1", typical: 0.4, wornOver: 0.8, failedOver: 1.6, by: "bench" };
  expect(expectEsr(STANDARD_CONSTANTS, part(47, 50), AT, null, { shelf: [], norms: [...ESR_NORMS, own] })).toMatchObject({
    typical: 0.4,
    failedOver: 1.6,
  });
});

test("no limit under 0.3 Ω for worn and 0.5 Ω for failed below 1000 µF, none under 0.05 Ω above (common practice)", () => {
  expect(expectEsr(STANDARD_CONSTANTS, part(680, 25), AT, null, none)).toMatchObject({ soundUpTo: 0.3, failedOver: 0.5 });
  expect(expectEsr(STANDARD_CONSTANTS, part(4700, 50), AT, null, none)).toMatchObject({ soundUpTo: 0.05, failedOver: 0.1 });
});

test("whatever the part, sound ends before failed begins", () => {
  const size = fc.double({ min: -1, max: 4, noNaN: true }).map((e) => 10 ** e);
  fc.assert(
    fc.property(size, fc.constantFrom(6.3, 16, 25, 35, 50, 63, 100, 450), fc.array(size, { maxLength: 3 }), (c, v, esrs) => {
      const e = expectEsr(STANDARD_CONSTANTS, part(c, v), AT, "blue", { ...none, shelf: esrs.map((esr) => sample(c, v, esr)) })!;
      expect(e.failedOver).toBeGreaterThanOrEqual(e.soundUpTo);
      expect(e.soundUpTo).toBeGreaterThan(0);
    }),
  );
});

test("at the limit is not over it, and neither is a display step", () => {
  expect(isOver(STANDARD_CONSTANTS, 0.5, 0.5)).toBe(false);
  expect(isOver(STANDARD_CONSTANTS, 0.52, 0.5)).toBe(false);
  expect(isOver(STANDARD_CONSTANTS, 0.53, 0.5)).toBe(true);
});
