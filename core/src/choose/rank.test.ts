import { describe, expect, test } from "vitest";
import { inventedCatalogue } from "../simulate";
import { part } from "../testing/parts";
import { celsius, farads, hertz, millimetres, ohms, volts } from "../units";
import type { CataloguePart } from "./catalogue";
import { expectedLife } from "./life";
import { USUAL_SHOP_RULES, type PositionNeeds, type Schools } from "./needs";
import { orderList, sparesFor, type OrderNeed } from "./orderList";
import { assessPart, rankParts } from "./rank";
import { neededVolts, refusals } from "./rules";

const schools: Schools = { value: "same", tantalum: "sameKind" };
const needs = (c: number, v: number, over: Partial<PositionNeeds> = {}): PositionNeeds => ({
  ...part(c, v, over),
  temperature: null,
  diameter: null,
  height: null,
  maxHeight: null,
  maxDiameter: null,
  pitch: null,
  mounting: "radial",
  working: null,
  largest: null,
  following: null,
  originalEsr: null,
  ...over,
});
const candidate = (c: number, v: number, over: Partial<CataloguePart> = {}): CataloguePart => ({
  id: 1,
  code: "TST-1",
  series: "Test",
  grade: "general",
  technology: "aluminium",
  nominal: farads(c * 1e-6),
  tolerance: { minus: 0.2, plus: 0.2 },
  rated: volts(v),
  safety: null,
  temperature: celsius(105),
  diameter: millimetres(10),
  height: millimetres(20),
  pitch: millimetres(5),
  mounting: "radial",
  esr: null,
  ripple: null,
  lifeHours: 2000,
  priceCents: 20,
  stock: 10,
  ...over,
});
const codes = (p: CataloguePart, n: PositionNeeds, s: Schools = schools) => refusals(p, n, s, USUAL_SHOP_RULES).map((r) => r.code);

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
    expect(codes(candidate(0.1, 50, { technology: "x7r" }), needs(0.1, 50, { technology: "x7r", role: "timing" }))).toEqual(["technology"]);
    expect(codes(candidate(0.1, 50, { technology: "x7r" }), needs(0.1, 50, { technology: "x7r", role: "suppression" }))).toEqual([]);
  });

  test("value: crossover 5 %, coupling 10 %, filters by school up to +50 %", () => {
    const crossover = needs(10, 50, { role: "crossover", technology: "bipolar" });
    expect(codes(candidate(10.6, 50, { technology: "bipolar" }), crossover)).toEqual(["value"]);
    expect(codes(candidate(10.5, 50, { technology: "bipolar" }), crossover)).toEqual([]);
    expect(codes(candidate(12, 50), needs(10, 50, { role: "coupling" }))).toEqual(["value"]);
    const filter = needs(3300, 50, { role: "reservoir" });
    expect(codes(candidate(4700, 50), filter)).toEqual(["value"]);
    expect(codes(candidate(4700, 50), filter, { ...schools, value: "nextUp" })).toEqual([]);
    expect(codes(candidate(5600, 50), filter, { ...schools, value: "nextUp" })).toEqual(["value"]);
    expect(codes(candidate(4700, 50), { ...filter, largest: farads(4000e-6) }, { ...schools, value: "nextUp" })).toEqual(["aboveLargest"]);
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
    const axial = assessPart(candidate(100, 25, { mounting: "axial", pitch: null }), needs(100, 25), schools, USUAL_SHOP_RULES, null);
    expect(axial).toMatchObject({ fit: "note", refusals: [] });
    expect(axial.notes).toContainEqual({ code: "axialAsRadial" });
  });

  test("a switch-mode output wants ESR at 100 kHz at least as good", () => {
    const n = needs(1000, 16, { role: "smpsOutput", originalEsr: ohms(0.04) });
    const at = hertz(100_000);
    expect(codes(candidate(1000, 16), n)).toEqual(["esrUnknown"]);
    expect(codes(candidate(1000, 16, { esr: { ohms: ohms(0.06), at } }), n)).toEqual(["esr"]);
    expect(codes(candidate(1000, 16, { esr: { ohms: ohms(0.03), at } }), n)).toEqual([]);
  });

  test("tantalum follows the school", () => {
    const bead = needs(10, 25, { technology: "tantalum" });
    const aluminium = candidate(10, 50);
    expect(codes(aluminium, bead)).toEqual(["technology"]);
    expect(codes(aluminium, bead, { ...schools, tantalum: "aluminium" })).toEqual([]);
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
      const ranking = rankParts(catalogue, needs(47, 25, { role }), schools, USUAL_SHOP_RULES, null, 50);
      expect(ranking.shortList.length, role).toBeGreaterThan(3);
      for (const a of ranking.shortList) expect(refusals(a.part, needs(47, 25, { role }), schools, USUAL_SHOP_RULES)).toEqual([]);
      for (const a of ranking.refused) expect(a.refusals.length).toBeGreaterThan(0);
      expect(ranking.refusedCount + ranking.shortList.length).toBeLessThanOrEqual(catalogue.length);
    }
  });

  test("puts what the role needs first", () => {
    const first = (role: "smpsOutput" | "coupling" | "reservoir") =>
      rankParts(catalogue, needs(100, 25, { role }), schools, USUAL_SHOP_RULES).shortList[0]!.part.grade;
    expect(first("smpsOutput")).toBe("lowEsr");
    expect(first("coupling")).toBe("audio");
    expect(first("reservoir")).toBe("longLife");
  });

  test("gives both channels the same series", () => {
    const plain = rankParts(catalogue, needs(10, 50, { role: "coupling" }), schools, USUAL_SHOP_RULES).shortList;
    const other = plain.find((a) => a.part.series !== plain[0]!.part.series)!.part.series;
    const twin = rankParts(catalogue, needs(10, 50, { role: "coupling" }), schools, USUAL_SHOP_RULES, { series: other, twin: "C1" })
      .shortList[0]!;
    expect(twin.part.series).toBe(other);
    expect(twin.merits[0]).toEqual({ code: "sameAsTwin", twin: "C1" });
  });

  test("shows the corner of a coupling part before and after: 1/(2πRC)", () => {
    const { corner } = assessPart(
      candidate(11, 50),
      needs(10, 50, { role: "coupling", following: ohms(47_000) }),
      schools,
      USUAL_SHOP_RULES,
      null,
    );
    expect(corner!.was).toBeCloseTo(0.3386, 3);
    expect(corner!.becomes).toBeCloseTo(0.3078, 3);
  });
});

test("the order merges positions by part, adds a tenth and at least one, and says what is short", () => {
  const need = (partId: number, use: string): OrderNeed => ({
    partId,
    code: `P${partId}`,
    series: "S",
    description: "",
    priceCents: 50,
    stock: 4,
    use,
  });
  const [a, b] = orderList([need(2, "0401 C1"), need(1, "0401 C2"), need(2, "0402 C9"), need(2, "0402 C8"), need(2, "0402 C7")]);
  expect(a).toMatchObject({ code: "P1", needed: 1, spares: 1, quantity: 2, short: 0, totalCents: 100 });
  expect(b).toMatchObject({ code: "P2", needed: 4, spares: 1, quantity: 5, short: 1, uses: ["0401 C1", "0402 C9", "0402 C8", "0402 C7"] });
  expect([0, 1, 10, 11, 30].map(sparesFor)).toEqual([0, 1, 1, 2, 3]);
});
