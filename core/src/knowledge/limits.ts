/**
 * What can be kept at all, in SI units: the readout line asks back what lies outside, and the database's constraints say the same
 * (a test holds the two against each other). Outside is a slip of the pencil, not a reading.
 */
export const LIMITS = {
  esrOhms: [0, 1e6],
  insulationOhms: [0, 1e12],
  readFarads: [1e-15, 10],
  dissipation: [0, 100],
  leakAmperes: [0, 10],
  frequency: [10, 1e7],
  volts: [-20_000, 20_000],
  nominalFarads: [1e-13, 10],
  ratedVolts: [1, 20_000],
  temperature: [40, 200],
  diameter: [0.1, 199],
  height: [0.1, 299],
  pitch: [0.1, 99],
  tolerance: [0, 1],
  toleranceUp: [0, 2],
  positionsAtOnce: [1, 6],
} as const satisfies Record<string, readonly [number, number]>;

/** Positions one job may list: a larger unit is several jobs, and every screen of a job stays quick. */
export const MAX_POSITIONS = 600;

/** Characters a text may have. */
export const LENGTHS = { line: 400, point: 60, section: 60, channel: 12, series: 40, lot: 40 } as const;

// below this a double underflows on its way into the database; no instrument of the trade goes there
const SMALLEST = 1e-18;

/** Whether a value lies within its limits, both included, and is not too small to be kept. NaN is not. */
export function within(what: keyof typeof LIMITS, value: number): boolean {
  const [low, high] = LIMITS[what];
  return value >= low && value <= high && (value === 0 || Math.abs(value) >= SMALLEST);
}
