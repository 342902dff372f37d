import { expect, test } from "vitest";
import { readNorm } from "./ShopPage";

const typed = (over: object = {}) => ({
  value: "47u",
  rated: "50v",
  typical: "0.7",
  wornOver: "1",
  failedOver: "2",
  note: " ours ",
  ...over,
});

test("a norm is typed as it is said: one value or a range, volts or any", () => {
  expect(readNorm(typed())).toEqual({
    norm: { from: 47e-6, to: 47e-6, rated: 50, typical: 0.7, wornOver: 1, failedOver: 2, note: "ours" },
  });
  expect(readNorm(typed({ value: "220u – 470u", rated: "" }))).toMatchObject({ norm: { from: 220e-6, to: 470e-6, rated: null } });
});

test.each([
  [{ value: "47" }, /value with its unit/],
  [{ rated: "lots" }, /volts/],
  [{ typical: "" }, /ohms/],
  [{ failedOver: "0.9" }, /increase/],
])("%o is refused with words", (over, words) => {
  expect(readNorm(typed(over))).toMatchObject({ wrong: expect.stringMatching(words) });
});
