import { parseValue, type UnitSymbol } from "@mirvek/core/units";

/** A value with or without its unit; null where it is none, or of another unit. */
export function amountIn(text: string, unit: UnitSymbol): number | null {
  const parsed = parseValue(text);
  return parsed && (parsed.unit === null || parsed.unit === unit) ? parsed.value : null;
}
