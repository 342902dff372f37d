import { performance } from "node:perf_hooks";
import { normal, seededRandom } from "../src/numeric";
import {
  PROGRAMMES,
  addClicks,
  addCrackle,
  addHiss,
  addHum,
  addOffset,
  addSwing,
  addTone,
  clipAt,
  dropOut,
  programme,
  thinOut,
  weaken,
  type HumShape,
} from "../src/simulate";
import { SOUND_LABELS, type SoundLabel } from "../src/device";
import { makeAnalyser, type SoundFinding } from "../src/sound";

// Made recordings with known truth: programme, or silence, with one or two faults or none. What is found is counted, not asserted.

const say = (line: string) => process.stdout.write(`${line}\n`);
const CASES = Number(process.argv[2] ?? 300);
const VERBOSE = process.argv[3];
const SECONDS = 12;
const RATES = [44_100, 48_000] as const;

interface Truth {
  label: SoundLabel;
  kind?: HumShape;
  hz?: number;
  level?: number;
  growth?: number;
  events?: readonly { start: number; end: number }[];
  times?: readonly number[];
  period?: number;
}

interface Case {
  channels: Float32Array[];
  rate: number;
  truth: Truth[];
  of: string;
  clean: boolean;
}

const FAULTS = SOUND_LABELS;
const shapes: readonly HumShape[] = ["induced", "ripple", "halfWave", "rectifierBuzz"];

function make(seed: number): Case {
  const random = seededRandom(seed);
  const rate = RATES[Math.floor(random() * RATES.length)]!;
  // steady noise is what hiss is: nobody can tell the one from the other
  const played = PROGRAMMES.filter((p) => p !== "pink");
  const name = played[Math.floor(random() * played.length)]!;
  const one = programme(name, { rate, seconds: SECONDS, random });
  const channels = [one, one.map((x) => x + normal(random, 0, 3e-6))];
  const truth: Truth[] = [];
  const wanted = seed % 3 === 0 ? [] : [FAULTS[Math.floor(random() * FAULTS.length)]!];
  if (wanted.length > 0 && random() < 0.25) wanted.push(FAULTS[Math.floor(random() * FAULTS.length)]!);
  for (const label of new Set(wanted)) spoil(label, channels, rate, random, name, truth);
  return { channels, rate, truth, of: name, clean: name === "silence" };
}

function spoil(label: SoundLabel, channels: Float32Array[], rate: number, random: () => number, name: string, truth: Truth[]): void {
  const [a, b] = channels as [Float32Array, Float32Array];
  const both = random() < 0.5;
  const each = (f: (x: Float32Array) => void) => (both ? [a, b] : [a]).forEach(f);
  const quiet = name === "silence";
  switch (label) {
    case "hum": {
      const kind = shapes[Math.floor(random() * shapes.length)]!;
      const hz = (random() < 0.5 ? 50 : 60) + 0.3 * (random() - 0.5);
      const level = quiet ? -75 + 45 * random() : -64 + 25 * random();
      each((x) => addHum(x, rate, kind, hz, level));
      truth.push({ label, kind, hz, level });
      return;
    }
    case "motorboating": {
      const [hz, growth, level] = [0.8 + 10 * random(), random() < 0.5 ? 0 : 0.1 + 0.2 * random(), -45 + 30 * random()];
      each((x) => addSwing(x, rate, hz, level, growth));
      truth.push({ label, hz, growth, level });
      return;
    }
    case "higherOscillation": {
      const [hz, level] = [200 * 80 ** random() + 7.3, -55 + 25 * random()];
      each((x) => addTone(x, rate, hz, level));
      truth.push({ label, hz, level });
      return;
    }
    case "hiss": {
      const level = -56 + 20 * random();
      each((x) => addHiss(x, random, level));
      truth.push({ label, level });
      return;
    }
    case "crackle":
      truth.push({ label, times: addCrackle(a, rate, random, 1 + 6 * random(), 0.08 + 0.4 * random()) });
      return;
    case "periodicClicking": {
      const period = 0.15 + 0.9 * random();
      truth.push({ label, period, times: addClicks(a, rate, random, period, 0.1 + 0.3 * random()) });
      return;
    }
    case "dropouts":
      // where nothing plays nothing drops out
      if (!quiet) truth.push({ label, events: dropOut(a, rate, random, 2 + Math.floor(4 * random())) });
      return;
    case "levelImbalance":
      weaken(a, 3 + 9 * random());
      if (!quiet) truth.push({ label });
      return;
    case "trebleMissing":
      thinOut(a, rate, "treble", 700 + 1800 * random());
      if (!quiet) truth.push({ label });
      return;
    case "bassMissing":
      thinOut(a, rate, "bass", 200 + 400 * random());
      if (!quiet) truth.push({ label });
      return;
    case "clipping": {
      const peak = a.reduce((m, x) => Math.max(m, Math.abs(x)), 0);
      if (quiet) return;
      each((x) => clipAt(x, peak * (0.25 + 0.35 * random())));
      truth.push({ label });
      return;
    }
    case "dcOffset": {
      each((x) => addOffset(x, (0.01 + 0.08 * random()) * (random() < 0.5 ? 1 : -1)));
      truth.push({ label });
      return;
    }
  }
}

const counts = new Map(SOUND_LABELS.map((l) => [l, { right: 0, missed: 0, invented: 0 }]));
const errors = {
  hz: [] as number[],
  cleanLevel: [] as number[],
  level: [] as number[],
  edge: [] as number[],
  kinds: 0,
  hums: 0,
  growth: [] as number[],
};

function judge(c: Case, findings: readonly SoundFinding[], seed: number): void {
  for (const label of SOUND_LABELS) {
    const truth = c.truth.find((t) => t.label === label);
    const found = findings.filter((f) => f.label === label && f.confidence >= 0.5);
    const count = counts.get(label)!;
    if (truth && found.length > 0) count.right++;
    else if (truth) count.missed++;
    else if (found.length > 0) count.invented++;
    if (VERBOSE !== undefined && (VERBOSE === "all" || VERBOSE === label) && (truth !== undefined) !== found.length > 0)
      say(
        `${seed} ${c.of} [` +
          c.truth.map((t) => [t.label, t.kind, t.hz?.toFixed(2), t.level?.toFixed(0)].join(" ")).join("; ") +
          `] ` +
          `${truth ? "missed" : "invented"} ${label} ` +
          `${JSON.stringify(found.map((f) => ({ ...f, events: "events" in f ? f.events.length : undefined }))).slice(0, 300)}`,
      );
    if (!truth || found.length === 0) continue;
    const best = found.find((f) => f.channels.includes(1)) ?? found[0]!;
    if (best.label === "hum" && truth.hz !== undefined) {
      errors.hz.push(Math.abs(best.mainsHz - truth.hz));
      (c.clean ? errors.cleanLevel : errors.level).push(Math.abs(best.level - truth.level!));
      errors.hums++;
      if (best.kind === truth.kind) errors.kinds++;
      else if (VERBOSE === "kind") say(`${seed} ${c.of} kind ${truth.kind} said ${best.kind} ${JSON.stringify(best.harmonics)}`);
    }
    if (best.label === "higherOscillation" && truth.hz !== undefined)
      (c.clean ? errors.cleanLevel : errors.level).push(Math.abs(best.level - truth.level!));
    if (best.label === "motorboating" && truth.growth) errors.growth.push(Math.abs(best.growth - truth.growth));
    if (best.label === "dropouts")
      for (const e of truth.events ?? []) {
        const near = best.events.find((x) => x.start < e.end && x.end > e.start);
        if (near) errors.edge.push(Math.abs(near.start - e.start), Math.abs(near.end - e.end));
      }
  }
}

const took: number[] = [];
for (let seed = 1; seed <= CASES; seed++) {
  const c = make(seed);
  const began = performance.now();
  const analyser = makeAnalyser({ rate: c.rate, channels: 2, samples: c.channels[0]!.length });
  for (let at = 0; at < c.channels[0]!.length; at += 32768) {
    const blocks = c.channels.map((x) => x.subarray(at, at + 32768));
    analyser.push(blocks, blocks[0]!.length);
  }
  const { report } = analyser.finish();
  took.push(performance.now() - began);
  judge(c, report.findings, seed);
}

const quantile = (list: readonly number[], q: number) =>
  list.length === 0 ? Number.NaN : [...list].sort((x, y) => x - y)[Math.min(list.length - 1, Math.floor(q * list.length))]!;
const percent = (a: number, b: number) => (b === 0 ? "-" : `${((100 * a) / b).toFixed(1)} %`);
say(`sound: ${CASES} made recordings of ${SECONDS} s`);
for (const [label, { right, missed, invented }] of counts)
  say(
    `sound: ${label}: precision ${percent(right, right + invented)}, recall ${percent(right, right + missed)} ` +
      `(${right + missed} true, ${invented} invented)`,
  );
say(
  `sound: mains frequency off by p95 ${quantile(errors.hz, 0.95).toFixed(4)} Hz; hum of the right kind ` +
    `${percent(errors.kinds, errors.hums)}`,
);
say(
  `sound: level off by p95 ${quantile(errors.cleanLevel, 0.95).toFixed(2)} dB clean, ` +
    `${quantile(errors.level, 0.95).toFixed(2)} dB under programme`,
);
say(
  `sound: dropout edges off by p95 ${(1000 * quantile(errors.edge, 0.95)).toFixed(1)} ms; growth off by p95 ` +
    `${quantile(errors.growth, 0.95).toFixed(3)} a second`,
);
say(`sound: a recording took p50 ${quantile(took, 0.5).toFixed(0)} ms`);
