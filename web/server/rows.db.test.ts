import { afterAll, beforeAll, beforeEach, expect, test, vi } from "vitest";
import { pool } from "./db";
import { loadBench, loadJobData } from "./loadJob";
import { loadOrderView } from "./orders";
import { findJob } from "./repositories/jobs";
import { getShopView } from "./repositories/shop";
import { freshDatabase } from "./testing/database";
import { jobBench } from "./testing/jobBench";

const bench = jobBench();
const { say, view } = bench;
let number = 0;
let id = 0;
beforeAll(freshDatabase);
afterAll(() => pool().end());
beforeEach(async () => {
  vi.spyOn(console, "error").mockImplementation(() => undefined);
  number = await bench.open("#Supply\nC1 2200u 35v reservoir\n#Left\nC11 100u 16v decoupler L");
  id = (await findJob(pool(), number))!.id;
  await say("C11 esr 0.4");
});
const touched = () => pool().query("update job set revision = revision + 1 where id = $1", [id]);
const lineId = async () => (await pool().query("select max(id) as id from readout_line where job_id = $1", [id])).rows[0].id as number;

/** Everything that reads a job: its page, its data, the bench, the order. */
async function everything(): Promise<void> {
  await touched();
  const v = await view();
  expect(v.positions.find((p) => p.designator === "C11")!.readings, "the rest is as it was").toHaveLength(1);
  await loadJobData(pool(), (await findJob(pool(), number))!);
  expect((await loadBench(pool(), { find: "", page: 1 })).rows.some((r) => r.number === number)).toBe(true);
  await loadOrderView(pool());
}

test.each([
  [
    "observation",
    `insert into observation (job_id, line_id, kind, subject_kind, detail, while_locked, taken_at, by) values ($1, ` +
      `$2, 'section', 'unit', '{"here": true}', false, now(), 'x')`,
  ],
  [
    "observation",
    `insert into observation (job_id, line_id, kind, subject_kind, detail, while_locked, taken_at, by) values ($1, ` +
      `$2, 'timer', 'unit', '{"name": 7, "seconds": "NaN"}', false, now(), 'x')`,
  ],
  [
    "circuit note",
    `insert into circuit_note (job_id, scenario, settings, binding, by) select $1, 'supply', '{"stages": "many"}', ` +
      `'{"reservoir": 7}', 'x' where $2::bigint > 0`,
  ],
])("a foreign row of %s is named and left out, and harms nothing else", async (table, sql) => {
  await pool().query(sql, [id, await lineId()]);
  await everything();
  expect((await view()).unreadable).toEqual([{ table: table.replace(" ", "_"), id: expect.any(Number) as number }]);
  await say("C11 esr 0.5");
  expect((await view()).positions.find((p) => p.designator === "C11")!.readings, "and the job goes on").toHaveLength(2);
});

test("a safety entry that cannot be read counts as power: what was shown before it shows nothing", async () => {
  await bench.makeSafe();
  expect((await view()).safety.kind).toBe("safe");
  await pool().query("insert into safety_event (job_id, kind, at, typed_at, by) values ($1, 'powerOff', 'infinity', now(), 'x')", [id]);
  await touched();
  const v = await view();
  expect(v.unreadable).toHaveLength(1);
  expect(v.safety.kind).not.toBe("safe");
});

test.each([
  "insert into figure_change (figure, value, note, by) values ('esr.soundRatio', 'NaN', '', 'x')",
  "insert into figure_change (figure, value, note, by) values ('no.such.figure', 1, '', 'x')",
  "insert into table_change (cell, value, note, by) values ('fault.constructor.weight', 2, '', 'x')",
])("a foreign row of the shop's own figures harms no job: %s", async (sql) => {
  await pool().query(sql);
  await pool().query("update shop set revision = revision + 1");
  await everything();
  expect((await getShopView(pool())).shop.meters.length).toBeGreaterThan(0);
});

test.each([
  "section constructor on",
  "note toString",
  "timer 1 min hasOwnProperty",
  "idle constructor 12mv warm",
  "response constructor 20 -1db",
])("%s: every page of the job, the bench and the order go on, and it can be undone", async (line) => {
  const kept = await say(line).then(
    () => true,
    () => false,
  );
  await everything();
  if (kept) await say("undo");
  await everything();
});
