import { runner } from "node-pg-migrate";
import { fileURLToPath } from "node:url";

/**
 * Brings a database to the newest schema, or by so many migrations towards it; what is there already is left alone.
 */
export async function migrate(databaseUrl: string, count = Infinity): Promise<void> {
  await runner({
    databaseUrl,
    dir: fileURLToPath(new URL("./migrations", import.meta.url)),
    migrationsTable: "schema_migration",
    direction: "up",
    checkOrder: true,
    count,
    log: () => undefined,
  });
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error("DATABASE_URL is not set");
  await migrate(url);
}
