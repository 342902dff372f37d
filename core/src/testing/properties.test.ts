import fc from "fast-check";
import { expect, test } from "vitest";
import { report } from "./properties";

const slow = (milliseconds: number) => () => {
  const end = Date.now() + milliseconds;
  while (Date.now() < end);
  return true;
};
const run = (milliseconds: number, limit: number, numRuns?: number) =>
  fc.check(fc.property(fc.nat(), slow(milliseconds)), { interruptAfterTimeLimit: limit, ...(numRuns ? { numRuns } : {}) });

test("a property that runs out of time before it was tried ten times fails, and says how often it was", () => {
  expect(() => report(run(20, 60))).toThrow(/ran out of time after \d runs; at least 10/);
});

test("one that made enough runs, or all it has, passes", () => {
  expect(() => report(run(0, 10_000))).not.toThrow();
  expect(() => report(run(5, 10_000, 3))).not.toThrow();
});

test("one that fails says its seed", () => {
  expect(() => report(fc.check(fc.property(fc.nat(), (n) => n < 0)))).toThrow(/seed: -?\d+/);
});
