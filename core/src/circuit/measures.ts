/** Mean of evenly spaced samples over whole periods. Empty gives NaN. */
export function mean(v: Float64Array): number {
  let s = 0;
  for (let i = 0; i < v.length; i++) s += v[i]!;
  return s / v.length;
}

/** Root mean square about zero. In its own unit; NaN of none. */
export function rms(v: Float64Array): number {
  let s = 0;
  for (let i = 0; i < v.length; i++) s += v[i]! * v[i]!;
  return Math.sqrt(s / v.length);
}

/** Root mean square about the mean: what an AC meter shows of a rail. In its own unit; NaN of none. */
export function rippleRms(v: Float64Array): number {
  const m = mean(v);
  let s = 0;
  for (let i = 0; i < v.length; i++) s += (v[i]! - m) ** 2;
  return Math.sqrt(s / v.length);
}

/** The lowest of a run of volts or amperes, in its own unit; Infinity of none. */
export function lowest(v: Float64Array): number {
  let out = Infinity;
  for (let i = 0; i < v.length; i++) if (v[i]! < out) out = v[i]!;
  return out;
}

/** The highest of a run of volts or amperes, in its own unit (V or A); −Infinity of none. */
export function highest(v: Float64Array): number {
  let out = -Infinity;
  for (let i = 0; i < v.length; i++) if (v[i]! > out) out = v[i]!;
  return out;
}

/** Highest less lowest of a run, in its own unit. */
export const peakToPeak = (v: Float64Array): number => highest(v) - lowest(v);
