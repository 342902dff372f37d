import { expect, test } from "vitest";
import { STANDARD_CONSTANTS } from "../knowledge";
import { farads, volts } from "../units";
import { held } from "./holders";

const holder = (nominal: number, rated: number, seen: number | null = null) => ({
  designator: "C1",
  nominal: farads(nominal),
  rated: volts(rated),
  seen: seen === null ? null : volts(seen),
});

test("a part can hold the lesser of its rating and the highest volts of the unit, and never less than was read across it", () => {
  expect(held(STANDARD_CONSTANTS, holder(1e-3, 63), null).most).toBe(63);
  expect(held(STANDARD_CONSTANTS, holder(1e-3, 63), volts(35)).most).toBe(35);
  expect(held(STANDARD_CONSTANTS, holder(1e-3, 63, 3.2), volts(35)).most, "a reading at low mains lowers nothing").toBe(35);
  expect(held(STANDARD_CONSTANTS, holder(1e-3, 63, -48), volts(35)).most).toBe(48);
  expect(held(STANDARD_CONSTANTS, holder(1e-3, 63, 71), null).most, "over its rating").toBe(71);
});

test.each([
  [10e-6, 60, true, "60 V whatever the energy"],
  [10e-6, 59, false, "17 mJ at 59 V"],
  [4700e-6, 25, true, "1.5 J at 25 V sparks and welds"],
  [1000e-6, 25, false, "0.31 J"],
  [10e-6, 400, true, "0.8 J at 400 V"],
])("%d F at %d V counts: %s (%s)", (nominal, rated, counts) => {
  expect(held(STANDARD_CONSTANTS, holder(nominal, rated), null).counts).toBe(counts);
});

test("a unit whose highest volts are low takes a part of high rating off the lock", () => {
  expect(held(STANDARD_CONSTANTS, holder(100e-6, 100), volts(15))).toMatchObject({ most: 15, counts: false });
});

test("a shop's own thresholds make more parts count and never fewer", () => {
  const small = holder(1000e-6, 25);
  expect(held({ "charge.spark": 0.2 }, small, null).counts).toBe(true);
  expect(held({ "charge.shock": 600, "charge.spark": 10 }, holder(10e-6, 60), null).counts).toBe(true);
});
