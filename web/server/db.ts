import "server-only";
import pg from "pg";

/** What repositories need of a connection: the pool itself, or a client inside a transaction. */
export type Db = Pick<pg.ClientBase, "query"> | pg.Pool;

// int8 ids stay far below 2^53; as numbers they survive JSON.
pg.types.setTypeParser(pg.types.builtins.INT8, Number);

declare global {
  var mirvekPool: pg.Pool | undefined;
}

function makePool(): pg.Pool {
  const connectionString = process.env.DATABASE_URL;
  if (!connectionString) throw new Error("DATABASE_URL is not set; start the application with ./mirvek");
  const made = new pg.Pool({ connectionString, max: 10, connectionTimeoutMillis: 8000, statement_timeout: 10_000 });
  // an idle connection that dies with the server must not take the process along; the next query says what is wrong
  made.on("error", () => undefined);
  return made;
}

/** The one pool of this process. */
export function pool(): pg.Pool {
  globalThis.mirvekPool ??= makePool();
  return globalThis.mirvekPool;
}

/** Runs `work` in one transaction; whatever it throws rolls back. */
export async function transaction<T>(work: (db: Db) => Promise<T>): Promise<T> {
  const client = await pool().connect();
  let broken: Error | undefined;
  try {
    await client.query("begin");
    const result = await work(client);
    await client.query("commit");
    return result;
  } catch (error) {
    await client.query("rollback").catch((e: Error) => (broken = e));
    throw error;
  } finally {
    client.release(broken);
  }
}

/** Whether an error means that the server is not there (as against a query it refused). */
export function isConnectionError(error: unknown): boolean {
  if (error instanceof AggregateError) return error.errors.every(isConnectionError);
  if (!(error instanceof Error)) return false;
  const code = (error as { code?: string }).code ?? "";
  // 57P0x: shut down; 08xxx: connection lost; 53300: too many connections (PostgreSQL error codes, appendix A)
  if (/^(ECONNREFUSED|ECONNRESET|ENOTFOUND|EPIPE|ENOENT|ETIMEDOUT|57P0[1-3]|08...|53300)$/.test(code)) return true;
  return /connection terminated|timeout exceeded when trying to connect|connection ended/i.test(error.message);
}

/** The SQLSTATE of an error from the server, or null. */
export function sqlState(error: unknown): string | null {
  const code = error instanceof Error ? (error as { code?: unknown }).code : undefined;
  return typeof code === "string" && code.length === 5 ? code : null;
}

type Results<W extends readonly (() => Promise<unknown>)[]> = { -readonly [K in keyof W]: Awaited<ReturnType<W[K]>> };

/** Runs independent reads side by side where `db` is the pool; inside a transaction, which has one connection, in order. */
export async function together<const W extends readonly (() => Promise<unknown>)[]>(db: Db, works: W): Promise<Results<W>> {
  if (db instanceof pg.Pool) return (await Promise.all(works.map((work) => work()))) as Results<W>;
  const results: unknown[] = [];
  for (const work of works) results.push(await work());
  return results as Results<W>;
}
