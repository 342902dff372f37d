import { expect, test } from "vitest";
import { seededRandom } from "../numeric";
import { addHiss, addHum, programme, weaken } from "../simulate";
import { analyseWav, compareSides, compareSounds, decibels, soundView, summaryOf, writeWav, type AnalysedSound } from ".";
import { aWeighting } from "./bands";

const RATE = 32_000;
function heard(spoil: (a: Float32Array, b: Float32Array, random: () => number) => void, rate = RATE, seconds = 8): AnalysedSound {
  const random = seededRandom(3);
  const [a, b] = [0, 1].map(() => programme("silence", { rate, seconds, random })) as [Float32Array, Float32Array];
  spoil(a, b, random);
  const wav = writeWav([a, b], rate);
  const answer = analyseWav({ size: wav.length, read: (from, length) => wav.subarray(from, from + length) });
  if (!answer.ok) throw new Error(answer.issue.code);
  return answer.value!;
}

const hums = heard((a, b) => {
  addHum(a, RATE, "ripple", 50, -40);
  addHum(b, RATE, "ripple", 50, -60);
});

test("the strip spans the recording and shows its level, channel by channel", () => {
  const view = soundView(hums, 100);
  expect(view.channels.map((c) => c.level.length)).toEqual([100, 100]);
  expect(view.step * 100).toBeCloseTo(8, 1);
  for (const [c, level] of [-40, -60].entries())
    for (const step of view.channels[c]!.level.subarray(5, 95)) expect(step).toBeCloseTo(level, 0);
  expect(view.channels[0]!.peak[50]!).toBeGreaterThan(view.channels[0]!.level[50]!);
});

test("the spectrum has the lines of the ladder and nothing near their size between them", () => {
  const view = soundView(hums);
  const { hz, whole } = view.channels[0]!.spectrum;
  const at = (f: number) => whole[hz.reduce((best, x, i) => (Math.abs(x - f) < Math.abs(hz[best]! - f) ? i : best), 0)]!;
  expect(view.ladder.slice(0, 3).map((l) => [l.times, Math.round(l.hz)])).toEqual([
    [1, 50],
    [2, 100],
    [3, 150],
  ]);
  // a saw-tooth of −40 dBFS has 2/π²·… of its power in the first line: 6/π² of it, −2.2 dB
  expect(at(100)).toBeCloseTo(-42.2, 0);
  expect(at(200)).toBeCloseTo(-48.2, 0);
  expect(at(150)).toBeLessThan(-80);
});

test("without hum there is no ladder", () => {
  expect(soundView(heard((a, b, random) => [a, b].forEach((x) => addHiss(x, random, -50)))).ladder).toEqual([]);
});

test("the summary holds level and A-weighted level, and the hum or the level from which it would show", () => {
  const { channels, mainsHz } = summaryOf(hums);
  expect(mainsHz).toBeCloseTo(50, 2);
  expect(channels[0]!.noise.level).toBeCloseTo(-40, 1);
  expect(channels[0]!.hum).toMatchObject({ there: true });
  expect(channels[0]!.hum!.level).toBeCloseTo(-40, 0);
  // the lines of a saw-tooth fall with their number: 6/π²n² of its power, each weighted for itself
  const weighted = Array.from({ length: 150 }, (_, i) => (6 / (Math.PI * (i + 1)) ** 2) * 10 ** (aWeighting(100 * (i + 1)) / 10));
  expect(Math.abs(channels[0]!.noise.levelA + 40 - decibels(weighted.reduce((a, b) => a + b, 0)))).toBeLessThan(0.2);
  const quiet = summaryOf(heard(() => {}));
  expect(quiet.channels[0]!.hum).toMatchObject({ there: false });
  expect(quiet.channels[0]!.hum!.level).toBeLessThan(-90);
});

test("a recording at another rate is compared band by band all the same", () => {
  const noise = (rate: number) => heard((a, b, random) => [a, b].forEach((x) => addHiss(x, random, -30)), rate);
  const [one] = compareSounds(noise(32_000), noise(48_000));
  // white noise of one level spread over half as much more: 1.76 dB a band
  expect(one!.aligned).toBeCloseTo(-1.76, 0);
  expect(one!.findings).toEqual([]);
});

test("one side against the other: level first, then band by band", () => {
  const sides = compareSides(
    heard((a, b, random) => {
      addHiss(a, random, -30);
      b.set(a);
      weaken(b, 4);
    }),
  )!;
  expect(sides.aligned).toBeCloseTo(4, 1);
  for (const band of sides.bands) if (band !== null) expect(Math.abs(band)).toBeLessThan(0.1);
});
