import { expect, test } from "vitest";
import { runHistories } from "../testing/histories";

// The bench runs many more of the same (`./mirvek bench`).
const HISTORIES = 2000;
const ACTS = 24;

test("whatever is typed, pressed, undone, retired or reopened in whatever order: open only when shown empty, mains only when nothing forbids it", () => {
  const { count, broken } = runHistories(0, HISTORIES, ACTS);
  expect(broken, JSON.stringify(broken, null, 1)).toBeNull();
  expect(count.histories).toBe(HISTORIES);
  // a promise that is never put to the test is none
  expect(count.safe, "safe to touch was reached").toBeGreaterThan(200);
  expect(count.overridden).toBeGreaterThan(50);
  expect(count.powered, "the mains were set").toBeGreaterThan(500);
  expect(count.held, "the mains were held").toBeGreaterThan(500);
}, 900_000);
