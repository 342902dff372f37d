import { describe, expect, test } from "vitest";
import { capacitance, context, esr, part, reading } from "../testing/parts";
import { amperes, hertz, ohms } from "../units";
import { judge } from "./judge";
import type { Measurement } from "./reading";
import type { Technology } from "./technology";

const ohmmeter = (value: number | "over", trend: "climbing" | "falling" | "settled" | "unsaid" = "unsaid"): Measurement => ({
  kind: "ohmmeter",
  ohms: value === "over" ? "over" : ohms(value),
  trend,
});
const out = (m: Measurement, meter = "clip") => reading(m, false, meter);
const inside = (m: Measurement, meter = "clip") => reading(m, true, meter);
const verdictOf = (p: ReturnType<typeof part>, ...ms: ReturnType<typeof reading>[]) => judge(ms, context(p));

describe("trade facts on ESR (common practice)", () => {
  test.each([
    [10, 50, 5, "failed"],
    [10, 50, 1.5, "sound"],
    [22, 35, 1.5, "sound"],
    [22, 35, 3.1, "failed"],
    [47, 50, 1.1, "worn"],
    [47, 50, 2.1, "failed"],
    [47, 50, 0.1, "sound"],
    [220, 25, 0.6, "failed"],
    [470, 35, 0.55, "failed"],
    [470, 16, 0.2, "sound"],
    [100, 25, 0.5, "sound"],
    [4700, 50, 0.035, "sound"],
    [4700, 50, 0.4, "failed"],
  ])("%d µF / %d V out of circuit at %d Ω is %s", (c, v, value, state) => {
    expect(verdictOf(part(c, v), out(esr(value))).state).toBe(state);
  });
});

describe("in and out of circuit", () => {
  test("high ESR in circuit is strong but wants confirming; out of circuit it is decisive", () => {
    expect(verdictOf(part(100, 25), inside(esr(4)))).toMatchObject({ state: "failed", certainty: "likely", settle: "liftAndEsr" });
    expect(verdictOf(part(100, 25), out(esr(4)))).toMatchObject({ state: "failed", certainty: "shown", settle: null });
  });

  test("low ESR in circuit clears nothing unless what lies across is known", () => {
    const low = [inside(esr(0.3))];
    const p = part(100, 25);
    expect(judge(low, context(p)).state).toBe("undecided");
    expect(judge(low, context(p, { parallel: { kind: "alone" } }))).toMatchObject({ state: "sound", certainty: "likely" });
    const wet = { kind: "with", parts: [part(220, 25, { designator: "C2" })] } as const;
    expect(judge(low, context(p, { parallel: wet })).reason).toMatchObject({ code: "esrMayBeHidden", by: ["C2"] });
    // 10 nF is 159 Ω at 100 kHz and cannot hide anything
    const film = { kind: "with", parts: [part(0.01, 63, { designator: "C3", technology: "film" })] } as const;
    expect(judge(low, context(p, { parallel: film }))).toMatchObject({ state: "sound", reason: { code: "esrClearedDespiteNeighbours" } });
  });

  test("a later reading out of circuit overrules the one in circuit, whichever way it goes", () => {
    const p = part(100, 25);
    expect(verdictOf(p, inside(esr(4)), out(esr(0.4))).state).toBe("sound");
    expect(verdictOf(p, inside(esr(0.3)), out(esr(4))).state).toBe("failed");
    expect(verdictOf(p, inside({ kind: "condition", condition: "open" }), out(capacitance(98))).state).toBe("sound");
  });

  test("bad in circuit after sound out of circuit is a contradiction, and undecided", () => {
    expect(verdictOf(part(100, 25), out(esr(0.4)), inside(esr(9)))).toMatchObject({
      state: "undecided",
      reason: { code: "contradiction", quantity: "esr" },
    });
  });

  test("low C in circuit is strong, normal C in circuit proves little", () => {
    expect(verdictOf(part(100, 25), inside(capacitance(40)))).toMatchObject({ state: "failed", certainty: "likely" });
    expect(verdictOf(part(100, 25), inside(capacitance(100)))).toMatchObject({ state: "undecided" });
  });

  test("a bank is held against the sum", () => {
    const bank = { kind: "with", parts: [part(100, 25, { designator: "C2" }), part(100, 25, { designator: "C3" })] } as const;
    expect(judge([inside(capacitance(150))], context(part(100, 25), { parallel: bank })).reason).toMatchObject({
      code: "bankLow",
      sum: 300e-6,
      by: ["C2", "C3"],
    });
  });
});

describe("capacitance bands out of circuit (common practice)", () => {
  test.each([
    [100, "sound"],
    [80, "sound"],
    [79, "worn"],
    [62, "worn"],
    [49, "failed"],
    [120, "sound"],
    [140, "worn"],
    [151, "failed"],
  ])("a 100 µF ±20 %% part reading %d µF is %s", (value, state) => {
    expect(verdictOf(part(100, 25), out(capacitance(value))).state).toBe(state);
  });

  test("old cans may read half as much again", () => {
    expect(verdictOf(part(32, 450, { technology: "can" }), out(capacitance(47))).state).toBe("sound");
  });

  test("film outside its tolerance has failed", () => {
    expect(verdictOf(part(1, 63, { technology: "film" }), out(capacitance(0.85))).state).toBe("failed");
  });

  test("low at 1 kHz proves nothing about a wet part", () => {
    expect(verdictOf(part(100, 25), out(capacitance(60, 1000)))).toMatchObject({ state: "undecided", settle: "capacitanceAt120" });
    expect(verdictOf(part(100, 25), out(capacitance(60, "dc"))).state).toBe("worn");
  });
});

describe("ohmmeter, leakage and the eye", () => {
  test.each<[string, Measurement, boolean, Technology, string]>([
    ["settling out of circuit is a leak", ohmmeter(20_000, "falling"), false, "tantalum", "failed"],
    ["settling in circuit may be the circuit", ohmmeter(20_000, "settled"), true, "tantalum", "undecided"],
    ["near zero in circuit is something on the node", ohmmeter(0.8), true, "tantalum", "undecided"],
    ["near zero out of circuit is a short", ohmmeter(0.8), false, "tantalum", "shorted"],
    ["no leak clears a film part", ohmmeter("over", "climbing"), false, "film", "sound"],
    ["no leak does not say that a wet part has not dried", ohmmeter("over", "climbing"), false, "aluminium", "undecided"],
    ["leakage above the limit", { kind: "leakage", amperes: amperes(400e-6) }, false, "aluminium", "failed"],
    ["ESR over-range", esr("over"), false, "aluminium", "open"],
    ["fifty times the expectation", esr(60), false, "aluminium", "open"],
    ["a stain is a suspicion", { kind: "visual", sign: "discoloured" }, true, "tantalum", "worn"],
    ["looking clean proves nothing", { kind: "visual", sign: "looksClean" }, true, "aluminium", "undecided"],
  ])("%s", (_, measurement, inCircuit, technology, state) => {
    expect(verdictOf(part(100, 25, { technology }), reading(measurement, inCircuit)).state).toBe(state);
  });

  test("a bulged part is condemned whatever it reads", () => {
    const good = [out(esr(0.3)), out(capacitance(101))];
    expect(verdictOf(part(100, 25), ...good).state).toBe("sound");
    expect(verdictOf(part(100, 25), ...good, inside({ kind: "visual", sign: "bulged" }))).toMatchObject({
      state: "failed",
      certainty: "shown",
    });
  });
});

test("sound is shown only when ESR and C were both read out of circuit", () => {
  expect(verdictOf(part(100, 25), out(esr(0.4)))).toMatchObject({ certainty: "likely", settle: "liftAndCapacitance" });
  expect(verdictOf(part(100, 25), out(esr(0.4)), out(capacitance(97)))).toMatchObject({ certainty: "shown", settle: null });
});

test("a film part without reference for ESR is undecided and asks for one", () => {
  expect(verdictOf(part(1, 63, { technology: "film" }), out(esr(0.3)))).toMatchObject({ state: "undecided", settle: "referenceReading" });
});

test("a part twice as bad as its twins is not called sound inside its limits", () => {
  const p = part(10, 63, { designator: "C1" });
  const mine = [out(esr(3.2))];
  const twin = (value: number) => ({ designator: "C101", readings: [out(esr(value))], state: "sound" as const });
  expect(judge(mine, context(p)).state).toBe("sound");
  expect(judge(mine, context(p), [twin(1.4)]).reason).toMatchObject({ code: "unlikeItsTwins", quantity: "esr", twins: ["C101"] });
  expect(judge(mine, context(p), [twin(1.7)]).state).toBe("sound");
  expect(judge([out(esr(1.4))], context(p), [twin(3.2)]).state, "the better one is not suspect").toBe("sound");
});

test("all twins bad together is said to be heat or age", () => {
  const twin = { designator: "C101", readings: [], state: "failed" as const };
  expect(judge([out(esr(9))], context(part(100, 25)), [twin]).notes).toEqual([{ code: "allTwinsBad", twins: ["C101"] }]);
});

test("two meters that differ by more than 2:1 are named", () => {
  const { notes } = verdictOf(part(100, 25), out(esr(0.3), "clip"), out(esr(0.9), "blue"));
  expect(notes).toEqual([{ code: "metersDisagree", meters: ["clip", "blue"], ratio: 3 }]);
  expect(verdictOf(part(100, 25), out(esr(0.3), "clip"), out(esr(1.2, 120), "blue")).notes, "120 Hz is not 100 kHz").toEqual([]);
});

test("dissipation counts as the ESR it stands for", () => {
  const d = { kind: "dissipation", d: 0.5, at: hertz(120) } as const;
  expect(verdictOf(part(100, 25), out(d))).toMatchObject({ state: "failed", reason: { code: "esr" } });
});

test("nothing measured is said as such, and readings in any order give the same verdict", () => {
  expect(verdictOf(part(100, 25)).state).toBe("unmeasured");
  const list = [inside(esr(4)), out(esr(0.4)), out(capacitance(97))];
  expect(judge([...list].reverse(), context(part(100, 25)))).toEqual(judge(list, context(part(100, 25))));
});

test("measured shares come from the readings that count", () => {
  const v = verdictOf(part(100, 25), inside(capacitance(180)), out(capacitance(50)), out(esr(0.9)));
  expect(v.capacitanceShare).toBe(0.5);
  expect(v.esrRatio).toBeCloseTo(0.9 / 0.484, 1);
});
