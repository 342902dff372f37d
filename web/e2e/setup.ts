import { execFileSync } from "node:child_process";
import pg from "pg";

/** Every run starts from the demo shop in an empty database. */
export default async function setup(): Promise<void> {
  const url = process.env.MIRVEK_BROWSER_URL;
  if (!url) throw new Error("MIRVEK_BROWSER_URL is not set: run ./mirvek test");
  const name = new URL(url).pathname;
  if (!/_(browser|bench)$/.test(name)) throw new Error(`browser tests empty their database; ${name} is not one of theirs`);
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  await client.query("drop schema public cascade");
  await client.query("create schema public");
  await client.end();
  const env = { ...process.env, DATABASE_URL: url, ...(process.env.MIRVEK_APP_PASSWORD ? { MIRVEK_APP_ROLE: "mirvek_app" } : {}) };
  for (const script of ["migrate", "seed"]) execFileSync("npm", ["run", "--silent", script], { env, stdio: "inherit" });
}
