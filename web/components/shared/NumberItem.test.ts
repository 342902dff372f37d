import { expect, test } from "vitest";
import { numberOf, numberTrouble } from "./NumberItem";

test.each([
  ["230", 230],
  [" 2,5 ", 2.5],
  ["-.5", -0.5],
  ["", null],
  [null, null],
  ["abc", NaN],
  ["1e3", NaN],
  ["0x10", NaN],
  ["1.2.3", NaN],
])("%j is read as %s", (text, value) => expect(numberOf(text)).toBe(value));

test("what will not do is said", () => {
  const bounds = { least: 1, most: 64 };
  expect(numberTrouble("two", bounds)).toBe("“two” is no number");
  expect(numberTrouble("65", bounds)).toBe("From 1 to 64");
  expect(numberTrouble("1.5", { ...bounds, whole: true })).toBe("A whole number");
  expect(numberTrouble("", bounds)).toBeNull();
  expect(numberTrouble("", { ...bounds, needed: true })).toBe("Needed");
});
