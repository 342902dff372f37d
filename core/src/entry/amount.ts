import { parseValue, wordTable, type UnitSymbol } from "../units";

/** A value as it is said at the bench, joined to its unit: "12.5 mv" as well as "12.5mv"; null where it is none, or of another unit. */
export function amount(text: string, ...units: readonly UnitSymbol[]): { value: number; unit: UnitSymbol; significant: number } | null {
  const parsed = parseValue(text.replace(/\s+/g, ""));
  if (!parsed || parsed.unit === null || !units.includes(parsed.unit)) return null;
  return { value: parsed.value, unit: parsed.unit, significant: parsed.significant };
}

const SPAN: ReadonlyMap<string, number> = wordTable({ s: 1, m: 60, h: 3600 });

/** Seconds of "10 min", "90 s", "1.5 h"; null where it is none of these. */
export function spanOf(text: string): number | null {
  const match = /^(\d+(?:[.,]\d+)?)\s*(s|sec|secs|seconds?|m|min|mins|minutes?|h|hours?)$/i.exec(text.trim());
  return match ? Number(match[1]!.replace(",", ".")) * SPAN.get(match[2]![0]!.toLowerCase())! : null;
}

/** A plain number with point or comma; NaN where it is none. */
export const plainNumber = (text: string): number => (/^[+-]?\d+(?:[.,]\d+)?$/.test(text) ? Number(text.replace(",", ".")) : NaN);
