import { normal } from "../numeric";

// What is played while a unit is listened to: made-up music and what comes near it, for tests and for the demo. One channel at a time,
// full scale 1, some −14 dBFS loud.

type Random = () => number;
export interface Made {
  rate: number;
  seconds: number;
  random: Random;
}

export const PROGRAMMES = [
  "band",
  "bassNotes",
  "organTremolo",
  "pianoDecay",
  "notesAndRests",
  "applause",
  "speech",
  "pink",
  "silence",
] as const;
export type ProgrammeName = (typeof PROGRAMMES)[number];

const empty = ({ rate, seconds }: Made): Float32Array => new Float32Array(Math.round(rate * seconds));

/** Adds a note with its overtones: an attack, a decay, and a release so that nothing clicks. */
function note(
  to: Float32Array,
  rate: number,
  at: number,
  length: number,
  hz: number,
  size: number,
  decay: number,
  overtones: number,
): void {
  const from = Math.round(at * rate);
  const count = Math.round(length * rate);
  const [attack, release] = [0.008 * rate, 0.03 * rate];
  for (let h = 1; h <= overtones; h++) {
    const f = h * hz;
    if (f > 0.45 * rate) break;
    const own = size / h ** 1.4;
    const phase = h * 1.7;
    for (let i = 0; i < count && from + i < to.length; i++) {
      const shape = Math.min(1, i / attack) * Math.min(1, (count - i) / release) * Math.exp((-decay * h ** 0.4 * i) / rate);
      to[from + i] = to[from + i]! + own * shape * Math.sin((2 * Math.PI * f * i) / rate + phase);
    }
  }
}

/** Adds a drum: a burst of noise that dies away. */
function drum(to: Float32Array, { rate, random }: Made, at: number, size: number, decay: number): void {
  const from = Math.round(at * rate);
  const count = Math.round(0.25 * rate);
  for (let i = 0; i < count && from + i < to.length; i++)
    to[from + i] = to[from + i]! + size * Math.min(1, i / (0.002 * rate)) * Math.exp((-decay * i) / rate) * normal(random, 0, 1);
}

const SCALE = [0, 2, 3, 5, 7, 8, 10] as const;
const pitch = (random: Random, low: number, octaves: number): number => {
  const step = SCALE[Math.floor(random() * SCALE.length)]! + 12 * Math.floor(random() * octaves);
  return low * 2 ** (step / 12);
};

const MAKERS: Readonly<Record<ProgrammeName, (m: Made, to: Float32Array) => void>> = {
  band(m, to) {
    const beat = 0.36 + 0.2 * m.random();
    for (let t = 0; t < m.seconds; t += beat) {
      note(to, m.rate, t, beat * 1.1, pitch(m.random, 65.4, 1), 0.25, 2.5, 6);
      for (let k = 0; k < 2; k++) note(to, m.rate, t + beat * 0.5 * k, beat * 1.4, pitch(m.random, 196, 2), 0.12, 2, 8);
      drum(to, m, t, 0.1 * (0.4 + m.random()), 22);
    }
  },
  bassNotes(m, to) {
    for (let t = 0; t < m.seconds; t += 0.8) note(to, m.rate, t, 0.75, 98 + 12 * m.random(), 0.4, 1.2, 5);
  },
  organTremolo(m, to) {
    for (let t = 0; t < m.seconds; t += 2) {
      const chord = new Float32Array(to.length);
      for (let k = 0; k < 3; k++) note(chord, m.rate, t, 1.95, pitch(m.random, 220, 1), 0.15, 0, 5);
      const hz = 5 + 1.5 * m.random();
      for (let i = 0; i < to.length; i++) to[i] = to[i]! + chord[i]! * (1 + 0.6 * Math.sin((2 * Math.PI * hz * i) / m.rate));
    }
  },
  pianoDecay(m, to) {
    for (let t = 0; t < m.seconds; t += 3) for (let k = 0; k < 3; k++) note(to, m.rate, t, 2.9, pitch(m.random, 110, 3), 0.22, 0.9, 10);
  },
  notesAndRests(m, to) {
    for (let t = 0.2; t < m.seconds; t += 0.5 + 0.5 * m.random()) note(to, m.rate, t, 0.32, pitch(m.random, 262, 1), 0.35, 1.5, 6);
  },
  applause(m, to) {
    for (let t = 0; t < m.seconds; t += -Math.log(1 - m.random()) / 60) drum(to, m, t, 0.06 * (0.3 + m.random()), 60 + 90 * m.random());
  },
  speech(m, to) {
    for (let t = 0.1; t < m.seconds; t += 0.18 + 0.22 * m.random() + (m.random() < 0.15 ? 0.5 : 0)) {
      note(to, m.rate, t, 0.14 + 0.1 * m.random(), 105 + 45 * m.random(), 0.25, 3, 18);
      if (m.random() < 0.4) drum(to, m, t, 0.03, 30);
    }
  },
  pink(m, to) {
    // sum of first-order noises an octave apart falls about 3 dB an octave
    const state = new Float64Array(8);
    for (let i = 0; i < to.length; i++) {
      let sum = 0;
      for (let k = 0; k < 8; k++) {
        const pole = 2 ** -k * 0.6;
        state[k] = state[k]! * (1 - pole) + pole * normal(m.random, 0, 1) * 2 ** (k / 2);
        sum += state[k]!;
      }
      to[i] = 0.05 * sum;
    }
  },
  silence() {},
};

/** One channel of a programme with the faint noise every recording has. */
export function programme(name: ProgrammeName, m: Made): Float32Array {
  const to = empty(m);
  MAKERS[name](m, to);
  for (let i = 0; i < to.length; i++) to[i] = to[i]! + normal(m.random, 0, 1e-5);
  return to;
}
