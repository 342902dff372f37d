import type { Effect } from "@mirvek/core/entry";
import { expect, test } from "vitest";
import { isStorable } from "./storable";

const unit = (observation: unknown): Effect => ({ about: "observed", subject: { kind: "unit" }, observation }) as Effect;

test("what the records would take and no screen could read again is refused", () => {
  expect(isStorable([unit({ kind: "section", section: "psu", here: true })])).toBe(false);
  expect(isStorable([unit({ kind: "section", section: Object, here: true })])).toBe(false);
  expect(isStorable([unit({ kind: "timer", name: "warm-up", seconds: NaN })])).toBe(false);
  expect(isStorable([{ about: "highest", volts: Infinity } as Effect])).toBe(false);
});
test("what can be read again is not", () => {
  expect(isStorable([unit({ kind: "timer", name: "constructor", seconds: 60 }), { about: "power", on: true, because: null }])).toBe(true);
});
