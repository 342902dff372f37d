import { describe, expect, test } from "vitest";
import { SHOP, bench, keeping, positionRecord, records } from "../../testing/jobs";
import { part } from "../../testing/parts";
import { hertz, ohms, volts } from "../../units";
import { applyLine, understand } from "../lines/apply";
import { closingBlockers, needsDecision } from "./facts";
import { limitsOn, deriveJob } from "./model";
import type { ChoiceFacts, JobRecords } from "../records/records";

const choice = (positionId: number, over: Partial<ChoiceFacts> = {}): ChoiceFacts => ({
  positionId,
  decision: "replace",
  seq: 0,
  ...over,
});
const modelOf = (r: JobRecords, shop = SHOP) => deriveJob()(r, shop);
const at = (r: JobRecords, d: string, shop = SHOP) => modelOf(r, shop).positions.find((p) => p.designator === d)!;

describe("counterparts", () => {
  test("parts with one counterpart key are compared, whichever was measured first", () => {
    const b = bench();
    b.type("C114 out esr 0.45");
    b.type("C14 out esr 0.2");
    expect(b.at("C114").verdict.notes).toContainEqual(expect.objectContaining({ code: "counterpartRatio", counterparts: ["C14"] }));
    expect(b.at("C14").counterparts).toEqual(["C114"]);
  });

  test("a retired counterpart is no counterpart any more", () => {
    const b = bench();
    const { positions } = b.records;
    expect(at({ ...b.records, positions: positions.filter((p) => p.designator !== "C114") }, "C14").counterparts).toEqual([]);
  });
});

describe("what lies across", () => {
  test("the last that was said holds: unknown, alone, or with others", () => {
    const b = bench();
    b.type("C21 in esr 2");
    expect(b.at("C21").verdict.state).toBe("undecided");
    expect(b.at("C21").parallelWith).toBeNull();
    b.type("C21 alone");
    expect(b.at("C21").parallelWith).toEqual([]);
    expect(b.at("C21").verdict.state).toBe("sound");
    b.type("C21 with C1");
    expect(b.at("C21").parallelWith).toEqual(["C1"]);
    expect(b.at("C21").verdict.state, "a reservoir across it hides it").toBe("undecided");
  });
});

describe("what the path is told", () => {
  test("a bad part wants a decision until it has one, and again once a later part reads bad", () => {
    const b = bench();
    b.type("C14 out esr 9");
    const undecided = modelOf(b.records).facts;
    expect(undecided.positions.filter(needsDecision).map((p) => p.designator)).toEqual(["C14"]);
    expect(closingBlockers(undecided)).toContain("undecided");

    const decided = { ...b.records, choices: [choice(2, { seq: 1 })] };
    expect(modelOf(decided).facts.positions.filter(needsDecision)).toEqual([]);

    const fitted = bench(decided);
    fitted.type("C14 fitted");
    fitted.type("C14 out esr 0.3");
    expect(fitted.model().facts.positions.find((p) => p.designator === "C14")).toMatchObject({ renewed: true, verdict: "sound" });
    expect(
      fitted.at("C14").fittings.map((f) => f.verdict.state),
      "what was found stays bad",
    ).toEqual(["failed", "sound"]);
    fitted.type("C14 out esr 8");
    expect(fitted.model().facts.positions.filter(needsDecision), "the new one is bad too: decide again").toHaveLength(1);
  });

  test("a temporary part holds the closing even when it is in", () => {
    const b = bench({ ...records(), choices: [choice(2, { decision: "temporary", seq: 1 })] });
    b.type("C14 fitted 220u 25v");
    expect(closingBlockers(b.model().facts)).toContain("temporary");
  });

  test("only a charge-holding part holds the closing by its charge", () => {
    const b = bench();
    expect(closingBlockers(b.model().facts)).toContain("hazard");
    const without = { ...b.records, positions: b.records.positions.map((p) => ({ ...p, holdsCharge: false })) };
    expect(closingBlockers(modelOf(without).facts)).not.toContain("hazard");
  });

  test("in circuit only is said of a part until it was read out of it", () => {
    const b = bench();
    const told = () => b.model().facts.positions.find((p) => p.designator === "C21")!.inCircuitOnly;
    b.type("C21 in esr 30");
    expect(told()).toBe(true);
    b.type("C21 out esr 30");
    expect(told()).toBe(false);
  });
});

describe("limits shown before Enter", () => {
  test("are the ones the verdict then uses, on the meter in hand", () => {
    const b = bench();
    const before = limitsOn(b.at("C14"), SHOP, "blue");
    b.type("C14 out esr 0.5");
    expect(b.at("C14").verdict.esrLimits).toEqual(before);
  });

  test("go by the shop's own figures, as the verdict does", () => {
    const constants = { "esr.failedRatio": 4 };
    const [usual, own] = [SHOP, { ...SHOP, constants }].map((shop) => limitsOn(bench().at("C1"), shop, "blue")!);
    expect(own!.failedOver).toBeGreaterThan(usual!.failedOver);
  });

  test("are those of the part that is in now", () => {
    const b = bench();
    const old = limitsOn(b.at("C14"), SHOP, "blue")!;
    b.type("C14 fitted 10u 50v");
    expect(limitsOn(b.at("C14"), SHOP, "blue")!.failedOver).toBeGreaterThan(2 * old.failedOver);
  });

  test("there are none on a meter that shows no ESR", () => {
    expect(limitsOn(bench().at("C14"), SHOP, "pocket")).toBeNull();
    expect(limitsOn(bench().at("C14"), SHOP, null)).toBeNull();
  });

  test("follow a struck norm and a new one on the shelf at once", () => {
    const r = records();
    const own = (shop: typeof SHOP) => limitsOn(at(r, "C14", shop), shop, "blue")!.failedOver;
    const without = { ...SHOP, norms: [] };
    expect(own(without)).not.toBe(own(SHOP));
    const shelf = {
      meter: "blue",
      technology: "aluminium" as const,
      nominal: r.positions[1]!.nominal,
      rated: volts(16),
      at: hertz(100_000),
      esr: ohms(0.2),
      series: null,
      grade: null,
    };
    expect(own({ ...without, shelf: [shelf] }), "where only the formula stands, the shelf wins").toBeLessThan(own(without));
  });
});

test("a longer job costs no more than its changed part: four hundred positions, one line, one new object", () => {
  const positions = Array.from({ length: 400 }, (_, i) => positionRecord(i + 1, `C${i + 1}`, part(100, 16)));
  const model = deriveJob();
  const before = records({ positions });
  const old = model(before, SHOP).positions;
  const entered = { key: "k", line: "C200 esr 4.6", current: null, meter: "blue", inCircuit: true, refersTo: null, at: 1 };
  const entry = understand(before, SHOP, entered);
  if (!entry.ok) throw new Error(entry.issue.code);
  const now = model(applyLine(before, SHOP, entered, entry.value, keeping(1)), SHOP).positions;
  expect(now.filter((p, i) => p !== old[i]).map((p) => p.designator)).toEqual(["C200"]);
});
