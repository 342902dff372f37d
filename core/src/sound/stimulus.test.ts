import { describe, expect, test } from "vitest";
import { thinOut } from "../simulate";
import { BANDS, analyseWav, bandMid, responseOf, stimulus, summaryOf, writeWav } from ".";
import { STIMULI } from "./stimulus";

const PLAN = { rate: 48_000, level: -20, seconds: 12 };
function bandsOf(x: Float32Array): readonly (number | null)[] {
  const wav = writeWav([x], PLAN.rate);
  const answer = analyseWav({ size: wav.length, read: (from, length) => wav.subarray(from, from + length) });
  if (!answer.ok) throw new Error(answer.issue.code);
  return summaryOf(answer.value!).channels[0]!.bands;
}
const audible = (n: number) => bandMid(n) >= 40 && bandMid(n) <= 16_000;

describe.each(STIMULI)("the %s", (which) => {
  test("is as loud in every third octave", () => {
    const response = responseOf(bandsOf(stimulus(which, PLAN)));
    for (const [i, n] of BANDS.entries()) if (audible(n)) expect(Math.abs(response[i]!), `${bandMid(n)} Hz`).toBeLessThan(0.7);
  });
  test("shows the response of what it went through: a pole at 2 kHz", () => {
    const x = stimulus(which, PLAN);
    thinOut(x, PLAN.rate, "treble", 2000);
    const response = responseOf(bandsOf(x));
    const pole = (hz: number) => -10 * Math.log10(1 + (hz / 2000) ** 2);
    for (const n of [-10, -5, 0, 3, 5, 7, 9]) {
      const i = BANDS.indexOf(n);
      expect(Math.abs(response[i]! - (pole(bandMid(n)) - pole(1000))), `${bandMid(n)} Hz`).toBeLessThan(1.2);
    }
  });
  test("stays under its level and begins and ends in silence", () => {
    const x = stimulus(which, PLAN);
    expect(x).toHaveLength(PLAN.rate * PLAN.seconds);
    expect(Math.max(...x.map(Math.abs).subarray(0, 100_000))).toBeLessThanOrEqual(0.1 + 1e-6);
    expect([x[0], Math.abs(x.at(-1)!) < 1e-3]).toEqual([0, true]);
  });
});

test("a band that drowns in what is there anyway is left out", () => {
  const loud = BANDS.map(() => -40);
  const quiet = BANDS.map((n) => (n < -10 ? -42 : -90));
  const response = responseOf(loud, quiet);
  expect(response[BANDS.indexOf(-15)]).toBeNull();
  expect(response[BANDS.indexOf(0)]).toBe(0);
  expect(
    responseOf(
      BANDS.map(() => null),
      quiet,
    ),
  ).toEqual(BANDS.map(() => null));
});

test("a signal that is too short or too long is refused", () => {
  expect(() => stimulus("sweep", { ...PLAN, seconds: 1 })).toThrow(RangeError);
  expect(() => stimulus("tones", { ...PLAN, seconds: 500 })).toThrow(RangeError);
});
