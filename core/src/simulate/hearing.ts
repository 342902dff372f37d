import FFT from "fft.js";
import type { Hearable } from "../choose";
import { programme, type Made } from "./programme";

/** The same piece of music before and after an exchange, equally loud. Full scale 1. */
export interface Hearing {
  rate: number;
  was: Float32Array;
  becomes: Float32Array;
  /** dB by which the second was made louder to be as loud as the first; of hum 0: there the level is the point */
  matched: number;
}

/**
 * dBV of the programme at the output, against which a hum of so many dBV is heard: one watt into eight ohms, quietly listened to (common
 * practice).
 */
const PROGRAMME_DBV = -10;
/** What is rendered is so loud: −26 dB, as a headphone may be on a head. */
const LOUDNESS = 0.05;

/** Renders what an exchange sounds like: music through both responses, brought to one level; or with both hums under it. */
export function renderHearing(what: Hearable, made: Made): Hearing {
  const music = programme("band", made);
  scale(music, LOUDNESS / rmsOf(music));
  if (what.kind === "response") {
    const [was, becomes] = [through(music, made.rate, what.hz, what.was), through(music, made.rate, what.hz, what.becomes)];
    const matched = rmsOf(was) / Math.max(rmsOf(becomes), 1e-12);
    scale(becomes, matched);
    const both = LOUDNESS / Math.max(rmsOf(was), 1e-12);
    scale(was, both);
    scale(becomes, both);
    return { rate: made.rate, was, becomes, matched: 20 * Math.log10(matched) };
  }
  const under = ({ wave, level }: { wave: readonly number[]; level: number }) =>
    withHum(music, made.rate, what.hertz, wave, LOUDNESS * 10 ** ((level - PROGRAMME_DBV) / 20));
  return { rate: made.rate, was: under(what.was), becomes: under(what.becomes), matched: 0 };
}

function rmsOf(x: ArrayLike<number>): number {
  let s = 0;
  for (let i = 0; i < x.length; i++) s += x[i]! ** 2;
  return Math.sqrt(s / Math.max(1, x.length));
}
function scale(x: Float32Array, by: number): void {
  for (let i = 0; i < x.length; i++) x[i] = x[i]! * by;
}

/** Samples through a response given in dB over a rising grid of frequencies; held at its ends. No phase is turned. */
function through(x: Float32Array, rate: number, hz: readonly number[], dB: readonly number[]): Float32Array {
  const size = 2 ** Math.ceil(Math.log2(Math.max(2, x.length)));
  const fft = new FFT(size);
  const padded = new Array<number>(size).fill(0);
  for (let i = 0; i < x.length; i++) padded[i] = x[i]!;
  const spectrum = fft.createComplexArray();
  fft.realTransform(spectrum, padded);
  fft.completeSpectrum(spectrum);
  let k = 0;
  for (let bin = 0; bin <= size / 2; bin++) {
    const f = (bin * rate) / size;
    while (k < hz.length - 2 && hz[k + 1]! < f) k++;
    const share = Math.min(1, Math.max(0, (Math.log(Math.max(f, 1e-3)) - Math.log(hz[k]!)) / (Math.log(hz[k + 1]!) - Math.log(hz[k]!))));
    const gain = 10 ** ((dB[k]! + (dB[k + 1]! - dB[k]!) * share) / 20);
    for (const at of bin === 0 || bin === size / 2 ? [bin] : [bin, size - bin]) {
      spectrum[2 * at] = spectrum[2 * at]! * gain;
      spectrum[2 * at + 1] = spectrum[2 * at + 1]! * gain;
    }
  }
  const out = fft.createComplexArray();
  fft.inverseTransform(out, spectrum);
  return Float32Array.from({ length: x.length }, (_, i) => out[2 * i]!);
}

/** A copy of the samples with a wave under them, as loud as said. */
function withHum(x: Float32Array, rate: number, hertz: number, wave: readonly number[], rms: number): Float32Array {
  const size = Math.max(rmsOf(wave), 1e-12);
  return x.map((v, i) => {
    const at = ((i * hertz) / rate) * wave.length;
    const [a, b] = [wave[Math.floor(at) % wave.length]!, wave[(Math.floor(at) + 1) % wave.length]!];
    return v + ((a + (b - a) * (at % 1)) / size) * rms;
  });
}
