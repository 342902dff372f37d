export const E_SERIES = [3, 6, 12, 24, 48, 96, 192] as const;
export type ESeries = (typeof E_SERIES)[number];

// IEC 60063: the series to E24 keep historic values that differ from 10^(i/n) (2.7, 3.3, 4.7 … are rounded oddly).
const E24 = [10, 11, 12, 13, 15, 16, 18, 20, 22, 24, 27, 30, 33, 36, 39, 43, 47, 51, 56, 62, 68, 75, 82, 91];

/**
 * The preferred numbers of one decade, 1 ≤ value < 10, ascending (IEC 60063).
 * E48 to E192 are 10^(i/n) to two decimals, but for 9.20 in E192, which the standard keeps against the rule's 9.19.
 */
export function eSeriesDecade(series: ESeries): number[] {
  if (series <= 24) return E24.filter((_, i) => i % (24 / series) === 0).map((v) => v / 10);
  return Array.from({ length: series }, (_, i) => {
    const value = Math.round(10 ** (i / series) * 100) / 100;
    return value === 9.19 ? 9.2 : value;
  });
}

/**
 * The preferred value nearest to `value` by ratio; any unit, any decade.
 * @throws RangeError unless value is above 0
 * @example nearestPreferred(50e-6, 12) // 4.7e-5
 */
export function nearestPreferred(value: number, series: ESeries): number {
  if (!(value > 0)) throw new RangeError(`only values above 0 have a preferred neighbour, got ${value}`);
  const candidates = aroundDecade(value, series);
  const distance = (c: number) => Math.abs(Math.log(c / value));
  return candidates.reduce((best, c) => (distance(c) < distance(best) ? c : best));
}

const EDGE = 1e-9;

/**
 * The preferred values at or under and at or over `value` (IEC 60063); any unit, any decade. In the unit of the value.
 * @throws RangeError unless value is above 0
 * @example preferredAround(16e-6, 6) // { below: 15e-6, above: 22e-6 }
 */
export function preferredAround(value: number, series: ESeries): { below: number; above: number } {
  if (!(value > 0)) throw new RangeError(`only values above 0 have preferred neighbours, got ${value}`);
  const candidates = aroundDecade(value, series);
  return { below: candidates.findLast((v) => v <= value * (1 + EDGE))!, above: candidates.find((v) => v >= value * (1 - EDGE))! };
}

/** The preferred values of the decade `value` lies in and of its neighbours, ascending. */
function aroundDecade(value: number, series: ESeries): number[] {
  const decade = Math.floor(Math.log10(value));
  return [decade - 1, decade, decade + 1].flatMap((d) => eSeriesDecade(series).map((m) => Number(`${m}e${d}`)));
}
