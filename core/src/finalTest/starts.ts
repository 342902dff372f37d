/** How sure one asks to be of a bound. */
const SURE = 0.95;

/** What so many starts without a fault are worth: the fault shows at most this often, 95 % sure. */
export interface StartsWorth {
  /** exact: 1 − 0.05^(1/n) */
  exact: number;
  /** the rule of three, 3/n */
  rule: number;
}
/** @param n starts that all came up; a whole number from 1 on @throws RangeError for anything else */
export function startsWorth(n: number): StartsWorth {
  if (!Number.isInteger(n) || n < 1) throw new RangeError("starts are counted from 1 on");
  return { exact: 1 - (1 - SURE) ** (1 / n), rule: Math.min(1, 3 / n) };
}

/** Starts without a fault that are needed until it shows at most this often, 95 % sure. @param share above 0, below 1 */
export function startsNeeded(share: number): number {
  if (!(share > 0 && share < 1)) throw new RangeError("a share lies between 0 and 1");
  return Math.ceil(Math.log(1 - SURE) / Math.log(1 - share));
}
