/** How sure one wants to be that two of what was bought lie near enough. */
const SURE = 0.9;
/** more than this is not bought to match two */
const MAX = 30;

/**
 * How many parts to buy so that two of them lie within a share of each other, nine times in ten. Values are taken to lie anywhere in the
 * tolerance alike, so that for n of them P(no two within d) = (1 - (n - 1) d / w)^n (H. A. David, Order Statistics, spacings; memory).
 * @param width from the lowest to the highest value of the part, as a share (0.2 for ±10 %)
 * @param within how far apart the two may be, as a share
 * @returns 2 to 30; 30 where even that many do not make it sure
 */
export function buyToMatch(width: number, within: number): number {
  for (let n = 2; n < MAX; n++) if (1 - Math.max(0, 1 - ((n - 1) * within) / width) ** n >= SURE) return n;
  return MAX;
}
