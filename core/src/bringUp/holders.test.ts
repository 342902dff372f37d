import { expect, test } from "vitest";
import { farads, ohms, volts, watts } from "../units";
import { held, settleTime, stoodFor } from "./holders";

const holder = (nominal: number, rated: number, live: number | null = null) => ({
  designator: "C1",
  nominal: farads(nominal),
  rated: volts(rated),
  live: live === null ? null : volts(live),
});

test("a part can hold the least of its rating, the highest volts of the unit and what was read across it", () => {
  expect(held(holder(1e-3, 63), null).most).toBe(63);
  expect(held(holder(1e-3, 63), volts(35)).most).toBe(35);
  expect(held(holder(1e-3, 63, 33.2), volts(35)).most).toBe(33.2);
  expect(held(holder(1e-3, 63, -33.2), volts(100)).most).toBe(33.2);
});

test.each([
  [10e-6, 60, true, "60 V whatever the energy"],
  [10e-6, 59, false, "17 mJ at 59 V"],
  [4700e-6, 25, true, "1.5 J at 25 V sparks and welds"],
  [1000e-6, 25, false, "0.31 J"],
  [10e-6, 400, true, "0.8 J at 400 V"],
])("%d F at %d V counts: %s (%s)", (nominal, rated, counts) => {
  expect(held(holder(nominal, rated), null).counts).toBe(counts);
});

test("a unit whose highest volts are low takes a part of high rating off the lock", () => {
  expect(held(holder(100e-6, 100), volts(15))).toMatchObject({ most: 15, counts: false });
});

test("time to settle is that of the best resistor of the drawer, else two minutes", () => {
  const drawer = [{ value: ohms(1000), rated: watts(10), limit: volts(750) }];
  // R C ln(50/5) = 1000 * 4.7e-3 * 2.302585
  expect(settleTime(holder(4700e-6, 50), volts(50), drawer)).toBeCloseTo(10.822, 3);
  expect(settleTime(holder(4700e-6, 50), volts(50), [])).toBe(120);
});

test("reservoir and last of a chain stand for those between, where every dropper and place is known", () => {
  expect(stoodFor(["C1", "C2", "C3", "C4"], [true, true, true])).toEqual(["C2", "C3"]);
  expect(stoodFor(["C1", "C2", "C3"], [true, false])).toEqual([]);
  expect(stoodFor(["C1", null, "C3"], [true, true])).toEqual([]);
  expect(stoodFor(["C1", "C2"], [true])).toEqual([]);
});
