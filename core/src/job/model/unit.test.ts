import { describe, expect, test } from "vitest";
import { closingBlockers, withdraw } from "..";
import { lastSaid } from "../lines/apply";
import { SHOP, modelOf, records, typed, unitOf } from "../../testing/jobs";

describe("what a bench says is folded into what is so now", () => {
  test("a fuse that looks whole is to be measured, and its ohms settle it", () => {
    expect(modelOf(typed(records(), "F1 looks whole")).facts.unmeasuredFuse).toBe("F1");
    const after = modelOf(typed(records(), "F1 looks whole", "F1 ol"));
    expect(after.facts.unmeasuredFuse).toBeNull();
    expect(after.unit.parts[0]).toMatchObject({ name: "F1", class: "fuse", verdict: { state: "open" } });
  });

  test("out of circuit counts before in circuit, the later before the earlier", () => {
    const { parts } = unitOf("R12 4k7", "R12 reads 7k in circuit", "R12 reads 4k8 out of circuit", "R12 reads 9k in circuit");
    expect(parts[0]!.figures.map((f) => f.observation.value)).toEqual([4800]);
    expect(parts[0]!.verdict.state).toBe("sound");
  });

  test("two markings of one part are both kept and pointed out", () => {
    const { parts } = unitOf("R12 marked 4k7", "R12 marked 47k");
    expect(parts[0]!.conflicting.map((m) => m[0]!.value)).toEqual([4700, 47000]);
  });

  test("a rail by state, with its complementary and what it should be", () => {
    const { points } = unitOf("rail +15 15.1 unloaded", "rail +15 11.7 loaded", "rail -15 -0.26");
    expect(points[0]).toMatchObject({
      name: "rail +15",
      now: { reading: { volts: 11.7 }, verdict: { state: "low" } },
      complementary: { volts: -0.26 },
    });
    expect(points[1]!.now!.verdict.state).toBe("gone");
    const said = unitOf("rail +15 11.7", "rail +15 should be 12 5%").points[0]!;
    expect(said.now!.verdict.state).toBe("within");
  });

  test("a rail read at a step below full mains is no low rail, and never counts as its reading at full mains", () => {
    const said = ["rail main should be 36", "means variac", "stage loaded", "step 25%", "rail main 8.4"] as const;
    const at25 = unitOf(...said).points[0]!;
    expect(at25.now).toBeNull();
    expect(at25.readings[0]).toMatchObject({ mainsShare: 0.25, verdict: null });
    const [full] = unitOf(...said, "step 100%", "rail main 36.4", "power off", "power on", "rail main 30").points;
    expect(full!.readings.map((r) => [r.reading.volts, r.mainsShare, r.verdict?.state ?? null])).toEqual([
      [30, null, "low"],
      [36.4, null, "within"],
      [8.4, 0.25, null],
    ]);
  });

  test("the load that holds the short is the odd one against ground", () => {
    const { loads } = unitOf("tone board to ground 3.2k, motor board to ground 4.1k, display board to ground 1.4 ohm");
    expect(loads.filter((l) => l.odd).map((l) => l.name)).toEqual(["display board"]);
    expect(unitOf("tone board to ground 3.2k").loads[0]).toMatchObject({ ratio: null, odd: false });
  });

  test("another state stays beside it: one reading never wipes the other", () => {
    const { loads, points } = unitOf("rail main to ground 80 loaded", "rail main to ground 12k unloaded", "rail main to ground 85 loaded");
    expect(loads.map((l) => [l.name, l.under.load, l.ohms])).toEqual([
      ["rail main", "loaded", 85],
      ["rail main", "unloaded", 12_000],
    ]);
    expect(points).toEqual([]);
    const read = unitOf("rail +15 15.1 unloaded", "rail +15 9.2 loaded").points[0]!.readings;
    expect(read.map((r) => [r.reading.volts, r.reading.under.load])).toEqual([
      [9.2, "loaded"],
      [15.1, "unloaded"],
    ]);
  });

  test("what was tried asks for what it lacks, and an answer later fills it", () => {
    const asked = typed(records(), "put left driver in the right");
    expect(modelOf(asked).unit.tried[0]!.asks).toEqual(["outcome", "followed"]);
    expect(modelOf(asked).facts.asked).toBe(1);
    const answered = modelOf(typed(asked, "re 1 part"));
    expect(answered.unit.tried[0]).toMatchObject({ asks: [], tried: { followed: "part" } });
    const bridged = typed(records(), "bridged C14");
    expect(modelOf(bridged).unit.tried[0]!.asks).toEqual(["bridgeValue", "outcome"]);
    const told = modelOf(typed(bridged, "re 1 100u 10v", "re 1 same"));
    expect(told.unit.tried[0]).toMatchObject({ asks: [], cautions: ["underRated"], tried: { outcome: "same" } });
    expect(told.facts.asked).toBe(0);
  });

  test("repairs ask together, once, after the unit has run with them, and the natural reply answers", () => {
    const repaired = typed(records(), "replaced Q7", "resoldered R12", "F1 replaced with 2 A");
    expect(modelOf(repaired).facts.asked, "not run yet").toBe(0);
    const run = typed(repaired, "power on because it was brought up before");
    expect(modelOf(run).unit.tried.map((t) => t.asks)).toEqual([[], [], ["outcome"]]);
    for (const [reply, outcome] of [
      ["gone", "gone"],
      ["better", "better"],
      ["no difference", "same"],
      ["worse", "worse"],
    ] as const) {
      const answered = modelOf(typed(run, reply));
      expect(answered.facts.asked, reply).toBe(0);
      expect(answered.unit.tried.map((t) => [t.tried.outcome, t.asSet])).toEqual(Array(3).fill([outcome, outcome !== "same"]));
    }
  });

  test("two changes with one outcome prove neither, and are cured as a set", () => {
    expect(unitOf("changed Q7 and C21, hum gone").tried[0]!.asSet).toBe(true);
    expect(unitOf("changed Q7, hum gone").tried[0]!.asSet).toBe(false);
    const both = unitOf("lifted C21, warmed C14, hum gone").tried;
    expect(both.map((t) => [t.tried.outcome, t.asSet])).toEqual([
      ["gone", true],
      ["gone", true],
    ]);
    expect(unitOf("changed Q7 and C21, no difference").tried[0]!.asSet).toBe(false);
  });

  test.each<[string, string[], string[]]>([
    ["a fuse is never bridged", ["bridged F1 with 10 ohm"], ["fuse"]],
    ["fewer volts than what stands there", ["100u 10v over C14, hum gone"], ["underRated"]],
    ["enough volts", ["100u 25v over C14, hum gone"], []],
    ["nothing is put across a live unit", ["power on", "100u 25v over C14, hum gone"], ["supplyLive"]],
    ["off again it may be", ["power on", "power off", "100u 25v over C14, hum gone"], []],
  ])("bridges: %s", (_name, said, cautions) => {
    expect(unitOf(...said).tried[0]!.cautions).toEqual(cautions);
  });

  test("a larger fuse is never fitted without being told so", () => {
    expect(unitOf("F1 1.6a ol", "F1 fitted 2a, blows again").tried[0]!.cautions).toEqual(["fuseLarger"]);
    expect(unitOf("F1 1.6a ol", "F1 fitted 1.6a, blows again").tried[0]!.cautions).toEqual([]);
  });

  test("what was unplugged or put across holds the closing until it is back", () => {
    const out = typed(records(), "unplugged tone board plug, rail back to 15", "100u 25v over C14, hum gone");
    expect(modelOf(out).facts.leftIn).toBe(2);
    expect(modelOf(typed(out, "re 1 back")).facts.leftIn).toBe(1);
    expect(modelOf(typed(out, "all back")).facts.leftIn).toBe(0);
    expect(modelOf(typed(out, "all back", "unplugged fan plug, quiet")).facts.leftIn, "what comes after is not back").toBe(1);
  });

  test("a remark is unread until it is said what it is, and then stands in its list", () => {
    const said = typed(records(), "somebody was in here before us");
    expect(modelOf(said).facts.asked).toBe(1);
    const settled = modelOf(typed(said, "re 1 claim"));
    expect(settled.facts.asked).toBe(0);
    expect(settled.unit.claims).toEqual(["somebody was in here before us"]);
  });

  test("every fault of a docket has a state of its own, and one that is open holds the closing", () => {
    const said = typed(records(), "fault headphone socket cuts out", "rail +15 11.7", "re 2 fault 2", "fault 2 shown");
    const { unit, facts } = modelOf(said);
    expect(unit.faults).toEqual([
      { number: 1, text: null, state: "open", lines: [] },
      { number: 2, text: "headphone socket cuts out", state: "shown", lines: [2] },
    ]);
    expect(facts.openFaults).toBe(1);
    expect(closingBlockers(facts)).toContain("openFault");
    expect(closingBlockers(modelOf(typed(said, "fault 2 cured")).facts)).not.toContain("openFault");
  });

  test("time that went into something is kept in the order it was said", () => {
    expect(unitOf("spent 40 min on the tone board", "spent 1 h").notes.spent).toEqual([
      { minutes: 40, text: "the tone board" },
      { minutes: 60, text: "" },
    ]);
  });

  test("cold starts add up however they were said", () => {
    expect(unitOf("starts 1 of 5", "cold start no", "cold start ok").coldStarts).toEqual({ started: 2, of: 7 });
  });

  test("a struck line takes back all it brought: part, looks, readings, what was tried", () => {
    const said = typed(records(), "F1 looks whole, meter says open", "pulled tone board plug, rail back to 15");
    const without = withdraw(withdraw(said, said.lines[0]!.key, SHOP, 0), said.lines[1]!.key, SHOP, 0);
    const { unit } = modelOf(without);
    expect([unit.parts, unit.points, unit.looks, unit.tried]).toEqual([[], [], [], []]);
    expect(lastSaid(without, null)).toEqual([]);
  });

  test("what is read inside while charge is not shown to be gone is marked", () => {
    const r = typed(records(), "Q1 hfe 62", "draws 180ma in standby", "F1 looks whole");
    expect(r.observations.filter((o) => o.observation.kind !== "named").map((o) => o.whileLocked)).toEqual([true, false, false]);
  });
});
