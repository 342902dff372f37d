import FFT from "fft.js";

/**
 * Peak amplitudes of the harmonics 0 … `count` of one period of evenly spaced samples; entry 0 is the mean, entry k the amplitude
 * at k times the period's frequency. Exact for content below half the sample rate. `period.length` must be a power of two of at
 * least 2 · `count` + 2. @throws RangeError otherwise
 */
export function harmonics(period: Float64Array, count: number): Float64Array {
  const n = period.length;
  if (n < 2 || (n & (n - 1)) !== 0 || n < 2 * count + 2) throw new RangeError(`${n} samples cannot give ${count} harmonics`);
  const fft = new FFT(n);
  const spectrum = fft.createComplexArray();
  fft.realTransform(spectrum, period);
  const out = new Float64Array(count + 1);
  for (let k = 0; k <= count; k++) out[k] = (Math.hypot(spectrum[2 * k]!, spectrum[2 * k + 1]!) * (k === 0 ? 1 : 2)) / n;
  if (spectrum[0]! < 0) out[0] = -out[0]!;
  return out;
}
