import { describe, expect, test } from "vitest";
import { seededRandom } from "../numeric";
import { addHum, programme, type HumShape, type ProgrammeName } from "../simulate";
import { makeDecimator, slowRate } from "./decimate";
import { humByPhase, kindOf } from "./hum";
import { findLadder, standingRungs } from "./ladder";

const RATE = 48_000;
const SLOW = slowRate(RATE).rate;
function slowed(x: Float32Array): Float32Array {
  const decimator = makeDecimator(RATE);
  const out: number[] = [];
  for (let at = 0; at < x.length; at += 32_768) {
    const { samples, count } = decimator.push(x.subarray(at, at + 32_768), Math.min(32_768, x.length - at));
    out.push(...samples.subarray(0, count));
  }
  return Float32Array.from(out);
}
function played(name: ProgrammeName, hum: { shape: HumShape; hz: number; level: number } | null, seconds = 10, seed = 77): Float32Array {
  const x = programme(name, { rate: RATE, seconds, random: seededRandom(seed) });
  if (hum) addHum(x, RATE, hum.shape, hum.hz, hum.level);
  return slowed(x);
}
const heard = (x: Float32Array) => humByPhase(findLadder(x, SLOW, [50, 60]));

describe("hum 50 dB under what is played, by the phase its multiples keep", () => {
  test.each<[ProgrammeName, HumShape, "ripple" | "halfWave" | "rectifierBuzz", number]>([
    ["notesAndRests", "ripple", "ripple", 50.13],
    ["pianoDecay", "halfWave", "halfWave", 59.91],
    ["organTremolo", "ripple", "ripple", 49.87],
    ["speech", "rectifierBuzz", "rectifierBuzz", 60.07],
    ["bassNotes", "halfWave", "halfWave", 49.95],
  ])("under %s, %s", (name, shape, kind, hz) => {
    const hum = heard(played(name, { shape, hz, level: -64 }));
    expect(hum?.kind).toBe(kind);
    expect(Math.abs(hum!.mainsHz - hz)).toBeLessThan(0.02);
    // what lies over the twentieth multiple is not in it: of narrow pulses some decibels
    expect(Math.abs(hum!.level + 64)).toBeLessThan(shape === "rectifierBuzz" ? 4 : 1.5);
  });

  test.each<ProgrammeName>(["band", "bassNotes", "organTremolo", "pianoDecay", "notesAndRests", "applause", "speech", "pink", "silence"])(
    "%s by itself has none",
    (name) => {
      for (const seed of [3, 77, 154]) expect(heard(played(name, null, 8, seed)), `seed ${seed}`).toBeNull();
    },
  );

  test("what is shorter than two seconds tells nothing", () => {
    expect(findLadder(played("silence", { shape: "ripple", hz: 50, level: -30 }, 1.5), SLOW, [50, 60])).toBeNull();
  });

  test("a mains that drifts over a long recording is followed piece by piece", () => {
    const seconds = 45;
    const x = Float32Array.from({ length: seconds * SLOW }, (_, i) => {
      const t = i / SLOW;
      const phase = 50 * t + 0.003 * Math.sin((2 * Math.PI * t) / 40);
      return 1e-3 * (0.5 - ((2 * phase) % 1));
    });
    const hum = heard(x);
    expect(hum?.kind).toBe("ripple");
    expect(Math.abs(hum!.mainsHz - 50)).toBeLessThan(0.02);
  });
});

test("multiples of five times mains are the overtones of a note there", () => {
  const rung = (times: number) => ({ times, keeps: 50, power: 1e-6, error: 1e-9 });
  expect(standingRungs({ mainsHz: 50, rungs: [5, 10, 15, 20].map(rung) })).toBeNull();
  expect(standingRungs({ mainsHz: 50, rungs: [3, 6, 9].map(rung) })).toBeNull();
  expect(standingRungs({ mainsHz: 50, rungs: [2, 4, 6].map(rung) })).toHaveLength(3);
  expect(standingRungs({ mainsHz: 50, rungs: [7, 12].map(rung) }), "two high ones may be chance").toBeNull();
  expect(standingRungs({ mainsHz: 50, rungs: [rung(1)] }), "mains alone").toHaveLength(1);
});

describe("which hum a ladder is", () => {
  const ladder = (of: (k: number) => number | null) =>
    Object.fromEntries(Array.from({ length: 20 }, (_, i) => [i + 1, of(i + 1)] as const).filter(([, dB]) => dB !== null));
  const even = (fall: number) => (k: number) => (k % 2 === 0 ? -40 - fall * Math.log2(k) : null);
  test.each([
    ["a saw-tooth at twice mains", ladder(even(6)), "ripple"],
    ["narrow pulses, one diode weaker", ladder((k) => (k % 2 === 0 ? -50 : -75)), "rectifierBuzz"],
    ["narrow pulses of half waves", ladder(() => -50), "rectifierBuzz"],
    ["a half wave", ladder((k) => -40 - 6 * Math.log2(k)), "halfWave"],
    ["nearly a sine", ladder((k) => (k === 1 ? -40 : k === 3 ? -68 : null)), "induced"],
    ["a saw-tooth, and mains beside it", { ...ladder(even(6)), 1: -44 }, "mixed"],
    ["a saw-tooth whose low multiples a bass hides", ladder((k) => (k >= 10 ? even(6)(k) : null)), "ripple"],
  ] as const)("%s", (_name, harmonics, kind) => expect(kindOf(harmonics as Record<number, number>)).toBe(kind));
});
