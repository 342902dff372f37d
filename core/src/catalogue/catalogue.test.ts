import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { inventedCatalogue } from "../simulate";
import { formatEngineering } from "../units";
import { COLUMNS, guessMapping, headingKey, missingColumns, plainNumber, readRow, type Mapping } from ".";
import { measure, quantity, sizeOf, toleranceOf } from "./cells";

describe("numbers as suppliers write them", () => {
  test.each([
    ["4.7", 4.7],
    ["4,7", 4.7],
    ["1.234,50", 1234.5],
    ["1,234.50", 1234.5],
    ["1 000", 1000],
    ["1'000.5", 1000.5],
    ["1.234.567", 1_234_567],
    ["1e-6", 1e-6],
    [" 12 ", 12],
    ["-3", -3],
  ])("%s", (text, value) => expect(plainNumber(text)).toBe(value));
  test.each(["", "abc", "=1+1", "4.7u", "1,2,3.4,5.6", "--3", "+", ".", "1;2"])("%s is none", (text) =>
    expect(plainNumber(text)).toBeNull(),
  );
  test("with their unit in the cell or in the heading; without either a value is asked back", () => {
    expect(quantity("4,7 µF", "F", null)).toBe(4.7e-6);
    expect(quantity("4u7", "F", "nF")).toBe(4.7e-6);
    expect(quantity("4,7", "F", "µF")).toBe(4.7e-6);
    expect(quantity("104", "F", "code")).toBe(1e-7);
    expect(quantity("4.7", "F", null)).toBe("unit");
    expect(quantity("35V", "V", null)).toBe(35);
    expect(quantity("6,3 VDC", "V", null)).toBe(6.3);
    expect(quantity("35 ohm", "V", null)).toBeNull();
    expect(quantity("35", "Ω", "mΩ")).toBe(0.035);
  });
  test("lengths, temperatures, tolerances", () => {
    expect(measure("0.4 inch", null, ["mm", "cm", "inch"])).toBeCloseTo(10.16, 9);
    expect(measure("105 °C", null, ["°C"])).toBe(105);
    expect(measure("2000 hrs", null, ["h", "kh"])).toBe(2000);
    expect(sizeOf("10x12,5", null)).toEqual({ diameter: 10, height: 12.5 });
    expect(sizeOf("Ø10 × 20 mm", null)).toEqual({ diameter: 10, height: 20 });
    expect(sizeOf("10", null)).toBeNull();
    expect(toleranceOf("±20 %")).toEqual({ minus: 0.2, plus: 0.2 });
    expect(toleranceOf("-10/+50%")).toEqual({ minus: 0.1, plus: 0.5 });
    expect(toleranceOf("K")).toEqual({ minus: 0.1, plus: 0.1 });
    expect(toleranceOf("-5")).toBeNull();
  });
});

describe("columns", () => {
  test("are recognised by their headings, with the unit named there", () => {
    const mapping = guessMapping([
      "Order code",
      "Series",
      "Capacitance [µF]",
      "Rated voltage (V)",
      "ESR mΩ",
      "ESR at kHz",
      "D x L",
      "Price per 100",
      "Qty",
    ]);
    expect(mapping).toMatchObject({
      code: { index: 0 },
      series: { index: 1 },
      value: { index: 2, unit: "µF" },
      volts: { index: 3, unit: "V" },
      esr: { index: 4, unit: "mΩ" },
      esrAt: { index: 5, unit: "kHz" },
      size: { index: 6 },
      price: { index: 7, unit: "per 100" },
      stock: { index: 8 },
    });
    expect(missingColumns(mapping)).toEqual([]);
    expect(missingColumns(guessMapping(["Artikelnummer", "Preis"]))).toEqual(["value", "volts"]);
  });
  test("no column of a file is read twice, whatever the headings", () => {
    fc.assert(
      fc.property(
        fc.array(fc.oneof(fc.constantFrom("Code", "Volt AC", "Ripple at", "ESR", "size", "Kind", "price", "C µF"), fc.string()), {
          maxLength: 15,
        }),
        (headings) => {
          const at = Object.values(guessMapping(headings)).flatMap((s) => (s.from === "column" ? [s.index] : []));
          expect(new Set(at).size).toBe(at.length);
        },
      ),
    );
  });
  test("the same headings make the same key, whatever their case and blanks", () => {
    expect(headingKey(["Code ", "VALUE"])).toBe(headingKey(["code", "value"]));
    expect(headingKey(["a", "b"])).not.toBe(headingKey(["ab"]));
  });
});

const MAPPING: Mapping = Object.fromEntries(
  ["code", "series", "kind", "value", "volts", "size", "price", "stock"].map((c, index) => [c, { from: "column", index, unit: null }]),
);

describe("a row", () => {
  test("becomes a part; what is not said is usual", () => {
    const read = readRow(["A-1", "Nightjar", "alu electrolytic", "470 µF", "35 V", "10x20", "€ 0,34", "120"], MAPPING);
    expect(read).toMatchObject({
      ok: true,
      part: {
        code: "A-1",
        technology: "aluminium",
        nominal: 470e-6,
        rated: 35,
        diameter: 10,
        height: 20,
        priceCents: 34,
        stock: 120,
        temperature: 85,
        esr: null,
      },
    });
  });
  test("says everything that is wrong with it at once", () => {
    const read = readRow(["=cmd()", "", "wood", "lots", "-5", "round", "0", "1.5"], MAPPING);
    expect(read.ok ? [] : read.issues.map((i) => [i.column, i.issue])).toEqual([
      ["code", "formula"],
      ["kind", "unreadable"],
      ["value", "unreadable"],
      ["volts", "range"],
      ["size", "unreadable"],
      ["price", "range"],
      ["stock", "range"],
    ]);
  });
  test("one value for a whole file stands where it has no column", () => {
    const read = readRow(["A-2", "S", "", "100n", "310", "", "", ""], {
      ...MAPPING,
      kind: { from: "constant", text: "film" },
      safety: { from: "constant", text: "X2" },
      diameter: { from: "constant", text: "7" },
      height: { from: "constant", text: "13 mm" },
      size: undefined,
    });
    expect(read).toMatchObject({
      ok: true,
      part: { technology: "film", safety: "X2", grade: "safety", diameter: 7, height: 13, priceCents: null, stock: null },
    });
  });
  test("negative and zero prices, and prices in thousands, are what they are", () => {
    const priced = (text: string) => readRow(["A", "S", "film", "100n", "63", "5x7", text, ""], MAPPING);
    expect(priced("-1").ok).toBe(false);
    expect(priced("0").ok).toBe(false);
    expect(priced("1.234,00")).toMatchObject({ part: { priceCents: 123_400 } });
  });
});

test("a catalogue written down in any notation is read as it was", () => {
  const parts = inventedCatalogue(8);
  const some = fc.integer({ min: 0, max: parts.length - 1 }).map((i) => parts[i]!);
  fc.assert(
    fc.property(some, fc.boolean(), fc.boolean(), (p, comma, units) => {
      const n = (x: number) => (comma ? String(x).replace(".", ",") : String(x));
      const mapping: Mapping = Object.fromEntries(
        COLUMNS.map((c, index) => [c, { from: "column", index, unit: c === "value" && !units ? "µF" : null }]),
      );
      const cell: Record<string, string> = {
        code: p.code,
        series: p.series,
        grade: p.grade,
        kind: p.technology,
        value: units ? formatEngineering(p.nominal, "F") : n(Number((p.nominal * 1e6).toPrecision(9))),
        tolerance: `-${n(p.tolerance.minus * 100)}/+${n(p.tolerance.plus * 100)}%`,
        volts: units ? `${n(p.rated)} V` : n(p.rated),
        ac: p.ac === null ? "" : n(p.ac),
        safety: p.safety ?? "",
        temperature: n(p.temperature),
        diameter: n(p.diameter),
        height: n(p.height),
        pitch: p.pitch === null ? "" : n(p.pitch),
        mounting: p.mounting,
        esr: p.esr === null ? "" : n(p.esr.ohms),
        esrAt: p.esr === null ? "" : n(p.esr.at),
        ripple: p.ripple === null ? "" : n(p.ripple.amperes),
        rippleAt: p.ripple === null ? "" : n(p.ripple.at),
        pulse: p.pulse === null ? "" : n(p.pulse),
        life: p.lifeHours === null ? "" : n(p.lifeHours),
        price: n(p.priceCents! / 100),
        stock: n(p.stock!),
      };
      const read = readRow(
        COLUMNS.map((c) => cell[c] ?? ""),
        mapping,
      );
      const { id: _, ...draft } = p;
      if (!read.ok) expect.fail(JSON.stringify(read.issues));
      expect(read.part.nominal).toBeCloseTo(draft.nominal, 15);
      expect({ ...read.part, nominal: 0 }).toEqual({ ...draft, nominal: 0, tolerance: read.part.tolerance });
      expect(read.part.tolerance.minus).toBeCloseTo(draft.tolerance.minus, 12);
    }),
    { numRuns: 400 },
  );
});

test("whatever stands in the cells, a row is a whole part or a list of issues, and never a number that is none", () => {
  const cell = fc.oneof(
    fc.string(),
    fc.constantFrom("4.7", "35", "=1", "1e99", "NaN", "Infinity", "10x", "\u0000", "-0", "0x10", "½", "٣"),
    fc.double().map(String),
  );
  fc.assert(
    fc.property(fc.array(cell, { minLength: 0, maxLength: 10 }), (cells) => {
      const read = readRow(cells, MAPPING);
      if (!read.ok) {
        expect(read.issues.length).toBeGreaterThan(0);
        return;
      }
      for (const v of [
        read.part.nominal,
        read.part.rated,
        read.part.diameter,
        read.part.height,
        read.part.priceCents ?? 1,
        read.part.stock ?? 1,
      ])
        expect(v >= 0 && Number.isFinite(v)).toBe(true);
    }),
    { numRuns: 2000 },
  );
});
