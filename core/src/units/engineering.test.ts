import { expect, test } from "vitest";
import { formatEngineering } from "./engineering";
import { farads, ohms, type Farads } from "./quantity";

// as technicians write them (common practice): no mF, fractions of an ohm in ohms
test.each([
  [4.7e-6, "F", "4.7 µF"],
  [3300e-6, "F", "3300 µF"],
  [0.022, "F", "22000 µF"],
  [100e-9, "F", "100 nF"],
  [0.26, "Ω", "0.26 Ω"],
  [0.005, "Ω", "5 mΩ"],
  [47000, "Ω", "47 kΩ"],
  [999.9999, "Hz", "1 kHz"],
  [-44, "V", "-44 V"],
  [0, "V", "0 V"],
  [NaN, "V", "–"],
] as const)("%d %s is written %s", (value, unit, text) => {
  expect(formatEngineering(value, unit)).toBe(text);
});

test("a reading keeps the zeros it was entered with", () => {
  expect(formatEngineering(0.9, "Ω", { significant: 2, keepZeros: true })).toBe("0.90 Ω");
});

test("quantities refuse what cannot be, and the compiler refuses what does not belong", () => {
  expect(() => farads(0)).toThrow("above 0 F, got 0");
  expect(() => farads(NaN)).toThrow(RangeError);
  expect(() => ohms(-1)).toThrow("at least 0 Ω");
  const takesFarads = (c: Farads): number => c;
  // @ts-expect-error a resistance is not a capacitance
  takesFarads(ohms(1));
});
