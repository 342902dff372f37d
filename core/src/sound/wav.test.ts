import { describe, expect, test } from "vitest";
import { WaveFile } from "wavefile";
import { analyseWav, decodeFrames, readWavFormat, writeWav } from ".";
import { type WavFormat } from "./wav";

// Files written by a library that is not ours are read back.

const RATE = 8000;
const tone = (n: number, size = 0.6) => Float64Array.from({ length: n }, (_, i) => size * Math.sin((2 * Math.PI * 440 * i) / RATE));

function written(channels: number, depth: string, n = 4000): Uint8Array {
  const wav = new WaveFile();
  const full = { "8": 127, "16": 32767, "24": 8388607, "32": 2147483647 }[depth] ?? 1;
  const one = Array.from(tone(n), (x) => (depth === "8" ? Math.round(128 + x * full) : full === 1 ? x : Math.round(x * full)));
  wav.fromScratch(channels, RATE, depth, channels === 1 ? one : Array.from({ length: channels }, () => one));
  return wav.toBuffer();
}
const formatOf = (bytes: Uint8Array): WavFormat => {
  const read = readWavFormat(bytes, bytes.length);
  if (!read.ok) throw new Error(JSON.stringify(read.issue));
  return read.value;
};
const samplesOf = (bytes: Uint8Array): Float32Array[] => {
  const format = formatOf(bytes);
  const out = Array.from({ length: format.channels }, () => new Float32Array(format.frames));
  expect(decodeFrames(bytes.subarray(format.dataAt), format, out)).toEqual({ frames: format.frames, notNumbers: 0 });
  return out;
};
const issueOf = (bytes: Uint8Array, size = bytes.length) => {
  const read = readWavFormat(bytes, size);
  return read.ok ? null : read.issue;
};

describe("samples written elsewhere come back", () => {
  test.each([
    ["8", 0.009],
    ["16", 4e-5],
    ["24", 2e-7],
    ["32", 1e-7],
    ["32f", 1e-7],
    ["64", 1e-7],
  ])("%s bits", (depth, within) => {
    for (const channels of [1, 2, 6, 8])
      for (const got of samplesOf(written(channels, depth)))
        tone(4000).forEach(
          (x, i) => i % 37 === 0 && expect(Math.abs(got[i]! - x), `${channels} channels, sample ${i}`).toBeLessThan(within),
        );
  });
  test("and what we write is read by it", () => {
    const x = Float32Array.from(tone(1000));
    const other = new WaveFile(writeWav([x, x.map((v) => -v)], RATE));
    const [left, right] = other.getSamples(false, Float64Array) as unknown as [Float64Array, Float64Array];
    expect(left[123]).toBeCloseTo(x[123]!, 7);
    expect(right[123]).toBeCloseTo(-x[123]!, 7);
  });
  test("at odd places in memory too", () => {
    const bytes = written(2, "16");
    const shifted = new Uint8Array(bytes.length + 1);
    shifted.set(bytes, 1);
    expect(samplesOf(shifted.subarray(1))).toEqual(samplesOf(bytes));
  });
});

/** A file with other chunks before its samples. */
function withChunk(id: string, length: number, bytes = written(1, "16")): Uint8Array {
  const padded = length + (length & 1);
  const out = new Uint8Array(bytes.length + 8 + padded);
  out.set(bytes.subarray(0, 12));
  out.set(
    [...id].map((c) => c.charCodeAt(0)),
    12,
  );
  new DataView(out.buffer).setUint32(16, length, true);
  out.set(bytes.subarray(12), 20 + padded);
  return out;
}

describe("headers", () => {
  test("odd chunks are stepped over at even bytes", () => {
    for (const length of [0, 1, 7, 300]) expect(samplesOf(withChunk("LIST", length))[0]).toEqual(samplesOf(written(1, "16"))[0]);
  });
  test("a file that ends early is read as far as it goes, and it is said", () => {
    const whole = written(2, "16");
    const cut = whole.subarray(0, whole.length - 1001);
    expect(formatOf(cut)).toMatchObject({ truncated: true, frames: Math.floor((cut.length - 44) / 4) });
    expect(formatOf(whole).truncated).toBe(false);
  });
  test.each([0, 0xffffffff])("a size nobody knew (%i) means to the end", (size) => {
    const bytes = written(1, "16").slice();
    new DataView(bytes.buffer).setUint32(40, size, true);
    expect(formatOf(bytes)).toMatchObject({ frames: 4000, truncated: false });
  });
  const changed = (at: number, value: number, bits: 16 | 32 = 16) => {
    const bytes = written(1, "16").slice();
    const view = new DataView(bytes.buffer);
    if (bits === 16) view.setUint16(at, value, true);
    else view.setUint32(at, value, true);
    return bytes;
  };
  test.each([
    ["nothing", new Uint8Array(0), { code: "empty" }],
    ["a few bytes", new Uint8Array(7), { code: "notWav" }],
    ["words", Uint8Array.from([..."this is no sound at all, only words"].map((c) => c.charCodeAt(0))), { code: "notWav" }],
    ["packed samples", changed(20, 85), { code: "codec", tag: 85 }],
    ["no channel", changed(22, 0), { code: "channels", found: 0 }],
    ["nine channels", changed(22, 9), { code: "channels", found: 9 }],
    ["a rate too low", changed(24, 4000, 32), { code: "rate", found: 4000 }],
    ["a rate too high", changed(24, 384000, 32), { code: "rate", found: 384000 }],
    ["64 bits of whole numbers", changed(34, 64), { code: "bits", found: 64, float: false }],
    ["blocks that do not fit", changed(32, 7), { code: "badHeader", what: "blockAlign" }],
    ["a short format", changed(16, 8, 32), { code: "badHeader", what: "format" }],
    ["no samples", written(1, "16").subarray(0, 44), { code: "noSamples" }],
    ["no format", written(1, "16").subarray(0, 12), { code: "noFormat" }],
  ])("%s: refused", (_, bytes, issue) => expect(issueOf(bytes)).toEqual(issue));
});

describe("a whole file", () => {
  const analysed = (bytes: Uint8Array, progress?: (share: number) => boolean) =>
    analyseWav({ size: bytes.length, read: (from, length) => bytes.subarray(from, from + length) }, progress);
  test("what is shorter than a fifth of a second is refused", () => {
    expect(analysed(written(1, "16", 800))).toEqual({ ok: false, issue: { code: "tooShort", seconds: 0.1 } });
  });
  test("some samples that are no numbers count as silence, many refuse it", () => {
    const at = (every: number) => writeWav([Float32Array.from(tone(16000), (x, i) => (i % every === 0 ? Number.NaN : x))], RATE);
    expect(analysed(at(1000))).toMatchObject({ ok: true, value: { notNumbers: 16 } });
    expect(analysed(at(20))).toMatchObject({ ok: false, issue: { code: "notNumbers" } });
  });
  test("can be stopped, and tells how far it is", () => {
    const shares: number[] = [];
    const bytes = writeWav([new Float32Array(200_000)], RATE);
    expect(analysed(bytes, (s) => shares.push(s) === 2)).toEqual({ ok: true, value: null });
    expect(shares).toHaveLength(2);
    expect(shares[1]).toBeGreaterThan(shares[0]!);
  });
});
