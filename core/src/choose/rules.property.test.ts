import { STANDARD_CONSTANTS } from "../knowledge";
import fc from "fast-check";
import { expect, test } from "vitest";
import { ROLES } from "../part";
import { inventedCatalogue } from "../simulate";
import { needsOf } from "../testing/choosing";
import { celsius, farads, volts } from "../units";
import { expectedLife } from "./life";
import { TANTALUM_APPROACHES, USUAL_SHOP_RULES, VALUE_POLICIES, type PositionNeeds, type Approaches } from "./needs";
import { rankParts } from "./rank";
import { kindRules } from "./rules/kinds";
import { requirementsOf, neededVolts, refusals, rippleAllowed, searchBounds, valueWindow } from "./rules";

const catalogue = inventedCatalogue(8);
const approaches: Approaches = { value: "same", tantalum: "sameKind" };
const position = fc
  .tuple(fc.constantFrom(...ROLES), fc.constantFrom(1, 4.7, 10, 47, 100, 470, 2200), fc.constantFrom(16, 25, 50, 63, 100))
  .map(([role, c, v]): PositionNeeds => needsOf(c, v, { role }));
const anyPart = fc.integer({ min: 0, max: catalogue.length - 1 }).map((i) => catalogue[i]!);
const has = (code: string) => (r: { code: string }) => r.code === code;

test("more volts never bring a voltage refusal, more working volts never take one away", () => {
  fc.assert(
    fc.property(anyPart, position, fc.double({ min: 1, max: 400, noNaN: true }), (p, needs, working) => {
      const refusedAt = (rated: number, at: number | null) =>
        refusals(
          { ...p, rated: volts(rated) },
          requirementsOf({ ...needs, working: at === null ? null : volts(at) }, approaches, USUAL_SHOP_RULES),
        ).some(has("voltage"));
      if (!refusedAt(p.rated, null)) expect(refusedAt(p.rated * 2, null)).toBe(false);
      if (refusedAt(p.rated, working)) expect(refusedAt(p.rated, working * 1.5)).toBe(true);
    }),
  );
});

test("the policy next value up allows all that the policy same value allows", () => {
  fc.assert(
    fc.property(position, (needs) => {
      const same = valueWindow(STANDARD_CONSTANTS, needs, approaches);
      const up = valueWindow(STANDARD_CONSTANTS, needs, { ...approaches, value: "nextUp" });
      expect(up.low).toBeLessThanOrEqual(same.low);
      expect(up.high).toBeGreaterThanOrEqual(same.high);
      if (needs.role === "reservoir") expect(up.high, "any reservoir at most +50 % (common practice)").toBeLessThanOrEqual(0.5);
    }),
  );
});

test("only safety classes of their kind stand at the mains, and nowhere else: the rule of the kind itself refuses", () => {
  const seen = { refused: 0, taken: 0, elsewhere: 0 };
  fc.assert(
    fc.property(anyPart, position, fc.constantFrom("mainsX", "mainsY", null), (p, plain, mains) => {
      const needs: PositionNeeds = mains === null ? plain : { ...plain, role: mains };
      const codes = kindRules(p, requirementsOf(needs, approaches, USUAL_SHOP_RULES)).map((r) => r.code);
      const atMains = needs.role === "mainsX" || needs.role === "mainsY";
      const fits = p.safety !== null && (needs.role !== "mainsY" || p.safety.startsWith("Y"));
      if (atMains) expect(codes.includes("safetyClass"), `${p.code} at ${needs.role}`).toBe(!fits);
      else if (p.safety !== null) expect(codes).toContain("technology");
      seen[atMains ? (fits ? "taken" : "refused") : "elsewhere"] += 1;
    }),
    { numRuns: 400 },
  );
  expect(Math.min(seen.refused, seen.elsewhere), JSON.stringify(seen)).toBeGreaterThan(20);
  expect(seen.taken, "some are of the class that is asked for").toBeGreaterThan(0);
});

test("a ranking does not depend on the order of the catalogue, and losing a part loses only that part", () => {
  const near = catalogue.filter((p) => p.nominal > 40e-6 && p.nominal < 60e-6);
  const needs: PositionNeeds = needsOf(47, 25, { role: "decoupler" });
  const codes = (list: typeof near) =>
    rankParts(list, needs, { approaches, shop: USUAL_SHOP_RULES }, 500).shortList.map((a) => a.part.code);
  const all = codes(near);
  expect(all.length).toBeGreaterThan(10);
  expect(codes([...near].reverse())).toEqual(all);
  expect(codes(near.filter((p) => p.code !== all[0]))).toEqual(all.slice(1));
});

test("life falls by half for every 10 degrees, wherever one starts (common practice)", () => {
  fc.assert(
    fc.property(fc.integer({ min: 500, max: 20_000 }), fc.integer({ min: 20, max: 105 }), (hours, at) => {
      expect(expectedLife(hours, celsius(105), celsius(at)) / expectedLife(hours, celsius(105), celsius(at + 10))).toBeCloseTo(2, 9);
    }),
  );
});

test("computed volts ask for more only where the original was run well over its rating, and ripple is held against the part's own", () => {
  const needs: PositionNeeds = needsOf(4700, 35, { role: "reservoir" });
  const at = (volts: number) => neededVolts({ ...needs, computed: { volts, ripple: 1, hertz: 100 } }, "aluminium", USUAL_SHOP_RULES);
  expect(at(37)).toEqual({ volts: 35, from: "original" });
  expect(at(40)).toEqual({ volts: 40, from: "computed" });
  const rated = (amperes: number, hz: number) => ({ ripple: { amperes, at: hz } }) as never;
  const loaded: PositionNeeds = { ...needs, computed: { volts: 30, ripple: 1, hertz: 100 } };
  expect(rippleAllowed(STANDARD_CONSTANTS, rated(1.6, 100_000), loaded)).toBeCloseTo(0.8, 12);
  expect(rippleAllowed(STANDARD_CONSTANTS, rated(1.6, 120), loaded)).toBeCloseTo(1.6, 12);
  expect(rippleAllowed(STANDARD_CONSTANTS, { ripple: null } as never, loaded)).toBeNull();
});

test("a part outside the bounds of the search breaks a hard rule, whatever the position asks", () => {
  const kinds = fc.constantFrom("aluminium", "bipolar", "tantalum", "film", "x7r", "can", "paper", "c0g" as const);
  const anything = fc.tuple(
    position,
    kinds,
    fc.option(fc.constantFrom(5, 30, 120), { nil: null }),
    fc.constantFrom(...TANTALUM_APPROACHES),
    fc.constantFrom(...VALUE_POLICIES),
    fc.option(fc.constantFrom(20e-6, 500e-6), { nil: null }),
  );
  let inside = 0;
  fc.assert(
    fc.property(anything, ([plain, technology, working, tantalum, value, largest]) => {
      const of = { value, tantalum };
      const needs = {
        ...plain,
        technology,
        working: working === null ? null : volts(working),
        largest: largest === null ? null : farads(largest),
      };
      const { low, high, volts: least, technologies } = searchBounds(needs, of, USUAL_SHOP_RULES);
      const place = requirementsOf(needs, of, USUAL_SHOP_RULES);
      for (const p of catalogue)
        if (p.nominal >= low && p.nominal <= high && p.rated >= least && technologies.includes(p.technology)) inside++;
        else if (refusals(p, place).length === 0) expect.fail(`${p.code} fits and lies outside`);
    }),
    { numRuns: 60 },
  );
  expect(inside).toBeGreaterThan(200);
});
