import { SCENARIOS, SCENARIO_IDS, fillSettings, type Parts, type Settings } from "@mirvek/core/scenarios";
import { describe, expect, test } from "vitest";
import type { KeptAnswer } from "../schemas/circuit";
import {
  answerSentence,
  circuitIssueText,
  curveLabel,
  curveName,
  curveTitle,
  figureName,
  figureText,
  netlistIssueText,
  optionName,
  scenarioName,
  settingName,
  slotName,
  symptomName,
  warningText,
} from "./circuit";

describe.each(SCENARIO_IDS)("%s", (id) => {
  const scenario = SCENARIOS[id];
  // every choice a setting offers is walked through once, so that hidden figures and settings show
  const chosen: Settings[] = scenario
    .settings("other", {})
    .flatMap((s): Settings[] => (s.kind === "choice" ? s.options.map((o) => ({ [s.key]: o })) : s.key === "stages" ? [{ stages: 3 }] : []));
  test.each<Settings>([{}, ...chosen])("has words for everything it shows with %o", (pick) => {
    expect(scenarioName[id]).toBeTruthy();
    expect(symptomName[id]).toBeTruthy();
    const settings = fillSettings(scenario, "other", pick);
    for (const s of scenario.settings("other", pick)) {
      expect(settingName[s.key], s.key).toBeTruthy();
      if (s.kind === "choice") for (const o of s.options) expect(optionName[o], o).toBeTruthy();
    }
    const slots = scenario.slots(settings);
    for (const s of slots) expect(slotName[s.key], s.key).toBeTruthy();
    const parts: Parts = Object.fromEntries(slots.map((s) => [s.key, { kind: "works", farads: s.farads, esr: 0.1, leak: Infinity }]));
    const solved = scenario.solve(settings, parts, { detail: "full" });
    if (!solved.ok) throw new Error(JSON.stringify(solved.issue));
    for (const f of solved.value.figures) {
      expect(figureName(f), f.key).not.toContain(f.key === "q" ? "\u0000" : `${f.key},`);
      expect(figureName(f)).toMatch(/^[A-Z2]/);
      expect(figureText(f.value, f.unit)).not.toMatch(/NaN|undefined/);
    }
    for (const c of solved.value.curves) expect(curveTitle[c.key], c.key).toBeTruthy();
  });
});

test("figures are written in the trade's form", () => {
  expect(figureText(-38.52, "dB")).toBe("−38.5 dB");
  expect(figureText(-0.01, "dB")).toBe("0.0 dB");
  expect(figureText(0.00234, "V")).toBe("2.34 mV");
  expect(figureText(-15.04, "V")).toBe("−15 V");
  expect(figureText(Infinity, "s")).toBe("over a day");
  expect(figureText(NaN, "V")).toBe("–");
  expect(figureName({ key: "level", at: "41" })).toBe("Level at 41 Hz");
  expect(figureName({ key: "level", at: "16k" })).toBe("Level at 16 kHz");
  expect(figureName({ key: "carrierLeft", at: "noLoad" })).toBe("Residual carrier into no load");
  expect(figureName({ key: "harmonic", at: "2" })).toBe("Harmonic, 2 × mains");
});

test("curves of one kind are told apart by their place alone", () => {
  const volts = ["rail", "rail-", "node1"].map((at) => ({ key: "volts" as const, at }));
  expect(volts.map((c) => curveLabel(c, volts))).toEqual(["rail", "minus rail", "node 1"]);
  const mixed = [{ key: "response" as const }, { key: "impedance" as const }];
  expect(mixed.map((c) => curveLabel(c, mixed))).toEqual(mixed.map(curveName));
});

describe("the answer is one plain sentence", () => {
  const share = (p50: number) => ({ p10: p50 - 1, p50, p90: p50 + 1 });
  const answer = (over: Partial<KeptAnswer>): KeptAnswer => ({
    answer: "explains",
    excess: share(31),
    complaint: 34,
    contributions: [
      { designator: "C10", share: share(20), verdict: "cause" },
      { designator: "C2", share: share(11), verdict: "cause" },
      { designator: "C14", share: share(0), verdict: "notTheCause" },
    ],
    stoodOn: "",
    elsewhere: [],
    ...over,
  });
  test.each([
    [{}, "C2 and C10 explain 31.0 dB of the 34.0 dB of excess hum."],
    [{ complaint: 31.5 }, "C2 and C10 explain all of the 31.5 dB of excess hum."],
    [{ answer: "mostly", complaint: 45 }, "C2 and C10 explain most of it: 31.0 dB of the 45.0 dB of excess hum."],
    [{ answer: "partly", complaint: 90 }, "C2 and C10 explain only 31.0 dB of the 90.0 dB of excess hum: keep looking."],
    [{ answer: "doesNot" }, "The bad parts found do not explain the 34.0 dB of excess hum: keep looking."],
    [{ complaint: null }, "C2 and C10 make 31.0 dB of excess hum."],
    [
      { complaint: null, answer: "inaudible", excess: share(0.4) },
      "The bad parts found make only 0.4 dB of excess hum: they do not explain the complaint.",
    ],
    [{ answer: "noBadPart", contributions: [] }, "No part measured bad is in this circuit: nothing explains the excess hum yet."],
  ] as const)("%o", (over, sentence) => {
    expect(answerSentence("supply", answer(over as Partial<KeptAnswer>))).toBe(sentence);
  });
});

test("issues and warnings name part, node and line", () => {
  expect(circuitIssueText({ code: "bad_value", element: "C1", field: "farads", value: -1 })).toBe("C1: farads cannot be -1.");
  expect(circuitIssueText({ code: "no_convergence", node: "rail", time: 0.0039, iterations: 60 })).toBe(
    "No solution found at node rail, 3.9 ms into the run.",
  );
  expect(circuitIssueText({ code: "no_convergence", node: "rail", time: 0.02, iterations: 60, slowest: 12 })).toContain(
    "slowest mode takes 12 s",
  );
  expect(circuitIssueText({ code: "unstable", growth: 3, hertz: 12 })).toBe(
    "It never settles: it oscillates by itself at 12 Hz and grows.",
  );
  expect(circuitIssueText({ code: "bad_option", option: "steps", value: 0 })).toBe("steps cannot be 0.");
  expect(netlistIssueText({ code: "wrong_unit", line: 4, text: "10uF", needed: "Ω" })).toBe("Line 4: “10uF” has another unit than Ω.");
  expect(netlistIssueText({ code: "circuit", line: 7, issue: { code: "source_loop", element: "V2" } })).toBe(
    "Line 7: V2 closes a loop of ideal sources or inductors.",
  );
  expect(warningText({ code: "oscillates", hertz: 12, growth: 3 })).toBe("It oscillates by itself at 12 Hz, growing 28 % a cycle.");
});
