import { decibels } from "./bands";
import type { HumKind } from "../device";
import { standingRungs, type Ladder } from "./ladder";
import { LOBE, floorAround, linePower, peakOffset, type Spectra } from "./spectra";

export interface Hum {
  kind: HumKind;
  mainsHz: number;
  level: number;
  harmonics: Record<number, number>;
  /** dB by which its strongest line stands out */
  over: number;
}

/** Mains is one of these to within what grids and small generators keep; beyond lie the notes G and B. */
export const MAINS = [50, 60] as const;
const REACH_HZ = 0.6;
const SEARCH_HZ = 0.01;
const MAX_MULTIPLE = 20;
const FLOOR_REACH = 40;
/** dB a line must stand out of what is round it to be one, and further multiples of it once there is one */
const STANDS_OUT = 9;
/** and the one that is hum by itself, at mains or twice mains */
const LEADS = 12;
/** so many multiples together are one too */
const LADDER = 5;
const JOINS = 6;
/** A line that is always there is about as strong in its weakest moments as in weak ones; noise and notes are not. */
const STEADY_DB = 3;
/** What is always there is never weaker, however short one listens. */
const NEVER_WEAKER_DB = 5;
const BARE_DB = 10;

/** Quantiles of a spectrum that hum is read from: what is there nearly always, and what nearly never goes away. */
interface Quiet {
  step: number;
  weak: Float64Array;
  weakest: Float64Array;
  /** what is round a bin, worked out once */
  floor: (bin: number) => number;
  /** lines that must stand out together */
  needs: number;
}

/** How a spectrum is looked at. */
interface Looking {
  /** shares of the time */
  weak: number;
  weakest: number;
  /** bins round a line that tell its floor, and those left out */
  reach: number;
  hole: number;
  needs: number;
}
/** Long frames tell lines apart that lie close; hum is in all of them. */
const LONG: Looking = { weak: 0.3, weakest: 0.1, reach: FLOOR_REACH, hole: 2 * LOBE, needs: 1 };
/** Short ones fall into the pauses of what is played, where hum lies bare; one line alone could be a note there. */
export const SHORT: Looking = { weak: 0.05, weakest: 0.015, reach: 7, hole: LOBE + 1, needs: 2 };

/** What is there nearly all of the time. */
export function quietOf(s: Spectra, by: Looking = LONG): Quiet {
  const weak = s.quantile(by.weak);
  const known = new Map<number, number>();
  const floor = (bin: number): number => {
    const before = known.get(bin);
    if (before !== undefined) return before;
    const now = floorAround(weak, bin, by.reach, by.hole);
    known.set(bin, now);
    return now;
  };
  return { step: s.step, weak, weakest: s.quantile(by.weakest), floor, needs: by.needs };
}

interface Line {
  hz: number;
  /** mean square */
  power: number;
  /** dB over its surroundings */
  over: number;
  steady: boolean;
}

/** A line near a frequency, if the spectrum reaches that far; its power is what stands over the floor. */
function lineNear({ step, weak, weakest, floor: floorOf }: Quiet, hz: number, reach: number): Line | null {
  const [from, to] = [Math.max(1, Math.floor((hz - reach) / step)), Math.ceil((hz + reach) / step)];
  if (to + LOBE >= weak.length) return null;
  let bin = from;
  for (let k = from; k <= to; k++) if (weak[k]! > weak[bin]!) bin = k;
  const floor = floorOf(bin);
  return {
    hz: (bin + peakOffset(weak, bin)) * step,
    power: Math.max(0, linePower(weak, bin) - (2 * LOBE + 1) * floor),
    over: decibels(weak[bin]!) - decibels(floor),
    steady: decibels(weak[bin]!) - decibels(weakest[bin]!) <= STEADY_DB,
  };
}

/** A multiple lies no further from where it should than this, however coarse the spectrum. */
const NEAR_HZ = 1.2;

/** How well a ladder on a mains frequency stands out: dB of its lines together. */
function ladder(q: Quiet, mains: number): number {
  let score = 0;
  for (let k = 1; k <= MAX_MULTIPLE; k++) {
    const bin = Math.round((k * mains) / q.step);
    if (bin + LOBE >= q.weak.length) break;
    const floor = q.floor(bin);
    score += Math.min(40, Math.max(0, decibels(q.weak[bin]!) - decibels(floor) - JOINS));
  }
  return score;
}

/**
 * The hum of a channel, measured and never assumed; null where none stands out.
 * @param full short frames, by which what only seems to stay is told
 */
export function findHum(q: Quiet, full: Spectra): Hum | null {
  const shortest = full.quantile(0.12);
  const weak = full.quantile(0.3);
  const neverWeaker = (l: Line): boolean => {
    const bin = Math.round(l.hz / full.step);
    // where short frames hear more noise than hum they tell nothing of it
    const noise = (2 * LOBE + 1) * floorAround(weak, bin, SHORT.reach, LOBE);
    return decibels(l.power) < decibels(noise) + BARE_DB || decibels(linePower(shortest, bin)) > decibels(l.power) - NEVER_WEAKER_DB;
  };
  const candidates = MAINS.flatMap((nominal) => {
    const steps = Math.round(REACH_HZ / SEARCH_HZ);
    const near = Array.from({ length: 2 * steps + 1 }, (_, i) => nominal + (i - steps) * SEARCH_HZ);
    const best = near.map((hz) => ({ hz, score: ladder(q, hz) })).reduce((a, b) => (b.score > a.score ? b : a));
    const refined = refine(q, best.hz);
    return refined && Math.abs(refined - nominal) <= REACH_HZ ? [refined] : [];
  });
  const hums = candidates.flatMap((mains) => humOn(q, mains, neverWeaker) ?? []);
  return hums.reduce<Hum | null>((a, b) => (a && a.level >= b.level ? a : b), null);
}

/** Mains frequency from every multiple that stands out: the higher a multiple, the finer it tells. */
function refine(q: Quiet, mains: number): number | null {
  let [sum, weights] = [0, 0];
  for (let k = 1; k <= MAX_MULTIPLE; k++) {
    const line = lineNear(q, k * mains, Math.min(1.5 * q.step, NEAR_HZ));
    if (!line || line.over < STANDS_OUT) continue;
    const weight = k * k * Math.min(100, 10 ** (line.over / 10));
    sum += (weight * line.hz) / k;
    weights += weight;
  }
  return weights > 0 ? sum / weights : null;
}

function humOn(q: Quiet, mains: number, neverWeaker: (l: Line) => boolean): Hum | null {
  const lines = Array.from({ length: MAX_MULTIPLE }, (_, i) => lineNear(q, (i + 1) * mains, q.step));
  const [first, second] = lines;
  const leads = [first, second].filter((l): l is Line => l != null && l.over >= LEADS && l.steady && neverWeaker(l));
  const standing = lines.filter((l): l is Line => l !== null && l.over >= STANDS_OUT && l.steady);
  // narrow pulses have their strength in the multiples, where little is played
  const pulses = leads.length === 0 && standing.length >= LADDER;
  if ((leads.length === 0 && !pulses) || standing.length < q.needs) return null;
  // twice mains by itself is a note: what fills a reservoir leaves a ladder
  const alone = !lines.some(
    (l, i) => i !== 1 && l !== null && l.steady && l.over >= STANDS_OUT && l.power > (second?.power ?? 0) * 10 ** (-COUNTS / 10),
  );
  if (alone && !pulses && !leads.some((l) => l === first)) return null;
  const levels = lines.flatMap((line, i) =>
    !line || line.over < JOINS || line.power <= 0 || !(line.steady || i < 2) ? [] : [[i + 1, decibels(2 * line.power)] as const],
  );
  const harmonics: Record<number, number> = Object.fromEntries(withoutNotes(levels));
  return {
    kind: kindOf(harmonics),
    mainsHz: mains,
    level: decibels(Object.values(harmonics).reduce((sum, dB) => sum + 10 ** (dB / 10), 0)),
    harmonics,
    over: Math.max(...(pulses ? standing : leads).map((l) => l.over)) - STANDS_OUT,
  };
}

/** A multiple that what is played may hide: its law of falling says how strong it is there. Multiples fall by so many dB an octave. */
const FALLS = [0, 9] as const;
const USUAL_FALL = 6;
const NOTE_DB = 9;
/** With fewer multiples nobody knows how they fall. */
const LAWFUL = 3;
/** So far under its error a line can lie unseen. */
const HIDES = 4;

/** The hum whose multiples keep their phase over the whole recording, however loud what is played over it; null where they make none. */
export function humByPhase(l: Ladder | null): Hum | null {
  const standing = l && standingRungs(l);
  if (!standing) return null;
  const seen = l.rungs.filter((r) => r.power > 0 && (r.keeps > 0 || standing.length >= LADDER || r.times % 2 === 0));
  const alone = seen.every((r) => r.times === 1 || r.times === 3);
  const all = seen.map((r) => [r.times, decibels(2 * r.power)] as const);
  const even = all.filter(([k]) => k % 2 === 0);
  const law = lawOf(even.length >= LAWFUL ? even : all);
  const levels = withoutNotes(all);
  const harmonics: Record<number, number> = Object.fromEntries(levels);
  const step = levels.every(([k]) => k % 2 === 0) ? 2 : 1;
  for (const r of alone ? [] : l.rungs)
    if (r.times % step === 0 && !(r.times in harmonics) && 10 ** (law(r.times) / 10) / 2 < HIDES * r.error)
      harmonics[r.times] = law(r.times);
  return {
    kind: kindOf(harmonics),
    mainsHz: l.mainsHz,
    level: decibels(Object.values(harmonics).reduce((sum, dB) => sum + 10 ** (dB / 10), 0)),
    harmonics,
    over: standing.length,
  };
}

/** dB below the strongest at which a multiple still counts. */
const COUNTS = 40;
/** Multiples of a saw-tooth fall 6 dB an octave; of narrow pulses hardly. */
const PULSES_FALL = 3.5;
/** So far under the even multiples the odd ones are no ladder of their own: no two diodes are quite alike. */
const ODD_UNDER = 14;
/** The mains frequency itself beside a ladder of twice mains is a second cause, where it is no weaker than that. */
const SECOND_CAUSE = 10;
const INDUCED_UNDER = 20;

/** Which hum a ladder of multiples is (handbook figures, common practice). */
export function kindOf(harmonics: Readonly<Record<number, number>>): HumKind {
  const strongest = Math.max(...Object.values(harmonics));
  const there = Object.entries(harmonics)
    .map(([k, dB]) => [Number(k), dB] as const)
    .filter(([, dB]) => dB > strongest - COUNTS);
  const even = there.filter(([k]) => k % 2 === 0);
  const odd = there.filter(([k]) => k % 2 === 1);
  const [one, two] = [harmonics[1] ?? -200, harmonics[2] ?? -200];
  if (one === strongest && there.every(([k, dB]) => k === 1 || dB < one - INDUCED_UNDER)) return "induced";
  const flat = (of: typeof there) => of.filter(([k]) => k >= 9).length >= 3 && (fallOf(of) ?? USUAL_FALL) < PULSES_FALL;
  const law = even.length >= 2 ? lawOf(even) : null;
  const beyond = odd.filter(([k]) => k > 1);
  const under = law === null ? [] : beyond.map(([k, dB]) => dB - law(k)).sort((a, b) => a - b);
  const evenOnly = even.length > 0 && (beyond.length === 0 || (under.length > 0 && under[under.length >> 1]! < -ODD_UNDER));
  if (evenOnly) {
    if (flat(even)) return "rectifierBuzz";
    return one > Math.max(two, law?.(2) ?? -200) - SECOND_CAUSE ? "mixed" : "ripple";
  }
  if (flat(there)) return "rectifierBuzz";
  // all multiples falling together are one half wave; two ladders of unlike strength are two causes
  return beyond.length > 0 && Math.max(...beyond.map(([, dB]) => dB)) > Math.max(one, two) - INDUCED_UNDER ? "halfWave" : "mixed";
}

/** Levels without those that lie far over the law of the rest: notes that happen to be there. Mains itself may be a cause of its own. */
function withoutNotes(levels: readonly (readonly [number, number])[]): readonly (readonly [number, number])[] {
  const even = levels.filter(([k]) => k % 2 === 0);
  // the odd multiples may be a weaker ladder: the even ones have the law, where there are enough
  const lawful = even.length >= LAWFUL ? even : levels;
  if (lawful.length < LAWFUL) return levels;
  const law = lawOf(lawful);
  return levels.filter(([k, dB]) => k === 1 || dB < law(k) + NOTE_DB);
}

/**
 * The straight line, over octaves, that levels lie about: by the middle one of all slopes, so that one note among them does not bend it.
 */
function lawOf(levels: readonly (readonly [number, number])[]): (times: number) => number {
  const middle = (list: number[]) => list.sort((a, b) => a - b)[list.length >> 1]!;
  const slopes = levels.flatMap(([k, a], i) => levels.slice(i + 1).map(([m, b]) => (b - a) / Math.log2(m / k)));
  const slope = Math.max(-FALLS[1], Math.min(-FALLS[0], slopes.length > 0 ? middle(slopes) : -USUAL_FALL));
  const at = middle(levels.map(([k, dB]) => dB - slope * Math.log2(k)));
  return (times) => at + slope * Math.log2(times);
}

/** dB an octave by which levels fall with the multiple; null with fewer than three. */
function fallOf(levels: readonly (readonly [number, number])[]): number | null {
  if (levels.length < 3) return null;
  const x = levels.map(([k]) => Math.log2(k));
  const y = levels.map(([, dB]) => dB);
  const [mx, my] = [x, y].map((l) => l.reduce((a, b) => a + b, 0) / l.length) as [number, number];
  const over = x.reduce((s, v, i) => s + (v - mx) * (y[i]! - my), 0);
  const under = x.reduce((s, v) => s + (v - mx) ** 2, 0);
  return under > 0 ? -over / under : null;
}

/** A line that just stands out is seen half of the time. */
const SURELY_DB = 6;

/** Level below which a hum would not have been seen: the strongest line that could hide at mains and twice mains, dBFS. */
export function humLimit(q: Quiet): number {
  const floors = MAINS.flatMap((m) => [m, 2 * m]).map((hz) => q.floor(Math.round(hz / q.step)));
  return decibels(2 * (2 * LOBE + 1) * Math.max(...floors)) + STANDS_OUT + SURELY_DB;
}

/** Where the fine spectrum ends and the full one takes over. */
const FINE_TO = 1000;
const HIGHEST = 12_000;

/** What a hum has beyond the fine spectrum: multiples that stand out in the full one, as far as its law lets them, added to its level. */
export function withHighMultiples(hum: Hum, full: Spectra): Hum {
  const weak = full.quantile(0.3);
  const levels = Object.entries(hum.harmonics).map(([k, dB]) => [Number(k), dB] as const);
  // closer than a lobe's width two multiples cannot be told apart
  if (hum.mainsHz < 2.5 * LOBE * full.step || levels.length < LAWFUL) return hum;
  const strongest = Math.max(...levels.map(([, dB]) => dB));
  const law = lawOf(levels.filter(([, dB]) => dB > strongest - COUNTS));
  let power = 10 ** (hum.level / 10) / 2;
  for (let k = Math.ceil(FINE_TO / hum.mainsHz); k * hum.mainsHz < HIGHEST; k++) {
    const bin = Math.round((k * hum.mainsHz) / full.step);
    if (k in hum.harmonics) continue;
    if (bin + LOBE >= weak.length) break;
    const floor = floorAround(weak, bin, FLOOR_REACH, LOBE);
    if (decibels(weak[bin]!) - decibels(floor) < JOINS) continue;
    const most = 10 ** ((law(k) + OVER_LAW) / 10) / 2;
    power += Math.min(most, Math.max(0, linePower(weak, bin) - (2 * LOBE + 1) * floor));
  }
  return { ...hum, level: decibels(2 * power) };
}
const OVER_LAW = 2;
