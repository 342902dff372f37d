import { STANDARD_CONSTANTS } from "../../knowledge";
import { describe, expect, test } from "vitest";
import { SHOP, modelOf, positionRecord, records, typed } from "../../testing/jobs";
import { part } from "../../testing/parts";
import { afterFitting } from "../finalTest/afterFitting";
import { understand } from "../lines/apply";
import { FIRM_INTERLOCKS, heldLine } from "./interlock";
import type { JobRecords } from "../records/records";

const PLAN = ["idle should be 46w", "variac"];
const supply = [
  positionRecord(1, "C1", part(4700, 50, { role: "reservoir" }), { holdsCharge: true }),
  positionRecord(2, "C2", part(220, 385, { role: "smpsPrimary" }), { holdsCharge: true }),
  positionRecord(3, "C21", part(4.7, 50, { role: "coupling" })),
  positionRecord(4, "C31", part(10, 100, { role: "crossover" })),
];
const unit = (over: Partial<JobRecords["job"]> = {}) => {
  const r = records({ positions: supply });
  return { ...r, job: { ...r.job, ...over } };
};
const begun = (...said: string[]) => typed(unit(), ...PLAN, ...said);
/** Why a line may not be kept now: the code, and what it names. */
function held(r: JobRecords, line: string): unknown {
  const entry = understand(r, SHOP, { key: "x", line, current: null, meter: "blue", inCircuit: true, refersTo: null, at: 0 });
  if (!entry.ok || entry.value.kind !== "keeps") throw new Error(line);
  const model = modelOf(r);
  return heldLine(
    STANDARD_CONSTANTS,
    { records: r, model, powerUp: afterFitting(STANDARD_CONSTANTS, r, model, undefined).powerUp },
    entry.value.effects,
  );
}
const STEP = "step 25%";
const INSISTING = "step 25% anyway because I want to see";

describe("what no reason opens", () => {
  test.each([
    ["C1 in dead short", "shorted", ["C1"]],
    ["C1 leak 0.4 in", "shorted", ["C1"]],
    ["C1 leak 0.4 out", "shorted", ["C1"]],
    ["C2 leak 300r in", "shorted", ["C2"]],
    ["C21 leak 0.3 out", "shorted", ["C21"]],
    ["rail main to ground 0.5", "shorted", ["rail main"]],
    ["main rail shorted to ground", "shorted", ["rail main"]],
    ["rail +15 dead short", "shorted", ["rail +15"]],
    ["b+ to ground 300", "shorted", ["b+"]],
    ["tone board to ground 1.2 ohm", "shorted", ["tone board"]],
    ["J6 to ground 0.8 ohm", "shorted", ["J6"]],
    ["D3 diode shorted", "shorted", ["D3"]],
    ["Q7 shorted", "shorted", ["Q7"]],
    ["mains lead frayed", "unsafe", ["mainsLead"]],
    ["mains plug broken", "unsafe", ["mainsPlug"]],
    ["earth 5", "unsafe", ["earthBond"]],
    ["insulation 0.2M", "unsafe", ["insulation"]],
    ["mains fuse wrong", "unsafe", ["mainsFuse"]],
  ])("%s", (line, code, what) => {
    const r = begun(line);
    for (const asked of [STEP, INSISTING, "power on", "power on because it has to run"]) {
      const hold = held(r, asked) as { code: string; what: unknown };
      expect([hold.code, hold.what], asked).toEqual([code, what]);
    }
  });

  test.each([
    [["rail main to ground 0.5 loaded", "rail main to ground 40k unloaded"], true],
    [["rail main to ground 0.5", "rail main to ground 40k unloaded"], true],
    [["C1 to ground 0.4", "C1 to ground 40k unloaded"], true],
    [["rail main to ground 0.5 unloaded", "rail main to ground 40k unloaded"], false],
    [["rail main to ground 0.5 loaded", "rail main to ground 40k loaded"], false],
    [["rail main to ground 0.5 unloaded", "rail main to ground 40k"], false],
    [["tone board to ground 3k", "hood board to ground 4k", "fan board to ground 20 loaded", "fan board to ground 5k"], false],
  ])("a node that is clear with its loads off may be short with them on: %j, held %s", (lines, is) => {
    const hold = held(begun(...lines), STEP) as { code: string } | null;
    expect(hold?.code === "shorted").toBe(is);
  });

  test.each([
    [["F1 should be 500ma", "replaced F1 with 2a"], "larger"],
    [["F1 1a", "replaced F1 with 1a", "replaced F1 with 2a"], "larger"],
    [["replaced F1 with 2a", "F1 should be 500ma"], "larger"],
    [["F1 T1A", "replaced F1 with T2A"], "larger"],
    [["F1 F1A", "F1 replaced with F2A"], "larger"],
    [["F1 500mAT", "replaced F1 with 630mAT"], "larger"],
    [["FS1 1a", "replaced FS1 with 4a"], "larger"],
    [["FU2 1a", "replaced FU2 with 1.6a"], "larger"],
    [["F1 1a", "mains fuse replaced with 4a"], "larger"],
    [["F1 1a", "replaced F1 with 4a", "replaced F1"], "larger"],
    [["F1 1a", "wire across F1"], "bridged"],
    [["F1 1a", "F1 bridged with foil"], "bridged"],
    [["F1 1a", "foil round the fuse"], "bridged"],
    [["nail in the fuse holder"], "bridged"],
    [["F1 1a", "F1 bypassed"], "bridged"],
    [["F1 1a", "F1 replaced by a piece of wire"], "bridged"],
    [["F1 1a blown"], "unexplained"],
  ])("%s", (said, why) => {
    const r = begun(...said);
    for (const asked of [STEP, INSISTING, "power on because it has to run"])
      expect(held(r, asked), asked).toMatchObject({ code: "fuse", why });
  });

  test("ticked at check-in: an earth pin that was removed, a wrong fuse; until it is measured, or renewed", () => {
    const earth = typed(unit({ findings: ["hum", "earthPinRemoved"] }), ...PLAN);
    expect(held(earth, INSISTING)).toEqual({ code: "unsafe", what: ["earthPinRemoved"] });
    expect(held(typed(earth, "mains lead fine"), STEP), "a lead that looks fine says nothing of the earth").not.toBeNull();
    expect(held(typed(earth, "earth 0.1"), STEP)).toBeNull();
    const fuse = typed(unit({ findings: ["hum", "wrongFuse"] }), ...PLAN);
    expect(held(fuse, INSISTING)).toEqual({ code: "unsafe", what: ["wrongFuse"] });
    expect(held(typed(fuse, "replaced F1 with 500ma"), STEP)).toBeNull();
    expect(held(typed(fuse, "mains fuse right"), STEP)).toBeNull();
  });

  test("a unit that takes no power is never switched on", () => {
    expect(held(unit({ supplyKind: "none" }), "power on because I say so")).toEqual({ code: "noSupply" });
  });

  test("these are all there are", () => {
    expect([...FIRM_INTERLOCKS].sort()).toEqual(["fuse", "noSupply", "shorted", "unsafe"]);
  });
});

describe("what clears a short", () => {
  test("the node read clear in circuit, not another part, nor a word, nor a part read out of circuit", () => {
    const short = begun("C1 leak 0.4 in");
    for (const line of ["C1 fitted 4700u 50v", "C1 leak 20M out", "C1 ok", "C1 no short", "C21 leak 20M in"])
      expect(held(typed(short, line), STEP), line).toMatchObject({ code: "shorted" });
    for (const line of ["C1 leak 20k in", "C1 to ground 12k", "C1 leak ol in"]) expect(held(typed(short, line), STEP), line).toBeNull();
  });
  test("a part that reads short by itself, and another in its place: the node is read before it is powered", () => {
    const renewed = begun("C1 leak 0.2 out", "C1 fitted 4700u 50v");
    expect(held(renewed, STEP)).toMatchObject({ code: "shorted", what: ["C1"] });
    expect(held(typed(renewed, "C1 leak 15k in"), STEP)).toBeNull();
  });
  test("a part read short that was retired, or whose line was undone after, holds on", () => {
    const short = begun("C1 leak 0.4 in");
    const retired = { ...short, positions: short.positions.slice(1), retired: [short.positions[0]!] };
    expect(held(retired, STEP)).toMatchObject({ code: "shorted", what: ["C1"] });
    expect(held(typed(retired, "C1 to ground 40k"), STEP)).toBeNull();
  });
  test("a diode that was replaced: its own reading", () => {
    const r = begun("D3 diode 0.4 ohm out of circuit", "replaced D3");
    expect(held(r, STEP)).toMatchObject({ code: "shorted", what: ["D3"] });
    expect(held(typed(r, "D3 forward 0.55, reverse ol"), STEP)).toBeNull();
  });
  test("a rail by its own reading", () => {
    expect(held(begun("rail main to ground 0.5", "rail main to ground 40k"), STEP)).toBeNull();
    expect(held(begun("rail main to ground 0.5", "rail +15 to ground 40k"), STEP)).toMatchObject({ what: ["rail main"] });
  });
});

describe("in proportion", () => {
  test.each([
    "C31 leak 0.2 in",
    "C21 leak 0.4 in",
    "speaker output to ground 0.2 ohm",
    "motor to ground 1.1 ohm",
    "C1 leak 20k in",
    "C1 esr 0.02",
  ])("%s holds nothing: it is low by nature, or no supply", (line) => {
    expect(held(begun(line), STEP)).toBeNull();
  });
  test("a core rail of a volt or two holds softly: a written reason and a supply with a current limit open it", () => {
    const low = begun("rail core 1.2 to ground 0.6");
    expect(held(low, STEP)).toMatchObject({ code: "lowNode" });
    expect(held(low, INSISTING), "a variable transformer limits nothing").toMatchObject({ code: "lowNode" });
    const limited = typed(unit(), "idle should be 46w", "limited 12v 0.5a", "rail core 1.2 to ground 0.6");
    expect(held(limited, STEP)).toMatchObject({ code: "lowNode" });
    expect(held(limited, INSISTING)).toBeNull();
    expect(held(limited, "power on because it is normal there"), "straight onto the mains").toMatchObject({ code: "lowNode" });
  });
});

describe("the order", () => {
  test("a unit that came in and was never begun may be heard as it is", () => {
    expect(held(unit(), "power on")).toBeNull();
  });
  test("what was begun by steps goes on by steps; a reason goes straight onto the mains", () => {
    expect(held(begun(STEP), "power on")).toMatchObject({ code: "stageOrder" });
    expect(held(begun(STEP), "power on because it ran yesterday")).toBeNull();
  });
  test("a unit that was repaired since it was last on goes by steps", () => {
    const repaired = typed(unit(), "power on", "power off", "C1 fitted 4700u 50v");
    expect(held(repaired, "power on")).toEqual({ code: "repaired" });
    expect(held(repaired, "power on because only a coupling part was changed")).toBeNull();
    expect(held(typed(repaired, "power on because it was brought up", "power off"), "power on")).toBeNull();
  });
  test("where the approach wants the supply's parts first, they come before any power", () => {
    expect(held(unit({ firstPowerApproach: "suppliesFirst" }), "power on")).toMatchObject({
      code: "suppliesFirst",
      positions: ["C1", "C2"],
    });
  });
});
