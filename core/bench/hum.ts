import { seededRandom } from "../src/numeric";
import { PROGRAMMES, addHum, programme } from "../src/simulate";
import { makeAnalyser, type SoundFinding } from "../src/sound";

// Hum under everything that is played: four kinds at three levels under seven programmes, 30 to 50 dB under them.

const [RATE, SECONDS, BLOCK] = [48_000, 10, 32_768];
const KINDS = ["induced", "ripple", "halfWave", "rectifierBuzz"] as const;
const LEVELS = [-64, -54, -44] as const;
const say = (line: string) => process.stdout.write(`${line}\n`);

function heard(x: Float32Array): Extract<SoundFinding, { label: "hum" }> | null {
  const analyser = makeAnalyser({ rate: RATE, channels: 1, samples: x.length });
  for (let at = 0; at < x.length; at += BLOCK) analyser.push([x.subarray(at, at + BLOCK)], Math.min(BLOCK, x.length - at));
  return analyser.finish().report.findings.find((f) => f.label === "hum") ?? null;
}

const errors = { hz: [] as number[], level: [] as number[] };
let [all, found, right] = [0, 0, 0];
for (const name of PROGRAMMES.filter((p) => p !== "pink" && p !== "silence"))
  for (const [i, kind] of KINDS.entries())
    for (const level of LEVELS) {
      const seed = 1000 + i * 31 + level + name.length * 7;
      const random = seededRandom(seed * 7919);
      const x = programme(name, { rate: RATE, seconds: SECONDS, random });
      const hz = (seed % 2 ? 50 : 60) + 0.3 * (random() - 0.5);
      addHum(x, RATE, kind, hz, level);
      const hum = heard(x);
      all++;
      if (process.argv.includes("all") && (hum === null || hum.kind !== kind))
        say(`${name} ${kind} ${level}: ${hum === null ? "missed" : hum.kind}`);
      if (hum === null) continue;
      found++;
      if (hum.kind === kind) right++;
      errors.hz.push(Math.abs(hum.mainsHz - hz));
      errors.level.push(Math.abs(hum.level - level));
    }
const quantile = (list: readonly number[], q: number) => [...list].sort((a, b) => a - b)[Math.floor(q * (list.length - 1))]!;
const both = (list: readonly number[], digits: number) => [0.5, 0.95].map((q) => quantile(list, q).toFixed(digits)).join(" and ");
say(`hum: ${all} recordings under a programme: found ${found}, of the right kind ${right}`);
say(`hum: mains frequency off by ${both(errors.hz, 4)} Hz, level by ${both(errors.level, 2)} dB at p50 and p95`);
