import { BANDS, bandMid } from "./bands";

// What is played through a unit to see its response: as loud in every third octave, so that what comes back is the response itself.

export const STIMULI = ["sweep", "tones"] as const;
export type Stimulus = (typeof STIMULI)[number];

interface StimulusPlan {
  /** samples a second */
  rate: number;
  /** dBFS */
  level: number;
  seconds: number;
}
/** A tenth of full scale in voltage at 48 kHz: loud enough over noise, harmless to a tweeter at a low volume. */
export const USUAL_STIMULUS: StimulusPlan = { rate: 48_000, level: -20, seconds: 20 };

const FADE_SECONDS = 0.01;
const LOWEST = 17.8;

const faded = (x: Float32Array, from: number, to: number, rate: number): void => {
  const fade = Math.round(FADE_SECONDS * rate);
  for (let i = 0; i < fade && from + i < to; i++) {
    const w = 0.5 - 0.5 * Math.cos((Math.PI * i) / fade);
    x[from + i] = x[from + i]! * w;
    x[to - 1 - i] = x[to - 1 - i]! * w;
  }
};

/** A test signal of one channel, full scale 1. @throws RangeError where it is shorter than 5 s or longer than 120 s */
export function stimulus(which: Stimulus, plan: StimulusPlan = USUAL_STIMULUS): Float32Array {
  const { rate, level, seconds } = plan;
  if (!(seconds >= 5 && seconds <= 120)) throw new RangeError("a test signal lasts 5 to 120 seconds");
  const out = new Float32Array(Math.round(rate * seconds));
  const size = 10 ** (level / 20);
  if (which === "sweep") {
    // evenly in octaves: the same energy in every third octave (A. Farina, 2000)
    const top = Math.min(22_400, 0.47 * rate);
    const grow = Math.log(top / LOWEST) / seconds;
    for (let i = 0; i < out.length; i++) out[i] = size * Math.sin(((2 * Math.PI * LOWEST) / grow) * (Math.exp((grow * i) / rate) - 1));
    faded(out, 0, out.length, rate);
    return out;
  }
  const tones = BANDS.map(bandMid).filter((hz) => hz < 0.45 * rate);
  const each = Math.floor(out.length / tones.length);
  for (const [k, hz] of tones.entries()) {
    for (let i = 0; i < each; i++) out[k * each + i] = size * Math.sin((2 * Math.PI * hz * i) / rate);
    faded(out, k * each, (k + 1) * each, rate);
  }
  return out;
}

/** Bands around 1 kHz, which a response is held against. */
const MIDDLE = BANDS.flatMap((n, i) => (Math.abs(n) <= 1 ? [i] : []));
/** A band that is no louder than what is there anyway by so much tells nothing. */
const CLEAR_DB = 6;

/**
 * The response of what a test signal went through, dB of each third octave over that at 1 kHz.
 * @param bands of the recording, dBFS  @param quiet the same of a recording with nothing played, where there is one: bands that drown
 * are left out
 */
export function responseOf(bands: readonly (number | null)[], quiet: readonly (number | null)[] | null = null): (number | null)[] {
  const heard = bands.map((b, i) => (b === null || (quiet?.[i] != null && b < quiet[i] + CLEAR_DB) ? null : b));
  const middle = MIDDLE.flatMap((i) => heard[i] ?? []);
  if (middle.length === 0) return bands.map(() => null);
  const at = middle.reduce((a, b) => a + b, 0) / middle.length;
  return heard.map((b) => (b === null ? null : b - at));
}
