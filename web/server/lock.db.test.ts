import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, beforeEach, expect, test } from "vitest";
import { changePosition } from "./changePositions";
import { pool, transaction } from "./db";
import { decide } from "./decide";
import { keepLine } from "./keepLine";
import { recordSafety } from "./recordSafety";
import { freshDatabase } from "./testing/database";
import { issueOf, jobBench } from "./testing/jobBench";

const bench = jobBench();
const { say, view, position, makeSafe } = bench;
let number = 0;
beforeAll(freshDatabase);
afterAll(() => pool().end());
beforeEach(async () => {
  number = await bench.open("#Supply\nC1 2200u 35v reservoir\nC2 2200u 35v reservoir\n#Left\nC11 100u 16v decoupler L");
});
const retire = async (designator: string, reason: string | null) => {
  const { version } = await position(designator);
  return transaction((db) => changePosition(db, number, designator, { kind: "retire", version, reason }));
};
/** A line with the time it was typed and the time it is kept, ms from now. */
const typed = (line: string, at: number, kept: number) => {
  const now = Date.now() + 1e6;
  const post = { line, clientKey: randomUUID(), current: null, meter: null, inCircuit: true, refersTo: null, at: now + at };
  return transaction((db) => keepLine(db, number, post, new Date(now + kept)));
};

test("a part that holds charge leaves the list with a reason only, and never unlocks by leaving", async () => {
  await makeSafe();
  expect((await view()).safety).toMatchObject({ kind: "chargeHeld", waiting: [{ position: "C2" }] });
  expect(await issueOf(retire("C2", null))).toBe("holderReasonNeeded");
  expect(await issueOf(retire("C11", null)), "one that holds none needs no reason").toBe("kept");
  await retire("C2", "entered twice");
  expect((await view()).safety).toMatchObject({ kind: "chargeHeld", waiting: [{ position: "C1", state: { kind: "again" } }] });
  await say("C1 0.2v");
  const after = await view();
  expect(after.safety.kind).toBe("safe");
  expect(after.safetyLog).toContainEqual(expect.objectContaining({ kind: "released", position: "C2", reason: "entered twice" }));
});

test("a charge seen on a part that was retired goes on locking", async () => {
  await makeSafe();
  await say("C2 30v");
  await retire("C2", "not in this version");
  await say("C1 0.2v");
  expect((await view()).safety).toMatchObject({ kind: "chargeHeld", waiting: [{ position: "C2", state: { kind: "charged", volts: 30 } }] });
});

test("unticking asks for the reason too", async () => {
  const p = await position("C1");
  const { tolerance, version, parallelWith, ...rest } = p;
  const fields = {
    ...rest,
    toleranceMinus: tolerance.minus,
    tolerancePlus: tolerance.plus,
    parallelWith: parallelWith && [...parallelWith],
  };
  const edit = (reason: string | null) =>
    transaction((db) => changePosition(db, number, "C1", { kind: "fields", version, reason, fields: { ...fields, holdsCharge: false } }));
  expect(await issueOf(edit(null))).toBe("holderReasonNeeded");
  expect(await issueOf(edit("bridged by a bleeder for good"))).toBe("kept");
  expect((await view()).safetyLog).toContainEqual(expect.objectContaining({ kind: "released", position: "C1" }));
});

test("two readings typed five seconds apart do not unlock, however far apart they are kept", async () => {
  await retire("C2", "entered twice");
  await typed("C1 1v", 0, 0);
  await typed("C1 0.9v", 5_000, 120_000);
  expect((await view()).safety.kind).toBe("chargeHeld");
  await typed("C1 0.8v", 130_000, 130_000);
  expect((await view()).safety.kind).toBe("safe");
});

test("a line typed by a clock that runs ahead is taken to be typed when it came", async () => {
  await retire("C2", "entered twice");
  await typed("C1 1v", 0, 0);
  await typed("C1 0.9v", 1e9, 5_000);
  expect((await view()).safety.kind).toBe("chargeHeld");
});

test("an override over a live unit is refused, and one given before ends with power", async () => {
  await transaction((db) => recordSafety(db, number, { kind: "override", reason: "board is out of the unit" }));
  expect((await view()).safety.kind).toBe("overridden");
  await transaction((db) => recordSafety(db, number, { kind: "powerOn" }));
  const again = transaction((db) => recordSafety(db, number, { kind: "override", reason: "board is out of the unit" }));
  expect(await issueOf(again)).toBe("overrideWhileLive");
  await transaction((db) => recordSafety(db, number, { kind: "powerOff" }));
  expect((await view()).safety.kind).toBe("chargeHeld");
});

test("decisions solve their circuits without the job's lock, and all of those that come at once are kept", async () => {
  const leave = (designator: string) =>
    decide(number, { decision: "leave", partId: null, reason: "reads well", positions: [{ designator, follows: null }] });
  const lines = Array.from({ length: 4 }, (_, i) => say(`note ${i}`));
  await Promise.all([leave("C1"), leave("C2"), leave("C11"), ...lines]);
  const { positions } = await view();
  expect(positions.map((p) => p.choice?.decision)).toEqual(["leave", "leave", "leave"]);
});

test("a choice that follows another part's, or one that is not there, is refused as stale", async () => {
  const leave = (designator: string, follows: number | null) =>
    decide(number, { decision: "leave", partId: null, reason: "reads well", positions: [{ designator, follows }] });
  await leave("C1", null);
  const first = (await position("C1")).choice!.id;
  expect(await issueOf(leave("C2", first))).toBe("stale");
  expect(await issueOf(leave("C2", 999_999))).toBe("stale");
  expect(await issueOf(leave("C2", null))).toBe("kept");
});
