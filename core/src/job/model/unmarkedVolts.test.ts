import { STANDARD_CONSTANTS } from "../../knowledge";
import { describe, expect, test } from "vitest";
import { held } from "../../safety";
import { neededVolts, rankParts, USUAL_SHOP_RULES, type PositionNeeds } from "../../choose";
import { inventedCatalogue } from "../../simulate";
import { leastInsulation, usualTanD } from "../../part";
import { parsePosition } from "../../entry";
import { needsOf } from "../../testing/choosing";
import { context, esr, part, reading, verdictOn } from "../../testing/parts";
import { amperes, farads, volts } from "../../units";
import { deriveJob } from "..";
import { SHOP, records, typed } from "../../testing/jobs";

const unknown = (c: number, over = {}) => part(c, 50, { rated: null, ...over });
const needs = (over: Partial<PositionNeeds> = {}) => needsOf(10, 50, { rated: null, ...over });

describe("a capacitor whose volts nobody knows", () => {
  test("can be listed, and that they are missing is said", () => {
    const list = parsePosition(STANDARD_CONSTANTS, "C7 220u");
    expect(list).toMatchObject({
      ok: true,
      value: [{ rated: null, holdsCharge: true, assumed: ["role", "technology", "tolerance", "rated"] }],
    });
  });
  test("holds charge as the worst, until something lower is known", () => {
    const of = { designator: "C7", nominal: farads(220e-6), rated: null, seen: null };
    expect(held(STANDARD_CONSTANTS, of, null)).toMatchObject({ most: 400, counts: true });
    expect(held(STANDARD_CONSTANTS, of, volts(30))).toMatchObject({ most: 30, counts: false });
    expect(held(STANDARD_CONSTANTS, { ...of, seen: volts(12) }, null), "a reading lowers nothing").toMatchObject({
      most: 400,
      counts: true,
    });
  });
  test("is never condemned by a limit that its volts might lift", () => {
    for (const v of [4, 6.3, 10, 16, 25, 50, 100, 450]) {
      expect(usualTanD(farads(1e-5), null)).toBeGreaterThanOrEqual(usualTanD(farads(1e-5), volts(v)));
      expect(leastInsulation(STANDARD_CONSTANTS, unknown(1000))).toBeLessThanOrEqual(
        leastInsulation(STANDARD_CONSTANTS, part(1000, Math.max(v, 6.3))) * (1 + 1e-9),
      );
    }
  });
  test("is judged by its ESR, and asks for its volts where a leak in amperes depends on them", () => {
    expect(verdictOn([reading(esr(40), false)], context(unknown(100))).state).toBe("failed");
    const leaks = reading({ kind: "leakage", amperes: amperes(1e-5) }, false);
    expect(verdictOn([leaks], context(unknown(100)))).toMatchObject({ state: "undecided", settle: "markedVolts" });
  });
  test("is not chosen for before its volts or its working volts are known", () => {
    const shop = USUAL_SHOP_RULES;
    expect(neededVolts(needs(), "aluminium", shop)).toEqual({ volts: null, from: "unknown" });
    const blind = rankParts(inventedCatalogue(8), needs(), { approaches: { value: "same", tantalum: "sameKind" }, shop });
    expect(blind.shortList).toEqual([]);
    expect(blind.refused[0]!.refusals).toContainEqual({ code: "voltsUnknown" });
    const told = rankParts(inventedCatalogue(8), needs({ working: volts(20) }), {
      approaches: { value: "same", tantalum: "sameKind" },
      shop,
    });
    expect(told.shortList.length).toBeGreaterThan(0);
    expect(told.shortList.every((a) => a.part.rated >= 25)).toBe(true);
  });
  test("its volts can be said later, and hold from then on", () => {
    const model = deriveJob();
    const listed = typed(records(), "add C7 220u");
    const at = (r: typeof listed) => model(r, SHOP).positions.find((p) => p.designator === "C7")!;
    expect(at(listed).rated).toBeNull();
    const later = typed(listed, "C7 marked 35v");
    expect(at(later)).toMatchObject({ rated: 35, held: { most: 35 } });
    expect(model(later, SHOP).unit.parts, "it is no other part").toEqual([]);
  });
});
