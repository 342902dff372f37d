/**
 * A table looked up by what somebody typed. A map, since a plain object also answers to the names every object has: "constructor" is no
 * word of any table.
 * @example wordTable({ up: "top" }).get("constructor") // undefined
 */
export const wordTable = <T>(rows: Readonly<Record<string, T>>): ReadonlyMap<string, T> => new Map(Object.entries(rows));

/** A value that was stored under a key somebody typed; undefined where that key has none of its own. */
export const ownValue = <T>(rows: Readonly<Record<string, T>>, key: string): T | undefined =>
  Object.hasOwn(rows, key) ? rows[key] : undefined;
