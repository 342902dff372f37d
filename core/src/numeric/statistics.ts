/** Median of plain numbers; the mean of the two middle ones for an even count. Empty input gives NaN. Input untouched. */
export function median(values: readonly number[]): number {
  if (values.length === 0) return NaN;
  const sorted = [...values].sort((a, b) => a - b);
  const mid = sorted.length >> 1;
  return sorted.length % 2 ? sorted[mid]! : (sorted[mid - 1]! + sorted[mid]!) / 2;
}

/** Value below which the share `q` (0 to 1) of `sorted` (ascending) lies, linear between neighbours. Empty input gives NaN. */
export function quantile(sorted: ArrayLike<number>, q: number): number {
  if (sorted.length === 0) return NaN;
  const at = Math.min(1, Math.max(0, q)) * (sorted.length - 1);
  const low = Math.floor(at);
  const a = sorted[low]!;
  return a + ((sorted[low + 1] ?? a) - a) * (at - low);
}

/** Arithmetic mean; 0 of nothing. In the unit of its values. */
export const meanOf = (values: readonly number[]): number => (values.length === 0 ? 0 : values.reduce((s, v) => s + v, 0) / values.length);
