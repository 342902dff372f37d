import { STANDARD_CONSTANTS } from "../knowledge";
import { describe, expect, test } from "vitest";
import type { Observation } from "../evidence";
import { farads, hertz } from "../units";
import type { ReadoutContext } from "./entry";
import { parseReadout } from "./parseLine";

const context: ReadoutContext = {
  known: new Map([["C1", farads(1e-6)]]),
  parts: new Map(),
  points: new Map(),
  current: "C1",
  meters: [{ id: "blue", word: "blue", shows: "esr", esrAt: hertz(100_000), capacitanceAt: hertz(120) }],
  meter: null,
  inCircuit: true,
  last: [],
  constants: STANDARD_CONSTANTS,
};
const said = (line: string): Observation[] => {
  const parsed = parseReadout(line, context);
  if (!parsed.ok) throw new Error(`${line}: ${JSON.stringify(parsed.issue)}`);
  return parsed.value.kind === "keeps" ? parsed.value.effects.flatMap((c) => (c.about === "observed" ? [c.observation] : [])) : [];
};
const issue = (line: string) => {
  const parsed = parseReadout(line, context);
  return parsed.ok ? null : parsed.issue.code;
};

describe("first power", () => {
  test("what stands before the unit, spaces or none", () => {
    for (const line of ["limiter 60w", "limiter 60 w", "series lamp 60W", "through lamp 60w", "powered via a limiter 60w"])
      expect(said(line)).toEqual([{ kind: "means", by: "lamp", watts: 60, volts: null, amperes: null }]);
    expect(said("variable transformer")).toEqual([{ kind: "means", by: "variac", watts: null, volts: null, amperes: null }]);
    expect(said("limited 24v 500ma")).toEqual([{ kind: "means", by: "limited", watts: null, volts: 24, amperes: 0.5 }]);
    expect(issue("limited 24v"), "a supply without a limit limits nothing").toBe("valueMissing");
    expect(said("limiter ok")).toEqual([{ kind: "checked", what: "limiter", ohms: null, fine: true }]);
  });
  test("stages and steps, with a reason where they are out of order", () => {
    expect(said("stage without loads")).toEqual([{ kind: "stage", stage: "unloaded", because: null }]);
    expect(said("stage full anyway, because it ran all day")).toEqual([{ kind: "stage", stage: "full", because: "it ran all day" }]);
    expect(said("step 12,5 %")).toEqual([{ kind: "mains", volts: null, share: 0.125, because: null }]);
    expect(said("step 58 v")).toEqual([{ kind: "mains", volts: 58, share: null, because: null }]);
    expect([issue("step 58"), issue("step 400%"), issue("stage nowhere")]).toEqual(["shareOrVolts", "impossible", "notUnderstood"]);
  });
  test("the lamp and the clock", () => {
    expect(said("lamp flashes then dim")).toEqual([{ kind: "lamp", did: "flashDim" }]);
    expect(said("lamp stays bright")).toEqual([{ kind: "lamp", did: "bright" }]);
    expect(said("timer 90 s")).toEqual([{ kind: "timer", name: "timer", seconds: 90 }]);
    expect([issue("timer"), issue("timer 5 apples"), issue("timer 40 h")]).toEqual(["valueMissing", "unitMissing", "notUnderstood"]);
  });
});

describe("setting", () => {
  test("a window in any writing; the unit of its end is that of its beginning", () => {
    const window = { kind: "idleWindow", low: 0.01, high: 0.015, unit: "V", ohms: 0.22, channels: [] };
    expect(said("idle window 10 to 15mv over 0.22")).toEqual([window]);
    expect(said("idle window 10mv to 15 mv across 0R22")).toEqual([window]);
    expect(said("idle window l r 35 to 40 ma")).toEqual([
      { ...window, low: 0.035, high: 0.04, unit: "A", ohms: null, channels: ["L", "R"] },
    ]);
    expect([issue("idle window 15 to 10mv"), issue("idle window 10 to 15"), issue("idle window 10 to 15mv over none")]).toEqual([
      "notUnderstood",
      "valueMissing",
      "valueMissing",
    ]);
  });
  test("readings: cold, warm, at the end of the adjuster, fully down; a bare number is asked back", () => {
    expect(said("idle left 9,5 mv cold")).toEqual([
      { kind: "idle", channel: "L", value: 0.0095, unit: "V", significant: 2, heat: "cold", atEnd: false },
    ]);
    expect(said("idle r 6mv at end")).toMatchObject([{ atEnd: true, heat: null }]);
    expect(said("idle down 38w")).toMatchObject([{ channel: "down", value: 38, unit: "W" }]);
    expect(issue("idle l 9")).toBe("unitMissing");
  });
  test("valves", () => {
    expect(said("V5 plate 410v 38ma")).toEqual([{ kind: "valveIdle", plate: 410, amperes: 0.038, drop: null, winding: null }]);
    expect(said("V5 plate 410v drop 4.1v over 108")).toEqual([{ kind: "valveIdle", plate: 410, amperes: null, drop: 4.1, winding: 108 }]);
    expect(said("V5 max 12w")).toEqual([{ kind: "valveMost", watts: 12 }]);
  });
});

describe("proof", () => {
  test("power, sine, response", () => {
    expect(said("clip l 19,8v into 8")).toEqual([
      { kind: "proof", proof: { of: "power", channel: "L", volts: 19.8, form: "rms", ohms: 8, hz: null } },
    ]);
    expect(said("power right 56vpp into 4 ohm at 1k")).toEqual([
      { kind: "proof", proof: { of: "power", channel: "R", volts: 56, form: "peakToPeak", ohms: 4, hz: 1000 } },
    ]);
    expect(said("sine r notched")).toEqual([{ kind: "proof", proof: { of: "sine", channel: "R", hz: null, clean: false } }]);
    expect(said("response l 20 -1.2db 20khz −0,6 db")).toHaveLength(2);
    expect([issue("clip l"), issue("clip l 19.8v"), issue("response l 20 -1.2db and more")]).toEqual([
      "valueMissing",
      "valueMissing",
      "notUnderstood",
    ]);
  });
  test("soak, listening, what it was taken at, the delay", () => {
    expect(said("soak 30 min 48 °c")).toEqual([{ kind: "proof", proof: { of: "soak", after: 1800, celsius: 48, place: "heat sink" } }]);
    expect(said("listened l piano, nothing amiss")).toEqual([
      { kind: "proof", proof: { of: "listened", channel: "L", text: "piano, nothing amiss" } },
    ]);
    expect(said("taken at tone flat, 200 mv in")).toEqual([{ kind: "proof", proof: { of: "settings", text: "tone flat, 200 mv in" } }]);
    expect(said("speakers on after 4 s")).toEqual([{ kind: "proof", proof: { of: "delay", seconds: 4 } }]);
    expect([issue("soak"), issue("soak 30 min 900c"), issue("listened")]).toEqual(["valueMissing", "notUnderstood", "valueMissing"]);
  });
  test("lists", () => {
    expect(said("seen to the paste")).toEqual([{ kind: "refitStep", step: "paste", done: true, note: null }]);
    expect(said("not seen to mica: one is cracked")).toEqual([{ kind: "refitStep", step: "mica", done: false, note: "one is cracked" }]);
  });
});

test("several steps of the refit list in one line are all done", () => {
  expect(said("seen to screws, earth and fuse")).toEqual(
    ["screws", "earth", "fuse"].map((step) => ({ kind: "refitStep", step, done: true, note: null })),
  );
  expect(said("seen to screws, one is new")).toEqual([{ kind: "refitStep", step: "screws", done: true, note: "one is new" }]);
});
