import { describe, expect, test } from "vitest";
import { seededRandom } from "../numeric";
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
  type ProgrammeName,
} from "../simulate";
import type { SoundLabel } from "../device";
import { compareSounds, makeAnalyser, type SoundFinding } from ".";

const RATE = 44_100;
const SECONDS = 10;

interface Bench {
  a: Float32Array;
  b: Float32Array;
  random: () => number;
}
function analysed(name: ProgrammeName, spoil: (b: Bench) => void = () => {}, block = 32_768, seed = 5) {
  const random = seededRandom(seed);
  const a = programme(name, { rate: RATE, seconds: SECONDS, random });
  const b = a.slice();
  spoil({ a, b, random });
  const analyser = makeAnalyser({ rate: RATE, channels: 2, samples: a.length });
  for (let at = 0; at < a.length; at += block) {
    const blocks = [a.subarray(at, at + block), b.subarray(at, at + block)];
    analyser.push(blocks, blocks[0]!.length);
  }
  return analyser.finish();
}
const found = (name: ProgrammeName, spoil?: (b: Bench) => void) => analysed(name, spoil).report.findings;
type Labelled<L extends SoundLabel> = SoundFinding extends infer F
  ? F extends { label: infer M }
    ? L extends M
      ? F
      : never
    : never
  : never;
const only = <L extends SoundLabel>(findings: readonly SoundFinding[], label: L): Labelled<L> => {
  const mine = findings.filter((f) => f.label === label);
  expect(
    mine.map((f) => f.label),
    `${label} among ${findings.map((f) => f.label).join(", ")}`,
  ).toHaveLength(1);
  return mine[0] as Labelled<L>;
};

describe("what is played is no fault", () => {
  // steady noise is what hiss is, and hands that clap without end are steady noise
  test.each(PROGRAMMES.filter((p) => p !== "pink" && p !== "applause"))("%s", (name) => {
    expect(found(name).map((f) => f.label)).toEqual([]);
  });
});

test("applause is no crackle, no dropout and no hum", () => {
  expect(found("applause").map((f) => f.label)).toEqual(["hiss"]);
});

describe("hum", () => {
  test.each<[HumShape, number]>([
    ["induced", 50.07],
    ["ripple", 49.93],
    ["halfWave", 60.04],
    ["rectifierBuzz", 59.96],
  ])("%s at %f Hz: kind, frequency to 0.02 Hz, level to half a decibel", (shape, hz) => {
    const hum = only(
      found("silence", ({ a }) => addHum(a, RATE, shape, hz, -52)),
      "hum",
    );
    expect(hum).toMatchObject({ kind: shape, channels: [1] });
    expect(Math.abs(hum.mainsHz - hz)).toBeLessThan(0.02);
    expect(Math.abs(hum.level + 52)).toBeLessThan(0.5);
  });
  test("a saw-tooth's multiples fall six decibels an octave", () => {
    const { harmonics } = only(
      found("silence", ({ a }) => addHum(a, RATE, "ripple", 50, -40)),
      "hum",
    );
    expect(harmonics[2]! - harmonics[4]!).toBeCloseTo(6.02, 0);
    expect(harmonics[4]! - harmonics[8]!).toBeCloseTo(6.02, 0);
    expect(harmonics[1]).toBeUndefined();
  });
  test("under music, in both channels", () => {
    const hum = only(
      found("pianoDecay", ({ a, b }) => [a, b].forEach((x) => addHum(x, RATE, "ripple", 50.02, -52))),
      "hum",
    );
    expect(hum).toMatchObject({ channels: [1, 2], kind: "ripple" });
    expect(Math.abs(hum.mainsHz - 50.02)).toBeLessThan(0.05);
    expect(Math.abs(hum.level + 52)).toBeLessThan(1.5);
  });
  test("where there is none, it is said down to where", () => {
    const { notFound, mainsHz } = analysed("silence").report;
    expect(mainsHz).toBeNull();
    const absent = notFound.find((n) => n.label === "hum")!;
    expect(absent.channels).toEqual([1, 2]);
    expect(absent.limit).toBeLessThan(-90);
    const just = found("silence", ({ a }) => addHum(a, RATE, "induced", 50, absent.limit! + 4));
    expect(only(just, "hum").channels).toEqual([1]);
  });
});

describe("motorboating", () => {
  test("its rate, and that it grows", () => {
    const swing = only(
      found("band", ({ a, b }) => [a, b].forEach((x) => addSwing(x, RATE, 2.4, -22, 0.2))),
      "motorboating",
    );
    expect(Math.abs(swing.rate - 2.4)).toBeLessThan(0.05);
    expect(Math.abs(swing.growth - 0.2)).toBeLessThan(0.03);
  });
  test("a steady one does not grow", () => {
    expect(
      only(
        found("silence", ({ a }) => addSwing(a, RATE, 6, -30)),
        "motorboating",
      ).growth,
    ).toBe(0);
  });
});

describe("the rest, each by its figures", () => {
  test("an oscillation that is no multiple of the mains", () => {
    const tone = only(
      found("band", ({ b }) => addTone(b, RATE, 3217, -42)),
      "higherOscillation",
    );
    expect(tone.channels).toEqual([2]);
    expect(Math.abs(tone.hz - 3217)).toBeLessThan(1);
    expect(Math.abs(tone.level + 42)).toBeLessThan(1.5);
  });
  test("hiss, weighted and not", () => {
    const hiss = only(
      found("silence", ({ a, b, random }) => [a, b].forEach((x) => addHiss(x, random, -50))),
      "hiss",
    );
    // white noise from 500 Hz to 20 kHz of a band to 22 kHz, and A-weighted
    expect(Math.abs(hiss.level + 50.6)).toBeLessThan(1.2);
    expect(hiss.levelA).toBeLessThan(hiss.level);
    expect(Math.abs(hiss.slope)).toBeLessThan(0.6);
  });
  test("crackle, with how many a second and when", () => {
    let times: number[] = [];
    const crackle = only(
      found("pianoDecay", ({ a, random }) => (times = addCrackle(a, RATE, random, 4, 0.2))),
      "crackle",
    );
    expect(crackle.channels).toEqual([1]);
    expect(crackle.count / times.length).toBeGreaterThan(0.85);
    expect(crackle.events.filter((e) => times.some((t) => Math.abs(t - e.start) < 0.006)).length).toBeGreaterThan(0.95 * crackle.count);
  });
  test("periodic clicking has a period and is no crackle", () => {
    const findings = found("band", ({ a, random }) => addClicks(a, RATE, random, 0.62, 0.25));
    const clicks = only(findings, "periodicClicking");
    expect(Math.abs(clicks.period - 0.62)).toBeLessThan(0.01);
    expect(clicks.jitter).toBeLessThan(0.05);
    expect(findings.some((f) => f.label === "crackle")).toBe(false);
  });
  test("dropouts, their edges to ten milliseconds", () => {
    let gaps: { start: number; end: number }[] = [];
    const out = only(
      found("band", ({ b, random }) => (gaps = dropOut(b, RATE, random, 4))),
      "dropouts",
    );
    expect(out.channels).toEqual([2]);
    expect(out.events).toHaveLength(gaps.length);
    out.events.forEach((e, i) => {
      expect(Math.abs(e.start - gaps[i]!.start)).toBeLessThan(0.01);
      expect(Math.abs(e.end - gaps[i]!.end)).toBeLessThan(0.01);
    });
  });
  test("a weaker channel, by how much", () => {
    const weak = only(
      found("band", ({ b }) => weaken(b, 6)),
      "levelImbalance",
    );
    expect(weak.channels[0]).toBe(2);
    expect(Math.abs(weak.difference - 6)).toBeLessThan(0.3);
  });
  test("treble that is missing in one channel, from where on", () => {
    const dull = only(
      found("band", ({ a }) => thinOut(a, RATE, "treble", 1500)),
      "trebleMissing",
    );
    expect(dull).toMatchObject({ channels: [1], against: "otherChannel" });
    expect(dull.corner).toBeGreaterThan(900);
    expect(dull.corner).toBeLessThan(2500);
  });
  test("bass that is missing in one channel", () => {
    expect(
      only(
        found("band", ({ b }) => thinOut(b, RATE, "bass", 300)),
        "bassMissing",
      ).channels,
    ).toEqual([2]);
  });
  test("flat tops, and their level", () => {
    const clipped = only(
      found("band", ({ a, b }) => [a, b].forEach((x) => clipAt(x, 0.2))),
      "clipping",
    );
    expect(clipped).toMatchObject({ side: "both", channels: [1, 2] });
    expect(clipped.threshold).toBeCloseTo(20 * Math.log10(0.2), 1);
  });
  test("a pure tone at full scale is not clipped", () => {
    expect(found("silence", ({ a }) => addTone(a, RATE, 997, -0.1)).some((f) => f.label === "clipping")).toBe(false);
  });
  test("DC, signed", () => {
    const dc = only(
      found("speech", ({ a }) => addOffset(a, -0.02)),
      "dcOffset",
    );
    expect(dc.offset).toBeCloseTo(-0.02, 3);
    expect(dc.channels).toEqual([1]);
  });
});

describe("however it comes", () => {
  const sick = ({ a, b, random }: Bench) => {
    addHum(a, RATE, "ripple", 50, -45);
    dropOut(b, RATE, random, 3);
  };
  test("in blocks of any size the answer is the same", () => {
    const [whole, ...others] = [1_000_000, 32_768, 4096, 997].map((block) => analysed("band", sick, block).report);
    for (const other of others) expect(other).toEqual(whole);
  });
  test("findings are in order of how sure they are, never beyond certain", () => {
    const confidences = analysed("band", sick).report.findings.map((f) => f.confidence);
    expect(confidences).toEqual([...confidences].sort((x, y) => y - x));
    for (const c of confidences) expect(c).toSatisfy((x: number) => x > 0 && x <= 1);
  });
  test("every label is either found or said to be absent", () => {
    const { findings, notFound } = analysed("band", sick).report;
    const said = new Set([...findings, ...notFound].map((f) => f.label));
    expect(said.size).toBe(12);
  });
});

test("against a reference the level is taken out, and what is missing is told band by band", () => {
  const before = analysed("band");
  const after = analysed("band", ({ a, b }) =>
    [a, b].forEach((x) => {
      thinOut(x, RATE, "treble", 1500);
      weaken(x, 5);
    }),
  );
  const [left] = compareSounds(after, before);
  expect(left!.aligned).toBeGreaterThan(4);
  expect(left!.aligned).toBeLessThan(6.5);
  expect(left!.findings.map((f) => f.label)).toEqual(["trebleMissing"]);
  const same = compareSounds(before, before)[0]!;
  expect(same.findings).toEqual([]);
  expect(same.bands.every((x) => x === null || Math.abs(x) < 1e-9)).toBe(true);
});
