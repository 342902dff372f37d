import { normal } from "../numeric";

// What a sick unit adds to what it plays, or does to it, one fault at a time and channel by channel. Levels are dBFS of a full-scale sine.

type Random = () => number;
const amplitude = (dBFS: number): number => 10 ** (dBFS / 20);
const rmsOf = (x: Float32Array): number => Math.sqrt(x.reduce((s, v) => s + v * v, 0) / Math.max(1, x.length));
/** Brings what is added to a level, and adds it. */
export function addAt(to: Float32Array, what: Float32Array, dBFS: number): void {
  const gain = amplitude(dBFS) / Math.SQRT2 / Math.max(1e-12, rmsOf(what));
  for (let i = 0; i < to.length; i++) to[i] = to[i]! + gain * what[i]!;
}

export type HumShape = "induced" | "ripple" | "halfWave" | "rectifierBuzz";

/** One period of a hum at mains frequency, `share` of it gone by. */
const HUMS: Readonly<Record<HumShape, (share: number) => number>> = {
  induced: (u) => Math.sin(2 * Math.PI * u) + 0.04 * Math.sin(6 * Math.PI * u),
  ripple: (u) => 0.5 - ((2 * u) % 1),
  halfWave: (u) => Math.exp(-3 * (u % 1)) - 0.3,
  rectifierBuzz: (u) => {
    const near = Math.min((2 * u) % 1, 1 - ((2 * u) % 1));
    return (Math.floor(2 * u) % 2 === 0 ? 1 : 0.7) * Math.exp(-((near / 0.012) ** 2));
  },
};

/** Adds hum of a shape on `mainsHz`, as strong as a sine of so many dBFS; `rate` in samples a second. */
export function addHum(to: Float32Array, rate: number, shape: HumShape, mainsHz: number, dBFS: number): void {
  const wave = Float32Array.from(to, (_, i) => HUMS[shape]((mainsHz * i) / rate));
  const mean = wave.reduce((a, b) => a + b, 0) / wave.length;
  addAt(
    to,
    wave.map((x) => x - mean),
    dBFS,
  );
}

/** A swing that grows by a share a second, as a loop does that is not stable. */
export function addSwing(to: Float32Array, rate: number, hz: number, dBFS: number, growth = 0): void {
  const seconds = to.length / rate;
  const wave = Float32Array.from(to, (_, i) => (1 + growth) ** (i / rate - seconds) * Math.sin((2 * Math.PI * hz * i) / rate));
  const last = amplitude(dBFS);
  for (let i = 0; i < to.length; i++) to[i] = to[i]! + last * wave[i]!;
}

/** Adds a sine of `hz` at so many dBFS peak; `rate` in samples a second. */
export function addTone(to: Float32Array, rate: number, hz: number, dBFS: number): void {
  for (let i = 0; i < to.length; i++) to[i] = to[i]! + amplitude(dBFS) * Math.sin((2 * Math.PI * hz * i) / rate + 1);
}

/** Adds white noise as strong as a sine of so many dBFS. */
export function addHiss(to: Float32Array, random: Random, dBFS: number): void {
  const sigma = amplitude(dBFS) / Math.SQRT2;
  for (let i = 0; i < to.length; i++) to[i] = to[i]! + normal(random, 0, sigma);
}

/** A spark: up within a sample, gone within a millisecond. */
function spark(to: Float32Array, rate: number, at: number, size: number): void {
  const from = Math.round(at * rate);
  const fade = 0.0004 * rate;
  for (let i = 0; i < 0.002 * rate && from + i < to.length; i++)
    to[from + i] = to[from + i]! + size * Math.exp(-i / fade) * Math.cos((2 * Math.PI * 5200 * i) / rate);
}

/** Sparks at random, so many a second. @returns when */
export function addCrackle(to: Float32Array, rate: number, random: Random, perSecond: number, size: number): number[] {
  const times: number[] = [];
  for (let t = -Math.log(1 - random()) / perSecond; t < to.length / rate; t += 0.012 - Math.log(1 - random()) / perSecond) times.push(t);
  for (const t of times) spark(to, rate, t, size * (0.6 + 0.8 * random()) * (random() < 0.5 ? -1 : 1));
  return times;
}

/** Adds clicks about every `period` seconds, `size` of full scale (0 to 1). @returns where they begin, seconds */
export function addClicks(to: Float32Array, rate: number, random: Random, period: number, size: number): number[] {
  const times: number[] = [];
  for (let t = 0.3 * period; t < to.length / rate; t += period * (1 + 0.01 * (random() - 0.5))) times.push(t);
  for (const t of times) spark(to, rate, t, size);
  return times;
}

/**
 * Silence for a while, here and there. Seconds.
 * @returns from when to when
 */
export function dropOut(to: Float32Array, rate: number, random: Random, count: number): { start: number; end: number }[] {
  const seconds = to.length / rate;
  const out: { start: number; end: number }[] = [];
  for (let k = 0; k < count; k++) {
    const start = ((k + 0.2 + 0.5 * random()) * seconds) / count;
    const end = Math.min(seconds - 0.3, start + 0.03 + 0.3 * random());
    const [a, b] = [Math.round(start * rate), Math.round(end * rate)];
    for (let i = a; i < b; i++) to[i] = to[i]! * 0.001;
    out.push({ start, end });
  }
  return out;
}

/** What is left below or above a corner, one pole: the other channel keeps it. `rate` in samples a second, the corner in Hz. */
export function thinOut(to: Float32Array, rate: number, side: "treble" | "bass", cornerHz: number): void {
  const a = Math.exp((-2 * Math.PI * cornerHz) / rate);
  let low = 0;
  for (let i = 0; i < to.length; i++) {
    low = a * low + (1 - a) * to[i]!;
    to[i] = side === "treble" ? low : to[i]! - low;
  }
}

/** Cuts both halves off at `level`, a share of full scale (0 to 1). */
export function clipAt(to: Float32Array, level: number): void {
  for (let i = 0; i < to.length; i++) to[i] = Math.max(-level, Math.min(level, to[i]!));
}

/** Lowers the whole by so many dB, 0 or more. */
export function weaken(to: Float32Array, dB: number): void {
  for (let i = 0; i < to.length; i++) to[i] = to[i]! * amplitude(-dB);
}

/** Adds DC, as a share of full scale (−1 to 1). */
export function addOffset(to: Float32Array, offset: number): void {
  for (let i = 0; i < to.length; i++) to[i] = to[i]! + offset;
}
