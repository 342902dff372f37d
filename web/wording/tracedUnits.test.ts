import { traceCase, type Advice, type TraceCase, type Tracing } from "@mirvek/core/job";
import { BENCH_TESTS, type HypothesisId, type TestId } from "@mirvek/core/knowledge";
import { expect, test } from "vitest";
import { adviceText } from "./tracing";

// Units like those of the demo, each traced by nothing but what is advised first, answered as the unit with that one fault would.

interface SickUnit {
  name: string;
  case: Omit<TraceCase, "mirvekCase" | "steps">;
  truth: HypothesisId;
  /** what the parts read out of circuit */
  reads: Readonly<Record<string, string>>;
}

const UNITS: readonly SickUnit[] = [
  {
    name: "a receiver that growls on both sides: its reservoir",
    case: {
      unit: { kind: "receiver", supply: "linear", ageYears: 41, channels: 2 },
      findings: ["hum", "buzz", "allChannels", "volumeNoEffect"],
      parts: ["C1 4700u 50v reservoir", "C14 100u 16v decoupler L", "C114 100u 16v decoupler R", "C21 4.7u 50v coupling L"],
    },
    truth: "reservoirDried",
    reads: { C1: "C1 out 900u 2.1r", C14: "C14 out 98u 0.3r", C114: "C114 out 98u 0.3r", C21: "C21 out 4.6u 2r" },
  },
  {
    name: "a subwoofer that heaves by itself: a capacitor of its loop",
    case: {
      unit: { kind: "subwoofer", supply: "linear", ageYears: 24 },
      findings: ["lowSwing", "withNoInput", "volumeNoEffect"],
      parts: ["C1 4700u 63v reservoir", "C31 10u 50v feedback", "C14 100u 25v decoupler"],
    },
    truth: "servoLoop",
    reads: { C1: "C1 out 4600u 0.03r", C31: "C31 out 1.2u 30r", C14: "C14 out 98u 0.3r" },
  },
  {
    name: "a mixer whose channel comes back at a knock: a cracked joint",
    case: {
      unit: { kind: "mixer", supply: "linear", ageYears: 30, channels: 8 },
      findings: ["comesAndGoes", "oneChannel", "afterKnock", "volumeNoEffect"],
      parts: ["C1 2200u 35v reservoir", "C21 47u 25v coupling"],
    },
    truth: "jointCrack",
    reads: { C1: "C1 out 2150u 0.05r", C21: "C21 out 46u 0.6r" },
  },
  {
    name: "a loudspeaker that is dull on one side: its crossover",
    case: {
      unit: { kind: "passiveLoudspeaker", supply: "none", ageYears: 35, channels: 2 },
      findings: ["dull", "oneChannel"],
      parts: ["C1 4.7u 100v crossover L", "C101 4.7u 100v crossover R"],
    },
    truth: "crossoverCapacitor",
    reads: { C1: "C1 out 1.1u 6r", C101: "C101 out 4.6u 0.3r" },
  },
  {
    name: "a synthesizer that draws too much and crackles: a tantalum on a voice board",
    case: {
      unit: { kind: "synthesizer", supply: "linear", ageYears: 38 },
      findings: ["noSound", "highStandbyCurrent", "allChannels"],
      parts: ["C1 4700u 35v reservoir", "C41 10u 25v tantalum decoupler", "C42 10u 25v tantalum decoupler"],
    },
    truth: "tantalumShorted",
    reads: { C1: "C1 out 4600u 0.03r", C41: "C41 out leak 0.4r", C42: "C42 out 9.8u 0.8r" },
  },
  {
    name: "a sampler that only clicks when cold: its start-up capacitor",
    case: {
      unit: { kind: "synthesizer", supply: "switchMode", ageYears: 26 },
      findings: ["noPower", "relayClicking", "onlyCold"],
      parts: ["C1 150u 400v primary", "C2 47u 50v start", "C11 1000u 16v output"],
    },
    truth: "startUpDried",
    reads: { C1: "C1 out 145u 0.3r", C2: "C2 out 4u 18r", C11: "C11 out 980u 0.03r" },
  },
  {
    name: "a paging desk that crackles everywhere: an earth lug",
    case: {
      unit: { kind: "mixer", supply: "linear", ageYears: 33, channels: 4 },
      findings: ["crackle", "static", "allChannels", "volumeNoEffect"],
      parts: ["C1 2200u 35v reservoir", "C12 47u 25v decoupler"],
    },
    truth: "earthPoint",
    reads: { C1: "C1 out 2150u 0.05r", C12: "C12 out 38u 4r" },
  },
  {
    name: "an amplifier that went with a bang: its rectifier",
    case: {
      unit: { kind: "stereoAmplifier", supply: "linear", ageYears: 28, channels: 2 },
      findings: ["fuseBlown", "noPower"],
      parts: ["C1 10000u 63v reservoir"],
    },
    truth: "rectifierShorted",
    reads: { C1: "C1 out 9800u 0.02r" },
  },
];

/** What is said after a test that a figure decides: as named, and not. */
const FIGURES: Partial<Record<TestId, readonly [string, string]>> = {
  loadsToGround: [
    "board one to ground 3.2k, board two to ground 3.4k, board three to ground 1.4",
    "board one to ground 3.2k, board two to ground 3.4k, board three to ground 3.1k",
  ],
  railLow: ["rail +15 2.1, rail -15 -15", "rail +15 15, rail -15 -15"],
  oneRailLow: ["rail +15 2.1, rail -15 -15", "rail +15 15, rail -15 -15"],
  rippleHigh: ["rail +15 0.9vac", "rail +15 2mvac"],
  offsetHigh: ["offset l 12mv r 1.4v", "offset l 12mv r 8mv"],
  biasMissing: ["bias should be -44, bias -2", "bias should be -44, bias -44"],
  standbyHigh: ["standby should be 60ma, draws 0.4a in standby", "standby should be 60ma, draws 58ma in standby"],
  fuseOpen: ["F1 ol", "F1 0.02"],
  pathBroken: ["S1 ol", "S1 0.05"],
  rectifierBad: ["D1 out 0.01 ohm", "D1 0.55 ol"],
  outputBad: ["Q1 out 0.02 ohm", "Q1 be 0.6 bc 0.61"],
  coldFails: ["cold start no after 20 min rest", "cold starts 6 of 6"],
};

/** What is said after an advice, in a unit with that fault; null where it cannot be done there. */
function answerTo(a: Advice, { truth, reads }: SickUnit): string[] | null {
  const words = adviceText(a);
  if (a.kind === "test") {
    const asNamed = (BENCH_TESTS.find((t) => t.id === a.test)!.given[truth] ?? 0) > 0.5;
    const said = words.yes === null ? FIGURES[a.test] : [words.yes, words.no!];
    if (!said) throw new Error(`no figure for ${a.test}`);
    return said[asNamed ? 0 : 1]!.split(/, (?=draws|bias -)/);
  }
  if (a.kind === "measure") return a.designators.length === 0 ? null : a.designators.map((d) => reads[d]!);
  return [a.hypothesis === truth ? words.yes! : words.no!];
}

const keyOf = (a: Advice) => (a.kind === "test" ? a.test : `${a.kind} ${a.hypothesis} ${a.designators.join(" ")}`);
const MOST_STEPS = 10;

test.each(UNITS)("$name is shown by what is advised alone", (unit) => {
  const steps: string[][] = [];
  const asked: string[] = [];
  const now = (): Tracing => {
    const answer = traceCase({ mirvekCase: 1, ...unit.case, steps });
    if (!answer.ok) throw new Error(JSON.stringify(answer.issue));
    return answer.value.steps.at(-1)!;
  };
  let tracing = now();
  while (!tracing.suspects.some((s) => s.state === "shown")) {
    const next = tracing.advice.map((a) => ({ key: keyOf(a), said: answerTo(a, unit) })).find((a) => a.said !== null);
    expect(next, `something is advised after ${steps.flat().join(" | ")}`).toBeDefined();
    expect(asked, `nothing is asked twice: ${steps.flat().join(" | ")}`).not.toContain(next!.key);
    asked.push(next!.key);
    steps.push(next!.said!);
    expect(
      steps.length,
      `${asked.join(", ")}; ${tracing.suspects
        .slice(0, 3)
        .map((s) => `${s.id} ${s.chance.toFixed(2)}`)
        .join(", ")}`,
    ).toBeLessThanOrEqual(MOST_STEPS);
    tracing = now();
  }
  expect(
    tracing.suspects.filter((s) => s.state === "shown").map((s) => s.id),
    asked.join(", "),
  ).toEqual([unit.truth]);
});
