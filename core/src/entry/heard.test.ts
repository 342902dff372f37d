import { STANDARD_CONSTANTS } from "../knowledge";
import { describe, expect, test } from "vitest";
import type { Heard } from "../evidence";
import { parseReadout } from "./parseLine";

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
const read = (line: string) => parseReadout(line, context);
const heard = (line: string): Heard => {
  const parsed = read(line);
  const [first] = parsed.ok && parsed.value.kind === "keeps" ? parsed.value.effects : [];
  if (first?.about !== "observed" || first.observation.kind !== "heard") throw new Error(`${line}: ${JSON.stringify(parsed)}`);
  return first.observation;
};

const issueOf = (parsed: ReturnType<typeof read>) => (parsed.ok ? "kept" : parsed.issue.code);

describe("what a recording shows is said in a line", () => {
  test.each<[string, Partial<Heard>]>([
    ["heard hum", { label: "hum", present: true, hum: null, level: null, channel: null, recording: null }],
    ["heard hum ripple 50.02 hz -41.3 db left rec 3f0a91c", { hum: "ripple", hz: 50.02, level: -41.3, channel: 1, recording: "3f0a91c" }],
    ["Heard  Hum  Half Wave", { hum: "halfWave" }],
    ["heard hum buzz right", { hum: "rectifierBuzz", channel: 2 }],
    ["heard hum 60hz induced", { hum: "induced", hz: 60 }],
    ["heard no hum -78 db", { label: "hum", present: false, level: -78 }],
    ["heard pulsing 2,4 hz", { label: "motorboating", hz: 2.4 }],
    ["heard oscillation 12345 hz -60 db", { label: "higherOscillation", hz: 12345 }],
    ["heard crackle 40 times", { label: "crackle", times: 40 }],
    ["heard clicking 7 times 0.91 hz", { label: "periodicClicking", times: 7, hz: 0.91 }],
    ["heard dropouts 4 times ch 3", { label: "dropouts", times: 4, channel: 3 }],
    ["heard treble missing 12 db right", { label: "trebleMissing", level: 12, channel: 2 }],
    ["heard dc offset -50 db", { label: "dcOffset", level: -50 }],
  ])("%s", (line, expected) => expect(heard(line)).toMatchObject({ kind: "heard", ...expected }));

  test.each([
    "heard hum 0 hz",
    "heard hum -400 db",
    "heard hum 50 hz 60 hz",
    "heard crackle 1.5 times",
    "heard hum 17",
    "heard hum 3k9 loud",
  ])("%s is asked back, not kept half", (line) => expect(["notUnderstood", "partlyUnderstood"]).toContain(issueOf(read(line))));
  test("words that name no such sound are no finding", () => {
    const parsed = read("heard the neighbours complain");
    expect(JSON.stringify(parsed)).not.toContain('"heard","label"');
    expect(parsed.ok && parsed.value.kind === "keeps" && parsed.value.effects[0]).not.toMatchObject({ observation: { kind: "heard" } });
  });
});
