import { STANDARD_CONSTANTS } from "../../knowledge";
import { describe, expect, test } from "vitest";
import { celsius } from "../../units";
import { predictRipple } from "../../diagnosis";
import { modelOf, positionRecord, records, typed } from "../../testing/jobs";
import { part } from "../../testing/parts";
import { STARTER } from "../../diagnosis";
import { rippleQuestions, traceCase, type RippleSolver, type TraceCase } from "..";
import { diagnoseJob } from "./diagnoseJob";

const base = records();
const JOB = {
  ...base.job,
  findings: ["hum", "allChannels", "volumeNoEffect"] as const,
  mainsHz: 50,
  channels: 2,
  firstPowerApproach: "lookUnderLimiter" as const,
};
const reservoir = (over = {}) => positionRecord(1, "C1", part(4700, 50, { role: "reservoir" }), over);
const UNIT = {
  ...base,
  job: { ...JOB, findings: [...JOB.findings] },
  positions: [reservoir(), positionRecord(2, "C14", part(100, 25, { role: "decoupler" }))],
};
const now = (from: typeof UNIT, ...said: string[]) => typed(from, ...said);
const chance = (from: typeof UNIT, id: string, ...said: string[]) => {
  const model = modelOf(now(from, ...said));
  const predicted = rippleQuestions(JOB, model, []).flatMap((q) => predictRipple(STANDARD_CONSTANTS, q) ?? []);
  return diagnoseJob({ ...JOB, findings: [...JOB.findings] }, model, { ...STARTER, predicted }).suspects.find((s) => s.id === id)!;
};

describe("a ripple against what the circuit would show", () => {
  const silent = () => chance(UNIT, "reservoirDried").chance;
  test("ten times what a whole one would show speaks for a dried one, and says so with the figures", () => {
    const s = chance(UNIT, "reservoirDried", "C1 1.7vac");
    expect(s.chance).toBeGreaterThan(silent() + 0.1);
    const reason = s.for.find((r) => r.source.kind === "ripple" && r.source.designator === "C1")!;
    expect(reason.ripple!.volts).toBeCloseTo(1.7, 9);
    expect(reason.ripple!.foretold.whole).toBeLessThan(0.4);
  });
  test("what a whole one shows speaks against it", () => {
    expect(chance(UNIT, "reservoirDried", "C1 0.18vac").chance).toBeLessThan(0.6 * silent());
  });
  test("twice as much is an open rectifier as much as half a reservoir", () => {
    const before = chance(UNIT, "rectifierOpen").chance;
    expect(chance(UNIT, "rectifierOpen", "C1 0.37vac").chance).toBeGreaterThan(1.3 * before);
  });
  test("it never shows anything by itself", () => {
    expect(chance(UNIT, "reservoirDried", "C1 1.7vac").state).not.toBe("shown");
  });
  test("of two reservoirs the worse one speaks", () => {
    const two = { ...UNIT, positions: [...UNIT.positions, positionRecord(3, "C2", part(4700, 50, { role: "reservoir" }))] };
    expect(chance(two, "reservoirDried", "C1 1.7vac", "C2 0.18vac").chance).toBeCloseTo(
      chance(two, "reservoirDried", "C1 1.7vac").chance,
      9,
    );
  });
  test("a ripple of the new part says nothing of the old one", () => {
    expect(modelOf(now(UNIT, "C1 1.7vac", "fitted C1 4700u 50v", "C1 0.18vac")).ripples).toEqual([
      { designator: "C1", volts: 1.7, form: "rms" },
    ]);
  });
  test("a unit without such a supply, or a part that is no reservoir, is not asked about", () => {
    const model = modelOf(now(UNIT, "C14 20mvac"));
    expect(rippleQuestions(JOB, model, [])).toEqual([]);
    expect(rippleQuestions({ ...JOB, supplyKind: "switchMode" }, modelOf(now(UNIT, "C1 1.7vac")), [])).toEqual([]);
    expect(rippleQuestions(JOB, modelOf(now(UNIT, "C1 1.7vac")), [{ scenario: "supply", settings: { arrangement: "doubler" } }])).toEqual(
      [],
    );
  });
  test("a fault that somebody only tried out in the circuit is no setting of the unit", () => {
    const [q] = rippleQuestions(JOB, modelOf(now(UNIT, "C1 1.7vac")), [
      { scenario: "supply", settings: { fault: "diodeOpen", load: 0.6 } },
    ]);
    expect(q!.chosen).toEqual({ mainsHertz: 50, load: 0.6 });
  });
});

describe("where a part stands", () => {
  const hot = { ...UNIT, positions: [reservoir({ temperature: celsius(85) }), UNIT.positions[1]!] };
  test("a hot place speaks for it drying, until it is measured", () => {
    expect(chance(hot, "reservoirDried").chance).toBeGreaterThan(chance(UNIT, "reservoirDried").chance);
    expect(chance(hot, "reservoirDried").for.map((r) => r.source)).toContainEqual({ kind: "hot", designator: "C1" });
    expect(chance(hot, "reservoirDried", "C1 out 4600u 0.03r").against.map((r) => r.source)).not.toContainEqual({
      kind: "hot",
      designator: "C1",
    });
  });
  test("one of the same kind that is bad speaks for the rest of its kind", () => {
    const kin = { ...UNIT, positions: [...UNIT.positions, positionRecord(3, "C30", part(100, 25, { role: "bypass" }))] };
    expect(chance(kin, "decouplerDried", "C30 out 12u 40r").for.map((r) => r.source)).toContainEqual({ kind: "kin", designator: "C30" });
  });
});

test("a case is traced with the circuit as evidence where somebody can solve it", () => {
  const c: TraceCase = {
    mirvekCase: 1,
    unit: { kind: "receiver", supply: "linear", channels: 2 },
    findings: ["hum", "allChannels"],
    parts: ["C1 4700u 50v reservoir"],
    steps: ["C1 1.7vac"],
  };
  const last = (solve?: RippleSolver) => {
    const answer = traceCase(c, solve);
    if (!answer.ok) throw new Error(JSON.stringify(answer.issue));
    return answer.value.steps.at(-1)!.suspects.find((s) => s.id === "reservoirDried")!;
  };
  expect(last((q) => predictRipple(STANDARD_CONSTANTS, q)).chance).toBeGreaterThan(last().chance);
});
