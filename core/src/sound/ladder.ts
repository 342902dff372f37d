import FFT from "fft.js";
import { HANN, cosineWindow } from "./bands";

// A ladder of multiples that keeps its phase: what mains does and nothing that is played. It is found far under a programme, because
// every frame says only which phase it has and not how loud it is, and what is played has any phase.

/** Seconds of a recording that are looked at, from its beginning. */
export const LADDER_SECONDS = 60;
const FRAME = 1024;
const HOP = FRAME / 2;
const PADDED = 4096;
const MULTIPLES = 20;
const HIGHEST_HZ = 1260;
const MIN_FRAMES = 10;
/** Over so many seconds mains keeps its frequency well enough for its twentieth multiple. */
const CHUNK_SECONDS = 15;
const REACH_HZ = 0.6;
const GRID_HZ = 0.02;
const ROUND_HZ = 4;
/** A line is as wide as the time it was listened to is short. */
const OWN_HZ = 0.3;
/** What is played in time keeps its phase too, at every multiple of its beat: a line that stands out of its kind is none of them. */
const RIVALS = 1.4;
/** One multiple alone is a note, however well it keeps its phase. */
const MAX_OF_ONE = 12;

/** One multiple of the mains frequency. */
interface Rung {
  times: number;
  /** how well it keeps its phase: 1 by chance; 0 where something round about keeps its own about as well */
  keeps: number;
  /** mean square, the share of what is beside it taken out; 0 where it does not stand out of its error */
  power: number;
  /** mean square of that error */
  error: number;
}
export interface Ladder {
  mainsHz: number;
  rungs: readonly Rung[];
}

type Chunks = readonly (readonly [from: number, to: number])[];

/** Frames of a slow signal as spectra whose phases are those at the middle of each frame; everything bin by bin, frame after frame. */
interface Frames {
  count: number;
  /** Hz a bin */
  step: number;
  bins: number;
  /** seconds of the middle of the first, and from one to the next */
  first: number;
  hop: number;
  re: Float32Array;
  im: Float32Array;
  /** the same with every size 1 */
  unitRe: Float32Array;
  unitIm: Float32Array;
}

function framesOf(slow: Float32Array, rate: number): Frames | null {
  const count = Math.floor((slow.length - FRAME) / HOP) + 1;
  if (count < MIN_FRAMES) return null;
  const fft = new FFT(PADDED);
  const window = cosineWindow(FRAME, HANN);
  const gain = 2 / window.reduce((a, b) => a + b, 0);
  const input = new Float64Array(PADDED);
  const out = new Float64Array(2 * PADDED);
  const bins = Math.min(PADDED / 2, Math.ceil((HIGHEST_HZ * PADDED) / rate));
  const [re, im, unitRe, unitIm] = Array.from({ length: 4 }, () => new Float32Array(bins * count)) as [
    Float32Array,
    Float32Array,
    Float32Array,
    Float32Array,
  ];
  for (let t = 0; t < count; t++) {
    // the middle of the frame comes first, so that its phase is the phase there
    for (let i = 0; i < FRAME; i++) input[(i - FRAME / 2 + PADDED) % PADDED] = window[i]! * slow[t * HOP + i]! * gain;
    fft.realTransform(out, input);
    for (let k = 0; k < bins; k++) {
      const [a, b] = [out[2 * k]!, out[2 * k + 1]!];
      const size = Math.sqrt(a * a + b * b);
      const to = k * count + t;
      re[to] = a;
      im[to] = b;
      if (size > 0) {
        unitRe[to] = a / size;
        unitIm[to] = b / size;
      }
    }
  }
  return { count, step: rate / PADDED, bins, first: FRAME / 2 / rate, hop: HOP / rate, re, im, unitRe, unitIm };
}

/** How well a frequency keeps its phase: mean over the chunks of |sum of unit phasors|² over their number. */
function keeps(f: Frames, hz: number, chunks: Chunks): number {
  const row = Math.round(hz / f.step) * f.count;
  const turn = -2 * Math.PI * hz * f.hop;
  const [tc, ts] = [Math.cos(turn), Math.sin(turn)];
  let sum = 0;
  for (const [from, to] of chunks) {
    let [c, s, re, im] = [1, 0, 0, 0];
    for (let t = row + from; t < row + to; t++) {
      const [a, b] = [f.unitRe[t]!, f.unitIm[t]!];
      re += a * c - b * s;
      im += a * s + b * c;
      const next = c * tc - s * ts;
      s = c * ts + s * tc;
      c = next;
    }
    sum += (re * re + im * im) / (to - from);
  }
  return sum / chunks.length;
}

function chunksOf({ count, hop }: Frames): Chunks {
  const many = Math.max(1, Math.round((count * hop) / CHUNK_SECONDS));
  return Array.from({ length: many }, (_, i) => [Math.round((i * count) / many), Math.round(((i + 1) * count) / many)] as const);
}

/** How well every frequency about a multiple keeps its phase, where one stands out of all others there; else nothing does. */
interface About {
  from: number;
  /** one a `GRID_HZ` */
  score: Float64Array;
}

/** Frequencies about a multiple of both ends of a mains frequency, and some round them to hold it against. */
function about(f: Frames, times: number, nominal: number, chunks: Chunks): About {
  const from = times * (nominal - REACH_HZ) - ROUND_HZ;
  const count = Math.round((2 * times * REACH_HZ + 2 * ROUND_HZ) / GRID_HZ) + 1;
  const raw = Float64Array.from({ length: count }, (_, i) => keeps(f, from + i * GRID_HZ, chunks));
  const best = raw.reduce((b, x, i) => (x > raw[b]! ? i : b), 0);
  const near = (i: number) => Math.abs(i - best) * GRID_HZ;
  // frames come so many a second: what lies that far away looks the same
  const folded = (hz: number) => Math.abs(hz * f.hop - Math.round(hz * f.hop)) / f.hop;
  const rival = raw.reduce((m, x, i) => (folded(near(i)) > OWN_HZ ? Math.max(m, x) : m), 0);
  const stands = raw[best]! > RIVALS * rival;
  return { from, score: raw.map((x, i) => (stands && near(i) <= OWN_HZ ? x : 0)) };
}
const at = ({ from, score }: About, hz: number): number => score[Math.round((hz - from) / GRID_HZ)] ?? 0;

/**
 * The ladder near one of the mains frequencies that keeps its phase best, whether it is one or not: that is for who asks to judge.
 * @param slow samples near 3,000 a second @returns null for less than 2 s, and where no multiple keeps its phase
 */
export function findLadder(slow: Float32Array, rate: number, nominals: readonly number[]): Ladder | null {
  const frames = framesOf(slow, rate);
  if (frames === null) return null;
  const chunks = chunksOf(frames);
  const top = (frames.bins - BESIDE[1] - 1) * frames.step;
  const found = nominals.map((nominal) => {
    const rows: About[] = [];
    for (let k = 1; k <= MULTIPLES && k * (nominal + REACH_HZ) + ROUND_HZ < top; k++) rows.push(about(frames, k, nominal, chunks));
    let best = { mains: nominal, score: 0 };
    const step = GRID_HZ / MULTIPLES;
    for (let mains = nominal - REACH_HZ; mains <= nominal + REACH_HZ; mains += step) {
      const score = rows.reduce((sum, r, k) => sum + Math.min(MAX_OF_ONE, at(r, (k + 1) * mains)), 0);
      if (score > best.score) best = { mains, score };
    }
    return { ...best, each: rows.map((r, k) => at(r, (k + 1) * best.mains)) };
  });
  const best = found.reduce((a, b) => (b.score > a.score ? b : a));
  if (best.score === 0) return null;
  const mainsHz = finer(frames, best.mains, best.each, chunks);
  return {
    mainsHz,
    rungs: best.each.map((kept, i) => ({ times: i + 1, keeps: kept, ...powerOf(frames, (i + 1) * mainsHz, chunks) })),
  };
}

/** The same frequency between the steps of the grid: where the multiples that stand keep their phase best together. */
function finer(f: Frames, mains: number, each: readonly number[], chunks: Chunks): number {
  const standing = each.flatMap((s, i) => (s > 0 ? [i + 1] : []));
  const step = GRID_HZ / standing.at(-1)! / 5;
  let best = { mains, score: -1 };
  for (let i = -10; i <= 10; i++) {
    const here = mains + i * step;
    const score = standing.reduce((sum, k) => sum + keeps(f, k * here, chunks), 0);
    if (score > best.score) best = { mains: here, score };
  }
  return best.mains;
}

/** Mean square of a line that keeps its phase, by the median over the frames; frames with little beside it count for more. */
function powerOf(f: Frames, hz: number, chunks: Chunks): Pick<Rung, "power" | "error"> {
  const bin = Math.round(hz / f.step);
  const lobe = hannAt(((hz - bin * f.step) * FRAME) / (f.step * PADDED));
  let [sum, error] = [0, 0];
  for (const [from, to] of chunks) {
    const turned = Array.from({ length: to - from }, (_, i) => {
      const t = bin * f.count + from + i;
      const phase = -2 * Math.PI * hz * (f.first + (from + i) * f.hop);
      const [c, s] = [Math.cos(phase) / lobe, Math.sin(phase) / lobe];
      return {
        re: f.re[t]! * c - f.im[t]! * s,
        im: f.re[t]! * s + f.im[t]! * c,
        weight: 1 / Math.sqrt(besideOf(f, from + i, bin) + 1e-16),
      };
    });
    const median = (of: (z: (typeof turned)[number]) => number) => weightedMedian(turned.map((z) => [of(z), z.weight]));
    const [re, im] = [median((z) => z.re), median((z) => z.im)];
    const off = median((z) => Math.hypot(z.re - re, z.im - im));
    const weights = turned.reduce((a, z) => a + z.weight, 0);
    const effective = (weights * weights) / turned.reduce((a, z) => a + z.weight * z.weight, 0) / OVERLAP;
    // a median of n is right to 1.25 σ/√n; the distance of two errors of σ has its median at 1.18 σ
    const sigma2 = ((MEDIAN_ERROR * off) / MEDIAN_DISTANCE) ** 2 / Math.max(1, effective);
    sum += re * re + im * im;
    error += 2 * sigma2;
  }
  const [power, own] = [(sum - error) / 2 / chunks.length, error / 2 / chunks.length];
  return { power: power > STANDS * own ? power : 0, error: own };
}
const MEDIAN_ERROR = 1.25;
const MEDIAN_DISTANCE = 1.18;
/** Frames overlap by half: so many of them know what one would by itself. */
const OVERLAP = 1.4;
const STANDS = 3;
/** Bins to either side that tell what is beside a line. */
const BESIDE = [11, 22] as const;

function besideOf(f: Frames, t: number, bin: number): number {
  const near: number[] = [];
  for (let d = BESIDE[0]; d <= BESIDE[1]; d += 3)
    for (const k of [bin - d, bin + d]) if (k > 0) near.push(f.re[k * f.count + t]! ** 2 + f.im[k * f.count + t]! ** 2);
  return near.sort((a, b) => a - b)[near.length >> 1]!;
}

/** What a Hann window shows of a line `off` bins away. */
function hannAt(off: number): number {
  const sinc = (x: number) => (Math.abs(x) < 1e-9 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x));
  return sinc(off) + 0.5 * (sinc(off - 1) + sinc(off + 1));
}

function weightedMedian(list: readonly (readonly [value: number, weight: number])[]): number {
  const sorted = [...list].sort((a, b) => a[0] - b[0]);
  const half = 0.5 * sorted.reduce((sum, [, w]) => sum + w, 0);
  let seen = 0;
  for (const [value, weight] of sorted) {
    seen += weight;
    if (seen >= half) return value;
  }
  return 0;
}

/** So well must the multiples keep their phase together: three of them, or two that do it well with a low one among them. */
const TOGETHER = 34;
const LOW = 2;
const WELL = 20;
/** or two, where so many others stand out of their error at their places: by chance one in fifty does */
const OTHERS = 4;
const TOGETHER_WITH_OTHERS = 22;
/** The first multiple alone, where it is all there is. */
const ALONE = 30;

const commonFactor = (a: number, b: number): number => (b === 0 ? a : commonFactor(b, a % b));

/** The rungs that stand, where they make a hum: several of them that are no notes' overtones, or the mains frequency alone. */
export function standingRungs({ rungs }: Ladder): readonly Rung[] | null {
  const standing = rungs.filter((r) => r.keeps > 0 && r.power > 0);
  const together = standing.reduce((sum, r) => sum + Math.min(MAX_OF_ONE, r.keeps), 0);
  // multiples of three, four, five times mains are the overtones of a note there
  const factor = standing.reduce((f, r) => commonFactor(r.times, f), 0);
  const [first] = standing;
  const well = standing.filter((r) => r.keeps >= WELL).length;
  const two = first !== undefined && first.times <= LOW && well >= 2;
  const others = rungs.filter((r) => r.keeps === 0 && r.power > 0 && r.times % Math.max(1, factor) === 0).length;
  const backed = standing.length >= 2 && others >= OTHERS && together >= TOGETHER_WITH_OTHERS;
  if (factor <= 2 && (two || backed || together >= TOGETHER)) return standing;
  return first?.times === 1 && first.keeps >= ALONE ? standing : null;
}
