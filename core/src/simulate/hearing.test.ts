import { expect, test } from "vitest";
import { seededRandom } from "../numeric";
import { renderHearing } from "./hearing";

const MADE = { rate: 32_000, seconds: 2, random: seededRandom(8) };
const rms = (x: Float32Array) => Math.sqrt(x.reduce((s, v) => s + v * v, 0) / x.length);
/** Level of one frequency by correlation, dB. */
const lineAt = (x: Float32Array, hz: number): number => {
  let [re, im] = [0, 0];
  for (let i = 0; i < x.length; i++) {
    re += x[i]! * Math.cos((2 * Math.PI * hz * i) / MADE.rate);
    im += x[i]! * Math.sin((2 * Math.PI * hz * i) / MADE.rate);
  }
  return 20 * Math.log10((2 * Math.hypot(re, im)) / x.length);
};

test("both are equally loud, and differ by what the circuit does", () => {
  const hz = [20, 100, 1000, 16_000];
  const flat = [0, 0, 0, 0];
  const heard = renderHearing({ kind: "response", hz, was: flat, becomes: [-30, -20, 0, 0] }, { ...MADE, random: seededRandom(8) });
  expect(rms(heard.becomes) / rms(heard.was)).toBeCloseTo(1, 6);
  expect(heard.matched).toBeGreaterThan(0);
  const same = renderHearing({ kind: "response", hz, was: flat, becomes: flat }, { ...MADE, random: seededRandom(8) });
  expect(same.matched).toBeCloseTo(0, 9);
  for (let i = 0; i < same.was.length; i += 997) expect(same.becomes[i]).toBeCloseTo(same.was[i]!, 7);
});

test("a hum is under the music as far as it is", () => {
  const wave = Array.from({ length: 256 }, (_, i) => Math.sin((2 * Math.PI * 2 * i) / 256));
  const heard = renderHearing(
    { kind: "hum", hertz: 50, was: { wave, level: -60 }, becomes: { wave, level: -20 } },
    { ...MADE, random: seededRandom(8) },
  );
  expect(lineAt(heard.becomes, 100) - lineAt(heard.was, 100), "over what the music has there").toBeGreaterThan(10);
  const added = heard.becomes.map((v, i) => v - heard.was[i]!);
  // −20 dBV under a programme of −10 dBV: 10 dB below its 0.05
  expect(20 * Math.log10(rms(added) / 0.05)).toBeCloseTo(-10, 0);
});
