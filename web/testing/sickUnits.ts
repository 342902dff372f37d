import type { FindingToken } from "@mirvek/core/device";
import type { Advice, TraceCase } from "@mirvek/core/job";
import { BENCH_TESTS, type HypothesisId, type TestId } from "@mirvek/core/knowledge";
import { DEMO_JOBS, type DemoJob } from "../server/demo/jobs";
import { adviceText, hypothesisName } from "../wording/diagnosis";

// The units of the demo as they came to the bench, each with one fault that is known here and nowhere else: whoever traces them is
// told what that unit would answer, and no more.

export interface SickUnit {
  name: string;
  checkIn: DemoJob["checkIn"];
  /** a parts list, counterparts written out */
  parts: readonly string[];
  truth: HypothesisId;
  /** what bad parts read out of circuit; the others read as marked */
  bad: Readonly<Record<string, string>>;
}

/** Each line of a list with its channel's counterparts, as the demo has them. */
function partsOf({ positions, counterparts }: DemoJob): string[] {
  const lines = positions.split("\n");
  return lines.flatMap((line) => {
    const [designator] = line.split(" ");
    const counterpart = counterparts.find((t) => t.from.includes(designator!));
    if (!counterpart) return [line];
    const other = `C${Number(designator!.slice(1)) + counterpart.offset}`;
    return [line, line.replace(designator!, other).replace(/ L\b/, ` ${counterpart.channel}`)];
  });
}

function unit(title: string, says: string, truth: HypothesisId, bad: SickUnit["bad"]): SickUnit {
  const job = DEMO_JOBS.find((j) => j.checkIn.title.startsWith(title))!;
  return { name: `${job.checkIn.title}: ${says}`, checkIn: job.checkIn, parts: partsOf(job), truth, bad };
}

const BANG: SickUnit = {
  name: "an amplifier that went with a bang: its rectifier",
  checkIn: {
    title: "Spare amplifier",
    unitKind: "stereoAmplifier",
    supplyKind: "linear",
    ageYears: 28,
    channels: 2,
    complaint: "A bang, then nothing.",
    findings: ["fuseBlown", "noPower"],
  },
  parts: ["C1 10000u 63v reservoir"],
  truth: "rectifierShorted",
  bad: {},
};

export const SICK_UNITS: readonly SickUnit[] = [
  unit("Rehearsal receiver", "a reservoir", "reservoirDried", { C1: "C1 out 1457u 2.1r", C2: "C2 out 893u 6r" }),
  unit("Low-voice subwoofer", "a capacitor of its loop", "servoLoop", { C11: "C11 out 0.53u 40r" }),
  unit("Foldback mixer", "a coupling capacitor that goes open", "couplingOpen", { C42: "C42 out 0.4u ol" }),
  unit("Foldback mixer", "a cracked joint", "jointCrack", {}),
  unit("Aisle loudspeakers", "its crossover", "crossoverCapacitor", { C101: "C101 out 1.6u 6r", C102: "C102 out 6.2u 2r" }),
  unit("Storm-machine synthesizer", "a tantalum on a voice board", "tantalumShorted", { C13: "C13 out leak 180r" }),
  unit("Fog-horn sampler", "its start-up capacitor", "startUpDried", { C2: "C2 out 13u 18r" }),
  unit("Aisle paging desk", "an earth lug", "earthPoint", { C12: "C12 out 33u 4r", C112: "C112 out 34u 4r" }),
  BANG,
];

/** A unit as a case that can be traced by itself. */
export const caseOfUnit = ({ checkIn: t, parts }: SickUnit): Omit<TraceCase, "mirvekCase" | "steps"> => ({
  unit: { kind: t.unitKind, supply: t.supplyKind, ageYears: t.ageYears ?? null, channels: t.channels ?? 1, mainsV: t.mainsV ?? null },
  findings: t.findings as FindingToken[],
  parts: parts.filter((p) => !p.startsWith("#")),
});

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

/** Ohms a sound wet part of so many farads shows near 100 kHz: well inside what is expected (common practice). */
const soundOhms = (microfarads: number): string =>
  microfarads >= 1000 ? "0.03" : microfarads >= 100 ? "0.15" : microfarads >= 20 ? "0.4" : "0.9";

/** What a part reads out of circuit in this unit: as bad as it is, else a little under what is marked. */
function readingOf(designator: string, { bad, parts }: SickUnit): string {
  const known = bad[designator];
  if (known) return known;
  const line = parts.find((p) => p.split(" ")[0] === designator);
  const [, value, unit] = /^\S+ ([\d.]+)([munp])\b/.exec(line ?? "") ?? [];
  if (value === undefined) throw new Error(`no marking for ${designator}`);
  const capacitance = `${Number((0.98 * Number(value)).toPrecision(3))}${unit}`;
  return `${designator} out ${capacitance}${unit === "u" ? ` ${soundOhms(Number(value))}r` : ""}`;
}

/** What is said after an advice, in a unit with that fault: lines one after the other; null where it cannot be done there. */
export function answerTo(a: Advice, unit: SickUnit): string[] | null {
  const words = adviceText(a);
  if (a.kind === "test") {
    const asNamed = (BENCH_TESTS.find((t) => t.id === a.test)!.given[unit.truth] ?? 0) > 0.5;
    const said = words.yes === null ? FIGURES[a.test] : [words.yes, words.no!];
    if (!said) throw new Error(`no figure for ${a.test}`);
    return said[asNamed ? 0 : 1]!.split(/, (?=draws|bias -)/);
  }
  if (a.kind === "measure") return a.designators.length === 0 ? null : a.designators.map((d) => readingOf(d, unit));
  return [a.hypothesis === unit.truth ? words.yes! : words.no!];
}

/** What that fault is called on the screens. */
export const causeOf = ({ truth }: SickUnit): string => hypothesisName[truth];

/** What is to be done of everything that is advised: the first that can be done in this unit, as the screen says it, and what to answer. */
export interface Doable {
  /** its place among what is advised */
  at: number;
  asked: string;
  act: string;
  lines: readonly string[];
  /** the key that answers it, where it is the first and a key does */
  key: "k" | "f" | null;
}
export type Advised = readonly Advice[];
export function doableOf(advice: Advised, unit: SickUnit): Doable | null {
  const at = advice.findIndex((a) => answerTo(a, unit) !== null);
  if (at < 0) return null;
  const words = adviceText(advice[at]!);
  const lines = answerTo(advice[at]!, unit)!;
  const only = at === 0 && lines.length === 1 ? lines[0]! : null;
  const key = only === null ? null : only === words.yes ? "k" : only === words.no ? "f" : null;
  return { at, asked: askedOf(advice[at]!), act: words.act, lines, key };
}

/** What is asked, as one word: nothing should be asked twice. */
export const askedOf = (a: Advice): string => (a.kind === "test" ? a.test : `${a.kind} ${a.hypothesis} ${a.designators.join(" ")}`);
