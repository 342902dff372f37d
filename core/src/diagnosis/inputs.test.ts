import { describe, expect, test } from "vitest";
import { STARTER_TABLE, amendTable, STANDARD_CONSTANTS } from "../knowledge";
import { part } from "../testing/parts";
import { predictRipple, hypothesesOf, weightsOf, type LearnedCause, type RippleQuestion } from ".";
import { TABLE_IS_WORTH } from "./complaint";

const UNIT = { unitKind: "receiver", supplyKind: "linear", ageYears: 20 } as const;
const rows = hypothesesOf(UNIT);
const share = (weights: readonly number[], id: string) => weights[rows.findIndex((h) => h.id === id)]! / weights.reduce((a, b) => a + b, 0);
const learned = (times: number, unitKind: LearnedCause["unitKind"] = "receiver"): LearnedCause[] => [
  { fault: "relayContact", unitKind, times },
];

describe("what a shop's own closed jobs count", () => {
  const table = share(weightsOf(UNIT, rows), "relayContact");
  test("as many as the table is worth weigh as much as the table", () => {
    expect(share(weightsOf(UNIT, rows, learned(TABLE_IS_WORTH)), "relayContact")).toBeCloseTo(0.5 * table + 0.5, 9);
  });
  test("one is heard, no more; in another kind of unit a quarter of it", () => {
    const one = share(weightsOf(UNIT, rows, learned(1)), "relayContact");
    expect(one).toBeCloseTo((TABLE_IS_WORTH * table + 1) / (TABLE_IS_WORTH + 1), 9);
    expect(share(weightsOf(UNIT, rows, learned(4, "mixer")), "relayContact")).toBeCloseTo(
      (TABLE_IS_WORTH * table + 1) / (TABLE_IS_WORTH + 1),
      9,
    );
  });
  test("a cause this unit cannot have changes nothing", () => {
    expect(share(weightsOf(UNIT, rows, [{ fault: "crossoverCapacitor", unitKind: "receiver", times: 50 }]), "relayContact")).toBeCloseTo(
      table,
      9,
    );
  });
});

describe("earlier repairs and age", () => {
  test("what somebody had in hand before is oftener at fault", () => {
    const before = { ...UNIT, earlierRepairs: "output stage replaced 2019" };
    for (const id of ["jointCrack", "connector"])
      expect(share(weightsOf(before, rows), id)).toBeGreaterThan(1.15 * share(weightsOf(UNIT, rows), id));
    expect(weightsOf({ ...UNIT, earlierRepairs: "  " }, rows)).toEqual(weightsOf(UNIT, rows));
  });
  test("wet parts dry with the years", () => {
    const at = (ageYears: number) => share(weightsOf({ ...UNIT, ageYears }, rows), "decouplerDried");
    expect(at(40)).toBeGreaterThan(1.5 * at(5));
  });
});

test("a shop's changed figure reaches the weights", () => {
  const table = amendTable([{ cell: "fault.relayContact.weight", value: 60 }]);
  const changed = hypothesesOf(UNIT, undefined, table.faults);
  expect(weightsOf(UNIT, changed)[changed.findIndex((h) => h.id === "relayContact")]).toBe(60);
  expect(STARTER_TABLE.faults.find((h) => h.id === "relayContact")!.weight).not.toBe(60);
});

describe("what the circuit says of a ripple", () => {
  const question = (over: Partial<RippleQuestion> = {}): RippleQuestion => ({
    unitKind: "receiver",
    chosen: { mainsHertz: 50, load: 0.5 },
    part: { ...part(4700, 50, { role: "reservoir" }), designator: "C1" },
    form: "peakToPeak",
    ...over,
  });
  test("a whole reservoir ripples near I / (2 f C), and the more the less is left of it", () => {
    const f = predictRipple(STANDARD_CONSTANTS, question())!;
    const rule = 0.5 / (2 * 50 * 4700e-6);
    expect(f.whole).toBeGreaterThan(0.6 * rule);
    expect(f.whole).toBeLessThan(rule);
    const volts = [f.whole, ...f.dried.map((d) => d.volts)];
    expect(volts).toEqual([...volts].sort((a, b) => a - b));
    expect(f.dried.map((d) => d.share)).toEqual([0.5, 0.25, 0.1, 0.03]);
  });
  test("half the halves are missing with a rectifier open: about twice the ripple", () => {
    const f = predictRipple(STANDARD_CONSTANTS, question())!;
    expect(f.diodeOpen! / f.whole).toBeGreaterThan(1.7);
    expect(f.diodeOpen! / f.whole).toBeLessThan(2.4);
  });
  test("rms of a saw-tooth is its peak to peak over two times the root of three, a little more for its rounded top", () => {
    const [pp, rms] = [predictRipple(STANDARD_CONSTANTS, question())!, predictRipple(STANDARD_CONSTANTS, question({ form: "rms" }))!];
    expect(pp.whole / rms.whole).toBeGreaterThan(3);
    expect(pp.whole / rms.whole).toBeLessThan(2 * Math.sqrt(3) + 0.2);
  });
  test("twice the load makes nearly twice the ripple: settings of the job count", () => {
    const twice = predictRipple(STANDARD_CONSTANTS, question({ chosen: { mainsHertz: 50, load: 1 } }))!;
    expect(twice.whole / predictRipple(STANDARD_CONSTANTS, question())!.whole).toBeGreaterThan(1.7);
  });
  test("without a rectifier for the other half nothing is left to show", () => {
    expect(predictRipple(STANDARD_CONSTANTS, question({ unitKind: "recordPlayer", chosen: { mainsHertz: 50 } }))!.diodeOpen).toBeNull();
  });
});
