import { STANDARD_CONSTANTS } from "../knowledge";
import { describe, expect, test } from "vitest";
import { parseReadout } from "../entry";
import { absenceLineOf, lineOf, type SoundFinding } from ".";

const context = {
  known: new Map(),
  parts: new Map(),
  points: new Map(),
  current: null,
  meters: [],
  meter: null,
  inCircuit: true,
  last: [],
  constants: STANDARD_CONSTANTS,
};
const understood = (line: string) => {
  const parsed = parseReadout(line, context);
  const [first, second] = parsed.ok && parsed.value.kind === "keeps" ? parsed.value.effects : [];
  if (first?.about !== "observed" || second) throw new Error(`${line}: ${JSON.stringify(parsed)}`);
  return first.observation;
};
const all = { channels: [1, 2], confidence: 0.9 } as const;
const HASH = "3f0a91c2".padEnd(64, "0");
const STEREO = { channels: 2 };

describe("a finding as a line is understood as that finding", () => {
  test.each<[SoundFinding, object]>([
    [
      { label: "hum", kind: "halfWave", mainsHz: 49.987, level: -41.26, harmonics: { 1: -42 }, ...all },
      { label: "hum", hum: "halfWave", hz: 49.99, level: -41.3, channel: null },
    ],
    [
      { label: "motorboating", rate: 2.861, level: -20, growth: 0.1, ...all },
      { label: "motorboating", hz: 2.86, level: -20 },
    ],
    [
      { label: "higherOscillation", hz: 15432.4, level: -50.04, ...all, channels: [2] },
      { hz: 15432, level: -50, channel: 2 },
    ],
    [
      { label: "hiss", level: -50, levelA: -52, slope: 0, ...all },
      { label: "hiss", level: -50 },
    ],
    [
      { label: "crackle", count: 41, rate: 4, level: -18, events: [], ...all, channels: [1] },
      { label: "crackle", times: 41, channel: 1 },
    ],
    [
      { label: "periodicClicking", count: 7, period: 1.1, jitter: 0, level: -16, events: [], ...all },
      { label: "periodicClicking", times: 7, hz: 0.91 },
    ],
    [
      { label: "dropouts", count: 3, depth: 60, events: [], ...all },
      { label: "dropouts", times: 3 },
    ],
    [
      { label: "levelImbalance", difference: 3.04, ...all, channels: [2, 1] },
      { label: "levelImbalance", level: 3 },
    ],
    [
      { label: "trebleMissing", difference: 12, corner: 2000, against: "otherChannel", ...all, channels: [2] },
      { label: "trebleMissing", level: 12, channel: 2 },
    ],
    [
      { label: "bassMissing", difference: 9, corner: 80, against: "reference", ...all, channels: [1] },
      { label: "bassMissing", level: 9 },
    ],
    [
      { label: "clipping", threshold: -0.1, share: 0.01, side: "both", ...all },
      { label: "clipping", level: -0.1 },
    ],
    [
      { label: "dcOffset", offset: -0.01, level: -40, ...all },
      { label: "dcOffset", level: -40 },
    ],
  ])("%j", (finding, expected) =>
    expect(understood(lineOf(finding, STEREO, HASH))).toMatchObject({ kind: "heard", present: true, recording: "3f0a91c", ...expected }),
  );
});

test("that something is not there says from which level it would have been seen", () => {
  const line = absenceLineOf({ label: "hum", channels: [1, 2], limit: -78.04 }, STEREO, null);
  expect(line).toBe("heard no hum -78 db");
  expect(understood(line)).toMatchObject({ label: "hum", present: false, level: -78, recording: null });
});

test("of a recording with one channel no side is said, of one with six the number", () => {
  const finding: SoundFinding = { label: "hiss", level: -50, levelA: -52, slope: 0, confidence: 1, channels: [1] };
  expect(lineOf(finding, { channels: 1 }, null)).toBe("heard hiss -50 db");
  expect(lineOf({ ...finding, channels: [5] }, { channels: 6 }, null)).toBe("heard hiss -50 db ch 5");
});
