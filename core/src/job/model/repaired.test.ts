import { STANDARD_CONSTANTS } from "../../knowledge";
import { describe, expect, test } from "vitest";
import { bench, positionRecord, records } from "../../testing/jobs";
import { part } from "../../testing/parts";
import { afterFacts, afterFitting } from "../finalTest/afterFitting";
import { closingBlockers } from "./facts";
import { contaminated, ranAtFullMains } from "./repaired";
import { finalTestModel } from "../finalTest/finalTest";

const from = () => records({ positions: [...records().positions, positionRecord(9, "C9", part(10, 50))] });
function typed(...lines: string[]) {
  const b = bench(from());
  for (const line of lines) expect(b.type(line), line).not.toHaveProperty("code");
  return b;
}
/** Holds of a job with what comes after the last joint folded in, as every screen and the server have them. */
function holds(...lines: string[]) {
  const b = typed(...lines);
  const model = b.model();
  return closingBlockers({ ...model.facts, after: afterFacts(afterFitting(STANDARD_CONSTANTS, b.records, model, undefined), b.records) });
}
const FIXED = ["changed C14", "power on because it was tried on the bench before", "hum gone", "power off"];

describe("closed needs the complaint tried and gone after the last repair", () => {
  test("what was read, noted or said of another thing proves nothing", () => {
    expect(holds("changed C14", "C14 out esr 0.1", "rail main 34", "note sounds fine")).toContain("unproven");
    expect(holds(...FIXED)).not.toContain("unproven");
  });

  test("a repair of no capacitor is a repair", () => {
    expect(holds("hum gone", "cleaned volume pot")).toContain("unproven");
    expect(holds("cleaned volume pot", "hum gone")).not.toContain("unproven");
    expect(holds("replaced Q7, hum gone", "replaced D3")).toContain("unproven");
  });

  test("better is not gone, and still there holds by its own name", () => {
    expect(holds("changed C14", "better")).toContain("unproven");
    expect(holds("changed C14", "still hums")).toEqual(expect.arrayContaining(["unproven", "stillThere"]));
  });

  test("where nothing was repaired it is not closed as repaired", () => {
    expect(holds("C14 out esr 0.1")).toContain("unproven");
  });
});

describe("closed needs full mains since the last repair", () => {
  test.each([
    [["changed C14", "hum gone"], true],
    [FIXED, false],
    [["power on because it came in working", "power off", "changed C14", "hum gone"], true],
    [
      ["changed C14", "variac", "stage loaded anyway because it is known good", "step 100% anyway because it is known good", "hum gone"],
      true,
    ],
    [["changed C14", "variac", "stage full anyway because it is known good", "step 50% anyway because it is known good", "hum gone"], true],
    [
      ["changed C14", "variac", "stage full anyway because it is known good", "step 100% anyway because it is known good", "hum gone"],
      false,
    ],
    [["changed C14", "limiter 60w", "power on because it was tried before", "hum gone"], true],
    [
      ["changed C14", "limiter 60w", "stage full anyway because the lamp is out", "power on because it was tried before", "hum gone"],
      false,
    ],
    [["changed C14", "cold start ok", "hum gone"], false],
    [[...FIXED, "changed C9"], true],
  ])("%j: held %s", (lines, held) => {
    expect(holds(...lines).includes("notRun")).toBe(held);
  });

  test("a power-on that was undone ran nothing; the button counts as the line", () => {
    const b = typed("changed C14");
    expect(ranAtFullMains({ ...b.records, events: [{ id: 1, line: null, seq: 1, at: 0, kept: 0, struck: false, kind: "powerOn" }] })).toBe(
      true,
    );
    b.type("power on because it has to run");
    b.type("undo");
    expect(ranAtFullMains(b.records)).toBe(false);
  });

  test("a unit without a mains supply is not run at full mains", () => {
    const b = bench({ ...from(), job: { ...from().job, supplyKind: "none" } });
    b.type("changed C14, hum gone");
    expect(b.model().facts.notRun).toBe(false);
  });
});

describe("what else holds the closing, by its name", () => {
  test("a red item of the final test", () => {
    expect(holds(...FIXED, "offset l 300mv")).toContain("testFails");
    expect(holds(...FIXED, "offset l 12mv")).not.toContain("testFails");
  });

  test("insulation under a new transistor; a list that was begun and not ended", () => {
    expect(holds("replaced Q7, hum gone")).toContain("refitLeft");
    expect(holds("changed C14, hum gone")).not.toContain("refitLeft");
    expect(holds("changed C14, hum gone", "seen to screws")).toContain("refitLeft");
  });

  test("what leaked, until its insulation is measured", () => {
    expect(holds("C14 leaking")).toContain("contaminated");
    expect(contaminated(typed("C14 leaking", "after leak C14 cleaned done").model())).toBe(true);
    expect(contaminated(typed("C14 leaking", "after leak C14 insulation 200k").model())).toBe(true);
    expect(contaminated(typed("C14 leaking", "after leak C14 insulation 40M").model())).toBe(false);
    expect(contaminated(typed("C14 leaking", "C9 leaking", "after leak C14 insulation 40M").model()), "one of two").toBe(true);
    expect(holds("C14 bulged")).not.toContain("contaminated");
  });

  test("an idle current that was adjusted and not read warm", () => {
    const window = "idle window 10 to 15mv over 0.22";
    expect(holds(window, "idle L 8mv cold")).toContain("idleNotWarm");
    expect(holds(window, "idle L 8mv cold", "idle L 20mv warm")).toContain("idleNotWarm");
    expect(holds(window, "idle L 8mv cold", "idle L 12mv warm")).not.toContain("idleNotWarm");
  });
});

test("the final test counts from the repair that cured: starts that failed before it are of the fault", () => {
  const b = typed(
    "replaced C9, no difference",
    "cold start no",
    "cold start no",
    "replaced C14, hum gone",
    "cold start ok",
    "cold start ok",
  );
  expect(finalTestModel(STANDARD_CONSTANTS, b.records, b.model()).starts).toMatchObject({ of: 2, started: 2 });
  const two = typed("replaced C14, hum gone", "cold start ok", "cold start no");
  expect(finalTestModel(STANDARD_CONSTANTS, two.records, two.model()).starts).toMatchObject({ of: 2, started: 1, passes: "fails" });
});
