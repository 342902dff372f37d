import pg from "pg";
import { migrate } from "../migrate";

const url = () => {
  const value = process.env.DATABASE_URL;
  if (!value) throw new Error("DATABASE_URL is not set: run ./mirvek test");
  if (!/_test$/.test(new URL(value).pathname)) throw new Error("database tests empty their database; its name must end in _test");
  return value;
};

/** Empties the test database, to no schema at all. @returns its address */
export async function emptyDatabase(): Promise<string> {
  const client = new pg.Client({ connectionString: url() });
  await client.connect();
  await client.query("drop schema public cascade");
  await client.query("create schema public");
  await client.end();
  return url();
}

/** An empty database at the newest schema; whatever was in it is gone. */
export async function freshDatabase(): Promise<void> {
  await migrate(await emptyDatabase());
}
