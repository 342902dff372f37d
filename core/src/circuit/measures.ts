/** Mean of evenly spaced samples over whole periods. Empty gives NaN. */
export function mean(v: Float64Array): number {
  let s = 0;
  for (let i = 0; i < v.length; i++) s += v[i]!;
  return s / v.length;
}

/** Root mean square about zero. */
export function rms(v: Float64Array): number {
  let s = 0;
  for (let i = 0; i < v.length; i++) s += v[i]! * v[i]!;
  return Math.sqrt(s / v.length);
}

/** Root mean square about the mean: what an AC meter shows of a rail. */
export function rippleRms(v: Float64Array): number {
  const m = mean(v);
  let s = 0;
  for (let i = 0; i < v.length; i++) s += (v[i]! - m) ** 2;
  return Math.sqrt(s / v.length);
}

export function lowest(v: Float64Array): number {
  let out = Infinity;
  for (let i = 0; i < v.length; i++) if (v[i]! < out) out = v[i]!;
  return out;
}

export function highest(v: Float64Array): number {
  let out = -Infinity;
  for (let i = 0; i < v.length; i++) if (v[i]! > out) out = v[i]!;
  return out;
}

export const peakToPeak = (v: Float64Array): number => highest(v) - lowest(v);
