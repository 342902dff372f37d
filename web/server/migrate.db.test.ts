import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import pg from "pg";
import { afterAll, beforeEach, expect, test } from "vitest";
import { pool } from "./db";
import { databaseTrouble, migrate } from "./migrate";
import { emptyDatabase } from "./testing/database";

let url = "";
beforeEach(async () => {
  url = await emptyDatabase();
});
afterAll(() => pool().end());

async function withClient<T>(work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}
const applied = () => withClient(async (c) => (await c.query("select count(*)::int as n from schema_migration")).rows[0].n);

test("benches that migrate at once wait for each other, and the schema is made once", async () => {
  await Promise.all([migrate(url), migrate(url), migrate(url)]);
  const n = await applied();
  expect(n).toBeGreaterThanOrEqual(7);
  await migrate(url);
  expect(await applied()).toBe(n);
});

test("meters and resistors a shop made by hand before stay as they are", async () => {
  await migrate(url, { count: 3 });
  await withClient(async (c) => {
    await c.query(
      "insert into meter (id, name, word, shows, esr_at_hz) values ('mine', 'ESR meter', 'mine', 'esr', 50000), ('esr', " +
        "'Old one', 'old', 'esr', 1000)",
    );
    await c.query("insert into drawer_resistor (ohms, rated_w, limit_v) values (100, 5, 250)");
  });
  await migrate(url);
  await withClient(async (c) => {
    const meters = await c.query("select id, name, esr_at_hz from meter where word in ('mine', 'old') order by id");
    expect(meters.rows).toEqual([
      { id: "esr", name: "Old one", esr_at_hz: 1000 },
      { id: "mine", name: "ESR meter", esr_at_hz: 50_000 },
    ]);
    expect((await c.query("select limit_v from drawer_resistor where ohms = 100 and rated_w = 5")).rows).toEqual([{ limit_v: 250 }]);
  });
});

test("time that was kept by an older name of a step keeps its minutes and its line", async () => {
  await migrate(url, { count: 18 });
  await withClient((c) =>
    c.query(`
      insert into job (number, title, unit_kind, supply_kind) values (1, 'Kept', 'mixer', 'battery');
      insert into readout_line (job_id, client_key, typed, entered_by) values (1, gen_random_uuid(), 'spent 20min measuring', 'old bench');
      insert into observation (job_id, line_id, kind, subject_kind, detail, while_locked, taken_at, by)
        select 1, 1, kind::observation_kind, 'unit', jsonb_build_object('minutes', 20, 'step', step), false, now(), 'old bench'
        from (values ('spent', 'bringUp'), ('planned', 'handBack'), ('spent', 'measure'), ('spent', null)) v (kind, step)`),
  );
  await migrate(url);
  await withClient(async (c) => {
    const { rows } = await c.query(
      "select line_id, detail->>'step' as step, (detail->>'minutes')::int as minutes from observation order by id",
    );
    expect(rows).toEqual(["powerUp", "return", "measure", null].map((step) => ({ line_id: 1, step, minutes: 20 })));
    await expect(c.query("update observation set by = 'x'")).rejects.toThrow();
  });
});

test("a database that has jobs is dumped before it is migrated, an empty or a current one is not", async () => {
  const folder = mkdtempSync(join(tmpdir(), "mirvek-dumps-"));
  try {
    expect(await migrate(url, { count: 6, dumpTo: folder }), "nothing to lose").toBeNull();
    await withClient((c) =>
      c.query("insert into job (number, title, unit_kind, supply_kind) values (1, 'To be kept', 'mixer', 'battery')"),
    );
    const file = await migrate(url, { dumpTo: folder });
    expect(readFileSync(file!).subarray(0, 5).toString(), "the form pg_restore reads").toBe("PGDMP");
    expect(await migrate(url, { dumpTo: folder }), "nothing is due").toBeNull();
  } finally {
    rmSync(folder, { recursive: true });
  }
});

test("where no dump can be written nothing is migrated", async () => {
  await migrate(url, { count: 6 });
  await withClient((c) => c.query("insert into job (number, title, unit_kind, supply_kind) values (1, 'To be kept', 'mixer', 'battery')"));
  await expect(migrate(url, { dumpTo: "/dev/null/nowhere" })).rejects.toThrow();
  expect(await applied()).toBe(6);
});

test.each([
  ["nonsense", {}, "is no address"],
  ["mysql://h/x", {}, "begins with mysql://"],
  ["postgresql://u:secret@h:1/x", { code: "ECONNREFUSED" }, "Nothing answers at h:1"],
  ["postgresql://u:secret@h:1/x", { code: "28P01" }, "does not let u in"],
  ["postgresql://u:secret@h:1/x", { code: "3D000" }, "has no database x"],
  ["postgresql://u:secret@h:1/x", { code: "42501" }, "MIRVEK_OWNER_URL"],
])("trouble with %s %j is a sentence without the password", (address, error, says) => {
  const sentence = databaseTrouble(address, error);
  expect(sentence).toContain(says);
  expect(sentence).not.toContain("secret");
});
