import { describe, expect, test } from "vitest";
import { inventedCatalogue } from "../simulate";
import { candidate, needsOf } from "../testing/choosing";
import { celsius, farads, hertz, millimetres, ohms, volts } from "../units";
import type { CataloguePart } from "./catalogue";
import { expectedLife } from "./life";
import { USUAL_SHOP_RULES, type PositionNeeds, type Approaches } from "./needs";
import { assessPart, rankParts } from "./rank";
import { requirementsOf, fitNotes, neededVolts, refusals } from "./rules";

const approaches: Approaches = { value: "same", tantalum: "sameKind" };
const usual = { approaches, shop: USUAL_SHOP_RULES };
const needs = needsOf;
const codes = (p: CataloguePart, n: PositionNeeds, s: Approaches = approaches) =>
  refusals(p, requirementsOf(n, s, USUAL_SHOP_RULES)).map((r) => r.code);

describe("hard rules (common practice unless named)", () => {
  test("volts: the original's without measured working volts, working × 1.1 × 1.25 with them", () => {
    expect(codes(candidate(100, 25), needs(100, 35))).toEqual(["voltage"]);
    expect(codes(candidate(100, 25), needs(100, 35, { working: volts(18) }))).toEqual([]);
    expect(codes(candidate(100, 25), needs(100, 16, { working: volts(19) }))).toEqual(["voltage"]);
    expect(neededVolts(needs(10, 25, { working: volts(-12), technology: "tantalum" }), "tantalum", USUAL_SHOP_RULES).volts).toBeCloseTo(
      26.4,
      9,
    );
  });

  test("across the mains only X, mains to chassis only Y (IEC 60384-14)", () => {
    const film = { technology: "film", temperature: celsius(105), lifeHours: null } as const;
    const x = needs(0.1, 275, { role: "mainsX", technology: "film" });
    expect(codes(candidate(0.1, 630, film), x)).toEqual(["safetyClass"]);
    expect(codes(candidate(0.1, 310, { ...film, safety: "X2" }), x)).toEqual([]);
    expect(codes(candidate(0.1, 310, { ...film, safety: "X2" }), needs(0.1, 250, { role: "mainsY", technology: "film" }))).toEqual([
      "safetyClass",
    ]);
  });

  test("bipolar stays bipolar or film", () => {
    const n = needs(10, 50, { technology: "bipolar" });
    expect(codes(candidate(10, 50), n)).toEqual(["polarity"]);
    expect(codes(candidate(10, 50, { technology: "bipolar" }), n)).toEqual([]);
    expect(codes(candidate(10, 100, { technology: "film", temperature: celsius(85) }), n)).toEqual([]);
  });

  test("X7R never where the value sets the sound", () => {
    expect(codes(candidate(0.1, 50, { technology: "x7r" }), needs(0.1, 50, { technology: "x7r", role: "timing" }))).toEqual(["dcBias"]);
    expect(codes(candidate(0.1, 50, { technology: "x7r" }), needs(0.1, 50, { technology: "x7r", role: "suppression" }))).toEqual([]);
  });

  test("value: crossover 5 %, coupling 10 %, filters by approach up to +50 %", () => {
    const crossover = needs(10, 50, { role: "crossover", technology: "bipolar" });
    expect(codes(candidate(10.6, 50, { technology: "bipolar" }), crossover)).toEqual(["value"]);
    expect(codes(candidate(10.5, 50, { technology: "bipolar" }), crossover)).toEqual([]);
    expect(codes(candidate(8, 50), needs(10, 50, { role: "coupling" }))).toEqual(["value"]);
    expect(codes(candidate(22, 50), needs(10, 50, { role: "coupling" })), "a larger electrolytic only goes deeper").toEqual([]);
    expect(codes(candidate(12, 50), needs(10, 50, { role: "tone" }))).toEqual(["value"]);
    const filter = needs(3300, 50, { role: "reservoir" });
    expect(codes(candidate(4700, 50), filter)).toEqual(["value"]);
    expect(codes(candidate(4700, 50), filter, { ...approaches, value: "nextUp" })).toEqual([]);
    expect(codes(candidate(5600, 50), filter, { ...approaches, value: "nextUp" })).toEqual(["value"]);
    expect(codes(candidate(4700, 50), { ...filter, largest: farads(4000e-6) }, { ...approaches, value: "nextUp" })).toEqual([
      "aboveLargest",
    ]);
  });

  test("heat, height, width, pitch and mounting", () => {
    expect(codes(candidate(100, 25, { temperature: celsius(85) }), needs(100, 25))).toEqual(["temperature"]);
    expect(codes(candidate(100, 25, { temperature: celsius(85) }), needs(100, 25, { temperature: celsius(85) }))).toEqual([]);
    expect(codes(candidate(100, 25), needs(100, 25, { maxHeight: millimetres(16), maxDiameter: millimetres(8) }))).toEqual([
      "tooTall",
      "tooWide",
    ]);
    expect(codes(candidate(100, 25), needs(100, 25, { pitch: millimetres(10) }))).toEqual(["pitch"]);
    expect(codes(candidate(100, 25), needs(100, 25, { mounting: "snapIn" }))).toEqual(["mounting"]);
    const axial = assessPart(candidate(100, 25, { mounting: "axial", pitch: null }), needs(100, 25), usual);
    expect(axial).toMatchObject({ fit: "note", refusals: [] });
    expect(axial.notes).toContainEqual({ code: "axialAsRadial" });
  });

  test("a switch-mode output wants ESR at 100 kHz at least as good", () => {
    const n = needs(1000, 16, { role: "smpsOutput", originalEsr: ohms(0.04) });
    const at = hertz(100_000);
    expect(codes(candidate(1000, 16), n), "not stated: no refusal and no pass").toEqual([]);
    expect(fitNotes(candidate(1000, 16), requirementsOf(n, approaches, USUAL_SHOP_RULES))).toContainEqual({ code: "withoutEsr" });
    expect(codes(candidate(1000, 16, { esr: { ohms: ohms(0.06), at } }), n)).toEqual(["esr"]);
    expect(codes(candidate(1000, 16, { esr: { ohms: ohms(0.03), at } }), n)).toEqual([]);
  });

  test("tantalum follows the approach", () => {
    const bead = needs(10, 25, { technology: "tantalum" });
    const aluminium = candidate(10, 50);
    expect(codes(aluminium, bead)).toEqual(["technology"]);
    expect(codes(aluminium, bead, { ...approaches, tantalum: "aluminium" })).toEqual([]);
  });
});

test("life doubles every 10 degrees: 5000 h at 105 °C are 160000 h at 55 °C (common practice)", () => {
  expect(expectedLife(5000, celsius(105), celsius(55))).toBe(160_000);
});

describe("ranking the invented catalogue", () => {
  const catalogue = inventedCatalogue(8);

  test("is the same for the same seed, has at least 3000 parts and no code twice", () => {
    expect(catalogue.length).toBeGreaterThanOrEqual(3000);
    expect(new Set(catalogue.map((p) => p.code)).size).toBe(catalogue.length);
    expect(inventedCatalogue(8)).toEqual(catalogue);
    expect(inventedCatalogue(9)).not.toEqual(catalogue);
  });

  test("never lists a part that breaks a rule, and every refused one says which", () => {
    for (const role of ["reservoir", "coupling", "smpsOutput", "decoupler"] as const) {
      const ranking = rankParts(catalogue, needs(47, 25, { role }), usual, 50);
      expect(ranking.shortList.length, role).toBeGreaterThan(3);
      for (const a of ranking.shortList)
        expect(refusals(a.part, requirementsOf(needs(47, 25, { role }), approaches, USUAL_SHOP_RULES))).toEqual([]);
      for (const a of ranking.refused) expect(a.refusals.length).toBeGreaterThan(0);
      expect(ranking.refusedCount + ranking.shortList.length).toBeLessThanOrEqual(catalogue.length);
    }
  });

  test("puts what the role needs first", () => {
    const first = (role: "smpsOutput" | "coupling" | "reservoir") =>
      rankParts(catalogue, needs(100, 25, { role }), usual).shortList[0]!.part.grade;
    expect(first("smpsOutput")).toBe("lowEsr");
    expect(first("coupling")).toBe("lowLeakage");
    expect(first("reservoir")).toBe("longLife");
  });

  test("gives both channels the same series", () => {
    const plain = rankParts(catalogue, needs(10, 50, { role: "coupling" }), usual).shortList;
    const other = plain.find((a) => a.part.series !== plain[0]!.part.series)!.part.series;
    const counterpart = rankParts(catalogue, needs(10, 50, { role: "coupling" }), {
      ...usual,
      counterpartSeries: { series: other, counterpart: "C1" },
    }).shortList[0]!;
    expect(counterpart.part.series).toBe(other);
    expect(counterpart.merits[0]).toEqual({ code: "sameAsCounterpart", counterpart: "C1" });
  });
});
