/** One curve over its own axis; names carry their unit, as in "rail (V)". */
interface NamedCurve {
  name: string;
  values: ArrayLike<number>;
}

/**
 * Curves over one axis as CSV (RFC 4180: comma, CRLF, quotes where needed), a header line first, ten significant digits.
 * @throws RangeError when a curve is not as long as the axis
 */
export function curvesCsv(axis: NamedCurve, curves: readonly NamedCurve[]): string {
  for (const c of curves)
    if (c.values.length !== axis.values.length)
      throw new RangeError(`${axis.values.length} on the axis but ${c.values.length} of "${c.name}"`);
  const cell = (text: string) => (/[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);
  const number = (v: number) => (Number.isFinite(v) ? String(Number(v.toPrecision(10))) : "");
  const rows = Array.from(axis.values, (x, i) => [x, ...curves.map((c) => c.values[i]!)].map(number).join(","));
  return [[axis, ...curves].map((c) => cell(c.name)).join(","), ...rows, ""].join("\r\n");
}
