import { execFile } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { afterAll, beforeAll, expect, test } from "vitest";
import { seededRandom } from "../src/numeric";
import { addHum, programme, thinOut } from "../src/simulate";
import { writeWav } from "../src/sound";

// The command as it is called, on files.

const command = fileURLToPath(new URL("./sound.ts", import.meta.url));
const RATE = 22_050;
let folder = "";
const path = (name) => join(folder, name);

beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "mirvek-sound-"));
  const good = programme("band", { rate: RATE, seconds: 6, random: seededRandom(3) });
  const humming = good.slice();
  addHum(humming, RATE, "ripple", 50, -35);
  const dull = good.slice();
  thinOut(dull, RATE, "treble", 900);
  for (const [name, x] of Object.entries({ good, humming, dull })) writeFileSync(path(`${name}.wav`), writeWav([x], RATE));
  writeFileSync(path("words.wav"), "these are only words");
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const heard = (...args) =>
  new Promise((resolve) =>
    execFile(process.execPath, ["--import", "tsx", command, ...args], (error, out, err) =>
      resolve({ code: typeof error?.code === "number" ? error.code : error ? -1 : 0, out, err }),
    ),
  );

test("one file: its findings as JSON", async () => {
  const { code, out } = await heard(path("humming.wav"));
  expect(code).toBe(0);
  const answer = JSON.parse(out);
  expect(answer).toMatchObject({ mirvekSound: 1, file: "humming.wav", channels: 1, rate: RATE, seconds: 6 });
  expect(answer.findings.map((f) => f.label)).toEqual(["hum"]);
  expect(answer.mainsHz).toBeCloseTo(50, 1);
});

test("several: a line each, a refused one in words, and the end says so", async () => {
  const { code, out } = await heard(path("good.wav"), path("words.wav"), path("humming.wav"));
  expect(code).toBe(1);
  const answers = out
    .trim()
    .split("\n")
    .map((l) => JSON.parse(l));
  expect(answers.map((a) => a.file)).toEqual(["good.wav", "words.wav", "humming.wav"]);
  expect(answers[1].error).toMatch(/no WAV file/);
  expect(answers[0].findings).toEqual([]);
});

test("a refused file alone is a sentence and an end of 1; so is one that is not there, and no file", async () => {
  for (const [args, sentence] of [
    [[path("words.wav")], /no WAV file/],
    [[path("nowhere.wav")], /cannot be read/],
    [[folder], /is no file|cannot be read/],
    [[], /usage/],
  ]) {
    const { code, out, err } = await heard(...args);
    expect({ code, out }).toEqual({ code: 1, out: "" });
    expect(err).toMatch(sentence);
    expect(err, "words, not a trace").not.toMatch(/\n\s+at /);
  }
});

test("against a reference: what is missing, band by band", async () => {
  const { code, out } = await heard(path("dull.wav"), "--reference", path("good.wav"));
  expect(code).toBe(0);
  const answer = JSON.parse(out);
  expect(answer.findings).toEqual([expect.objectContaining({ label: "trebleMissing", against: "reference" })]);
  expect(answer.reference).toMatchObject({ file: "good.wav" });
  expect(answer.reference.channels[0].bands).toHaveLength(31);
});
