import pg from "pg";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { pool } from "./db";
import { seedDemo } from "./demo/seed";
import { migrate } from "./migrate";
import { grantRights } from "./rights";
import { emptyDatabase } from "./testing/database";

const ROLE = "mirvek_rights_test";
const DENIED = "42501";
let app: pg.Client;
let url = "";

beforeAll(async () => {
  url = await emptyDatabase();
  await pool().query(`drop role if exists ${ROLE}`);
  await pool().query(`create role ${ROLE} login password 'only for this test'`);
  await migrate(url, { appRole: ROLE });
  await seedDemo(new Date());
  const as = new URL(url);
  as.username = ROLE;
  as.password = "only for this test";
  app = new pg.Client({ connectionString: as.toString() });
  await app.connect();
});
afterAll(async () => {
  await app.end();
  await pool().query(`drop owned by ${ROLE}`);
  await pool().query(`drop role ${ROLE}`);
  await pool().end();
});

test("the application may look at everything and add", async () => {
  expect((await app.query("select count(*)::int as n from reading")).rows[0].n).toBeGreaterThan(100);
  await app.query("insert into safety_event (job_id, kind, by) select min(id), 'powerOff', 'test' from job");
  await app.query("update job set revision = revision + 1, title = title where number = 406");
});

describe("it may not", () => {
  const tables = ["reading", "readout_line", "safety_event", "choice", "job_event", "fitting", "circuit_note", "working_note"];
  test.each(tables.flatMap((t) => [`truncate ${t} cascade`, `delete from ${t}`, `alter table ${t} disable trigger append_only`]))(
    "%s",
    async (sql) => {
      await expect(app.query(sql)).rejects.toMatchObject({ code: DENIED });
    },
  );
  test.each([
    "update reading set value = 1",
    "update safety_event set volts = 0",
    "update job set number = 1",
    "update job set opened_at = now()",
    "update position set designator = 'C1'",
    "update part set code = 'another'",
    "delete from job",
    "delete from position",
    "truncate job, position cascade",
    "drop table reading",
    "drop trigger append_only on reading",
    "alter table reading add column x int",
    "create table mine (x int)",
    "drop function refuse_change() cascade",
    "set session_replication_role = replica",
    "delete from part",
    "update schema_migration set name = 'x'",
  ])("%s", async (sql) => {
    await expect(app.query(sql)).rejects.toMatchObject({ code: DENIED });
  });
});

test("not even the owner empties a table of the record", async () => {
  const { rows } = await pool().query<{ tablename: string }>("select tablename from pg_tables where schemaname = 'public'");
  const records = rows.map((r) => r.tablename).filter((t) => t !== "schema_migration");
  expect(records.length).toBeGreaterThan(20);
  for (const table of records) await expect(pool().query(`truncate ${table} cascade`), table).rejects.toMatchObject({ code: "23001" });
});

test("a table whose rights nobody wrote down stops the migration", async () => {
  await pool().query("create table forgotten (x int)");
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  await expect(grantRights(client, ROLE)).rejects.toThrow("forgotten");
  await client.end();
  await pool().query("drop table forgotten");
});
