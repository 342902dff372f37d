import fc from "fast-check";
import { expect, test } from "vitest";
import { readDateCode } from "./dateCode";
import { eSeriesDecade } from "./eSeries";
import { capacitanceOfCode, parseMarking } from "./marking";
import { codeOfRatedVoltage, ratedVoltageOfCode } from "./ratedVoltageCode";
import type { Technology } from "./technology";

const read = (text: string, technology?: Technology) => {
  const parsed = parseMarking(text, technology);
  return parsed.ok ? parsed.value : parsed.issue;
};

// three-digit code and tolerance letters: IEC 60062; slashes and at-signs: common practice
test.each([
  ["472K", { nominal: 4.7e-9, tolerance: { minus: 0.1, plus: 0.1 } }],
  ["104J 100V", { nominal: 100e-9, rated: 100, tolerance: { minus: 0.05, plus: 0.05 } }],
  ["100n 63v", { nominal: 100e-9, rated: 63, tolerance: null }],
  ["4n7J", { nominal: 4.7e-9, tolerance: { minus: 0.05, plus: 0.05 } }],
  ["220/25", { nominal: 220e-6, rated: 25 }],
  ["220@25", { nominal: 220e-6, rated: 25 }],
  ["220u 25v", { nominal: 220e-6, rated: 25 }],
  ["8 MFD 450V", { nominal: 8e-6, rated: 450 }],
  ["0u22 1H", { nominal: 0.22e-6, rated: 50 }],
  ["10u 1E 105C", { nominal: 10e-6, rated: 25, temperature: 105 }],
  ["32u 450v -20+80%", { nominal: 32e-6, tolerance: { minus: 0.2, plus: 0.8 } }],
  ["4,7 µF 50 V ±10%", { nominal: 4.7e-6, rated: 50, tolerance: { minus: 0.1, plus: 0.1 } }],
])("%s is read right", (text, expected) => {
  expect(read(text)).toMatchObject(expected);
});

test("three bare digits are asked back unless the kind tells", () => {
  expect(read("220")).toEqual({ code: "ambiguousValue", token: "220", asMicrofarads: 220e-6, asCode: 22e-12 });
  expect(read("220", "aluminium")).toMatchObject({ nominal: 220e-6 });
  expect(read("220", "film")).toMatchObject({ nominal: 22e-12 });
});

test.each([
  ["", "empty"],
  ["470u 220u", "twice"],
  ["47x", "notUnderstood"],
  ["20u 1e9v", "impossible"],
  ["99kohm", "notUnderstood"],
])("%j is refused as %s", (text, code) => {
  expect(read(text)).toMatchObject({ code });
});

test("every E24 value in pF codes survives its three-digit code", () => {
  fc.assert(
    fc.property(fc.constantFrom(...eSeriesDecade(24)), fc.integer({ min: 0, max: 6 }), (mantissa, zeros) => {
      const digits = String(Math.round(mantissa * 10));
      expect(capacitanceOfCode(`${digits}${zeros}`)! / (Number(digits) * 10 ** zeros * 1e-12)).toBeCloseTo(1, 9);
    }),
  );
});

// code table of the trade (from memory)
test.each([
  ["0J", 6.3],
  ["1A", 10],
  ["1C", 16],
  ["1E", 25],
  ["1V", 35],
  ["1h", 50],
  ["1J", 63],
  ["2A", 100],
  ["2W", 450],
  ["3D", 2000],
])("rated-voltage code %s is %d V and back", (code, volts) => {
  expect(ratedVoltageOfCode(code)).toBe(volts);
  expect(codeOfRatedVoltage(volts)).toBe(code.toUpperCase());
});

test("a date code that can be read both ways gives both", () => {
  expect(readDateCode("8734")).toEqual([{ year: 1987, week: 34 }]);
  expect(readDateCode("1205")).toEqual([
    { year: 2012, week: 5 },
    { year: 2005, week: 12 },
  ]);
  expect(readDateCode("12x5")).toEqual([]);
});
