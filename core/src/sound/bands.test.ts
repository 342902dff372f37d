import { describe, expect, test } from "vitest";
import { FLAT_TOP, HANN, aWeighting, bandEdges, bandMid, cosineWindow, windowPower } from "./bands";
import { makeDecimator, makeSlower, slowRate } from "./decimate";
import { linePower, makeSpectra, peakOffset } from "./spectra";

describe("IEC 61672-1: A-weighting at nominal frequencies, dB to a tenth", () => {
  test.each([
    [31.5, -39.4],
    [63, -26.2],
    [125, -16.1],
    [250, -8.6],
    [500, -3.2],
    [1000, 0],
    [2000, 1.2],
    [4000, 1.0],
    [8000, -1.1],
    [16000, -6.6],
  ])("%f Hz %f dB", (hz, dB) => {
    // the table is for exact frequencies, base ten
    const exact = 1000 * 10 ** (Math.round(10 * Math.log10(hz / 1000)) / 10);
    expect(aWeighting(exact)).toBeGreaterThan(dB - 0.06);
    expect(aWeighting(exact)).toBeLessThan(dB + 0.06);
  });
});

test("IEC 61260-1: third octaves meet at their edges, ten to a decade, 1 kHz among them", () => {
  expect(bandMid(0)).toBe(1000);
  expect(bandMid(10)).toBeCloseTo(10_000, 6);
  for (let n = -17; n < 13; n++) expect(bandEdges(n)[1]).toBeCloseTo(bandEdges(n + 1)[0], 6);
});

describe("windows", () => {
  const N = 4096;
  const noiseBins = (terms: readonly number[]) => {
    const w = cosineWindow(N, terms);
    const sum = w.reduce((a, b) => a + b, 0);
    return (N * windowPower(w)) / (sum * sum);
  };
  /** dB by which a line between two bins reads low */
  const scallop = (terms: readonly number[]) => {
    const w = cosineWindow(N, terms);
    const at = (offset: number) => {
      let [re, im] = [0, 0];
      w.forEach((x, i) => {
        re += x * Math.cos((2 * Math.PI * offset * i) / N);
        im += x * Math.sin((2 * Math.PI * offset * i) / N);
      });
      return Math.hypot(re, im);
    };
    return 20 * Math.log10(at(0.5) / at(0));
  };
  test("Hann (Harris 1978): 1.5 bins of noise, 1.42 dB between bins", () => {
    expect(noiseBins(HANN)).toBeCloseTo(1.5, 3);
    expect(scallop(HANN)).toBeCloseTo(-1.42, 2);
  });
  test("flat top HFT90D (Heinzel 2002): 3.8832 bins of noise, 0.0039 dB between bins", () => {
    expect(noiseBins(FLAT_TOP)).toBeCloseTo(3.8832, 3);
    expect(Math.abs(scallop(FLAT_TOP))).toBeLessThan(0.004);
  });
});

describe("spectra", () => {
  const spectrum = (hz: number, size = 0.5, rate = 3000, N = 4096) => {
    const s = makeSpectra(N, rate, N / 2);
    const x = Float32Array.from({ length: N * 3 }, (_, i) => size * Math.sin((2 * Math.PI * hz * i) / rate));
    const other = x.map((v) => 0.2 * v);
    for (let at = 0; at + N <= x.length; at += N / 2) s.frame(x, other, at);
    return { first: s.finish(0), second: s.finish(1) };
  };
  test("a line reads its mean square wherever it lies between bins, and its frequency to a hundredth of a bin or two", () => {
    for (const hz of [100, 100.1, 100.2, 100.35, 499.9]) {
      const { first } = spectrum(hz);
      const bin = Math.round(hz / first.step);
      expect(10 * Math.log10(linePower(first.mean, bin) / 0.125)).toBeCloseTo(0, 1);
      expect(Math.abs((bin + peakOffset(first.mean, bin)) * first.step - hz)).toBeLessThan(0.02 * first.step);
    }
  });
  test("two channels at once do not hear each other", () => {
    const { first, second } = spectrum(200);
    const bin = Math.round(200 / first.step);
    expect(10 * Math.log10(linePower(second.mean, bin) / linePower(first.mean, bin))).toBeCloseTo(20 * Math.log10(0.2), 2);
  });
  test("quantiles over time: of a steady line all are alike", () => {
    const { first } = spectrum(150);
    const bin = Math.round(150 / first.step);
    for (const share of [0.1, 0.5, 0.9])
      expect(Math.abs(10 * Math.log10(first.quantile(share)[bin]! / first.mean[bin]!))).toBeLessThan(0.8);
  });
});

describe("the way down to a slow rate", () => {
  const through = (rate: number, hz: number) => {
    const x = Float32Array.from({ length: rate }, (_, i) => Math.sin((2 * Math.PI * hz * i) / rate));
    const d = makeDecimator(rate);
    const out: number[] = [];
    for (let at = 0; at < x.length; at += 5000) {
      const block = x.subarray(at, at + 5000);
      const { samples, count } = d.push(block, block.length);
      out.push(...samples.subarray(0, count));
    }
    const settled = out.slice(out.length >> 2);
    return 10 * Math.log10((2 * settled.reduce((a, b) => a + b * b, 0)) / settled.length + 1e-20);
  };
  test.each([8000, 22050, 44100, 48000, 96000, 192000])("from %i: flat to 1 kHz, nothing folds into it", (rate) => {
    const slow = slowRate(rate).rate;
    expect(slow).toBeGreaterThanOrEqual(2700);
    expect(slow).toBeLessThan(5400);
    for (const hz of [50, 400, 990]) expect(Math.abs(through(rate, hz)), `${hz} Hz`).toBeLessThan(0.15);
    for (const k of [1, 2, 3])
      for (const off of [-900, 300, 900])
        if (k * slow + off < rate / 2) expect(through(rate, k * slow + off), `${k} × slow + ${off}`).toBeLessThan(-55);
  });
  test("and further down to a hundred a second", () => {
    const { decimator, rate } = makeSlower(3000);
    expect(rate).toBe(100);
    const level = (hz: number) => {
      const { decimator: d } = makeSlower(3000);
      const x = Float32Array.from({ length: 30_000 }, (_, i) => Math.sin((2 * Math.PI * hz * i) / 3000));
      const { samples, count } = d.push(x, x.length);
      return 10 * Math.log10((2 * samples.subarray(100, count).reduce((a, b) => a + b * b, 0)) / (count - 100) + 1e-20);
    };
    expect(decimator).toBeDefined();
    for (const hz of [1, 10, 24]) expect(Math.abs(level(hz)), `${hz} Hz`).toBeLessThan(0.3);
    for (const hz of [80, 98, 112.5]) expect(level(hz), `${hz} Hz`).toBeLessThan(-60);
  });
});
