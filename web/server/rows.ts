import "server-only";

// One row that cannot be read must not take the bench down: it is left out, named, and harms nothing else.

/** A row that no screen can read. */
interface Unreadable {
  jobId: number;
  table: string;
  id: number;
}

const leftOut = new WeakMap<readonly unknown[], readonly Unreadable[]>();

/** What was left out of rows that were read. */
export const unreadableIn = (read: readonly unknown[]): readonly Unreadable[] => leftOut.get(read) ?? [];

const numberAt = (row: unknown, key: string): number => Number((row as Readonly<Record<string, unknown>>)[key]);

/** Rows read one by one; what cannot be read is left out, and said in the server's log. */
export function readRows<T>(table: string, rows: readonly unknown[], read: (row: unknown) => T): T[] {
  const unreadable: Unreadable[] = [];
  const found = rows.flatMap((row): T[] => {
    try {
      return [read(row)];
    } catch (error) {
      unreadable.push({ jobId: numberAt(row, "job_id"), table, id: numberAt(row, "id") });
      console.error(`row ${numberAt(row, "id")} of ${table} cannot be read`, error instanceof Error ? error.message : error);
      return [];
    }
  });
  if (unreadable.length > 0) leftOut.set(found, unreadable);
  return found;
}
