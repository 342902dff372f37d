import { execFileSync } from "node:child_process";
import { closeSync, existsSync, fstatSync, openSync, readSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { performance } from "node:perf_hooks";
import { seededRandom } from "../src/numeric";
import { addHum, programme } from "../src/simulate";
import { analyseWav, writeWav } from "../src/sound";

// Ten minutes of 48 kHz stereo end to end, beside a script that works out the same spectra and levels only.

const say = (line: string) => process.stdout.write(`${line}\n`);
const RATE = 48_000;
const random = seededRandom(7);
const minute = programme("band", { rate: RATE, seconds: 60, random });
addHum(minute, RATE, "ripple", 50.02, -60);
const whole = new Float32Array(10 * minute.length);
for (let k = 0; k < 10; k++) whole.set(minute, k * minute.length);
const file = join(tmpdir(), `mirvek-ten-minutes-${process.pid}.wav`);
writeFileSync(file, writeWav([whole, whole.map((x) => 0.9 * x)], RATE));
try {
  const began = performance.now();
  const handle = openSync(file, "r");
  const read = (from: number, length: number): Uint8Array => {
    const bytes = new Uint8Array(length);
    return bytes.subarray(0, readSync(handle, bytes, 0, length, from));
  };
  const result = analyseWav({ size: fstatSync(handle).size, read });
  closeSync(handle);
  const seconds = (performance.now() - began) / 1000;
  const said = result.ok ? result.value!.report.findings.map((f) => f.label).join(", ") : "refused";
  say(`sound: ten minutes of 48 kHz stereo in ${seconds.toFixed(2)} s; found: ${said}`);
  if (existsSync("/usr/bin/python3")) {
    const script = new URL("./sound.py", import.meta.url).pathname;
    const theirs = Number(execFileSync("/usr/bin/python3", [script, file], { stdio: ["ignore", "pipe", "ignore"] }).toString());
    say(`sound: the script that works out spectra and levels only took ${theirs.toFixed(2)} s: ${(seconds / theirs).toFixed(2)} times`);
  }
} finally {
  rmSync(file);
}
