import type { SoundFinding } from "./findings";

// One finding by itself, to be heard: made anew from its figures, cut out of the recording, or filtered out of it.

export interface Alone {
  samples: Float32Array;
  /** how it came to be heard */
  how: "made" | "cut" | "filtered";
  /** octaves it was brought down to be heard */
  lowered: number;
}

/** Samples of one channel (from 1) from a second on; less where the recording ends. */
export type Excerpt = (channel: number, from: number, seconds: number) => Float32Array;

const SECONDS = 3;
/** RMS everything is brought to: −20 dBFS. */
const LOUDNESS = 0.1;
const MAX_PEAK = 0.9;
const AROUND = 0.25;
const MAX_EVENTS = 8;
/** Who is past fifty hears little above it. */
const HEARD_TO = 9000;
const SWING_CARRIER = 180;
const HISS_FROM = 500;

const tau = 2 * Math.PI;

/**
 * @param rate of the samples that are given and come out  @param loud, quiet where the recording is loudest and weakest, in seconds
 * @returns null for what no ear hears
 */
export function onlyThis(f: SoundFinding, rate: number, excerpt: Excerpt, { loud, quiet }: { loud: number; quiet: number }): Alone | null {
  const made = (of: (t: number) => number, lowered = 0): Alone => ({
    samples: levelled(Float32Array.from({ length: Math.round(SECONDS * rate) }, (_, i) => of(i / rate))),
    how: "made",
    lowered,
  });
  const channel = f.channels[0]!;
  const other = channel === 1 ? 2 : 1;
  switch (f.label) {
    case "hum": {
      const lines = Object.entries(f.harmonics).map(([times, level]) => [Number(times) * f.mainsHz, 10 ** (level / 20)] as const);
      return made((t) => lines.reduce((sum, [hz, size]) => sum + size * Math.sin(tau * hz * t), 0));
    }
    case "motorboating":
      return made((t) => (0.5 + 0.5 * Math.sin(tau * f.rate * t)) * Math.sin(tau * SWING_CARRIER * t));
    case "higherOscillation": {
      const lowered = Math.max(0, Math.ceil(Math.log2(f.hz / HEARD_TO)));
      return made((t) => Math.sin((tau * f.hz * t) / 2 ** lowered), lowered);
    }
    case "hiss":
      return { samples: levelled(highPassed(excerpt(channel, quiet, SECONDS), rate, HISS_FROM)), how: "filtered", lowered: 0 };
    case "crackle":
    case "periodicClicking":
    case "dropouts": {
      const cuts = f.events.slice(0, MAX_EVENTS).map((e) => excerpt(channel, Math.max(0, e.start - AROUND), e.end - e.start + 2 * AROUND));
      return { samples: levelled(joined(cuts)), how: "cut", lowered: 0 };
    }
    case "levelImbalance":
      // one after the other, and not levelled apart: the difference is what is to be heard
      return { samples: levelled(joined([excerpt(channel, loud, 1.5), excerpt(other, loud, 1.5)])), how: "cut", lowered: 0 };
    case "trebleMissing":
    case "bassMissing": {
      const pass = f.label === "trebleMissing" ? highPassed : lowPassed;
      const sides = f.against === "otherChannel" ? [channel, other] : [channel];
      const corner = Math.max(40, f.corner);
      return {
        samples: levelled(joined(sides.map((c) => pass(excerpt(c, loud, 1.5), rate, corner)))),
        how: "filtered",
        lowered: 0,
      };
    }
    case "clipping":
      return { samples: levelled(excerpt(channel, loud, SECONDS)), how: "cut", lowered: 0 };
    case "dcOffset":
      return null;
  }
}

function levelled(x: Float32Array): Float32Array {
  let [sum, peak] = [0, 0];
  for (const v of x) {
    sum += v * v;
    peak = Math.max(peak, Math.abs(v));
  }
  const rms = Math.sqrt(sum / Math.max(1, x.length));
  if (!(rms > 0)) return x;
  const gain = Math.min(LOUDNESS / rms, MAX_PEAK / peak);
  return x.map((v) => gain * v);
}

function joined(parts: readonly Float32Array[]): Float32Array {
  const out = new Float32Array(parts.reduce((n, p) => n + p.length, 0));
  let at = 0;
  for (const p of parts) {
    out.set(p, at);
    at += p.length;
  }
  return out;
}

/** Two poles, one after the other. */
function lowPassed(x: Float32Array, rate: number, hz: number): Float32Array {
  const a = Math.exp((-tau * hz) / rate);
  let [one, two] = [0, 0];
  return x.map((v) => {
    one = a * one + (1 - a) * v;
    two = a * two + (1 - a) * one;
    return two;
  });
}
function highPassed(x: Float32Array, rate: number, hz: number): Float32Array {
  const a = Math.exp((-tau * hz) / rate);
  let [one, two] = [0, 0];
  return x.map((v) => {
    one = a * one + (1 - a) * v;
    const high = v - one;
    two = a * two + (1 - a) * high;
    return high - two;
  });
}
