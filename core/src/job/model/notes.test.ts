import { describe, expect, test } from "vitest";
import { closingBlockers } from "..";
import { modelOf, records, typed, unitOf } from "../../testing/jobs";

const notesOf = (...said: string[]) => unitOf(...said).notes;
const heldBy = (...said: string[]) => closingBlockers(modelOf(typed(records(), ...said)).facts);

describe("what belongs at a place, beside what is fitted", () => {
  test("the drawing differs from the board: both stand, neither is trusted", () => {
    const [w] = notesOf("C14 drawing says 220u").wanted;
    expect(w).toMatchObject({ name: "C14", by: "drawing", differs: true, fitted: [{ unit: "F" }, { unit: "V", value: 16 }] });
    expect(notesOf("C14 drawing says 100u").wanted[0]!.differs).toBe(false);
    expect(notesOf("C14 drawing says 100u 25v").wanted[0]!.differs, "the volts differ").toBe(true);
  });
  test("of a part nobody has said the marking of it is not known", () => {
    expect(notesOf("R12 drawing says 4k7").wanted[0]!.differs).toBeNull();
    expect(notesOf("R12 marked 47k", "R12 drawing says 4k7").wanted[0]!.differs).toBe(true);
  });
  test("the later word of the same authority counts", () => {
    const { wanted } = notesOf("C14 drawing says 220u", "C14 should be 100u", "C14 drawing says 100u");
    expect(wanted.map((w) => [w.by, w.differs])).toEqual([
      ["drawing", false],
      ["bench", false],
    ]);
  });
});

describe("what came off must go back on", () => {
  test("and holds the closing until it is", () => {
    expect(heldBy("teardown 6 screws, bottom lid", "teardown fan plug")).toContain("notRefitted");
    expect(heldBy("teardown 6 screws, bottom lid", "teardown fan plug", "refit 2")).toContain("notRefitted");
    expect(heldBy("teardown 6 screws, bottom lid", "teardown fan plug", "refit 2", "refit 1")).not.toContain("notRefitted");
    expect(heldBy("teardown lid", "refit all", "teardown lid again"), "what comes off later is off").toContain("notRefitted");
  });
});

describe("a fuse that went", () => {
  test("holds the closing until somebody says why", () => {
    expect(heldBy("F1 2A", "F1 ol")).toContain("fuseUnexplained");
    expect(heldBy("F1 ol", "F1 blew violently")).toContain("fuseUnexplained");
    expect(heldBy("F1 ol", "F1 blew because D3 shorted")).not.toContain("fuseUnexplained");
    expect(heldBy("F1 0.02"), "a whole one asks nothing").not.toContain("fuseUnexplained");
  });
  test.each([
    ["F1 blew violently because D3 shorted", "violent", "D3 shorted"],
    ["F1 blew black: rectifier", "violent", "rectifier"],
    ["F1 blown gently due to age", "gentle", "age"],
    ["F1 has blown because of a slipped probe", null, "a slipped probe"],
    ["why F1 blew: relay stuck", null, "relay stuck"],
    ["F1 blew", null, null],
  ] as const)("%j", (line, how, because) => {
    expect(notesOf(line).fuses).toMatchObject([{ name: "F1", blown: true, how, because }]);
  });
  test("what was said last counts, and how and why may come apart", () => {
    const [fuse] = notesOf("F1 2A", "F1 blew gently", "F1 blew violently", "the fuse blew because of D3").fuses;
    expect(fuse).toMatchObject({ how: "violent", because: "D3", marked: [{ value: 2, unit: "A" }] });
  });
  test("a why without words is asked for; what the eye sees stays a look", () => {
    expect(() => notesOf("F1 blew because")).toThrow();
    expect(notesOf("F1 blown").fuses).toMatchObject([{ because: null }]);
    expect(unitOf("F1 blown").looks).toMatchObject([{ look: { sign: "blown" } }]);
  });
});

describe("what is looked over", () => {
  test.each([
    ["earth 0.12", true],
    ["earth 0.9", false],
    ["earth ol", false],
    ["insulation 20M", true],
    ["insulation 200k", false],
    ["insulation ol", true],
    ["mains lead frayed", false],
    ["test leads 0.8", false],
    ["jig fine", true],
  ])("%j: %s", (line, fine) => {
    expect(notesOf(line).checks).toMatchObject([{ fine }]);
  });
  test("a bad earth holds the closing, bad test leads do not; the last look counts", () => {
    expect(heldBy("earth 0.9")).toContain("unsafe");
    expect(heldBy("earth 0.9", "earth 0.1")).not.toContain("unsafe");
    expect(heldBy("test leads 0.9")).not.toContain("unsafe");
  });
  test("after a leak the insulation is held to its own limit", () => {
    const leaks = notesOf("after leak C14 insulation 2M", "after leak C21 insulation 40M", "after leak C14 traces fine").leaks;
    expect(leaks.map((l) => [l.name, l.step, l.fine])).toEqual([
      ["C14", "insulation", false],
      ["C21", "insulation", true],
      ["C14", "traces", true],
    ]);
  });
});

test("ends that share an end are one point", () => {
  expect(notesOf("joins C9+ Q7 b", "joins R1 R2", "joins Q7 b R12").nets).toEqual([
    ["R1", "R2"],
    ["C9 +", "Q7 b", "R12"],
  ]);
});

test("time is added up by the step of the work, beside what was meant for it", () => {
  expect(
    notesOf("plan 30 min measuring", "spent 20 min measuring", "spent 25 min measuring again", "spent 10 min on the phone").time,
  ).toEqual([
    { step: "measure", planned: 30, spent: 45 },
    { step: null, planned: null, spent: 10 },
  ]);
});

test("a kind that comes in pairs asks for the other one until somebody says", () => {
  const pair = (...said: string[]) => {
    const start = records({ job: { ...records().job, unitKind: "passiveLoudspeaker" } });
    return modelOf(typed(start, ...said)).unit.notes.counterpart;
  };
  expect(pair()).toBe("ask");
  expect(pair("twin not here")).toBe("absent");
  expect(pair("twin not here", "twin here")).toBe("here");
  expect(notesOf().counterpart, "a receiver comes alone").toBeNull();
});

test("what the owner agreed to last holds", () => {
  expect(notesOf("agreed nothing", "agreed section up to 84.50").agreed).toMatchObject({ scope: "section", most: 84.5 });
});

describe("what the unit draws", () => {
  const draw = (...said: string[]) => unitOf(...said).draw[0]!.verdict;
  test("is held against what somebody knew before what is usual", () => {
    expect(draw("standby should be 100ma", "draws 310ma in standby")).toMatchObject({ state: "muchTooHigh", norm: { from: "said" } });
    expect(draw("standby should be 100ma", "draws 130ma in standby").state).toBe("high");
    expect(draw("standby should be 100ma", "draws 101ma in standby").state).toBe("within");
    expect(draw("draws 150ma in standby")).toMatchObject({ state: "muchTooHigh", norm: { from: "usual" } });
  });
  test("what is only usual for a kind calls nothing high under three times it", () => {
    expect(draw("draws 50w at idle")).toMatchObject({ state: "within", norm: { value: 35 } });
    expect(draw("draws 180w at idle").state).toBe("muchTooHigh");
  });
  test("a state nobody named is held against nothing", () => {
    expect(draw("draws 310ma")).toEqual({ state: "unknown", ratio: null, norm: null });
  });
});

describe("things tried, before and after", () => {
  const first = (...said: string[]) => unitOf(...said).tried[0]!;
  test("what stood there before is said in the same line, or was read before", () => {
    expect(first("pulled tone board plug, rail +15 from 11.7 to 15").tried).toMatchObject({
      before: { value: 11.7 },
      after: { value: 15 },
    });
    expect(first("rail +15 11.7", "pulled tone board plug, rail +15 back to 15.1").tried).toMatchObject({
      before: { value: 11.7 },
      after: { what: "rail +15", value: 15.1 },
    });
    expect(first("pulled tone board plug, rail +15 back to 15.1").tried.before).toBeNull();
  });
  test("an unsafe trial is kept as done and not taken as a test", () => {
    expect(first("bridged F1, works again")).toMatchObject({ cautions: ["fuse"], refused: true });
    expect(first("10u 50v over C21, bass is back")).toMatchObject({ refused: false });
  });
  test("a bench supply wants a current limit, and no more than the rail is called by", () => {
    expect(first("fed rail +15 from bench supply 15v, works").cautions).toEqual(["noLimit"]);
    expect(first("fed rail +15 from bench supply 15v 0.5a, works").cautions).toEqual([]);
    expect(first("fed rail +15 from bench supply 24v 0.5a, works").cautions).toEqual(["overRail"]);
  });
});
