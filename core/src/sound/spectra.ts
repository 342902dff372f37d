import FFT from "fft.js";
import { HANN, cosineWindow, windowPower } from "./bands";

/** Steps of a level histogram: four to a factor of two in power, from 2⁻⁶⁴ up. */
const STEPS = 300;
const LOWEST = -64;
const PER_OCTAVE = 4;

/** Power spectra of one or two channels frame by frame: their mean, and how they are spread over time in every bin. */
export interface Spectra {
  /** Hz a bin */
  step: number;
  frames: number;
  /** mean power of a bin in full-scale² (a sine of amplitude a shows a²/4·(window) over its lobe; see `lineLevel`) */
  mean: Float64Array;
  /** power below which a bin lies for a share of the time */
  quantile: (share: number) => Float64Array;
  /** window's noise bandwidth in bins: a density over it is a bin */
  noiseBins: number;
}

const bits = new Float32Array(1);
const bitsAsInt = new Int32Array(bits.buffer);
/** Which step a power is in: its logarithm, straight from how the machine writes numbers. */
function stepOf(power: number): number {
  bits[0] = power;
  // exponent and the first two bits of the fraction: four steps to an octave, uneven by less than a decibel
  const step = (bitsAsInt[0]! >> 21) - (127 + LOWEST) * PER_OCTAVE;
  return step < 0 ? 0 : step >= STEPS ? STEPS - 1 : step;
}
/** Lowest power of a step. */
const powerOfStep = (step: number): number => {
  const whole = Math.floor(step / PER_OCTAVE);
  return 2 ** (whole + LOWEST) * (1 + (step - whole * PER_OCTAVE) / PER_OCTAVE);
};

/** Gathers the spectra of two channels at once (one rides on the other as the imaginary part); the second may be missing. */
export function makeSpectra(size: number, rate: number, bins: number) {
  const fft = new FFT(size);
  const window = cosineWindow(size, HANN);
  const scale = 1 / windowPower(window) / size;
  const input = new Float64Array(2 * size);
  const output = new Float64Array(2 * size);
  const keep = Math.min(bins, size / 2);
  const gather = () => ({ mean: new Float64Array(keep), spread: new Uint16Array(keep * STEPS), frames: 0 });
  const kept = [gather(), gather()] as const;

  return {
    /** @param a, b `size` samples from `from` on */
    frame(a: Float32Array, b: Float32Array | null, from = 0): void {
      for (let i = 0; i < size; i++) {
        const w = window[i]!;
        input[2 * i] = w * a[from + i]!;
        input[2 * i + 1] = b === null ? 0 : w * b[from + i]!;
      }
      fft.transform(output, input);
      const [first, second] = kept;
      const own = 0.5 * scale;
      for (let k = 0; k < keep; k++) {
        const m = k === 0 ? 0 : size - k;
        const xr = output[2 * k]!;
        const xi = output[2 * k + 1]!;
        const yr = output[2 * m]!;
        const yi = output[2 * m + 1]!;
        const ar = xr + yr;
        const ai = xi - yi;
        const pa = (ar * ar + ai * ai) * own;
        first.mean[k]! += pa;
        first.spread[k * STEPS + stepOf(pa)]!++;
        if (b !== null) {
          const br = xi + yi;
          const bi = yr - xr;
          const pb = (br * br + bi * bi) * own;
          second.mean[k]! += pb;
          second.spread[k * STEPS + stepOf(pb)]!++;
        }
      }
      kept[0].frames++;
      if (b !== null) kept[1].frames++;
    },
    finish(which: 0 | 1): Spectra {
      const { mean, spread, frames } = kept[which];
      const sum = window.reduce((s, x) => s + x, 0);
      return {
        step: rate / size,
        frames,
        mean: mean.map((p) => p / Math.max(1, frames)),
        noiseBins: (size * windowPower(window)) / (sum * sum),
        quantile(share) {
          const want = share * frames;
          const out = new Float64Array(keep);
          for (let k = 0; k < keep; k++) {
            let seen = 0;
            for (let at = k * STEPS, s = 0; s < STEPS; s++, at++) {
              const here = spread[at]!;
              if (here === 0) continue;
              if (seen + here >= want) {
                const low = powerOfStep(s);
                out[k] = low + ((powerOfStep(s + 1) - low) * Math.min(here, Math.max(0, want - seen))) / here;
                break;
              }
              seen += here;
            }
          }
          return out;
        },
      };
    },
  };
}
export type SpectraGatherer = ReturnType<typeof makeSpectra>;

/** Bins to either side of a line that hold all but nothing of it, with a Hann window. */
export const LOBE = 2;

/** Power of a line (mean square) from the bins about it: whatever lies between two bins. */
export function linePower(power: Float64Array, bin: number): number {
  let sum = 0;
  for (let k = Math.max(0, bin - LOBE); k <= Math.min(power.length - 1, bin + LOBE); k++) sum += power[k]!;
  return sum;
}

/** Where between bins a peak lies (Hann: the parabola through the logarithms is right to some hundredths of a bin). */
export function peakOffset(power: Float64Array, bin: number): number {
  const [a, b, c] = [power[bin - 1] ?? 0, power[bin]!, power[bin + 1] ?? 0].map((p) => Math.log(Math.max(p, 1e-30))) as [
    number,
    number,
    number,
  ];
  const curve = a - 2 * b + c;
  return curve < 0 ? Math.max(-0.5, Math.min(0.5, (0.5 * (a - c)) / curve)) : 0;
}

/** The median of the bins within `reach` of each, left out those within `hole`: what is there without a line. */
export function floorAround(power: Float64Array, bin: number, reach: number, hole: number): number {
  const near: number[] = [];
  for (let k = Math.max(1, bin - reach); k <= Math.min(power.length - 1, bin + reach); k++)
    if (Math.abs(k - bin) > hole) near.push(power[k]!);
  near.sort((a, b) => a - b);
  return near.length === 0 ? 0 : near[near.length >> 1]!;
}
