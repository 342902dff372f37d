import { figure, type ShopConstants } from "../knowledge";
import { isAlike, isElectrolytic, type ScopedPosition } from "./scope";

/** A position as the chance of its bringing the unit back depends on it. */
export interface LeftPosition extends ScopedPosition {
  measured: boolean;
}

/** How likely a unit is to come back, by a simple stated model: 0 to 1, within `come.years`. */
export interface Comeback {
  expected: number;
  /** if all chances of the model were too high or too low by `come.spread` */
  low: number;
  high: number;
}

/** Chance a year that a part which stays brings the unit back; by whether it was measured, and what it stands beside. */
function yearly(constants: ShopConstants, p: LeftPosition, bad: readonly LeftPosition[]): number {
  if (p.bad) return figure(constants, "come.worn");
  if (!isElectrolytic(p)) return figure(constants, "come.new");
  if (p.measured) return figure(constants, "come.sound");
  if (bad.some((b) => isAlike(b, p))) return figure(constants, "come.badKind");
  return bad.some((b) => b.section === p.section) ? figure(constants, "come.section") : figure(constants, "come.other");
}

/**
 * How likely the unit is to come back when some of its positions are changed: every part that stays and every new one fails by itself, at
 * a steady yearly rate (rows `come.*`, all rough), and every change may go wrong at once. One failure brings it back. Chances from 0 to 1
 * over the years of `come.years`.
 * @param changed designators
 */
export function comeback(constants: ShopConstants, positions: readonly LeftPosition[], changed: ReadonlySet<string>): Comeback {
  const bad = positions.filter((p) => p.bad);
  let rate = 0;
  let slips = 0;
  for (const p of positions) {
    const isNew = changed.has(p.designator);
    rate += isNew ? figure(constants, "come.new") : yearly(constants, p, bad);
    if (isNew) slips += figure(constants, "come.slip");
  }
  const chance = (times: number) => 1 - Math.exp(-times * (rate * figure(constants, "come.years") + slips));
  const spread = figure(constants, "come.spread");
  return { expected: chance(1), low: chance(1 / spread), high: chance(spread) };
}

/** What a shop's closed jobs of one approach show; null where they are too few to say. */
export interface OwnHistory {
  jobs: number;
  back: number;
  /** 80 % bounds of the share that came back */
  low: number;
  high: number;
}

/** z of 80 %, both sides */
const Z80 = 1.2815515655446004;

/**
 * Share of closed jobs that came back, with 80 % bounds by Wilson's score interval (E. B. Wilson, 1927).
 * @param jobs closed jobs of the approach, `back` of which were opened again; whole numbers, back ≤ jobs
 * @returns null under `come.jobs` jobs
 */
export function ownHistory(constants: ShopConstants, jobs: number, back: number): OwnHistory | null {
  if (jobs < figure(constants, "come.jobs")) return null;
  const share = back / jobs;
  const z2 = Z80 ** 2 / jobs;
  const middle = (share + z2 / 2) / (1 + z2);
  const half = (Z80 / (1 + z2)) * Math.sqrt((share * (1 - share)) / jobs + z2 / (4 * jobs));
  return { jobs, back, low: Math.max(0, middle - half), high: Math.min(1, middle + half) };
}
