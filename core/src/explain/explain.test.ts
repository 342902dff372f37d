import { STANDARD_CONSTANTS } from "../knowledge";
import { describe, expect, test } from "vitest";
import type { Measurement } from "../evidence";
import type { Role } from "../part";
import type { VerdictState, MeasuredPart } from "../verdict";
import { SCENARIOS } from "../scenarios";
import type { FindingToken, SupplyKind, UnitKind } from "../device";
import { seededRandom } from "../numeric";
import { esr, folded, part, reading } from "../testing/parts";
import { farads, hertz, type Result } from "../units";
import { bindSlots } from "./bindSlots";
import { explain, shapley, type ExplainQuestion } from "./explain";
import { evidenceKey } from "./evidenceKey";
import { explainJob } from "./explainJob";
import { measuredExcess } from "./measuredExcess";
import { scenariosFor } from "./relevant";
import { settingsOf as jobSettings } from "./settingsOf";
import { stressAt } from "./stressAt";

const c = (microfarads: number): Measurement => ({ kind: "capacitance", farads: farads(microfarads * 1e-6), at: hertz(120) });
const measured = (designator: string, role: Role, nominal: number, verdict: VerdictState, share = 1, ohms = 0.05): MeasuredPart => {
  const of = part(nominal, 50, { designator, role, ...(role === "feedback" ? { technology: "bipolar" as const } : {}) });
  const readings = verdict === "unmeasured" ? [] : [reading(c(nominal * share), false), reading(esr(ohms), false)];
  return { part: of, folded: folded(readings, of), verdict };
};
/** A receiver as in the demo: two dried reservoirs, one dried decoupler. */
const RECEIVER = [
  measured("C1", "reservoir", 4700, "failed", 0.31, 0.2),
  measured("C2", "reservoir", 4700, "failed", 0.19, 0.6),
  measured("C14", "decoupler", 100, "failed", 0.5, 5),
  measured("C21", "coupling", 4.7, "worn", 0.6, 4),
];
const question = (over: Partial<ExplainQuestion> = {}): ExplainQuestion => {
  const scenario = over.scenario ?? SCENARIOS.supply;
  const positions = over.positions ?? RECEIVER;
  const settings = { arrangement: "dualRail", stages: 1, rectifier: "silicon", ...over.chosen };
  const binding =
    over.binding ??
    bindSlots(
      scenario.slots(settings as never),
      positions.map((p) => p.part),
    );
  return { scenario, unitKind: "receiver", chosen: {}, binding, positions, complaint: null, draws: 24, seed: 5, ...over };
};
const answered = (q: ExplainQuestion) => {
  const e = explain(STANDARD_CONSTANTS, q);
  if (!e.ok) throw new Error(JSON.stringify(e.issue));
  return e.value;
};
const settingsOf = { secondary: 26, mainsShare: 100 };

describe("explain", () => {
  const binding = { reservoir: "C1", reservoir2: "C2", filter1: "C14" };
  test("the hum of a receiver is its two reservoirs; its decoupler is bad, but not the cause", () => {
    const e = answered(question({ binding }));
    expect(e.answer).toBe("explains");
    expect(e.excess.p50).toBeGreaterThan(10);
    expect(e.contributions.map((x) => [x.designator, x.verdict])).toEqual([
      ["C2", "cause"],
      ["C1", "cause"],
      ["C14", "notTheCause"],
    ]);
    expect(e.elsewhere).toEqual(["C21"]);
  });
  test("shares add up to the excess, within what taking the middle of each costs", () => {
    const e = answered(question({ binding }));
    const sum = e.contributions.reduce((s, x) => s + x.share.p50, 0);
    expect(Math.abs(sum - e.excess.p50)).toBeLessThan(0.5);
    for (const x of e.contributions) expect(x.share.p10 <= x.share.p50 && x.share.p50 <= x.share.p90).toBe(true);
  });
  test("the same seed gives the same answer, another seed a like one", () => {
    const [a, b, other] = [5, 5, 6].map((seed) => answered(question({ binding, seed })));
    expect(a).toEqual(b);
    expect(a).not.toEqual(other);
    expect(Math.abs(a!.excess.p50 - other!.excess.p50)).toBeLessThan(1);
  });
  test("a complaint far larger than the bad parts make is not explained, and what could make the rest is named", () => {
    const sound = RECEIVER.map((p) => (p.part.designator === "C14" ? p : measured(p.part.designator, p.part.role, 4700, "unmeasured")));
    const e = answered(question({ binding, positions: sound, complaint: 12 }));
    expect(e.answer).toBe("doesNot");
    expect(e.rest.map((r) => r.designator ?? r.what)).toEqual(expect.arrayContaining(["C1", "C2", "diodeOpen"]));
    expect(e.rest.every((r) => r.effect > 0)).toBe(true);
  });
  test("without a bad part nothing is blamed", () => {
    const e = answered(
      question({ binding, positions: RECEIVER.map((p) => measured(p.part.designator, p.part.role, p.part.nominal * 1e6, "sound")) }),
    );
    expect(e.answer).toBe("noBadPart");
    expect(e.contributions).toEqual([]);
    expect(Math.abs(e.excess.p50)).toBeLessThan(0.5);
  });
  test("it can be stopped at any draw", () => {
    let seen = 0;
    expect(explain(STANDARD_CONSTANTS, question({ binding, stop: (done) => (seen = done) >= 3 }))).toEqual({
      ok: false,
      issue: { code: "cancelled" },
    });
    expect(seen).toBe(3);
  });
});

describe("Shapley values", () => {
  const game =
    (value: (set: number) => number) =>
    (set: number): Result<number, never> => ({ ok: true, value: value(set) });
  test("of a sum are its terms, of a pair that only works together half each", () => {
    const terms = [3, 5, 7];
    const sum = shapley(
      3,
      game((s) => terms.reduce((t, v, i) => t + ((s >> i) & 1 ? v : 0), 0)),
      seededRandom(1),
    );
    expect(sum).toEqual({ ok: true, value: terms.map((t) => expect.closeTo(t, 12)) });
    const pair = shapley(
      3,
      game((s) => ((s & 3) === 3 ? 10 : 0)),
      seededRandom(1),
    );
    expect(pair).toEqual({ ok: true, value: [5, 5, 0].map((t) => expect.closeTo(t, 12)) });
  });
  test("beyond four players they still add up to the whole", () => {
    const value = (s: number) => Math.sqrt(s);
    const r = shapley(7, game(value), seededRandom(3));
    if (!r.ok) throw new Error();
    expect(r.value.reduce((a, b) => a + b, 0)).toBeCloseTo(Math.sqrt(127), 9);
  });
});

describe("which circuit, which part", () => {
  const unit = (unitKind: UnitKind, supplyKind: SupplyKind, findings: FindingToken[], roles: Role[]) => ({
    unitKind,
    supplyKind,
    findings,
    roles,
  });
  test("circuits that make the complaint come first, and only those the unit has", () => {
    expect(scenariosFor(unit("receiver", "linear", ["hum", "weakBass"], ["reservoir", "reservoir", "coupling"]))).toEqual({
      complaint: ["supply", "coupling"],
      other: ["seriesPair"],
    });
    expect(scenariosFor(unit("subwoofer", "linear", ["lowSwing"], ["feedback"])).complaint).toEqual(["servoLoop"]);
    expect(scenariosFor(unit("passiveLoudspeaker", "none", ["dull"], ["crossover"]))).toEqual({ complaint: ["crossover"], other: [] });
    expect(scenariosFor(unit("mixer", "linear", ["crackle"], [])).complaint).toEqual([]);
  });
  test("slots take parts by role in order, hands go first, a single slot takes the worst", () => {
    const supply = SCENARIOS.supply.slots({ ...settingsOf, arrangement: "dualRail", stages: 1 });
    expect(
      bindSlots(
        supply,
        RECEIVER.map((p) => p.part),
      ),
    ).toEqual({ reservoir: "C1", reservoir2: "C2", filter1: "C14" });
    expect(
      bindSlots(
        supply,
        RECEIVER.map((p) => p.part),
        { reservoir: "C2", filter1: null },
      ),
    ).toEqual({ reservoir: "C2", reservoir2: "C1", filter1: null });
    const low = RECEIVER.map((p) => ({ ...p.part, rated: p.part.designator === "C14" ? 16 : 50 }));
    expect(bindSlots(supply, low).filter1, "a 16 V part does not stand on a 37 V node").toBeNull();
    expect(
      bindSlots(
        supply,
        RECEIVER.map((p) => p.part),
        { reservoir: "C99" },
      ).reservoir,
    ).toBe("C1");
    const coupling = SCENARIOS.coupling.slots({ place: "coupling", before: 5 });
    const choose = (verdicts: VerdictState[]) =>
      bindSlots(
        coupling,
        verdicts.map((verdict, i) => ({ designator: `C${i}`, role: "coupling", verdict })),
      ).c;
    expect(choose(["sound", "worn", "failed", "open"])).toBe("C3");
    expect(choose(["sound", "worn"])).toBe("C1");
    expect(choose(["sound", "unmeasured"])).toBe("C0");
  });
  test("a ripple reading over the healthy one sizes the complaint; of one part the latest counts, of several the worst", () => {
    const figures = [{ key: "rippleRms" as const, at: "rail", value: 0.2, unit: "V" as const }];
    const point = (volts: number, takenAt: number, form: "rms" | "peakToPeak" | "dc" = "rms") => ({ where: "C1", volts, form, takenAt });
    const found = measuredExcess(SCENARIOS.supply, {}, figures, { reservoir: "C1" }, [
      point(0.5, 1),
      point(2, 3),
      point(1, 2),
      point(9, 9, "dc"),
    ]);
    expect(found).toEqual({ designator: "C1", volts: 2, form: "rms", decibels: expect.closeTo(20, 9) });
    expect(measuredExcess(SCENARIOS.supply, {}, figures, { reservoir: "C2" }, [point(1, 1)])).toBeNull();
    const both = [...figures, { key: "rippleRms" as const, at: "rail-", value: 0.2, unit: "V" as const }];
    const sides = measuredExcess(SCENARIOS.supply, {}, both, { reservoir: "C1", reservoir2: "C2" }, [
      point(2, 1),
      { where: "C2", volts: 0.6, form: "rms", takenAt: 9 },
    ]);
    expect(sides, "the worse side, though the other was read later").toMatchObject({ designator: "C1", decibels: expect.closeTo(20, 9) });
    const smoother = [...figures, { key: "rippleRms" as const, at: "rail-", value: 0.02, unit: "V" as const }];
    expect(
      measuredExcess(SCENARIOS.supply, {}, smoother, { reservoir2: "C1" }, [point(0.2, 1)]),
      "held against the node where it was read",
    ).toMatchObject({ decibels: expect.closeTo(20, 9) });
    const half = measuredExcess(SCENARIOS.supply, { arrangement: "doubler" }, figures, { reservoir: "C1" }, [point(2, 1)]);
    expect(half, "half a doubler is no node").toBeNull();
    const pp = [...figures, { key: "ripple" as const, at: "rail", value: 0.6, unit: "V" as const }];
    expect(
      measuredExcess(SCENARIOS.supply, {}, pp, { reservoir: "C1" }, [point(6, 1, "peakToPeak")]),
      "peak to peak against peak to peak",
    ).toMatchObject({ form: "peakToPeak", decibels: expect.closeTo(20, 9) });
    expect(SCENARIOS.servoLoop.impliedLoss(-6)).toBe(6);
    expect(SCENARIOS.supply.impliedLoss(-60)).toBeNull();
  });
  test("in sum every bad part is named once, with the circuit it matters in", () => {
    const sum = explainJob(STANDARD_CONSTANTS, {
      unit: unit(
        "receiver",
        "linear",
        ["hum", "weakBass"],
        RECEIVER.map((p) => p.part.role),
      ),
      positions: RECEIVER,
      setups: [],
      common: {},
      draws: 8,
      seed: 1,
    });
    expect(sum.unsolved).toEqual([]);
    expect(sum.parts.map((p) => p.designator).sort()).toEqual(["C1", "C14", "C2", "C21"]);
    const of = (d: string) => sum.parts.find((p) => p.designator === d)!;
    expect(of("C1")).toMatchObject({ in: "supply", verdict: "cause" });
    expect(of("C14")).toMatchObject({ verdict: "notTheCause" });
    expect(of("C21")).toMatchObject({ in: "coupling", verdict: "notTheCause" });
  });
  test("what a reservoir bears is known from the supply, what a coupling part bears from no model", () => {
    const u = unit(
      "receiver",
      "linear",
      ["hum"],
      RECEIVER.map((p) => p.part.role),
    );
    const stress = stressAt(STANDARD_CONSTANTS, "C2", u, RECEIVER, [], { mainsHertz: 60 });
    expect(stress).toMatchObject({ scenario: "supply", hertz: 120 });
    expect(stress!.ripple).toBeGreaterThan(0.3);
    // 26 V winding: crest at mains + 10 % less a diode
    expect(stress!.volts).toBeGreaterThan(26 * Math.SQRT2);
    expect(stress!.volts).toBeLessThan(26 * Math.SQRT2 * 1.1);
    expect(stressAt(STANDARD_CONSTANTS, "C21", u, RECEIVER, [], {})).toBeNull();
  });
});

describe("a part can be a cause only of what the complaint has, where it has it", () => {
  const at = (channel: string | null, p: MeasuredPart): MeasuredPart => ({ ...p, channel });
  const ask = (positions: MeasuredPart[], findings: FindingToken[], over: { faultyChannel?: string; supplyKind?: SupplyKind } = {}) => {
    const { faultyChannel = null, supplyKind = "linear" } = over;
    const roles = positions.map((p) => p.part.role);
    const sum = explainJob(STANDARD_CONSTANTS, {
      unit: { unitKind: "receiver", supplyKind, findings, roles, faultyChannel },
      positions,
      setups: [],
      common: {},
      draws: 6,
      seed: 1,
    });
    return Object.fromEntries(sum.parts.map((p) => [p.designator, p.why ?? p.verdict]));
  };
  const open = (designator: string, role: Role): MeasuredPart => ({ ...measured(designator, role, 4.7, "open", 0.001, 150) });
  const shorted = (designator: string, role: Role): MeasuredPart => ({
    ...measured(designator, role, 4700, "shorted"),
    verdict: "shorted",
  });

  test("what stands in no model is not examined, which is no acquittal", () => {
    expect(ask([measured("C9", "suppression", 0.1, "failed", 0.2)], ["hum"])).toEqual({ C9: "notExamined" });
    expect(ask([measured("C1", "reservoir", 4700, "failed", 0.2, 0.6)], ["static"])).toEqual({ C1: "notExamined" });
  });

  test("a dead unit does not hum: its dried reservoir is not examined for it", () => {
    const reservoirs = [measured("C1", "reservoir", 4700, "failed", 0.2, 0.6), measured("C2", "reservoir", 4700, "failed", 0.2, 0.6)];
    expect(ask(reservoirs, ["hum"])).toMatchObject({ C1: "cause" });
    expect(ask(reservoirs, ["hum", "noPower"])).toEqual({ C1: "notExamined", C2: "notExamined" });
    expect(ask(reservoirs, ["hum", "fuseBlown"])).toEqual({ C1: "notExamined", C2: "notExamined" });
  });

  test("a shorted reservoir takes the fuse: of a dead unit it is a cause, of one that hums it cannot be", () => {
    expect(ask([shorted("C1", "reservoir")], ["hum"])).toEqual({ C1: "blowsFuse" });
    const [dead] = explainJob(STANDARD_CONSTANTS, {
      unit: { unitKind: "receiver", supplyKind: "linear", findings: ["fuseBlown"], roles: ["reservoir"] },
      positions: [shorted("C1", "reservoir")],
      setups: [],
      common: {},
      draws: 4,
      seed: 1,
    }).parts;
    expect(dead).toMatchObject({ verdict: "cause", why: "blowsFuse" });
  });

  test("another channel's part cannot make it, a shared one would be heard in both", () => {
    const parts = [
      at("L", open("C21", "coupling")),
      at("R", open("C121", "coupling")),
      measured("C1", "reservoir", 4700, "failed", 0.2, 0.6),
    ];
    expect(ask(parts, ["noSound", "oneChannel"], { faultyChannel: "R" })).toEqual({ C121: "cause", C21: "otherChannel", C1: "shared" });
    const unsaid = ask(parts, ["noSound", "oneChannel"]);
    expect([unsaid["C21"], unsaid["C121"]], "nobody said which").toEqual(["cause", "cause"]);
    expect(ask(parts, ["noSound", "allChannels"]), "the same part is bad in both").toMatchObject({ C21: "cause", C121: "cause" });
    expect(ask(parts.slice(0, 1), ["noSound", "allChannels"])).toEqual({ C21: "oneChannelOnly" });
  });

  test("a switch-mode supply that is dead is asked of its start, not of its output", () => {
    const parts = [measured("C5", "smpsStart", 22, "failed", 0.08, 12), measured("C6", "smpsOutput", 1000, "failed", 0.5, 0.4)];
    expect(ask(parts, ["noPower"], { supplyKind: "switchMode" })).toEqual({ C5: "cause", C6: "notExamined" });
  });

  test("third-order crossovers take each part by its value, in the channel of the fault", () => {
    const settings = { kind: "high3", alignment: "butterworth", crossing: 3000, driver: 8 };
    const slots = SCENARIOS.crossover.slots(settings);
    const [small, large] = slots.map((s) => s.farads);
    const parts = [
      { designator: "C2", role: "crossover" as const, nominal: large!, channel: "L" },
      { designator: "C1", role: "crossover" as const, nominal: small!, channel: "L" },
      { designator: "C102", role: "crossover" as const, nominal: large!, channel: "R" },
      { designator: "C101", role: "crossover" as const, nominal: small!, channel: "R" },
    ];
    expect(bindSlots(slots, parts, {}, "R")).toEqual({ c1: "C101", c2: "C102" });
    expect(bindSlots(slots, parts, {}, "L")).toEqual({ c1: "C1", c2: "C2" });
  });
});

test("an answer stands on the complaint and on every part that was measured; anything of that changed, it has lost its ground", () => {
  const heard = { findings: ["hum", "allChannels"] as FindingToken[] };
  const key = evidenceKey(STANDARD_CONSTANTS, heard, RECEIVER);
  expect(evidenceKey(STANDARD_CONSTANTS, { findings: ["allChannels", "hum"] }, [...RECEIVER].reverse()), "order is no matter").toBe(key);
  expect(evidenceKey(STANDARD_CONSTANTS, { findings: ["hum"] }, RECEIVER)).not.toBe(key);
  expect(evidenceKey(STANDARD_CONSTANTS, { ...heard, faultyChannel: "L" }, RECEIVER)).not.toBe(key);
  expect(evidenceKey(STANDARD_CONSTANTS, heard, [measured("C1", "reservoir", 4700, "failed", 0.34, 0.2), ...RECEIVER.slice(1)])).not.toBe(
    key,
  );
  expect(
    evidenceKey(STANDARD_CONSTANTS, heard, [...RECEIVER, measured("C30", "coupling", 1, "unmeasured")]),
    "an unmeasured part adds nothing",
  ).toBe(key);
});

test("what the job says of its mains reaches the circuits that ask for it", () => {
  expect(jobSettings({ supplyKind: "linear", mainsHz: 60, mainsV: 120 })).toEqual({ mainsHertz: 60 });
  expect(jobSettings({ supplyKind: "valveRectifier", mainsHz: 50, mainsV: 230 })).toEqual({ mainsHertz: 50, rectifier: "valve" });
  expect(jobSettings({ supplyKind: "switchMode", mainsHz: 60, mainsV: 120 })).toEqual({ mainsHertz: 60, bus: 170 });
  expect(jobSettings({ supplyKind: "none", mainsHz: null, mainsV: null })).toEqual({});
});

test("a part that is open changes the circuit's size from case to case, and is explained all the same", () => {
  const open: MeasuredPart = { ...measured("C2", "reservoir", 4700, "open", 0.0001, 900), verdict: "open" };
  const binding = { reservoir: "C1", reservoir2: "C2", filter1: "C14" };
  const e = explain(STANDARD_CONSTANTS, question({ binding, positions: [RECEIVER[0]!, open, ...RECEIVER.slice(2)] }));
  if (!e.ok) throw new Error(JSON.stringify(e.issue));
  expect(e.value.contributions[0]).toMatchObject({ designator: "C2", verdict: "cause" });
});
