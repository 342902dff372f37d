import { describe, expect, test } from "vitest";
import { onlyThis, type Excerpt, type SoundFinding } from ".";

const RATE = 48_000;
const MOMENTS = { loud: 2, quiet: 1 };
const all = { channels: [1, 2], confidence: 1 } as const;
/** Two tones, so that a filter shows; the second channel weaker. */
const tones: Excerpt = (channel, _from, seconds) =>
  Float32Array.from(
    { length: Math.round(seconds * RATE) },
    (_, i) => (channel === 1 ? 0.2 : 0.1) * (Math.sin((2 * Math.PI * 100 * i) / RATE) + Math.sin((2 * Math.PI * 8000 * i) / RATE)),
  );
const rms = (x: Float32Array) => Math.sqrt(x.reduce((s, v) => s + v * v, 0) / x.length);
/** Amplitude of one frequency. */
function amplitude(x: Float32Array, hz: number): number {
  let [c, s] = [0, 0];
  for (let i = 0; i < x.length; i++) {
    c += x[i]! * Math.cos((2 * Math.PI * hz * i) / RATE);
    s += x[i]! * Math.sin((2 * Math.PI * hz * i) / RATE);
  }
  return (2 * Math.hypot(c, s)) / x.length;
}
const heard = (f: SoundFinding, excerpt: Excerpt = tones) => onlyThis(f, RATE, excerpt, MOMENTS)!;

describe("a finding by itself", () => {
  test("a hum is made of its own lines, in their proportion", () => {
    const { samples, how } = heard({ label: "hum", kind: "ripple", mainsHz: 50, level: -40, harmonics: { 2: -41, 4: -47 }, ...all });
    expect(how).toBe("made");
    expect(20 * Math.log10(amplitude(samples, 100) / amplitude(samples, 200))).toBeCloseTo(6, 1);
    expect(amplitude(samples, 50)).toBeLessThan(1e-3);
  });
  test("a tone above what is heard is brought down by octaves", () => {
    const { samples, lowered } = heard({ label: "higherOscillation", hz: 20_000, level: -40, ...all });
    expect(lowered).toBe(2);
    expect(amplitude(samples, 5000)).toBeGreaterThan(0.1);
  });
  test("events are cut out with a little round them", () => {
    const asked: [number, number][] = [];
    const events = [
      { start: 1, end: 1.1 },
      { start: 3, end: 3 },
    ];
    heard({ label: "crackle", count: 2, rate: 1, level: -20, events, ...all }, (c, from, seconds) => {
      asked.push([from, seconds]);
      return tones(c, from, seconds);
    });
    expect(asked).toEqual([
      [0.75, expect.closeTo(0.6, 9)],
      [2.75, 0.5],
    ]);
  });
  test("what is missing above is heard above, the side that lacks it first", () => {
    const { samples, how } = heard({
      label: "trebleMissing",
      difference: 12,
      corner: 2000,
      against: "otherChannel",
      ...all,
      channels: [2],
    });
    expect(how).toBe("filtered");
    expect(amplitude(samples, 8000)).toBeGreaterThan(10 * amplitude(samples, 100));
    const half = samples.length / 2;
    expect(rms(samples.subarray(half)) / rms(samples.subarray(0, half))).toBeCloseTo(2, 1);
  });
  test("what is missing below is heard below", () => {
    const { samples } = heard({ label: "bassMissing", difference: 9, corner: 300, against: "reference", ...all, channels: [1] });
    expect(amplitude(samples, 100)).toBeGreaterThan(10 * amplitude(samples, 8000));
  });
  test("everything is as loud as everything else, and nothing is beyond full scale", () => {
    const faint: Excerpt = (c, from, seconds) => tones(c, from, seconds).map((x) => x / 5000);
    for (const excerpt of [tones, faint]) {
      const { samples } = heard({ label: "clipping", threshold: -1, share: 0.1, side: "both", ...all }, excerpt);
      expect(rms(samples)).toBeCloseTo(0.1, 3);
    }
    const click: Excerpt = (_c, _f, seconds) => Float32Array.from({ length: Math.round(seconds * RATE) }, (_, i) => (i === 5 ? 1 : 0));
    const { samples } = heard({ label: "clipping", threshold: -1, share: 0.1, side: "both", ...all }, click);
    expect(samples.reduce((a, b) => Math.max(a, b), 0)).toBeLessThanOrEqual(0.9001);
  });
  test("no ear hears DC; silence stays silence", () => {
    expect(onlyThis({ label: "dcOffset", offset: 0.01, level: -40, ...all }, RATE, tones, MOMENTS)).toBeNull();
    const { samples } = heard({ label: "hiss", level: -60, levelA: -62, slope: 0, ...all }, (_c, _f, s) => new Float32Array(s * RATE));
    expect(samples.every((x) => x === 0)).toBe(true);
  });
});
