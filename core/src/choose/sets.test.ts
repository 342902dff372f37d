import { STANDARD_CONSTANTS } from "../knowledge";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { inventedCatalogue } from "../simulate";
import { candidate, needsOf } from "../testing/choosing";
import { farads, volts } from "../units";
import type { CataloguePart } from "./catalogue";
import { USUAL_SHOP_RULES, type PositionNeeds } from "./needs";
import { requirementsOf, refusals } from "./rules";
import { worstShare } from "./asOne";
import { balanceFor, setsFor, valueSets } from "./sets";

const approaches = { value: "same", tantalum: "sameKind" } as const;
const usual = { approaches, shop: USUAL_SHOP_RULES };
const micro = (p: CataloguePart) => Number((p.nominal * 1e6).toPrecision(4));

describe("in parallel", () => {
  const film = (c: number, id: number) => candidate(c, 100, { id, code: `F-${id}`, technology: "film", grade: "audio", lifeHours: null });
  const place = (c: number): PositionNeeds => needsOf(c, 50, { role: "crossover", technology: "film" });

  test("two hit a crossover value that none of them is", () => {
    const [first] = setsFor([film(10, 1), film(6.8, 2), film(3.3, 3), film(1.5, 4)], place(8.2), usual);
    expect(first!.parts.map(micro)).toEqual([6.8, 1.5]);
    expect(first).toMatchObject({ arrangement: "parallel", rated: 100 });
    expect(first!.change).toBeCloseTo(8.3 / 8.2 - 1, 9);
  });
  test("three where two do not reach it, and nothing where three do not", () => {
    expect(setsFor([film(10, 1), film(5.6, 2)], place(21.2), usual)[0]!.parts.map(micro)).toEqual([10, 5.6, 5.6]);
    expect(setsFor([film(10, 1)], place(47), usual)).toEqual([]);
  });
  test("a part that breaks a rule of the place is in no set", () => {
    const stock = [
      film(4.7, 1),
      candidate(4.7, 25, { id: 2, code: "LOW", technology: "film" }),
      candidate(4.7, 100, { id: 3, code: "WET" }),
    ];
    expect(setsFor(stock, place(9.4), usual).flatMap((s) => s.parts.map((p) => p.code))).toEqual(["F-1", "F-1"]);
  });
  test("tolerance of the whole: worst case of parts weighed by their C", () => {
    const a = { ...film(10, 1), tolerance: { minus: 0.1, plus: 0.1 } };
    const b = { ...film(5, 2), tolerance: { minus: 0.05, plus: 0.2 } };
    const set = setsFor([a, b], place(15), usual).find((s) => s.parts.length === 2)!;
    expect(set.tolerance.minus).toBeCloseTo((10 * 0.1 + 5 * 0.05) / 15, 12);
    expect(set.tolerance.plus).toBeCloseTo((10 * 0.1 + 5 * 0.2) / 15, 12);
  });
  test("the fewest parts and, among those alike in everything else, the nearest value: against every combination of a small drawer", () => {
    const drawer = fc.uniqueArray(fc.integer({ min: 10, max: 300 }), { minLength: 1, maxLength: 7 });
    fc.assert(
      fc.property(drawer, fc.integer({ min: 20, max: 500 }), (tenths, target) => {
        const parts = tenths.map((t, i) => film(t / 10, i + 1));
        const best = byHand(
          tenths.map((t) => t / 10),
          target / 10,
          0.05,
        );
        const [got] = setsFor(parts, place(target / 10), usual).filter((s) => s.arrangement === "parallel");
        expect(got?.parts.length).toBe(best?.size);
        if (best !== null) expect(Math.abs(got!.change)).toBeCloseTo(best.off, 6);
      }),
      { numRuns: 150 },
    );
  });
  /** Every pair and triple of a drawer, tried one by one. */
  function byHand(values: readonly number[], target: number, within: number): { size: number; off: number } | null {
    const pairs = values.flatMap((a) => values.map((b) => a + b));
    for (const [size, sums] of [
      [2, pairs],
      [3, pairs.flatMap((p) => values.map((c) => p + c))],
    ] as const) {
      const off = Math.min(...sums.map((s) => Math.abs(s / target - 1)));
      if (off <= within + 1e-9) return { size, off };
    }
    return null;
  }
});

describe("in series", () => {
  test("balancing resistors by R ≤ (2 Vm − Vb)/(0.0015 C Vb) MΩ (a maker's application guide, from memory)", () => {
    // 220 µF, 400 V each, 700 V across: (800 − 700)/(0.0015·220·700) = 0.4329 MΩ
    const b = balanceFor(STANDARD_CONSTANTS, { nominal: farads(220e-6), rated: volts(400) }, 700)!;
    expect(b.most).toBeCloseTo(432_900, -2);
    expect(b.ohms).toBe(390_000);
    expect(b.heat).toBeCloseTo(350 ** 2 / 390_000, 9);
    expect(b.rated).toBeGreaterThanOrEqual(2 * b.heat);
    expect(balanceFor(STANDARD_CONSTANTS, { nominal: farads(220e-6), rated: volts(350) }, 700), "nothing to spare").toBeNull();
  });
  test("unequal C: the smaller one takes (1 + t)/2 of the volts", () => {
    const [low, high] = [0.8, 1.2];
    expect(worstShare(0.2)).toBeCloseTo(high / (low + high), 12);
  });
  test("a 525 V can of a valve amplifier is made of two, each with its resistor; where one part bears it no pair is offered", () => {
    const old = needsOf(16, 525, { role: "decoupler", technology: "can" });
    const [pair] = setsFor([candidate(33, 350), candidate(33, 250, { id: 2, code: "LOW" })], old, usual);
    expect(pair!.arrangement).toBe("series");
    expect(pair!.nominal).toBeCloseTo(16.5e-6, 12);
    expect(pair!.rated).toBeCloseTo(350 / 0.6, 6);
    expect(pair!.balance!.ohms).toBeLessThanOrEqual(pair!.balance!.most);
    expect(setsFor([candidate(33, 600)], old, usual)).toEqual([]);
  });
  test("a bipolar part from two polarised of twice the value, minus to minus", () => {
    const place = needsOf(10, 50, { role: "coupling", technology: "bipolar" });
    const [set] = setsFor([candidate(22, 63)], place, usual);
    expect(set).toMatchObject({ arrangement: "backToBack", nominal: 11e-6, rated: 63, balance: null });
    expect(refusals(candidate(22, 63), requirementsOf(place, approaches, USUAL_SHOP_RULES)).map((r) => r.code)).toContain("polarity");
  });
});

test("preferred values that make an old one up: 50 µF is 47 + 3.3 µF (IEC 60063)", () => {
  const [one] = valueSets(farads(50e-6), { low: -0.02, high: 0.02 }, 6);
  expect(one!.values.map((v) => Number((v * 1e6).toPrecision(3)))).toEqual([47, 3.3]);
  expect(one!.change).toBeCloseTo(0.006, 6);
  expect(valueSets(farads(47e-6), { low: -0.02, high: 0.02 }, 6)[0]!.values).toHaveLength(1);
});

test("a real catalogue offers sets for the crossover values no series carries, within 5 %", () => {
  const catalogue = inventedCatalogue(8);
  for (const c of [8, 16, 24, 50, 70]) {
    const sets = setsFor(catalogue, needsOf(c, 50, { role: "crossover", technology: "bipolar" }), usual);
    expect(sets.length, `${c} µF`).toBeGreaterThan(0);
    for (const s of sets) expect(Math.abs(s.change)).toBeLessThanOrEqual(0.05 + 1e-9);
  }
});
