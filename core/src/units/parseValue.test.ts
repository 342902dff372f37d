import fc from "fast-check";
import { expect, test } from "vitest";
import { formatEngineering, type UnitSymbol } from "./engineering";
import { parseValue } from "./parseValue";

// RKM writings by IEC 60062; old-style MFD/mmf and comma decimals are common practice
test.each([
  ["4n7", 4.7e-9],
  ["0u22", 0.22e-6],
  ["47R", 47],
  ["4R7", 4.7],
  ["1k5", 1500],
  ["2M2", 2.2e6],
  ["4,7u", 4.7e-6],
  [".42", 0.42],
  ["8 MFD", 8e-6],
  ["500 mmf", 500e-12],
  ["8 MF", 8e-6],
  ["31uF", 31e-6],
  ["20m", 0.02],
  ["-44", -44],
  ["1e-6", 1e-6],
])("%s is read as %d", (text, value) => {
  expect(parseValue(text)?.value).toBe(value);
});

test.each(["", "esr", "4.7.1", "4u7u", "1e999", "12 34x", "--3", "kF", "4kF", "NaN", "Infinity"])("%j is no single value", (text) => {
  expect(parseValue(text)).toBeNull();
});

test("alternating volts are told from direct ones", () => {
  expect(parseValue("1.2vac")).toMatchObject({ unit: "V", alternating: true, value: 1.2 });
  expect(parseValue("11.7v")).toMatchObject({ unit: "V", alternating: false });
});

test("significant digits are those that were typed", () => {
  expect(parseValue("0.90r")?.significant).toBe(2);
  expect(parseValue("4u70")?.significant).toBe(3);
  expect(parseValue(".4")?.significant).toBe(1);
});

const units: readonly UnitSymbol[] = ["F", "Ω", "V", "A", "W", "J", "Hz"];

test("any value survives formatting and parsing to the digits shown", () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...units),
      fc.integer({ min: 1, max: 999_999 }),
      fc.integer({ min: -11, max: 3 }),
      fc.integer({ min: 2, max: 6 }),
      (unit, mantissa, exponent, significant) => {
        const value = Number(`${mantissa}e${exponent}`);
        const back = parseValue(formatEngineering(value, unit, { significant }));
        expect(back?.unit).toBe(unit);
        expect(Math.abs(back!.value / value - 1)).toBeLessThanOrEqual(0.5 * 10 ** (1 - significant) * 1.0001);
      },
    ),
  );
});
