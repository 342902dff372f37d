import FFT from "fft.js";
import { HANN, cosineWindow, decibels, windowPower } from "./bands";
import { floorAround, linePower, peakOffset } from "./spectra";

interface Swing {
  rate: number;
  level: number;
  growth: number;
  over: number;
}

const SLOWEST = 0.5;
const FASTEST = 25;
const STANDS_OUT = 14;
/** dBFS below which a swing moves no cone, and dB below what is played at which its own beat moves the signal as much. */
export const MIN_SWING = -70;
const UNDER_PROGRAMME = -40;
const LONGEST = 65536;
/** Share a second from which it grows or dies away. */
const GROWS = 0.03;

/**
 * A slow swing of the whole signal, 0.5 to 25 Hz: its rate, how strong it is and whether it grows. A tremolo moves the level of what
 * is played and not the signal itself, so it is none. @param slow samples near 100 a second  @param programme dBFS of the whole signal
 */
export function findSwing(slow: Float32Array, rate: number, programme: number): Swing | null {
  const size = Math.min(LONGEST, 2 ** Math.floor(Math.log2(slow.length)));
  if (size < 64) return null;
  const { power, step } = spectrumOf(slow, size, rate);
  const [from, to] = [Math.max(2, Math.ceil(SLOWEST / step)), Math.floor(FASTEST / step)];
  let bin = from;
  for (let k = from; k <= to; k++) if (power[k]! > power[bin]!) bin = k;
  const floor = floorAround(power, bin, Math.max(12, Math.round(4 / step)), 3);
  const over = decibels(power[bin]!) - decibels(floor) - STANDS_OUT;
  const level = decibels(2 * linePower(power, bin));
  if (over < 0 || level < Math.max(MIN_SWING, programme + UNDER_PROGRAMME)) return null;
  // a pulse a period makes a ladder: the swing is its lowest step
  const root = [3, 2].map((k) => Math.round(bin / k)).find((b) => b >= from && power[b]! > power[bin]! / 30 && isPeak(power, b)) ?? bin;
  const hz = (root + peakOffset(power, root)) * step;
  return { rate: hz, level, growth: growthOf(slow, rate, hz), over };
}

const isPeak = (p: Float64Array, k: number): boolean => p[k]! >= p[k - 1]! && p[k]! >= p[k + 1]!;

function spectrumOf(slow: Float32Array, size: number, rate: number): { power: Float64Array; step: number } {
  const fft = new FFT(size);
  const window = cosineWindow(size, HANN);
  const out = new Float64Array(2 * size);
  const power = new Float64Array(size / 2);
  const scale = 2 / windowPower(window) / size;
  let frames = 0;
  for (let at = 0; at + size <= slow.length; at += size / 2, frames++) {
    const part = slow.subarray(at, at + size);
    const mean = part.reduce((a, b) => a + b, 0) / size;
    fft.realTransform(
      out,
      Float64Array.from(part, (x, i) => window[i]! * (x - mean)),
    );
    for (let k = 0; k < size / 2; k++) power[k] = power[k]! + (out[2 * k]! ** 2 + out[2 * k + 1]! ** 2) * scale;
  }
  return { power: power.map((p) => p / Math.max(1, frames)), step: rate / size };
}

/** Share a second by which a swing grows: a straight line through the logarithm of its size, two periods at a time. */
function growthOf(slow: Float32Array, rate: number, hz: number): number {
  const span = Math.max(8, Math.round((2 * rate) / hz));
  const sizes: [number, number][] = [];
  for (let at = 0; at + span <= slow.length; at += span) {
    let [re, im] = [0, 0];
    for (let i = 0; i < span; i++) {
      const phase = (2 * Math.PI * hz * (at + i)) / rate;
      re += slow[at + i]! * Math.cos(phase);
      im += slow[at + i]! * Math.sin(phase);
    }
    const size = Math.hypot(re, im);
    if (size > 0) sizes.push([(at + span / 2) / rate, Math.log(size)]);
  }
  const most = Math.max(...sizes.map(([, s]) => s));
  const seen = sizes.filter(([, s]) => s > most - 4);
  if (seen.length < 4) return 0;
  const [mt, ms] = [0, 1].map((k) => seen.reduce((a, s) => a + s[k]!, 0) / seen.length) as [number, number];
  const under = seen.reduce((a, [t]) => a + (t - mt) ** 2, 0);
  const slope = under > 0 ? seen.reduce((a, [t, s]) => a + (t - mt) * (s - ms), 0) / under : 0;
  const left = seen.reduce((a, [t, s]) => a + (s - ms - slope * (t - mt)) ** 2, 0);
  const all = seen.reduce((a, [, s]) => a + (s - ms) ** 2, 0);
  const growth = Math.exp(slope) - 1;
  // a trend that explains little of how the size moves is none
  return Math.abs(growth) < GROWS || left > 0.5 * all ? 0 : growth;
}
