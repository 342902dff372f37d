import { decibels } from "./bands";
import type { SoundEvent } from "./findings";
import { TICK, type Ticks } from "./ticks";

interface Impulses {
  events: SoundEvent[];
  /** of the middle one, dBFS */
  level: number;
  /** dB by which the middle one stands over what was asked for */
  over: number;
}

/** Crest of what cannot be told from before, over its power round about: noise keeps under 20. */
const STANDS_OUT = 70;
const AROUND_TICKS = 50;
/** Peak over mean within its own tick: a burst of noise has some seven, clicks of a mouth up to thirty, a spark more. By samples a tick. */
const SHARP = 0.28;
/** An impulse is over at once; a struck string or drum goes on. Shares of its own power that may be left. */
const BEFORE = { from: -7, to: -2, most: 0.03 } as const;
const AFTER = { from: 3, to: 8, most: 0.03 } as const;
const TOGETHER_TICKS = 4;
const EDGE_SECONDS = 0.008;
/** dB below what is played at which surface noise of a record lies; crackle of a fault does not. */
const UNDER_PROGRAMME = -30;

/**
 * Short impulses of one channel, one event each. @param leastOver dB over what is asked for otherwise
 * @param edges gaps in what is played: where it stops and begins is no impulse
 */
export function findImpulses(t: Ticks, leastOver: number, edges: readonly SoundEvent[]): Impulses | null {
  const ground = backgroundOf(t.roughPower);
  const n = t.roughPower.length;
  const sharp = (SHARP * t.samples) / Math.max(1, n);
  const least = STANDS_OUT * 10 ** (leastOver / 10);
  const events: { at: number; peak: number; over: number }[] = [];
  const mean = (from: number, to: number): number => {
    let [sum, count] = [0, 0];
    for (let i = Math.max(0, from); i <= Math.min(n - 1, to); i++, count++) sum += t.roughPower[i]!;
    return count > 0 ? sum / count : 0;
  };
  for (let i = 0; i < n; i++) {
    const around = Math.max(1e-14, ground[Math.floor(i / AROUND_TICKS)]!);
    const crest = t.roughPeak[i]! ** 2 / around;
    if (crest < least) continue;
    const at = (i + 0.5) * TICK;
    if (edges.some((e) => Math.abs(e.start - at) < EDGE_SECONDS || Math.abs(e.end - at) < EDGE_SECONDS)) continue;
    if (t.roughPeak[i]! ** 2 < sharp * t.roughPower[i]!) continue;
    const own = Math.max(t.roughPower[i]!, t.roughPower[i + 1] ?? 0, t.roughPower[i - 1] ?? 0);
    const left = own - around;
    if (mean(i + BEFORE.from, i + BEFORE.to) - around > BEFORE.most * left) continue;
    if (mean(i + AFTER.from, i + AFTER.to) - around > AFTER.most * left) continue;
    const last = events.at(-1);
    if (last && i - last.at <= TOGETHER_TICKS) {
      if (t.roughPeak[i]! > last.peak) [last.at, last.peak] = [i, t.roughPeak[i]!];
    } else events.push({ at: i, peak: t.roughPeak[i]!, over: decibels(crest / STANDS_OUT) });
  }
  if (events.length === 0) return null;
  const middle = <T>(list: T[], of: (x: T) => number) => [...list].map(of).sort((a, b) => a - b)[list.length >> 1]!;
  const level = middle(events, (e) => decibels(e.peak * e.peak));
  const programme = decibels((2 * t.power.reduce((a, b) => a + b, 0)) / Math.max(1, n));
  if (level < programme + UNDER_PROGRAMME) return null;
  return {
    events: events.map(({ at }) => ({ start: at * TICK, end: (at + 1) * TICK })),
    level,
    over: middle(events, (e) => e.over),
  };
}

/** The middle power of stretches of ticks, each the lesser of itself and its neighbours' middle: what is there between impulses. */
function backgroundOf(power: Float32Array): Float64Array {
  const count = Math.ceil(power.length / AROUND_TICKS);
  const medians = Float64Array.from({ length: count }, (_, i) => {
    const part = power.slice(i * AROUND_TICKS, (i + 1) * AROUND_TICKS).sort();
    return part[part.length >> 1] ?? 0;
  });
  return medians.map((m, i) => {
    const near = [medians[i - 1] ?? m, m, medians[i + 1] ?? m].sort((a, b) => a - b);
    return Math.max(near[1]!, 0.25 * near[2]!);
  });
}

/** Those of the events that come evenly, their period, and how far it wanders; null where most do not. */
export function evenOnes(events: readonly SoundEvent[]): { events: SoundEvent[]; period: number; jitter: number } | null {
  if (events.length < 4 || events.length > MAX_EVENTS) return null;
  const at = events.map((e) => e.start);
  // the period is the gap that is met most often, whatever falls in between
  const gaps = at
    .flatMap((t, i) => [1, 2, 3].flatMap((k) => (at[i + k] === undefined ? [] : [at[i + k]! - t])))
    .filter((g) => g >= MIN_PERIOD);
  const met = (p: number) => gaps.filter((g) => Math.abs(g - p) < MAX_JITTER * p).length;
  const best = gaps.reduce((b, g) => (met(g) > met(b) || (met(g) === met(b) && g < b) ? g : b), gaps[0] ?? 0);
  if (best < MIN_PERIOD) return null;
  const near = (t: number, u: number) => Math.abs(u - t - best) < MAX_JITTER * best;
  const even = events.filter((e) => at.some((t) => near(e.start, t) || near(t, e.start)));
  if (even.length < 4 || even.length < MOSTLY_EVEN * events.length) return null;
  const own = even.slice(1).map((e, i) => e.start - even[i]!.start);
  const periods = own.filter((g) => Math.abs(g - best) < MAX_JITTER * best);
  if (periods.length < 3) return null;
  const period = periods.reduce((a, b) => a + b, 0) / periods.length;
  const jitter = Math.sqrt(periods.reduce((a, p) => a + (p - period) ** 2, 0) / periods.length) / period;
  return { events: even, period, jitter };
}
const MIN_PERIOD = 0.04;
const MAX_JITTER = 0.06;
const MOSTLY_EVEN = 0.7;
/** More than this come too thick to be told apart by their gaps. */
const MAX_EVENTS = 2000;
