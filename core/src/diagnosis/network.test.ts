import { inferences } from "bayesjs";
import { describe, expect, test } from "vitest";
import { BENCH_TESTS, HYPOTHESES, type HypothesisId } from "../knowledge";
import { infer, type Evidence } from "./infer";

// The weighing against a general library for Bayesian networks: one node for what is wrong (nothing on the list, one fault, a pair),
// one for each piece of evidence. What the model says of a pair is written here anew, in its own words.

type Network = Parameters<typeof inferences.junctionTree.infer>[0];

const TWO = 0.12;
const ELSE = 0.05;
// no answer is certain, and none less than impossible
const sure = (p: number) => 0.02 + 0.96 * Math.max(0, p);

/** Every set of at most two faults, by the places of those faults. */
const setsOf = (n: number): number[][] => {
  const all = Array.from({ length: n }, (_, i) => i);
  return [[], ...all.map((i) => [i]), ...all.flatMap((i) => all.slice(i + 1).map((j) => [i, j]))];
};
const nameOf = (faults: readonly number[]): string => (faults.length === 0 ? "else" : faults.join("+"));

type Asked = Evidence & { id: string };

function networkOf(weights: readonly number[], evidence: readonly Asked[]): Network {
  const sets = setsOf(weights.length);
  const total = weights.reduce((a, b) => a + b, 0);
  const p = weights.map((w) => w / total);
  const together = sets.filter((s) => s.length === 2).reduce((sum, [i, j]) => sum + p[i!]! * p[j!]!, 0);
  const prior = Object.fromEntries(
    sets.map((s) => [
      nameOf(s),
      s.length === 0 ? ELSE : s.length === 1 ? (1 - TWO - ELSE) * p[s[0]!]! : (TWO * p[s[0]!]! * p[s[1]!]!) / together,
    ]),
  );
  const yes = (w: Evidence, s: readonly number[]): number => {
    const each = s.map((i) => w.chance[i]!);
    if (each.length === 0) return sure(w.base);
    if (each.length === 1) return sure(each[0]!);
    // not showing is both not showing, and not by itself either, counted once; curing one of two leaves the other half of the time
    return sure(w.rule === "shows" ? 1 - each.reduce((q, c) => q * (1 - c), 1) / (1 - w.base) : Math.max(w.base, Math.max(...each) / 2));
  };
  const nodes = evidence.map((w) => ({
    id: w.id,
    states: ["T", "F"],
    parents: ["fault"],
    cpt: sets.map((s) => ({ when: { fault: nameOf(s) }, then: { T: yes(w, s), F: 1 - yes(w, s) } })),
  }));
  return Object.fromEntries(
    [{ id: "fault", states: sets.map(nameOf), parents: [], cpt: prior }, ...nodes].map((n) => [n.id, n]),
  ) as Network;
}

const IDS: readonly HypothesisId[] = ["reservoirDried", "rectifierOpen", "decouplerDried", "groundLoop", "outputShorted", "earthPoint"];
const weights = IDS.map((id) => HYPOTHESES.find((h) => h.id === id)!.weight);
const asked = (id: (typeof BENCH_TESTS)[number]["id"], happened: boolean): Asked => {
  const t = BENCH_TESTS.find((b) => b.id === id)!;
  return { id, chance: IDS.map((h) => t.given[h] ?? t.rest), base: t.rest, happened, rule: t.rule, weight: 1 };
};

describe("against a library for Bayesian networks", () => {
  test.each([
    ["nothing said yet", []],
    ["ripple, and the volume changes nothing", [asked("rippleHigh", true), asked("volumeDown", false)]],
    ["another cable cures it", [asked("otherCable", true), asked("volumeDown", true)]],
    ["contradictory", [asked("otherCable", true), asked("rippleHigh", true), asked("outputBad", true)]],
    [
      "nothing found anywhere",
      [asked("rippleHigh", false), asked("otherCable", false), asked("earthLugs", false), asked("outputBad", false)],
    ],
    ["a bench supply cures it, one rail is low", [asked("feedBench", true), asked("railLow", true), asked("rectifierBad", false)]],
  ])("%s", (_, evidence) => {
    const ours = infer(weights, evidence);
    const network = networkOf(weights, evidence);
    const given = Object.fromEntries(evidence.map((w) => [w.id, w.happened ? "T" : "F"]));
    const chance = (set: readonly number[]) =>
      [inferences.enumeration, inferences.junctionTree].map((method) => method.infer(network, { fault: nameOf(set) }, given));
    const sets = setsOf(IDS.length);
    for (const [i, id] of IDS.entries())
      for (const which of [0, 1])
        expect(
          sets.filter((s) => s.includes(i)).reduce((sum, s) => sum + chance(s)[which]!, 0),
          id,
        ).toBeCloseTo(ours.marginal[i]!, 6);
    expect(chance([])[0]).toBeCloseTo(ours.other, 6);
  });
});
