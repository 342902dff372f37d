import pg from "pg";
import { afterAll, beforeAll, expect, test } from "vitest";
import { pool } from "./db";
import { loadJobView } from "./loadJob";
import { migrate } from "./migrate";
import { findJob } from "./repositories/jobs";
import { listRecordings } from "./repositories/recordings";
import { emptyDatabase } from "./testing/database";

const FIRST_RELEASE = 4;

/** A database as the first release left it: a job with readings, an undone line, volts, charge, notes, neighbours, a choice. */
async function firstRelease(): Promise<string> {
  const url = await emptyDatabase();
  await migrate(url, { count: FIRST_RELEASE });
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  await client.query(`
    insert into job (number, title, unit_kind, supply_kind, mains_hz, mains_v, complaint) values (7, 'Old docket',
      'receiver', 'linear', 50, 230, 'hums');
    insert into job_finding values (1, 'hum');
    insert into position (job_id, designator, section, role, technology, nominal_f, rated_v, tolerance_minus,
      tolerance_plus, holds_charge, parallel_with) values
      (1, 'C1', 'Supply', 'reservoir', 'aluminium', 4.7e-3, 50, 0.2, 0.2, true, null),
      (1, 'C5', 'Supply', 'regulatorIn', 'aluminium', 2.2e-4, 35, 0.2, 0.2, false, array['C7']),
      (1, 'C7', 'Supply', 'regulatorIn', 'aluminium', 2.2e-4, 35, 0.2, 0.2, false, '{}');
    insert into readout_line (job_id, client_key, typed, entered_by) select 1, gen_random_uuid(), t, 'old bench'
      from unnest(array['C5 out esr 0.9', 'C7 bulged', 'C5 esr 3', 'C1 38v', 'ripple C1 1.2vac', 'note smells',
        'rail +15 11.7', 'new 220u 35v esr 0.2']) t;
    insert into reading (job_id, line_id, position_id, kind, in_circuit, meter_id, value, at_hz, significant) values
      (1, 1, 2, 'esr', false, 'esr', 0.9, 1e5, 1), (1, 3, 2, 'esr', true, 'esr', 3, 1e5, 1);
    insert into reading (job_id, line_id, position_id, kind, in_circuit, sign, significant) values (1, 2, 3, 'visual', true, 'bulged', 1);
    insert into line_withdrawal (line_id, by) values (3, 'old bench');
    insert into safety_event (job_id, line_id, kind, position_id, volts, by) values (1, 4, 'residual', 1, 38, 'old bench');
    insert into point_reading (job_id, line_id, position_id, volts, alternating, significant) values (1, 5, 1, 1.2, true, 2);
    insert into point_reading (job_id, line_id, point, volts, alternating, significant) values (1, 7, 'rail +15', 11.7, false, 3);
    insert into job_event (job_id, kind, detail, by) values (1, 'note', '{"text": "smells", "lineId": 6}', 'old bench');
    insert into shelf_reading (meter_id, technology, nominal_f, rated_v, at_hz, esr_ohms, taken_by) values ('esr',
      'aluminium', 2.2e-4, 35, 1e5, 0.2, 'old bench');
    insert into choice (job_id, position_id, decision, reason, verdict, by) values (1, 2, 'leave', 'owner declines', 'failed', 'old bench');
  `);
  await client.end();
  return url;
}

const COUNTERPARTS_RENAMED = 20;

/** What only a later release could have on record, as the last one before counterparts were called so left it. */
async function laterRelease(url: string): Promise<void> {
  await migrate(url, { count: COUNTERPARTS_RENAMED - FIRST_RELEASE });
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  await client.query(`
    update position set twin_key = 'C5' where designator in ('C5', 'C7');
    insert into observation (job_id, line_id, kind, subject_kind, detail, while_locked, taken_at, by) values
      (1, 6, 'sibling', 'unit', '{"here": false}', false, now(), 'old bench');
    insert into recording (job_id, name, moment, played, sha256, size, pieces, by) values
      (1, 'other side.wav', 'twin', 'nothing', repeat('a', 64), 4, array[repeat('a', 64)], 'old bench');
    insert into figure_change (figure, value, by) values ('twins.ratio', 1.5, 'old bench'), ('weight.sameAsTwin', 55, 'old bench');
  `);
  await client.end();
}

beforeAll(async () => {
  await laterRelease(await firstRelease());
  await migrate(process.env.DATABASE_URL!);
});
afterAll(() => pool().end());

test("a database of the first release upgrades without loss", async () => {
  const view = await loadJobView(pool(), (await findJob(pool(), 7))!);
  const at = (d: string) => view.positions.find((p) => p.designator === d)!;
  expect(at("C5").readings, "the undone line stays out").toMatchObject([{ measurement: { kind: "esr", ohms: 0.9 }, inCircuit: false }]);
  expect(at("C5")).toMatchObject({
    verdict: { state: "failed" },
    parallelWith: ["C7"],
    choice: { decision: "leave", reason: "owner declines" },
  });
  expect(at("C7")).toMatchObject({ verdict: { state: "failed", reason: { code: "visual", sign: "bulged" } }, parallelWith: [] });
  expect(at("C1").parallelWith, "not said stays not known").toBeNull();
  expect(view.points.map((p) => [p.where, p.volts, p.form])).toEqual([
    ["C1", 1.2, "rms"],
    ["rail +15", 11.7, "dc"],
  ]);
  expect(view.safety).toMatchObject({ kind: "chargeHeld", waiting: [{ position: "C1", state: { kind: "charged", volts: 38 } }] });
  expect(view.notes).toMatchObject([{ text: "smells", line: expect.any(String) }]);
  expect(view.lines.map((l) => [l.typed, l.withdrawn])).toHaveLength(8);
  expect(view.shop.shelf).toMatchObject([{ esr: 0.2, series: null }]);
});

test("what later releases called a twin is a counterpart, with nothing lost", async () => {
  const job = (await findJob(pool(), 7))!;
  const view = await loadJobView(pool(), job);
  expect(view.positions.find((p) => p.designator === "C5")!.counterparts).toEqual(["C7"]);
  expect(view.unit.notes.counterpart).toBe("absent");
  expect(await listRecordings(pool(), job.id)).toMatchObject([{ name: "other side.wav", moment: "counterpart" }]);
  expect(view.shop.constants).toMatchObject({ "counterparts.ratio": 1.5, "weight.sameAsCounterpart": 55 });
});

test("what was append-only still is, and a note of the first release goes out with its line", async () => {
  for (const table of ["reading", "point_reading", "job_event", "across_note"])
    await expect(pool().query(`update ${table} set job_id = job_id`), table).rejects.toMatchObject({ code: "23001" });
  await pool().query("insert into line_withdrawal (line_id, by) values (6, 'new bench')");
  await pool().query("update job set revision = revision + 1 where number = 7");
  expect((await loadJobView(pool(), (await findJob(pool(), 7))!)).notes).toEqual([]);
});
