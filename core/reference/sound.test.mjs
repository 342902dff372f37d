import { expect, test } from "vitest";
import { bandLevels } from "../src/sound/balance";
import { makeAnalyser } from "../src/sound";
import { linePower } from "../src/sound/spectra";
import { hasScipy, python, reference } from "./outside.mjs";

const RATE = 48_000;

/** The signal of sound.py, by the same few lines and the same repeatable noise. */
function made() {
  return Float32Array.from({ length: RATE * 8 }, (_, i) => {
    const t = i / RATE;
    const tones =
      0.1 * Math.sin(2 * Math.PI * 100.03 * t) + 0.03 * Math.sin(2 * Math.PI * 997.3 * t) + 0.01 * Math.sin(2 * Math.PI * 6400.7 * t);
    return tones + 0.004 * (((((i * i) % 65537) * 75) % 65537) / 65537 - 0.5);
  });
}

test("levels, third octaves and lines are what scipy makes of the same samples (python3-scipy, signal.welch, sound.py)", () => {
  const expected = reference("sound", "/usr/bin/python3 core/reference/sound.py", hasScipy, () => python("sound.py"));
  const x = made();
  const analyser = makeAnalyser({ rate: RATE, channels: 1, samples: x.length });
  analyser.push([x], x.length);
  const { report, picture } = analyser.finish();
  expect(Math.abs(report.levels[0].rms - expected.rms)).toBeLessThan(0.01);
  expect(expected.bands.filter((b) => b !== null).length).toBeGreaterThan(20);
  const bands = bandLevels(picture.spectra[0].mean, picture.spectra[0].step);
  expected.bands.forEach((dB, i) => {
    const own = bands[i];
    if (dB === null) expect(own).toBeNull();
    else expect(Math.abs(own - dB), `band ${i}`).toBeLessThan(0.1);
  });
  const { mean, step } = picture.spectra[0];
  [100.03, 997.3, 6400.7].forEach((hz, i) => {
    const level = 10 * Math.log10(2 * linePower(mean, Math.round(hz / step)));
    expect(Math.abs(level - expected.lines[i]), `${hz} Hz`).toBeLessThan(0.1);
  });
});
