import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, beforeEach, expect, test } from "vitest";
import { changePosition } from "./changePositions";
import { pool, transaction } from "./db";
import { decide } from "./decide";
import { closeJob } from "./closeJob";
import { saveLine } from "./saveLine";
import { saveTyped } from "./saveTyped";
import { findJob } from "./repositories/jobs";
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
  return transaction((db) => saveLine(db, number, post, new Date(now + kept)));
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

/** What the form of a position would send back unchanged. */
async function fieldsOf(designator: string) {
  const { tolerance, version, parallelWith, ...rest } = await position(designator);
  const fields = {
    ...rest,
    toleranceMinus: tolerance.minus,
    tolerancePlus: tolerance.plus,
    parallelWith: parallelWith && [...parallelWith],
  };
  return { version, fields };
}

test("unticking asks for the reason too", async () => {
  const { version, fields } = await fieldsOf("C1");
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
  await transaction((db) => recordSafety(db, number, { kind: "powerOn", reason: null }));
  const again = transaction((db) => recordSafety(db, number, { kind: "override", reason: "board is out of the unit" }));
  expect(await issueOf(again)).toBe("overrideWhileLive");
  await transaction((db) => recordSafety(db, number, { kind: "powerOff" }));
  expect((await view()).safety.kind).toBe("chargeHeld");
});

const bothSafe = async () => {
  for (const line of ["C1 1v", "C2 1v", "C1 0.5v", "C2 0.5v"]) await say(line);
  expect((await view()).safety.kind).toBe("safe");
};
const press = (reason: string | null = null) => transaction((db) => recordSafety(db, number, { kind: "powerOn", reason }));
const supplyOf = (over: string) =>
  pool().query(`update job set first_power_approach = 'lookUnderLimiter', mains_v = 230, ${over} where number = $1`, [number]);

test("a marking that is written down lower takes a part off the list, and needs its reason", async () => {
  const { version, fields } = await fieldsOf("C1");
  const edit = (reason: string | null) =>
    transaction((db) => changePosition(db, number, "C1", { kind: "fields", version, reason, fields: { ...fields, rated: 10 as never } }));
  expect(await issueOf(edit(null))).toBe("holderReasonNeeded");
  expect(await issueOf(edit("misread, it is 10 V"))).toBe("kept");
  expect((await view()).safetyLog).toContainEqual(expect.objectContaining({ kind: "released", position: "C1" }));
});

test("undoing a power-on leaves the unit off and every part to be measured again", async () => {
  await supplyOf("supply_kind = 'linear'");
  await bothSafe();
  await say("power on");
  await say("undo");
  expect((await view()).safety).toMatchObject({
    kind: "chargeHeld",
    waiting: [{ state: { kind: "unmeasured" } }, { state: { kind: "unmeasured" } }],
  });
  await bothSafe();
});

test("what a shop has on record to loosen the lock loosens nothing: screen, server and line agree", async () => {
  await pool().query(
    "insert into figure_change (figure, value, note, by) values ('charge.shock', 600, '', 'x'), ('charge.spark', 10, '', 'x')",
  );
  await pool().query("update shop set revision = revision + 1");
  const v = await view();
  expect(v.safety.kind).toBe("chargeHeld");
  expect(v.positions.find((p) => p.designator === "C1")!.held).toMatchObject({ counts: true });
  await say("C11 esr 0.3");
  expect((await position("C11")).readings.at(-1)).toMatchObject({ whileLocked: true });
  await pool().query(
    "insert into figure_change (figure, value, note, by) values ('charge.shock', null, '', 'x'), ('charge.spark', null, '', 'x')",
  );
});

test("a job that was closed and opened again counts every part as charged", async () => {
  await bothSafe();
  const set = async (state: "clearedWithoutCause" | "open") =>
    transaction(async (db) => closeJob(db, number, { version: (await findJob(db, number))!.version, state, waiver: null }));
  await set("clearedWithoutCause");
  await set("open");
  expect((await view()).safety.kind).toBe("chargeHeld");
  await bothSafe();
});

test("a line that switches on and comes to a closed job is refused, and that the unit may be on stays on record", async () => {
  await bothSafe();
  await transaction(async (db) =>
    closeJob(db, number, { version: (await findJob(db, number))!.version, state: "clearedWithoutCause", waiver: null }),
  );
  const post = { line: "step 25%", clientKey: randomUUID(), current: null, meter: null, inCircuit: true, refersTo: null };
  expect(await issueOf(saveTyped(number, post))).toBe("jobClosed");
  expect((await view()).safety).toMatchObject({ kind: "energised", attempt: true });
  expect(await issueOf(saveTyped(number, { ...post, line: "C1 1v", clientKey: randomUUID() }))).toBe("jobClosed");
});

test("a short holds the plain power-on, by line and by button, and what was asked for counts as power", async () => {
  await supplyOf("supply_kind = 'linear'");
  await bothSafe();
  expect(await press()).toBeNull();
  await say("power off");
  await say("C1 in dead short");
  await bothSafe();
  expect(await press("it has to run")).toMatchObject({ code: "shorted", what: ["C1"] });
  expect((await view()).safety).toMatchObject({ kind: "energised", attempt: true });
  await say("power off");
  expect(await say("power on because it has to run")).toMatchObject({ held: { code: "shorted" } });
});

test("a shorted part that is taken off the list holds on; its node reading clear opens", async () => {
  await supplyOf("supply_kind = 'linear'");
  await say("C1 in dead short");
  await retire("C1", "board without it");
  expect(await press()).toMatchObject({ code: "shorted", what: ["C1"] });
  await say("power off");
  await say("C1 to ground 40k");
  expect(await press()).toBeNull();
});

test("a unit and a stand-in never share a job", async () => {
  await say("C1 1v");
  expect(await issueOf(say("simulated"))).toBe("practice");
  number = await bench.open();
  await say("simulated");
  await say("C1 1v");
  expect(await issueOf(say("simulated off"))).toBe("practice");
  const key = (await view()).lines.at(-1)!.key;
  expect(await issueOf(say("undo", { refersTo: key })), "the practice cannot be struck out of it").toBe("practice");
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
