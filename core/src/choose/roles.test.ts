import { expect, test } from "vitest";
import { ROLES, type Role, type Technology } from "../part";
import { inventedCatalogue } from "../simulate";
import { needsOf } from "../testing/choosing";
import { millimetres, volts } from "../units";
import type { Grade } from "./catalogue";
import { USUAL_SHOP_RULES, type PositionNeeds } from "./needs";
import { rankParts } from "./rank";
import { setsFor } from "./sets";

// Every role of the trade with a part as it is found on a bench, and what has to come first (common practice).

const catalogue = inventedCatalogue(8);
const usual = { approaches: { value: "same", tantalum: "sameKind" }, shop: USUAL_SHOP_RULES } as const;
interface Case {
  what: string;
  role: Role;
  marked: readonly [number, number];
  over?: Partial<PositionNeeds>;
  first: { technology: readonly Technology[]; grade: readonly Grade[]; within: number } | "nothing";
}
const CASES: readonly Case[] = [
  {
    what: "X capacitor marked 630 V DC",
    role: "mainsX",
    marked: [0.1, 630],
    over: { technology: "film" },
    first: { technology: ["film"], grade: ["safety"], within: 0 },
  },
  {
    what: "Y disc marked 1 kV",
    role: "mainsY",
    marked: [0.0047, 1000],
    over: { technology: "x7r" },
    first: { technology: ["film", "x7r"], grade: ["safety"], within: 0 },
  },
  {
    what: "snubber",
    role: "suppression",
    marked: [0.01, 630],
    over: { technology: "film", pulse: 500 },
    first: { technology: ["film"], grade: ["general"], within: 0 },
  },
  {
    what: "reservoir of a value no longer made",
    role: "reservoir",
    marked: [2500, 35],
    first: { technology: ["aluminium"], grade: ["longLife"], within: 0.13 },
  },
  {
    what: "first can behind a rectifier valve",
    role: "reservoir",
    marked: [8, 450],
    over: { technology: "can", behindValve: true },
    first: { technology: ["aluminium"], grade: ["longLife"], within: 0.26 },
  },
  {
    what: "primary reservoir",
    role: "smpsPrimary",
    marked: [220, 400],
    over: { mounting: "snapIn" },
    first: { technology: ["aluminium"], grade: ["longLife"], within: 0 },
  },
  { what: "start-up", role: "smpsStart", marked: [47, 50], first: { technology: ["aluminium"], grade: ["lowEsr"], within: 0 } },
  {
    what: "switch-mode output",
    role: "smpsOutput",
    marked: [1000, 16],
    first: { technology: ["aluminium"], grade: ["lowEsr"], within: 0 },
  },
  { what: "regulator input", role: "regulatorIn", marked: [470, 35], first: { technology: ["aluminium"], grade: ["longLife"], within: 0 } },
  {
    what: "regulator output with a bead",
    role: "regulatorOut",
    marked: [10, 25],
    over: { technology: "tantalum" },
    first: { technology: ["tantalum"], grade: ["general"], within: 0 },
  },
  { what: "reference", role: "reference", marked: [10, 25], first: { technology: ["aluminium"], grade: ["lowLeakage"], within: 0 } },
  {
    what: "bias filter, plus to ground",
    role: "biasFilter",
    marked: [50, 100],
    over: { working: volts(-55) },
    first: { technology: ["aluminium"], grade: ["longLife"], within: 0.07 },
  },
  { what: "decoupler", role: "decoupler", marked: [47, 25], first: { technology: ["aluminium"], grade: ["longLife"], within: 0 } },
  {
    what: "digital rail, surface mount, little height",
    role: "digitalRail",
    marked: [100, 6.3],
    over: { mounting: "smd", maxHeight: millimetres(8) },
    first: { technology: ["aluminium"], grade: ["lowEsr"], within: 0 },
  },
  {
    what: "coupling, electrolytic",
    role: "coupling",
    marked: [4.7, 50],
    first: { technology: ["aluminium", "bipolar"], grade: ["lowLeakage", "audio"], within: 0 },
  },
  {
    what: "coupling, wax paper of 0.02 µF",
    role: "coupling",
    marked: [0.02, 400],
    over: { technology: "paper", mounting: "axial" },
    first: { technology: ["film"], grade: ["audio"], within: 0.11 },
  },
  {
    what: "cathode bypass of 25 µF",
    role: "bypass",
    marked: [25, 25],
    first: { technology: ["aluminium"], grade: ["lowLeakage", "audio"], within: 0.13 },
  },
  {
    what: "tone",
    role: "tone",
    marked: [0.022, 50],
    over: { technology: "film" },
    first: { technology: ["film"], grade: ["audio"], within: 0 },
  },
  {
    what: "timing with a bead",
    role: "timing",
    marked: [1, 35],
    over: { technology: "tantalum" },
    first: { technology: ["tantalum"], grade: ["general"], within: 0 },
  },
  {
    what: "servo loop, bipolar",
    role: "feedback",
    marked: [22, 16],
    over: { technology: "bipolar" },
    first: { technology: ["bipolar"], grade: ["audio"], within: 0 },
  },
  {
    what: "class-D output",
    role: "classDFilter",
    marked: [0.68, 63],
    over: { technology: "film" },
    first: { technology: ["film"], grade: ["audio"], within: 0 },
  },
  {
    what: "crossover of 8 µF",
    role: "crossover",
    marked: [8, 50],
    over: { technology: "bipolar" },
    first: { technology: ["bipolar"], grade: ["audio"], within: 0.03 },
  },
  {
    what: "crossover of 50 µF: no single part is near enough",
    role: "crossover",
    marked: [50, 50],
    over: { technology: "bipolar" },
    first: "nothing",
  },
];

test("no role is forgotten", () => {
  expect(new Set(CASES.map((c) => c.role))).toEqual(new Set(ROLES));
});

test.each(CASES)("$what ($role)", ({ role, marked: [c, v], over, first }) => {
  const needs = needsOf(c, v, { role, ...over });
  const { shortList, refused } = rankParts(catalogue, needs, usual);
  if (first === "nothing") {
    expect(shortList).toEqual([]);
    expect(refused.length).toBeGreaterThan(0);
    for (const a of refused)
      expect(
        a.refusals.some((r) => r.code === "voltage"),
        "the nearest never fail by volts",
      ).toBe(false);
    expect(setsFor(catalogue, needs, usual).length, "but a set does it").toBeGreaterThan(0);
    return;
  }
  const [best] = shortList;
  expect(first.technology).toContain(best!.part.technology);
  expect(first.grade).toContain(best!.part.grade);
  expect(Math.abs(best!.change)).toBeLessThanOrEqual(first.within + 1e-9);
});

test("positions at the mains are compared by class and mains volts, whatever they were marked: 120 V and 230 V alike", () => {
  for (const mains of [120, 230]) {
    const needs = needsOf(0.1, 400, { role: "mainsX", technology: "film", mains });
    expect(rankParts(catalogue, needs, usual).shortList[0]!.part.safety, `${mains} V`).not.toBeNull();
  }
  const high = rankParts(catalogue, needsOf(0.1, 400, { role: "mainsX", technology: "film", mains: 400 }), usual);
  expect(high.shortList, "no class there is rated for 440 V").toEqual([]);
});

test("X7R is refused by name where sound goes, a polarised part by polarity, a wet one at a switching output by heat", () => {
  const codes = (needs: PositionNeeds, technology: Technology) =>
    rankParts(
      catalogue.filter((p) => p.technology === technology),
      needs,
      usual,
    ).refused.flatMap((a) => a.refusals.map((r) => r.code));
  expect(codes(needsOf(0.1, 50, { role: "coupling", technology: "film" }), "x7r")).toContain("dcBias");
  expect(codes(needsOf(10, 50, { role: "crossover", technology: "bipolar" }), "aluminium")).toContain("polarity");
  expect(codes(needsOf(1, 50, { role: "classDFilter", technology: "film" }), "aluminium")).toContain("heat");
});

test("a regulator's ESR window, and pulses across a switch, are kept or asked for", () => {
  const of = (over: Partial<PositionNeeds>) => rankParts(catalogue, needsOf(10, 25, { role: "regulatorOut", ...over }), usual, 200);
  const within = of({ esrWindow: { least: 0.5, most: 5 } }).shortList.filter((a) => a.part.esr !== null);
  expect(within.length).toBeGreaterThan(0);
  expect(within.every((a) => a.part.esr!.ohms >= 0.5 && a.part.esr!.ohms <= 5)).toBe(true);
  const snubber = rankParts(catalogue, needsOf(0.01, 630, { role: "suppression", technology: "film", pulse: 500 }), usual, 200);
  expect(snubber.shortList.every((a) => a.part.pulse === null || a.part.pulse >= 500)).toBe(true);
  const asked = rankParts(catalogue, needsOf(0.01, 250, { role: "suppression", technology: "film", pulse: 500 }), usual, 200);
  expect(
    asked.shortList.filter((a) => a.notes.some((n) => n.code === "withoutPulse")).map((a) => a.part.series),
    "not stated: no refusal and no pass",
  ).toContain("Wrenhollow");
});
