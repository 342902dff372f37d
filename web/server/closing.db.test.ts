import { randomUUID } from "node:crypto";
import type { JobState } from "@mirvek/core/job";
import { afterAll, beforeAll, beforeEach, expect, test } from "vitest";
import type { Closing } from "../schemas/job";
import { addPositions, changePosition } from "./changePositions";
import { closeJob } from "./closeJob";
import { pool, transaction, type Db } from "./db";
import { loadCandidates } from "./candidates";
import { decide } from "./decide";
import { seedDemo } from "./demo/seed";
import { editJob } from "./editJob";
import { saveCircuit } from "./saveCircuit";
import { saveLine } from "./saveLine";
import { recordSafety } from "./recordSafety";
import { findJob } from "./repositories/jobs";
import { freshDatabase } from "./testing/database";
import { issueOf, jobBench } from "./testing/jobBench";

const bench = jobBench();
const { intake, say, view, makeSafe } = bench;
let number = 0;
beforeAll(async () => {
  await freshDatabase();
  await seedDemo(new Date());
});
afterAll(() => pool().end());
beforeEach(async () => {
  number = await bench.open();
});

const version = async () => (await findJob(pool(), number))!.version;
const close = async (state: JobState, waiver: Closing["waiver"] = null) => {
  const now = await version();
  return transaction((db) => closeJob(db, number, { version: now, state, waiver }));
};
/** Holds that every job of this file has and that its test is not about. */
const NOT_TRIED = ["noCause", "unproven"] as const;
const leave = () =>
  decide(number, { decision: "leave", partId: null, reason: "owner declines", positions: [{ designator: "C11", follows: null }] });

test("charge and undecided failures hold the closing, each by its name", async () => {
  expect(await issueOf(close("clearedWithoutCause"))).toBe("closingHeld");
  await makeSafe();
  await say("C11 out esr 9");
  await expect(close("clearedWithoutCause")).rejects.toMatchObject({ issue: { by: ["undecided"] } });
  await leave();
  expect(await issueOf(close("clearedWithoutCause"))).toBe("kept");
  expect(await issueOf(say("C11 esr 1"))).toBe("jobClosed");
});

test("a waiver covers what it names, and ends with reopening", async () => {
  await say("C1 40v");
  const reason = "owner takes it as it is";
  await expect(close("closed", { reason, holds: ["temporary", ...NOT_TRIED] })).rejects.toMatchObject({ issue: { by: ["hazard"] } });
  await close("closed", { reason, holds: ["hazard", "temporary", ...NOT_TRIED] });
  expect((await view()).job.waiver, "only what held").toEqual({ reason, holds: ["hazard", ...NOT_TRIED] });
  await close("open");
  expect((await view()).job).toMatchObject({ waiver: null, closedAt: null });
  await expect(close("closed")).rejects.toMatchObject({ issue: { by: ["hazard", ...NOT_TRIED] } });
});

test("a part that was chosen must be in, and the repair proven", async () => {
  await makeSafe();
  await say("C11 out esr 9");
  const { ranking } = await loadCandidates(pool(), number, "C11");
  await decide(number, {
    decision: "replace",
    partId: ranking.shortList[0]!.part.id,
    reason: null,
    positions: [{ designator: "C11", follows: null }],
  });
  await expect(close("closed")).rejects.toMatchObject({ issue: { by: ["notFitted", ...NOT_TRIED] } });
  await say("C11 fitted");
  await say("note hum gone, heard at full volume");
  await expect(close("closed"), "a note says nothing of the complaint").rejects.toMatchObject({
    issue: { by: [...NOT_TRIED, "notRun"] },
  });
  await say("power on because it was brought up on the bench before");
  await say("hum gone");
  await say("power off");
  await makeSafe();
  expect(await issueOf(close("closed"))).toBe("kept");
});

test("a closed job refuses every edit, a second closing changes nothing, another ending asks to reopen", async () => {
  await makeSafe();
  await say("C11 out esr 9");
  expect(await issueOf(close("locatedNotRepaired")), "a located fault need not be decided").toBe("kept");
  const before = await view();
  expect(before.job.closedAt!).toBeGreaterThanOrEqual(Math.max(...before.lines.map((l) => l.enteredAt)));
  expect(await issueOf(close("locatedNotRepaired"))).toBe("kept");
  const after = await view();
  expect({ ...after.job, revision: 0 }, "version and date stand").toEqual({ ...before.job, revision: 0 });
  expect(await issueOf(close("closed"))).toBe("jobClosed");
  const jobVersion = await version();
  const position0 = after.positions[0]!;
  const refused: readonly ((db: Db) => Promise<unknown>)[] = [
    (db) => editJob(db, number, jobVersion, { ...intake, title: "Other" }),
    (db) => addPositions(db, number, { kind: "list", text: "C99 1u 50v coupling" }),
    (db) => changePosition(db, number, "C1", { kind: "retire", version: position0.version, reason: "not there" }),
    (db) => recordSafety(db, number, { kind: "powerOn", reason: null }),
    (db) => saveCircuit(db, number, { scenario: "supply", settings: {}, binding: {}, complaint: null, answer: null }),
    () => decide(number, { decision: "leave", partId: null, reason: "x", positions: [{ designator: "C11", follows: null }] }),
  ];
  for (const edit of refused) expect(await issueOf(transaction(edit)), String(edit)).toBe("jobClosed");
});

test("lines and closing that come at once are kept one after the other: no line is later than the closing", async () => {
  await makeSafe();
  const plain = (i: number) =>
    transaction((db) =>
      saveLine(db, number, { line: `note ${i}`, clientKey: randomUUID(), current: null, meter: null, inCircuit: true, refersTo: null }),
    );
  const now = await version();
  const all = [
    ...Array.from({ length: 6 }, (_, i) => plain(i)),
    transaction((db) => closeJob(db, number, { version: now, state: "clearedWithoutCause", waiver: null })),
    ...Array.from({ length: 6 }, (_, i) => plain(i + 6)),
  ];
  await Promise.allSettled(all);
  const { rows } = await pool().query(
    "select closed_at >= all (select entered_at from readout_line l where l.job_id = job.id) as ordered from job where number = $1",
    [number],
  );
  expect(rows).toEqual([{ ordered: true }]);
});
