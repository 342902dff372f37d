// Third octaves, weighting and windows: what levels are told by.

/** Exact mid frequency of a third-octave band, Hz: base ten after IEC 61260-1, number 0 at 1 kHz. */
export const bandMid = (n: number): number => 1000 * 10 ** (n / 10);
/** Its lower and upper edge, Hz. */
export const bandEdges = (n: number): readonly [number, number] => [bandMid(n) * 10 ** -0.05, bandMid(n) * 10 ** 0.05];
/** Bands from 20 Hz to 20 kHz. */
export const BANDS: readonly number[] = Array.from({ length: 31 }, (_, i) => i - 17);

/** A-weighting after IEC 61672-1 at a frequency above 0 Hz, in dB. */
export function aWeighting(hertz: number): number {
  const f2 = hertz * hertz;
  const [f1, f3, f4, f6] = [20.598997, 107.65265, 737.86223, 12194.217].map((f) => f * f) as [number, number, number, number];
  const response = (f6 * f2 * f2) / ((f2 + f1) * Math.sqrt((f2 + f3) * (f2 + f4)) * (f2 + f6));
  return 20 * Math.log10(response) + 2;
}

/** Weights of a window of `n` samples as a sum of cosines: 1 − c₁ cos + c₂ cos 2 − … */
export function cosineWindow(n: number, terms: readonly number[]): Float64Array {
  return Float64Array.from({ length: n }, (_, i) =>
    terms.reduce((sum, c, k) => sum + (k % 2 === 0 ? c : -c) * Math.cos((2 * Math.PI * k * i) / n), 0),
  );
}
/** Hann: for estimates whose peaks are interpolated (F. Harris, 1978). */
export const HANN = [0.5, 0.5] as const;
/** Flat top of 90 dB, for amplitudes (HFT90D; G. Heinzel and others, 2002; quoted from memory, its properties are tested). */
export const FLAT_TOP = [1, 1.942604, 1.340318, 0.440811, 0.043097] as const;

/** Sum of the squares of a window: what scales a power spectrum. */
export const windowPower = (w: Float64Array): number => w.reduce((sum, x) => sum + x * x, 0);

/** dB of a power ratio; of nothing −200. */
export const decibels = (power: number): number => (power > 1e-20 ? 10 * Math.log10(power) : -200);
