import fc from "fast-check";
import { expect, test } from "vitest";
import { volts } from "../units";
import { RECOVERY_MS, chargeState, handsAllowed, touchSafety, type SafetyEvent } from "./touchSafety";

const LIMIT = volts(5);
let id = 0;
const left = (position: string, v: number, at: number): SafetyEvent => ({ id: ++id, at, kind: "residual", position, volts: volts(v) });
const power = (on: boolean, at: number): SafetyEvent => ({ id: ++id, at, kind: on ? "powerOn" : "powerOff" });
const override = (at: number): SafetyEvent => ({ id: ++id, at, kind: "override", reason: "passive unit, nothing inside" });
const kindOf = (events: SafetyEvent[], positions = ["C1", "C2"]) => touchSafety(events, positions, LIMIT).kind;
const both = (at: number) => [left("C1", 1, at), left("C2", -1, at), left("C1", 0.5, at + RECOVERY_MS), left("C2", 0.4, at + RECOVERY_MS)];

test("two low readings 60 s apart on every part make it safe", () => {
  expect(kindOf(both(0))).toBe("safe");
  expect(kindOf(both(0).slice(0, 3)), "C2 was read once").toBe("chargeHeld");
});

test("a second reading that comes too early does not count, and the clock runs on from the first", () => {
  const early = [left("C1", 1, 0), left("C1", 1, RECOVERY_MS - 1)];
  expect(kindOf(early, ["C1"])).toBe("chargeHeld");
  expect(kindOf([...early, left("C1", 1, RECOVERY_MS)], ["C1"])).toBe("safe");
});

test("charge that creeps back to the limit starts over", () => {
  const events = [left("C1", 1, 0), left("C1", 5, RECOVERY_MS)];
  expect(chargeState(events, "C1", LIMIT)).toMatchObject({ kind: "charged", volts: 5 });
  expect(kindOf([...events, left("C1", 1, 2 * RECOVERY_MS)], ["C1"])).toBe("chargeHeld");
});

test("a power-on clears readings and override, for good", () => {
  expect(kindOf([...both(0), power(true, 1e6)])).toBe("energised");
  expect(kindOf([...both(0), power(true, 1e6), power(false, 2e6)])).toBe("chargeHeld");
  expect(kindOf([override(0), power(true, 1e6), power(false, 2e6)])).toBe("chargeHeld");
});

test("nothing listed is never safe", () => {
  expect(kindOf([], [])).toBe("nothingListed");
  expect(handsAllowed(touchSafety([], [], LIMIT))).toBe(false);
});

test("an override unlocks until a charge is found after it", () => {
  expect(kindOf([override(0)])).toBe("overridden");
  expect(kindOf([override(0), left("C1", 300, 10)])).toBe("chargeHeld");
});

test("whatever happened before, the last power-on or charge locks the hands", () => {
  const event = fc.oneof(
    fc.tuple(fc.constantFrom("C1", "C2"), fc.integer({ min: -400, max: 400 })).map(([p, v]) => ({ p, v })),
    fc.constantFrom("on", "off"),
  );
  fc.assert(
    fc.property(fc.array(event, { maxLength: 20 }), (list) => {
      const events = list.map((e, i) => (typeof e === "string" ? power(e === "on", i * 1e5) : left(e.p, e.v, i * 1e5)));
      const end = list.length * 1e5;
      expect(handsAllowed(touchSafety([...events, power(true, end)], ["C1", "C2"], LIMIT))).toBe(false);
      expect(handsAllowed(touchSafety([...events, power(false, end), left("C2", 6, end + 1)], ["C1", "C2"], LIMIT))).toBe(false);
    }),
  );
});
