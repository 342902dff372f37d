import type { AnalysedSound } from "./analyseWav";
import { aWeighting, decibels } from "./bands";
import type { Spectra } from "./spectra";
import { TICK } from "./ticks";

// What a screen draws of a recording, and the few figures that are kept of it.

export interface SoundView {
  seconds: number;
  /** seconds of one step of the strip */
  step: number;
  channels: readonly {
    /** dBFS of every step: mean level, and the highest */
    level: Float32Array;
    peak: Float32Array;
    /** dBFS in twenty-fourths of an octave: over the whole recording, and in its quiet moments; null where it holds no line */
    spectrum: { hz: readonly number[]; whole: readonly (number | null)[]; quiet: readonly (number | null)[] };
    /** dBFS of each third octave from 20 Hz to 20 kHz */
    bands: readonly (number | null)[];
  }[];
  /** the ladder of the measured mains frequency; empty where no hum told it */
  ladder: readonly { times: number; hz: number }[];
}

const MAX_STEPS = 600;
const PER_OCTAVE = 24;
const LOWEST_HZ = 10;
const LADDER_TO = 1000;
/** To here the fine spectrum is shown. */
const FINE_TO = 900;
const QUIET = 0.1;

/** @param steps how many steps the strip has at most */
export function soundView({ report, picture }: Pick<AnalysedSound, "report" | "picture">, steps = MAX_STEPS): SoundView {
  const ticks = picture.ticks[0]!.power.length;
  const per = Math.max(1, Math.ceil(ticks / steps));
  const mains = report.mainsHz;
  return {
    seconds: report.seconds,
    step: per * TICK,
    channels: picture.ticks.map((t, c) => ({
      level: stepped(t.power, per, (from, to) => decibels((2 * sumOf(t.power, from, to)) / (to - from))),
      peak: stepped(t.peak, per, (from, to) => decibels(highestOf(t.peak, from, to) ** 2)),
      spectrum: drawn(picture.slow[c]!, picture.spectra[c]!),
      bands: picture.bands[c]!,
    })),
    ladder: mains === null ? [] : Array.from({ length: Math.floor(LADDER_TO / mains) }, (_, i) => ({ times: i + 1, hz: (i + 1) * mains })),
  };
}

const sumOf = (x: Float32Array, from: number, to: number): number => {
  let sum = 0;
  for (let i = from; i < to; i++) sum += x[i]!;
  return sum;
};
const highestOf = (x: Float32Array, from: number, to: number): number => {
  let most = 0;
  for (let i = from; i < to; i++) most = Math.max(most, x[i]!);
  return most;
};
const stepped = (x: Float32Array, per: number, of: (from: number, to: number) => number): Float32Array =>
  Float32Array.from({ length: Math.ceil(x.length / per) }, (_, i) => of(i * per, Math.min(x.length, (i + 1) * per)));

/** Two spectra as one line: fine below, full above. */
function drawn(fine: Spectra, full: Spectra): SoundView["channels"][number]["spectrum"] {
  const top = full.mean.length * full.step;
  const points = Math.floor(PER_OCTAVE * Math.log2(top / LOWEST_HZ));
  const hz = Array.from({ length: points }, (_, i) => LOWEST_HZ * 2 ** (i / PER_OCTAVE));
  const quiet = [fine.quantile(QUIET), full.quantile(QUIET)] as const;
  const at = (f: number, spectra: readonly [Float64Array, Float64Array]): number | null => {
    const [s, power] = f < FINE_TO ? [fine, spectra[0]] : [full, spectra[1]];
    const half = 2 ** (0.5 / PER_OCTAVE);
    const [from, to] = [Math.ceil(f / half / s.step), Math.min(power.length - 1, Math.floor((f * half) / s.step))];
    if (from < 1 || to < from) return null;
    let sum = 0;
    for (let k = from; k <= to; k++) sum += power[k]!;
    return decibels(2 * sum);
  };
  const whole = [fine.mean, full.mean] as const;
  return { hz, whole: hz.map((f) => at(f, whole)), quiet: hz.map((f) => at(f, quiet)) };
}

/** What stays of a recording in figures: dBFS. */
export interface SoundSummary {
  seconds: number;
  mainsHz: number | null;
  channels: readonly {
    /** from 20 Hz to 20 kHz, unweighted and A-weighted (IEC 61672-1), everything that is in it */
    noise: { level: number; levelA: number };
    /** the hum that is there, or the level from which it would have been seen; null where neither is known */
    hum: { level: number; there: boolean } | null;
    bands: readonly (number | null)[];
  }[];
}

/**
 * What a recording is told by in a list: its length in seconds, the mains in Hz, and of each channel its noise, hum and bands in dBFS
 * (null: not known).
 */
export function summaryOf({ report, picture }: Pick<AnalysedSound, "report" | "picture">): SoundSummary {
  return {
    seconds: report.seconds,
    mainsHz: report.mainsHz,
    channels: picture.spectra.map((s, c) => {
      const hum = report.findings.find((f) => f.label === "hum" && f.channels.includes(c + 1));
      const limit = report.notFound.find((n) => n.label === "hum" && n.channels.includes(c + 1))?.limit ?? null;
      return {
        noise: noiseIn(s),
        hum: hum?.label === "hum" ? { level: hum.level, there: true } : limit === null ? null : { level: limit, there: false },
        bands: picture.bands[c]!,
      };
    }),
  };
}

const HEARD = [20, 20_000] as const;

function noiseIn({ mean, step }: Spectra): { level: number; levelA: number } {
  let [all, weighted] = [0, 0];
  const to = Math.min(mean.length - 1, Math.floor(HEARD[1] / step));
  for (let k = Math.ceil(HEARD[0] / step); k <= to; k++) {
    all += mean[k]!;
    weighted += mean[k]! * 10 ** (aWeighting(k * step) / 10);
  }
  return { level: decibels(2 * all), levelA: decibels(2 * weighted) };
}
