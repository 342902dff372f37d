import { existsSync, readFileSync, readdirSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { addCrackle, addHum, addSwing, thinOut } from "../src/simulate";
import { seededRandom } from "../src/numeric";
import { decodeFrames, makeAnalyser, readWavFormat } from "../src/sound";

// Real speech, as Debian's alsa-utils ships it, as what is played while a made fault is heard.

const FOLDER = "/usr/share/sounds/alsa";
const here = existsSync(FOLDER);

/** All voices one after the other, 48,000 a second. */
function voices() {
  const parts = readdirSync(FOLDER)
    .filter((name) => /^(Front|Rear|Side)_/.test(name))
    .sort()
    .map((name) => {
      const bytes = readFileSync(`${FOLDER}/${name}`);
      const read = readWavFormat(bytes, bytes.length);
      if (!read.ok) throw new Error(`${name}: ${read.issue.code}`);
      expect(read.value.rate).toBe(48_000);
      const out = Array.from({ length: read.value.channels }, () => new Float32Array(read.value.frames));
      decodeFrames(bytes.subarray(read.value.dataAt), read.value, out);
      return out[0];
    });
  const all = new Float32Array(parts.reduce((n, p) => n + p.length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}
const RATE = 48_000;
function found(spoil = () => {}) {
  const left = voices();
  const right = left.slice();
  spoil(left, right, seededRandom(9));
  const analyser = makeAnalyser({ rate: RATE, channels: 2, samples: left.length });
  for (let at = 0; at < left.length; at += 32_768) {
    const blocks = [left.subarray(at, at + 32_768), right.subarray(at, at + 32_768)];
    analyser.push(blocks, blocks[0].length);
  }
  return analyser.finish().report;
}
const loud = (report) => report.levels[0].rms;

describe.skipIf(!here)("under real speech (alsa-utils)", () => {
  test("nothing is wrong with the speech itself", () => {
    expect(found().findings.map((f) => f.label)).toEqual([]);
  });
  test.each(["ripple", "halfWave"])("hum 40 dB under it, %s", (shape) => {
    const level = loud(found()) - 40;
    const { findings } = found((a, b) => [a, b].forEach((x) => addHum(x, RATE, shape, 50.07, level)));
    const hum = findings.find((f) => f.label === "hum");
    expect(hum).toMatchObject({ kind: shape, channels: [1, 2] });
    expect(Math.abs(hum.mainsHz - 50.07)).toBeLessThan(0.05);
    expect(Math.abs(hum.level - level)).toBeLessThan(1.5);
  });
  test("a swing, crackle on one side, treble that is gone on the other", () => {
    const labels = (spoil) => found(spoil).findings.map((f) => [f.label, ...f.channels].join(" "));
    expect(labels((a, b) => [a, b].forEach((x) => addSwing(x, RATE, 2.3, -25)))).toContain("motorboating 1 2");
    expect(labels((_a, b, random) => addCrackle(b, RATE, random, 5, 0.3))).toContain("crackle 2");
    expect(labels((_a, b) => thinOut(b, RATE, "treble", 900))).toContain("trebleMissing 2");
  });
});
