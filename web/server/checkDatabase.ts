import { readdirSync } from "node:fs";
import { fileURLToPath } from "node:url";
import pg from "pg";
import { databaseTrouble } from "./migrate";

// For ./mirvek doctor: whether a database answers and is at the newest schema, in a sentence.
const url = process.argv[2] ?? "";
try {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 3000, query_timeout: 3000 });
  await client.connect();
  const made = (await client.query("select to_regclass('public.schema_migration') is not null as made")).rows[0].made;
  const done = made ? (await client.query("select count(*)::int as n from schema_migration")).rows[0].n : 0;
  await client.end();
  const files = readdirSync(fileURLToPath(new URL("./migrations", import.meta.url))).filter((f) => f.endsWith(".sql")).length;
  const due = files - done;
  console.log(
    due > 0 ? `database answers; ${due} of ${files} migrations are due at the next start` : "database answers, schema up to date",
  );
} catch (error) {
  console.log(databaseTrouble(url, error));
  process.exit(1);
}
