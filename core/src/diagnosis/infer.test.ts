import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { SUPPLY_KINDS, UNIT_KINDS } from "../device";
import { BENCH_TESTS, HYPOTHESES, HYPOTHESIS_IDS, TEST_IDS, byId } from "../knowledge";
import { complaintEvidence, hypothesesOf, weightsOf } from "./complaint";
import { expectedBits, infer, weightOfEvidence, type Evidence } from "./infer";

const evidenceOf = (chance: readonly number[], happened: boolean, over: Partial<Evidence> = {}): Evidence => ({
  chance,
  base: 0.1,
  happened,
  rule: "shows",
  weight: 1,
  ...over,
});

/** The same by brute force: every set of at most two faults written out, by the words of the model alone. */
function written(weights: readonly number[], evidence: readonly Evidence[]) {
  const total = weights.reduce((a, b) => a + b, 0);
  const prior = weights.map((w) => w / total);
  const doubt = (p: number) => 0.02 + 0.96 * Math.min(1, Math.max(0, p));
  const speaks = (w: Evidence, faults: readonly number[]): number => {
    const [a, b] = faults.map((f) => w.chance[f]!);
    const p =
      a === undefined
        ? (w.elsewhere ?? w.base)
        : b === undefined
          ? a
          : w.rule === "shows"
            ? 1 - ((1 - a) * (1 - b)) / (1 - w.base)
            : Math.max(w.base, 0.5 * Math.max(a, b));
    return (w.happened ? doubt(p) : 1 - doubt(p)) ** w.weight;
  };
  const sets: { faults: number[]; p: number }[] = [{ faults: [], p: 0.05 }];
  let pairs = 0;
  for (const [i, p] of prior.entries()) for (const q of prior.slice(i + 1)) pairs += p * q;
  for (const [i, p] of prior.entries()) {
    sets.push({ faults: [i], p: 0.83 * p });
    for (let j = i + 1; j < prior.length; j++) sets.push({ faults: [i, j], p: (0.12 * p * prior[j]!) / pairs });
  }
  const joint = sets.map((s) => ({ ...s, p: evidence.reduce((l, w) => l * speaks(w, s.faults), s.p) }));
  const sum = joint.reduce((a, s) => a + s.p, 0);
  return {
    marginal: prior.map((_, i) => joint.filter((s) => s.faults.includes(i)).reduce((a, s) => a + s.p, 0) / sum),
    other: joint[0]!.p / sum,
  };
}

const chances = (n: number) => fc.array(fc.double({ min: 0.1, max: 0.97, noNaN: true }), { minLength: n, maxLength: n });
const model = fc.integer({ min: 2, max: 6 }).chain((n) =>
  fc.record({
    weights: fc.array(fc.double({ min: 0.2, max: 10, noNaN: true }), { minLength: n, maxLength: n }),
    evidence: fc.array(
      fc.record({
        chance: chances(n),
        base: fc.constant(0.1),
        happened: fc.boolean(),
        rule: fc.constantFrom("shows" as const, "cures" as const),
        weight: fc.double({ min: 0, max: 1, noNaN: true }),
      }),
      { maxLength: 6 },
    ),
  }),
);

describe("weighing", () => {
  test("is exact over every fault, every pair and something else", () => {
    fc.assert(
      fc.property(model, ({ weights, evidence }) => {
        const [ours, theirs] = [infer(weights, evidence), written(weights, evidence)];
        expect(ours.other).toBeCloseTo(theirs.other, 9);
        ours.marginal.forEach((m, i) => expect(m).toBeCloseTo(theirs.marginal[i]!, 9));
      }),
    );
  });

  test("does not depend on the order in which things were said", () => {
    fc.assert(
      fc.property(model, ({ weights, evidence }) => {
        const [there, back] = [infer(weights, evidence), infer(weights, evidence.toReversed())];
        there.marginal.forEach((m, i) => expect(m).toBeCloseTo(back.marginal[i]!, 12));
      }),
    );
  });

  test("what speaks for one fault more than for any other never makes it less likely", () => {
    fc.assert(
      fc.property(model, fc.double({ min: 0.11, max: 0.95, noNaN: true }), ({ weights, evidence }, yes) => {
        const before = infer(weights, evidence).marginal[0]!;
        const more = [
          ...evidence,
          evidenceOf(
            weights.map((_, i) => (i === 0 ? yes : 0.1)),
            true,
          ),
        ];
        expect(infer(weights, more).marginal[0]!).toBeGreaterThanOrEqual(before - 1e-12);
      }),
    );
  });

  test("nothing seen leaves what is usual; evidence without weight changes nothing", () => {
    const bare = infer([3, 1], []);
    expect(bare.marginal[0]! / bare.marginal[1]!).toBeGreaterThan(1);
    expect(infer([3, 1], [evidenceOf([0.9, 0.1], true, { weight: 0 })])).toEqual(bare);
  });

  test("is never certain, however much is said", () => {
    const many = Array.from({ length: 40 }, () => evidenceOf([0.97, 0.1, 0.1], true));
    const sure = infer([1, 1, 1], many);
    expect(sure.marginal.every((m) => m <= 1 && m >= 0)).toBe(true);
    expect(sure.marginal[0]!).toBeGreaterThan(0.95);
  });

  test("what contradicts is told from what supports", () => {
    const said = [evidenceOf([0.9, 0.1], true), evidenceOf([0.9, 0.1], false)];
    const posterior = infer([1, 1], said);
    expect(weightOfEvidence(said[0]!, 0, posterior)).toBeGreaterThan(0.5);
    expect(weightOfEvidence(said[1]!, 0, posterior)).toBeLessThan(-0.5);
  });

  test("a test that parts two suspects tells more than one that answers alike for both, and neither tells less than nothing", () => {
    const posterior = infer([1, 1], []);
    const parts = expectedBits([0.95, 0.05], 0.1, posterior).bits;
    expect(parts).toBeGreaterThan(0.4);
    expect(expectedBits([0.5, 0.5], 0.5, posterior).bits).toBeCloseTo(0, 9);
    expect(parts).toBeGreaterThan(expectedBits([0.6, 0.4], 0.5, posterior).bits);
  });
});

describe("the table", () => {
  test("every fault and test stands once, and every figure is a chance", () => {
    expect([...byId(HYPOTHESES).keys()].sort()).toEqual([...HYPOTHESIS_IDS].sort());
    expect([...byId(BENCH_TESTS).keys()].sort()).toEqual([...TEST_IDS].sort());
    for (const h of HYPOTHESES) for (const p of Object.values(h.makes)) expect(p > 0 && p < 1, h.id).toBe(true);
    for (const t of BENCH_TESTS) for (const p of [t.rest, ...Object.values(t.given)]) expect(p > 0 && p < 1, t.id).toBe(true);
    expect(HYPOTHESES.filter((h) => h.reads === null).length, "what is no capacitor stays on the list").toBeGreaterThan(15);
  });
  test("every fault can be had by some unit, and every unit can have several", () => {
    const had = new Set(
      UNIT_KINDS.flatMap((unitKind) => SUPPLY_KINDS.flatMap((supplyKind) => hypothesesOf({ unitKind, supplyKind }).map((h) => h.id))),
    );
    expect([...had].sort()).toEqual([...HYPOTHESIS_IDS].sort());
    for (const unitKind of UNIT_KINDS)
      for (const supplyKind of SUPPLY_KINDS) expect(hypothesesOf({ unitKind, supplyKind }).length).toBeGreaterThan(2);
  });
  test("a unit without a power supply has no fault of one", () => {
    const rows = hypothesesOf({ unitKind: "passiveLoudspeaker", supplyKind: "none" });
    expect(rows.map((h) => h.section)).not.toContain("reservoirs");
    expect(rows.map((h) => h.id)).toContain("crossoverCapacitor");
  });
});

describe("the complaint", () => {
  const unit = { unitKind: "receiver", supplyKind: "linear", ageYears: 40, channels: 2 } as const;
  const first = (...findings: Parameters<typeof complaintEvidence>[0]["findings"][number][]) => {
    const rows = hypothesesOf(unit);
    const { marginal } = infer(weightsOf(unit, rows), complaintEvidence({ ...unit, findings }, rows));
    return rows[marginal.indexOf(Math.max(...marginal))]!.id;
  };
  test("hum everywhere is the reservoir, hum that another cable cures is not in the unit", () => {
    expect(first("hum", "allChannels", "volumeNoEffect")).toBe("reservoirDried");
    expect(first("hum", "otherCableHelps", "volumeChangesIt")).toBe("groundLoop");
  });
  test("a blown fuse is not blamed on what cannot blow one", () => {
    expect(["rectifierShorted", "outputShorted", "reservoirShorted"]).toContain(first("fuseBlown", "noPower"));
  });
  test("a knock that brings it back is a joint, in one channel or in all", () => {
    expect(first("comesAndGoes", "afterKnock", "allChannels")).toBe("jointCrack");
  });
});
