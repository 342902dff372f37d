import { aWeighting, bandEdges, decibels } from "./bands";
import { LOBE, floorAround, linePower, peakOffset, type Spectra } from "./spectra";

// What is there all of the time beside hum: tones of an oscillation, and noise.

export interface Tone {
  hz: number;
  level: number;
  over: number;
}

const STANDS_OUT = 16;
const STEADY_DB = 2.5;
const NEVER_WEAKER_DB = 4;
const LOWEST_TONE = 30;
const REACH = 30;
/** Fewer frames cannot tell what stays from what passes. */
const MIN_FRAMES = 8;
const NEAR_MAINS_HZ = 0.6;
/** How far the mains frequency may be off under programme; of a multiple so many times as far. */
const MAINS_OFF_HZ = 0.03;
const MAX_MULTIPLE = 60;
const MIN_LEVEL = -86;

/**
 * Narrow tones that are always there and no multiple of the mains.
 * @param full short frames, by which what only seems to stay is told
 * @param mains null where no hum was found; `all`: each of its multiples may stand out
 */
export function findTones(s: Spectra, full: Spectra, from: number, to: number, mains: { hz: number; all: boolean } | null): Tone[] {
  if (s.frames < MIN_FRAMES) return [];
  const [weakest, weak] = [s.quantile(0.1), s.quantile(0.3)];
  const shortest = full.quantile(0.12);
  const out: Tone[] = [];
  const last = Math.min(weak.length - LOBE - 1, Math.floor(to / s.step));
  for (let k = Math.max(LOBE + 1, Math.ceil(Math.max(LOWEST_TONE, from) / s.step)); k <= last; k++) {
    if (weak[k]! < weak[k - 1]! || weak[k]! < weak[k + 1]!) continue;
    if (decibels(weak[k]!) - decibels(weakest[k]!) > STEADY_DB) continue;
    const floor = floorAround(weak, k, REACH, 2 * LOBE);
    const over = decibels(weak[k]!) - decibels(floor) - STANDS_OUT;
    if (over < 0) continue;
    const hz = (k + peakOffset(weak, k)) * s.step;
    const multiple = mains === null ? 0 : Math.round(hz / mains.hz);
    const near = mains !== null && Math.abs(hz - multiple * mains.hz) < Math.max(NEAR_MAINS_HZ, 0.6 * s.step, multiple * MAINS_OFF_HZ);
    if (near && (mains.all || multiple <= MAX_MULTIPLE)) continue;
    const level = decibels(2 * linePower(weak, k));
    // what is always there is never weaker, however short one listens
    const least = decibels(2 * linePower(shortest, Math.round(hz / full.step)));
    if (least < level - NEVER_WEAKER_DB) continue;
    if (level >= MIN_LEVEL) out.push({ hz, level, over });
  }
  return out;
}

interface Noise {
  level: number;
  levelA: number;
  slope: number;
  /** share of the bins that behave as noise does */
  steady: number;
}

/** Of noise a tenth of the time lies below this share of its mean power in a bin (exponential law). */
const TENTH = -Math.log(0.9);
/** Its quarter lies this many dB over its tenth. */
const QUARTER_OVER_TENTH = 10 * Math.log10(Math.log(0.75) / Math.log(0.9));
const LIKE_NOISE_DB = 1.3;
/** 500 Hz: under it bands are few bins wide and mostly played in. */
const LOWEST_BAND = -3;

/** The noise that is left in the quietest moments, by its own law: level, weighted level, slope. */
export function noiseOf(s: Spectra): Noise | null {
  if (s.frames < MIN_FRAMES) return null;
  const [tenth, quarter] = [s.quantile(0.1), s.quantile(0.25)];
  let [all, weighted, like, seen] = [0, 0, 0, 0];
  const lawful = (a: number, b: number): number => {
    let n = 0;
    for (let k = a; k <= b; k++) if (Math.abs(decibels(quarter[k]!) - decibels(tenth[k]!) - QUARTER_OVER_TENTH) < LIKE_NOISE_DB) n++;
    return n / (b - a + 1);
  };
  const slope: [number, number][] = [];
  const nyquist = tenth.length * s.step;
  for (let n = LOWEST_BAND; n <= 13; n++) {
    const [low, high] = bandEdges(n);
    if (high > 0.95 * nyquist) break;
    const [a, b] = [Math.max(1, Math.ceil(low / s.step)), Math.floor(high / s.step)];
    if (b < a) continue;
    // lines within a band are no noise: the median of its bins
    const bins = [...tenth.subarray(a, b + 1)].sort((x, y) => x - y);
    const density = bins[bins.length >> 1]! / TENTH;
    const power = density * (b - a + 1);
    const share = lawful(a, b);
    // a band that is played in tells nothing of the noise under it
    if (share >= 0.5) {
      all += power;
      weighted += power * 10 ** (aWeighting(Math.sqrt(low * high)) / 10);
    }
    if (n >= 3) {
      seen += b - a + 1;
      like += share * (b - a + 1);
    }
    if (n >= 0) slope.push([n / 3.0103, decibels(density)]);
  }
  const [mx, my] = [0, 1].map((i) => slope.reduce((t, p) => t + p[i]!, 0) / Math.max(1, slope.length)) as [number, number];
  const under = slope.reduce((t, [x]) => t + (x - mx) ** 2, 0);
  return {
    level: decibels(2 * all),
    levelA: decibels(2 * weighted),
    slope: under > 0 ? slope.reduce((t, [x, y]) => t + (x - mx) * (y - my), 0) / under : 0,
    steady: seen > 0 ? like / seen : 0,
  };
}
