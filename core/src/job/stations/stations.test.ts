import { describe, expect, test } from "vitest";
import type { TouchSafety } from "../../safety";
import { volts } from "../../units";
import { jobFacts as job } from "../../testing/jobs";
import { closingBlockers, type PositionFacts, type DiagnosisFacts } from "../model/facts";
import type { Advice } from "../diagnosis/types";
import { PATH, nextOf, pathOf, stationStates } from "./stations";

const position = (designator: string, over: Partial<PositionFacts> = {}): PositionFacts => ({
  designator,
  verdict: "unmeasured",
  settle: null,
  inCircuitOnly: true,
  decision: "none",
  renewed: false,
  counterparts: [],
  ...over,
});

test("the next act follows the order of the work", () => {
  const held: TouchSafety = { kind: "chargeHeld", waiting: [{ position: "C1", state: { kind: "unmeasured" }, passedOver: null }] };
  const once: TouchSafety = {
    kind: "chargeHeld",
    waiting: [{ position: "C1", state: { kind: "once", volts: volts(1), at: 0, secondFrom: 60_000 }, passedOver: null }],
  };
  const acts = [
    job({ complaint: "" }),
    job({ findings: 0 }),
    job({ safety: { kind: "energised", since: 0, attempt: false } }),
    job({ safety: { kind: "nothingListed" } }),
    job({ safety: held }),
    job({ safety: once }),
    job(),
    job({ positions: [position("C1")] }),
    job({ positions: [position("C1", { verdict: "undecided", settle: "liftAndEsr" })] }),
    job({ positions: [position("C1", { verdict: "failed" })] }),
    job({ positions: [position("C1", { verdict: "failed", inCircuitOnly: false })] }),
    job({ positions: [position("C1", { verdict: "failed", inCircuitOnly: false, decision: "temporary" })] }),
    job({ positions: [position("C1", { verdict: "sound" })], proven: true }),
    job({ state: "closed" }),
  ].map((facts) => nextOf(facts, PATH));
  expect(acts.map((a) => a.act.code)).toEqual([
    "writeComplaint",
    "noteFindings",
    "switchOff",
    "listChargeHolders",
    "dischargeAndMeasure",
    "measureAgain",
    "listPositions",
    "measure",
    "settle",
    "confirmOut",
    "decide",
    "replaceTemporary",
    "return",
    "closed",
  ]);
  expect([...new Set(acts.map((a) => a.at))]).toEqual(["checkIn", "makeSafe", "measure", "choose", "return"]);
});

test("the counterpart of a bad part is measured before the others", () => {
  const positions = [
    position("C1"),
    position("C2", { verdict: "failed", counterparts: ["C102"] }),
    position("C102", { counterparts: ["C2"] }),
  ];
  expect(nextOf(job({ positions }), PATH).act).toEqual({ code: "measure", position: "C102", counterpartOf: "C2", left: 2 });
});

test("charge no longer stands in the way once nothing is left to measure", () => {
  const safety: TouchSafety = { kind: "chargeHeld", waiting: [{ position: "C1", state: { kind: "unmeasured" }, passedOver: null }] };
  const positions = [position("C1", { verdict: "failed", inCircuitOnly: false })];
  expect(nextOf(job({ safety, positions }), PATH).act.code).toBe("decide");
  expect(nextOf(job({ safety: { kind: "energised", since: 0, attempt: false }, positions }), PATH).act.code).toBe("switchOff");
});

test("stations show untouched, under way, done and held", () => {
  const states = stationStates(
    job({
      safety: { kind: "energised", since: 0, attempt: false },
      positions: [position("C1", { verdict: "failed", decision: "temporary" }), position("C2")],
    }),
    PATH,
  );
  expect(states.checkIn).toEqual({ kind: "done" });
  expect(states.makeSafe).toEqual({ kind: "held", by: "energised" });
  expect(states.measure).toEqual({ kind: "underWay", done: 1, of: 2 });
  expect(states.choose).toEqual({ kind: "done" });
  expect(states.return).toEqual({ kind: "held", by: "temporary" });
  expect(stationStates(job(), PATH).measure).toEqual({ kind: "untouched" });
});

test("a new part that was not measured yet holds nothing up", () => {
  const positions = [position("C1", { renewed: true })];
  expect(nextOf(job({ positions, proven: true }), PATH).act.code).toBe("return");
  expect(stationStates(job({ positions }), PATH).measure).toEqual({ kind: "done" });
});

test("closing is held by one rule: live, temporary, undecided, charged, the most pressing first", () => {
  const charged: TouchSafety = { kind: "chargeHeld", waiting: [] };
  const positions = [position("C1", { verdict: "failed" }), position("C2", { verdict: "worn", decision: "temporary" })];
  const proven = true;
  expect(closingBlockers(job({ safety: charged, positions, proven }))).toEqual(["temporary", "undecided", "hazard"]);
  expect(closingBlockers(job({ safety: { kind: "energised", since: 0, attempt: false }, proven }))).toEqual(["energised"]);
  expect(closingBlockers(job({ positions: [position("C1", { verdict: "worn" })], proven })), "a worn part may stay").toEqual([]);
});

test("every station has an address of its own", () => {
  expect(new Set(PATH.map((s) => pathOf(s.id))).size).toBe(PATH.length);
});

test("after make safe the eyes go first; a fuse that looks whole, and answers that are owed, before measuring", () => {
  const act = (over: Parameters<typeof job>[0]) => nextOf(job(over), PATH).act;
  expect(act({ looked: false, positions: [position("C1")] })).toEqual({ code: "inspect" });
  expect(act({ looked: false, positions: [position("C1", { verdict: "sound" })] }).code, "measuring has begun").not.toBe("look");
  expect(act({ unmeasuredFuse: "F1", positions: [position("C1")] })).toEqual({ code: "measureFuse", part: "F1" });
  expect(act({ asked: 2, tried: 3, positions: [position("C1")] })).toEqual({ code: "answer", left: 2 });
  expect(stationStates(job({ asked: 1, tried: 3 }), PATH).diagnose).toEqual({ kind: "underWay", done: 2, of: 3 });
});

describe("what the diagnosis asks for", () => {
  const rails: Advice = {
    ...{ kind: "test", test: "railLow", yes: 0.5, bits: 0.4, minutes: 3, power: true, hands: true },
    ...{ ifYes: "regulatorFailed", ifNo: "earthPoint" },
  };
  const traced = (over: Partial<DiagnosisFacts>): DiagnosisFacts => ({
    settled: false,
    mend: null,
    advice: rails,
    lockedFirst: false,
    measure: ["C1"],
    ...over,
  });
  const positions = [position("C1"), position("C2")];
  const act = (diagnosis: DiagnosisFacts, over: Parameters<typeof job>[0] = {}) => nextOf(job({ positions, diagnosis, ...over }), PATH).act;

  test("comes before the capacitors one by one, but not before the counterpart of a bad one", () => {
    expect(act(traced({}))).toEqual({ code: "advise", advice: rails });
    const counterparts = [
      position("C1", { verdict: "failed", inCircuitOnly: false, counterparts: ["C101"] }),
      position("C101", { counterparts: ["C1"] }),
    ];
    expect(act(traced({}), { positions: counterparts })).toMatchObject({ code: "measure", position: "C101" });
  });
  test("a capacitor it asks for is measured in its order", () => {
    const advice: Advice = { ...rails, kind: "measure", hypothesis: "reservoirDried", designators: ["C2"], power: false };
    expect(act(traced({ advice, measure: ["C2", "C1"] }))).toEqual({ code: "measure", position: "C2", counterpartOf: null, left: 2 });
  });
  test("a shown cause is seen to before anything else is tested, with hands allowed only", () => {
    const diagnosis = traced({ settled: true, mend: { hypothesis: "rectifierShorted", part: "D1" }, lockedFirst: false, measure: [] });
    expect(act(diagnosis)).toEqual({ code: "mend", hypothesis: "rectifierShorted", part: "D1" });
    const held: TouchSafety = { kind: "chargeHeld", waiting: [{ position: "C1", state: { kind: "unmeasured" }, passedOver: null }] };
    expect(act(diagnosis, { safety: held }).code).toBe("dischargeAndMeasure");
  });
  test("once a cause is shown and seen to, what the approach leaves unmeasured stays so", () => {
    expect(act(traced({ settled: true, measure: [] }), { proven: true }).code).toBe("return");
    expect(act(traced({ settled: true, measure: [] })), "what was done is tried first").toEqual({ code: "hold", hold: "unproven" });
    expect(act(traced({ settled: true, measure: ["C2"] }))).toMatchObject({ code: "measure", position: "C2" });
  });
  test("beside a shown cause an undecided part may stay so, a bad one may not", () => {
    const diagnosis = traced({ settled: true, measure: [] });
    const undecided = position("C1", { verdict: "undecided", settle: "liftAndEsr" });
    expect(act(diagnosis, { positions: [undecided], proven: true }).code).toBe("return");
    expect(act(traced({ advice: null, measure: [] }), { positions: [undecided] }).code).toBe("settle");
    expect(act(diagnosis, { positions: [position("C1", { verdict: "failed" })] }).code).toBe("confirmOut");
  });
  test("a unit that is on stays on for a test that needs it so", () => {
    const safety: TouchSafety = { kind: "energised", since: 0, attempt: false };
    expect(act(traced({}), { safety })).toMatchObject({ code: "advise" });
    expect(act(traced({ advice: { ...rails, power: false } }), { safety })).toEqual({ code: "switchOff" });
  });
  test("with nothing shown and nothing left to test the end is an honest one", () => {
    expect(act(traced({ advice: null, measure: [] })).code).toBe("noCause");
    expect(act(traced({ advice: null, measure: [] }), { proven: true }).code, "something was fitted and proven").toBe("return");
  });
});
