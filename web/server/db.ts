import "server-only";
import pg from "pg";

/** What repositories need of a connection: the pool itself, or a client inside a transaction. */
export type Db = Pick<pg.ClientBase, "query"> | pg.Pool;

// int8 ids stay far below 2^53; as numbers they survive JSON.
pg.types.setTypeParser(pg.types.builtins.INT8, Number);

declare global {
  var mirvekPool: pg.Pool | undefined;
}

// A hung server must be noticed within five seconds: what a connection, or one query on it, may take before it is given up. The
// server gives up a query a little before the client does, so that a slow one is refused and a connection survives it.
const CONNECT_MS = 2500;
const QUERY_MS = 4000;
const STATEMENT_MS = 3500;

function makePool(): pg.Pool {
  const connectionString = process.env.DATABASE_URL;
  if (!connectionString) throw new Error("DATABASE_URL is not set; start the application with ./mirvek");
  const made = new pg.Pool({
    connectionString,
    max: 10,
    connectionTimeoutMillis: CONNECT_MS,
    query_timeout: QUERY_MS,
    statement_timeout: STATEMENT_MS,
    keepAlive: true,
  });
  // an idle connection that dies with the server must not take the process along; the next query says what is wrong
  made.on("error", () => undefined);
  return made;
}

/** The one pool of this process. */
export function pool(): pg.Pool {
  globalThis.mirvekPool ??= makePool();
  return globalThis.mirvekPool;
}

/** The commit was sent and not answered: what it held may be on record or not. */
export class CommitUnknown extends Error {
  constructor(cause: unknown) {
    super("the commit was not answered", { cause });
  }
}

/**
 * Runs `work` in one transaction; whatever it throws rolls back. A connection that does not answer is thrown away at once, which rolls
 * back on the server. @throws CommitUnknown where the commit was sent and not answered
 */
export async function transaction<T>(work: (db: Db) => Promise<T>): Promise<T> {
  const client = await pool().connect();
  let broken: Error | undefined;
  try {
    await client.query("begin");
    const result = await work(client);
    await client.query("commit").catch((error: unknown) => {
      throw isConnectionError(error) ? new CommitUnknown(error) : error;
    });
    return result;
  } catch (error) {
    if (error instanceof CommitUnknown || isConnectionError(error)) broken = error as Error;
    else await client.query("rollback").catch((e: Error) => (broken = e));
    throw error;
  } finally {
    client.release(broken);
  }
}

/** Whether an error means that the server is not there or does not answer (as against a query it refused). */
export function isConnectionError(error: unknown): boolean {
  if (error instanceof AggregateError) return error.errors.every(isConnectionError);
  if (!(error instanceof Error)) return false;
  const code = (error as { code?: string }).code ?? "";
  // 57014: longer than a statement may take; 57P0x: shut down; 08xxx: connection lost; 53300: too many connections
  // (PostgreSQL error codes, appendix A)
  if (/^(ECONNREFUSED|ECONNRESET|ENOTFOUND|EPIPE|ENOENT|ETIMEDOUT|57014|57P0[1-3]|08...|53300)$/.test(code)) return true;
  return /connection terminated|timeout exceeded when trying to connect|connection ended|query read timeout|not queryable/i.test(
    error.message,
  );
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
