import { describe, expect, test } from "vitest";
import type { Measurement, SaidWord } from "../evidence";
import { ESR_NORMS } from "../knowledge";
import type { Technology } from "../part";
import { capacitance, context, esr, folded, part, reading, counterpartOf, verdictOn } from "../testing/parts";
import { amperes, hertz, ohms, volts } from "../units";
import { assess } from "./assess";
import type { JudgingContext } from "./judgingContext";
import { isBad } from "./verdict";

const ohmmeter = (value: number | "over", trend: "climbing" | "falling" | "settled" | "unsaid" = "unsaid"): Measurement => ({
  kind: "ohmmeter",
  ohms: value === "over" ? "over" : ohms(value),
  trend,
});
const leaks = (value: number): Measurement => ({ kind: "leakage", amperes: amperes(value) });
const looks = (sign: "bulged" | "looksClean" | "discoloured"): Measurement => ({ kind: "visual", sign });
const said = (word: SaidWord): Measurement => ({ kind: "word", word });
const out = (m: Measurement, meter = "clip") => reading(m, false, meter);
const inside = (m: Measurement, meter = "clip") => reading(m, true, meter);
const verdictOf = (p: ReturnType<typeof part>, ...ms: ReturnType<typeof reading>[]) => verdictOn(ms, context(p));
const within = (over: Partial<JudgingContext>, p: ReturnType<typeof part>, ...ms: ReturnType<typeof reading>[]) =>
  verdictOn(ms, context(p, over));

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
    [220, 25, 0.5, "worn"],
    [470, 35, 0.55, "failed"],
    [470, 16, 0.2, "sound"],
    [100, 25, 0.5, "sound"],
    [100, 16, 0.6, "sound"],
    [100, 25, 1.1, "worn"],
    [680, 25, 0.29, "sound"],
    [680, 25, 0.31, "sound"],
    [680, 25, 0.4, "worn"],
    [4700, 50, 0.035, "sound"],
    [4700, 50, 0.4, "failed"],
    [2200, 25, 0.06, "sound"],
  ])("%d µF / %d V out of circuit at %d Ω is %s", (c, v, value, state) => {
    expect(verdictOf(part(c, v), out(esr(value))).state).toBe(state);
  });

  test("a reading at the limit says so, with the limit", () => {
    expect(verdictOf(part(220, 25), out(esr(0.5))).reason).toMatchObject({ code: "esr", atLimit: 0.5 });
    expect(verdictOf(part(220, 25), out(esr(0.2))).reason).toMatchObject({ atLimit: null });
  });

  test("no cliff: stepping up from sound passes through worn for every value in the drawer", () => {
    for (const [c, v] of [
      [1, 50],
      [10, 50],
      [10, 63],
      [22, 35],
      [47, 25],
      [47, 50],
      [100, 16],
      [330, 25],
      [470, 35],
      [680, 25],
      [1000, 16],
      [4700, 50],
    ] as const) {
      const states = Array.from({ length: 400 }, (_, i) => verdictOf(part(c, v), out(esr(0.03 * 1.02 ** i))).state);
      expect(states.includes("worn"), `${c} µF ${v} V`).toBe(true);
    }
  });
});

describe("ohms are not ESR", () => {
  test("an ESR too low for part and leads may be a short: the ohmmeter is asked for, sound is never said", () => {
    expect(verdictOf(part(47, 25), out(esr(0)))).toMatchObject({
      state: "undecided",
      reason: { code: "esrNearZero" },
      settle: "ohmmeter",
    });
    expect(verdictOf(part(47, 25), inside(esr(0.01)))).toMatchObject({ state: "undecided", settle: "liftAndOhmmeter" });
    expect(verdictOf(part(4700, 50), out(esr(0.01))).state, "a big reservoir may read so").toBe("sound");
  });
  test("an ohmmeter that shows no short clears the suspicion, one that does shows the short", () => {
    expect(verdictOf(part(47, 25), out(esr(0.01)), out(ohmmeter("over", "climbing"))).state).toBe("sound");
    expect(verdictOf(part(47, 25), out(esr(0.01)), out(ohmmeter(0.4))).state).toBe("shorted");
  });
  test("a decisive reading of ohms out of circuit outranks ESR in circuit", () => {
    expect(verdictOf(part(47, 25), inside(esr("over")), out(ohmmeter(900, "falling")))).toMatchObject({
      state: "failed",
      reason: { code: "leaky" },
    });
    expect(verdictOf(part(47, 25), inside(esr(0.2)), out(ohmmeter(0.3)))).toMatchObject({ state: "shorted", certainty: "shown" });
  });
});

describe("in and out of circuit", () => {
  test("high ESR in circuit is strong but wants confirming; out of circuit it is decisive", () => {
    expect(verdictOf(part(100, 25), inside(esr(4)))).toMatchObject({ state: "failed", certainty: "likely", settle: "liftAndEsr" });
    expect(verdictOf(part(100, 25), out(esr(4)))).toMatchObject({ state: "failed", certainty: "shown", settle: null });
  });

  test("low ESR in circuit clears nothing unless what lies across is known", () => {
    const p = part(100, 25);
    const low = (parallel: JudgingContext["parallel"]) => within({ parallel }, p, inside(esr(0.3)));
    expect(low({ kind: "unknown" }).state).toBe("undecided");
    expect(low({ kind: "alone" })).toMatchObject({ state: "sound", certainty: "likely" });
    expect(low({ kind: "with", parts: [part(33, 25, { designator: "C2" })] }).reason).toMatchObject({ code: "esrMayBeHidden", by: ["C2"] });
    // 10 nF is 159 Ω at 100 kHz and cannot hide anything
    const film = part(0.01, 63, { designator: "C3", technology: "film" });
    expect(low({ kind: "with", parts: [film] })).toMatchObject({ state: "sound", reason: { code: "esrClearedDespiteNeighbours" } });
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
});

describe("banks", () => {
  const bank = { kind: "with", parts: [part(100, 25, { designator: "C2" }), part(100, 25, { designator: "C3" })] } as const;
  test("C is held against the sum, and how much is missing said in so many parts' worth", () => {
    expect(within({ parallel: bank }, part(100, 25), inside(capacitance(150))).reason).toMatchObject({
      code: "bankLow",
      sum: 300e-6,
      missing: 1.5,
      by: ["C2", "C3"],
    });
  });
  test("ESR is held against the parallel of all: three of 0.5 Ω belong near 0.17 Ω", () => {
    expect(within({ parallel: bank }, part(100, 25), inside(esr(0.16))).reason.code).not.toBe("bankEsrHigh");
    const high = within({ parallel: bank }, part(100, 25), inside(esr(0.45)));
    expect(high).toMatchObject({ state: "undecided", certainty: "likely", reason: { code: "bankEsrHigh", by: ["C2", "C3"] } });
  });
});

describe("capacitance bands out of circuit (common practice)", () => {
  test.each([
    [100, "sound"],
    [80, "sound"],
    [79, "worn"],
    [62, "worn"],
    [49, "failed"],
    [1.5, "open"],
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

  test("crossover and tone parts are held to their circuit, a reservoir is not", () => {
    const at = (role: "crossover" | "tone" | "reservoir") =>
      verdictOf(part(10, 50, { role, technology: "bipolar" }), out(capacitance(8.8))).state;
    expect([at("crossover"), at("tone"), at("reservoir")]).toEqual(["worn", "worn", "sound"]);
    expect(verdictOf(part(10, 50, { role: "crossover", technology: "bipolar" }), out(capacitance(9.7))).state).toBe("sound");
  });

  test("low at 1 kHz proves nothing about a wet part", () => {
    expect(verdictOf(part(100, 25), out(capacitance(60, 1000)))).toMatchObject({ state: "undecided", settle: "capacitanceAt120" });
    expect(verdictOf(part(100, 25), out(capacitance(60, "dc"))).state).toBe("worn");
  });

  test("the series model says whether the marked C and the ESR read explain what a bridge shows at 1 kHz", () => {
    const p = part(10, 63);
    const model = (microfarads: number) => {
      const at1k = out(capacitance(microfarads, 1000));
      const { reason } = assess(at1k, context(p), folded([out(esr(20)), at1k], p));
      return reason.code === "capacitanceUnderReads" ? reason.model : null;
    };
    // 10 µF and a little over 20 Ω in series show some 3.8 µF on a bridge at 1 kHz, by hand
    expect(model(3.9)).toMatchObject({ agrees: true });
    expect(model(3.9)!.farads * 1e6).toBeCloseTo(3.8, 0);
    expect(model(1.2), "C itself is gone").toMatchObject({ agrees: false });
    expect(assess(out(capacitance(3.9, 1000)), context(p)).reason).toMatchObject({ code: "capacitanceUnderReads", model: null });
  });

  test("a later reading at 1 kHz never supersedes one at 120 Hz", () => {
    expect(verdictOf(part(100, 25), out(capacitance(40)), out(capacitance(99, 1000))).state).toBe("failed");
    expect(verdictOf(part(100, 25), out(capacitance(99)), out(esr(0.4)), out(capacitance(60, 1000)))).toMatchObject({ state: "sound" });
  });
});

describe("one leak criterion", () => {
  const p = part(47, 50);
  test.each<[string, Measurement, string, string]>([
    ["falling condemns", ohmmeter(20_000, "falling"), "failed", "leaky"],
    ["settled below R·C = 100 s condemns", ohmmeter(1.5e6, "settled"), "failed", "leaky"],
    ["settled above it is within the form", ohmmeter(2.5e6, "settled"), "undecided", "leakWithinForm"],
    ["still climbing must be waited for", ohmmeter(30_000, "climbing"), "undecided", "stillClimbing"],
    ["a trend not said decides nothing", ohmmeter(30_000), "undecided", "leakTrendUnsaid"],
    ["near zero is a short", ohmmeter(0.8), "shorted", "nearZero"],
    ["no leak does not say that a wet part has not dried", ohmmeter("over", "climbing"), "undecided", "climbsToOverRange"],
  ])("%s", (_, m, state, code) => {
    expect(verdictOf(p, out(m))).toMatchObject({ state, reason: { code } });
  });

  test("the same leak as ohms or as amperes gets the same verdict", () => {
    for (const of of [p, part(1, 50), part(4700, 63), part(10, 450), part(0.1, 400, { technology: "film", role: "coupling" })])
      for (const r of [500, 5e3, 2e4, 1e5, 5e5, 2e6, 2e7, 2e8, 5e9])
        expect(verdictOf(of, out(leaks(of.rated! / r))).state, `${of.nominal} F ${r} Ω`).toBe(
          verdictOf(of, out(ohmmeter(r, "settled"))).state,
        );
  });

  test("hundreds of ohms on a part of 100 V or more is a short for that supply", () => {
    expect(verdictOf(part(22, 350), out(ohmmeter(400, "settled")))).toMatchObject({
      state: "shorted",
      reason: { code: "shortForItsSupply" },
    });
    expect(verdictOf(part(22, 35), out(ohmmeter(400, "settled"))).state).toBe("failed");
    expect(verdictOf(part(22, 350), out(ohmmeter(400, "climbing"))).state).toBe("undecided");
  });

  test("a approach may ask for over-range: then what settles within the form is worn at most", () => {
    expect(within({ mustClimb: true }, p, out(ohmmeter(2.5e6, "settled"))).state).toBe("worn");
  });

  test("in circuit the ohms may be the circuit's; near zero is something on the node", () => {
    expect(verdictOf(p, inside(ohmmeter(20_000, "settled"))).reason.code).toBe("leakMayBeCircuit");
    expect(verdictOf(p, inside(ohmmeter(0.8)))).toMatchObject({ state: "undecided", certainty: "likely", settle: "liftLegs" });
  });
});

describe("film, paper and ceramic are judged by insulation", () => {
  const film = part(0.1, 400, { technology: "film", role: "coupling" });
  test("tens of megohms condemn a film part, though a wet one of that size would be fine", () => {
    expect(verdictOf(film, out(ohmmeter(50e6, "settled"))).state).toBe("failed");
    expect(isBad(verdictOf(part(1, 400), out(ohmmeter(200e6, "settled"))).state)).toBe(false);
  });
  test("a coupling part whose stage is known is judged by the DC it puts there", () => {
    // 300 V through 50 MΩ into 1 MΩ: 5.9 V, by hand; through 2.9 GΩ into 10 kΩ: 1 mV
    const at = (r: number, following: number) =>
      within({ working: volts(300), following: ohms(following) }, film, out(ohmmeter(r, "settled")));
    expect(at(50e6, 1e6)).toMatchObject({ state: "failed", reason: { code: "leakShifts", shift: expect.closeTo(5.88, 2) } });
    expect(at(2.9e9, 10e3)).toMatchObject({ state: "worn", reason: { code: "leakShifts" } });
  });
  test.each<[Technology, string]>([
    ["film", "sound"],
    ["tantalum", "sound"],
    ["x7r", "undecided"],
    ["paper", "undecided"],
  ])("an over-range nobody saw climb leaves %s %s: it clears no crack", (technology, state) => {
    expect(verdictOf(part(0.1, 63, { technology }), out(ohmmeter("over"))).state).toBe(state);
  });
  test("“no continuity” said clears nothing", () => {
    expect(verdictOf(film, out(said("noContinuity"))).state).toBe("undecided");
  });
});

describe("open", () => {
  test("over-range on an ESR meter says nothing of a part too small for one", () => {
    const over = esr("over");
    expect(verdictOf(part(0.1, 63, { technology: "film" }), out(over))).toMatchObject({
      state: "undecided",
      reason: { code: "esrNoUseFor" },
    });
    expect(verdictOf(part(1, 63), out(over)).state).toBe("open");
    expect(verdictOf(part(0.1, 63, { technology: "film" }), out(over), out(capacitance(0.101, 1000))).state).toBe("sound");
  });

  test("a capacitance read after a part read open contradicts it and wins; one read before does not", () => {
    const p = part(10, 50);
    const c = capacitance(9.8, 120);
    expect(verdictOf(p, out(esr("over")), out(c))).toMatchObject({ state: "sound", certainty: "likely", settle: "liftAndEsr" });
    expect(verdictOf(p, out({ kind: "condition", condition: "open" }), out(c)).state).toBe("sound");
    expect(verdictOf(p, out(c), out(esr("over"))).state).toBe("open");
    expect(verdictOf(p, out(esr("over")), out(capacitance(0.05, 120))).state, "nearly nothing left").toBe("open");
  });

  test("a few ohms on 47 µF is failed; over-range and next to nothing left are open", () => {
    expect(verdictOf(part(47, 25), out(esr(40))).state).toBe("failed");
    expect(verdictOf(part(470, 16), out(esr(30))).state, "a hundred times the expectation, but ohms").toBe("failed");
    expect(verdictOf(part(100, 25), out(esr("over"))).state).toBe("open");
    expect(verdictOf(part(100, 25), out(esr(150))).state).toBe("open");
    expect(verdictOf(part(100, 25), out(capacitance(0.4))).state).toBe("open");
  });
});

describe("what is seen and said", () => {
  test("a bulged part is condemned whatever it reads later, and the row goes on saying so", () => {
    const good = [out(esr(0.3)), out(capacitance(101))];
    expect(verdictOf(part(100, 25), ...good)).toMatchObject({ state: "sound", notes: [] });
    const bulged = verdictOf(part(100, 25), inside(looks("bulged")), ...good, inside(looks("looksClean")));
    expect(bulged).toMatchObject({ state: "failed", certainty: "shown", notes: [{ code: "lookedBad", sign: "bulged" }] });
    const short = verdictOf(part(100, 25), inside(looks("bulged")), out(ohmmeter(0.2)));
    expect(short, "even where something worse decides").toMatchObject({ state: "shorted", notes: [{ code: "lookedBad" }] });
  });
  test("a shop may let the reading decide about a bulge; it still shows", () => {
    const v = within({ bulgeDecides: false }, part(100, 25), inside(looks("bulged")));
    expect(v).toMatchObject({ state: "worn", certainty: "likely", notes: [{ code: "lookedBad" }] });
  });
  test.each<[SaidWord, string]>([
    ["fine", "sound"],
    ["bad", "failed"],
    ["leaky", "failed"],
    ["driedOut", "failed"],
    ["hot", "undecided"],
    ["dryJoint", "undecided"],
  ])("“%s” alone is a guess: %s", (word, state) => {
    expect(verdictOf(part(100, 25), out(said(word)))).toMatchObject({ state, certainty: "guess", reason: { code: "said", word } });
  });
  test("a word never outweighs a figure", () => {
    expect(verdictOf(part(100, 25), out(esr(0.4)), out(said("bad"))).state).toBe("sound");
    expect(verdictOf(part(100, 25), out(esr(9)), out(said("fine"))).state).toBe("failed");
  });
  test("looking clean proves nothing, a stain is a suspicion", () => {
    expect(verdictOf(part(100, 25), inside(looks("looksClean"))).state).toBe("undecided");
    expect(verdictOf(part(100, 25, { technology: "tantalum" }), inside(looks("discoloured"))).state).toBe("worn");
  });
});

describe("what a display says beside a figure", () => {
  const bounded = (value: number, bound: "below" | "above" | "about"): Measurement => ({ ...(esr(value) as object), bound }) as Measurement;
  test("above its range is at least that", () => {
    expect(verdictOf(part(100, 25), out(bounded(99, "above"))).state).toBe("failed");
    expect(verdictOf(part(1, 50), out(bounded(20, "above")))).toMatchObject({ state: "undecided", reason: { code: "esrBeyondDisplay" } });
  });
  test("about is never shown, only likely", () => {
    expect(verdictOf(part(100, 25), out(bounded(4, "about")))).toMatchObject({ state: "failed", certainty: "likely" });
  });
  test("below the display's first step is sound where that is little", () => {
    expect(verdictOf(part(100, 25), out(bounded(0.1, "below"))).state).toBe("sound");
  });
});

test("sound is shown only when ESR and C were both read out of circuit", () => {
  expect(verdictOf(part(100, 25), out(esr(0.4)))).toMatchObject({ certainty: "likely", settle: "liftAndCapacitance" });
  expect(verdictOf(part(100, 25), out(esr(0.4)), out(capacitance(97)))).toMatchObject({ certainty: "shown", settle: null });
});

test("a film part without reference for ESR is undecided and asks for one", () => {
  expect(verdictOf(part(1, 63, { technology: "film" }), out(esr(0.3)))).toMatchObject({ state: "undecided", settle: "referenceReading" });
});

describe("counterparts", () => {
  const p = part(10, 63, { designator: "C1" });
  const beside = (mine: Measurement, counterpart: Measurement, state: "sound" | "failed" = "sound", of = p) =>
    verdictOn([out(mine)], context(of), [counterpartOf("C101", [out(counterpart)], of, state)]);
  test("a part twice as bad as its counterparts is not called sound inside its limits; the better one is not suspect", () => {
    expect(verdictOf(p, out(esr(3.2))).state).toBe("sound");
    expect(beside(esr(3.2), esr(1.4)).reason).toMatchObject({ code: "unlikeCounterparts", quantity: "esr", counterparts: ["C101"] });
    expect(beside(esr(1.4), esr(3.2)).state).toBe("sound");
  });
  test("a ratio under 2:1 is still shown", () => {
    const v = beside(esr(3.2), esr(1.7));
    expect(v).toMatchObject({ state: "sound", notes: [{ code: "counterpartRatio", quantity: "esr", counterparts: ["C101"] }] });
    expect(beside(esr(1.7), esr(1.7)).notes).toEqual([]);
  });
  test("a condemned counterpart is no reference", () => {
    expect(beside(esr(3.2), esr(1.4), "failed").state).toBe("sound");
  });
  test("C at 1 kHz and C at 120 Hz are not compared as like", () => {
    expect(beside(capacitance(9.9), capacitance(25, 1000)).notes).toEqual([]);
  });
  test("crossover parts are held to the other side within 5 %, whichever way they are off", () => {
    const xo = part(10, 50, { designator: "C1", role: "crossover", technology: "bipolar" });
    expect(beside(capacitance(10.1), capacitance(9.8), "sound", xo).state).toBe("sound");
    expect(beside(capacitance(9.6), capacitance(10.3), "sound", xo).reason.code).toBe("unlikeCounterparts");
    expect(beside(capacitance(10.3), capacitance(9.6), "sound", xo).reason.code).toBe("unlikeCounterparts");
    const reservoir = part(10, 50, { designator: "C1", role: "reservoir" });
    expect(beside(capacitance(9.6), capacitance(10.3), "sound", reservoir).state).toBe("sound");
  });
  test("all counterparts bad together is said to be heat or age", () => {
    const v = verdictOn([out(esr(9))], context(part(100, 25)), [counterpartOf("C101", [], p, "failed")]);
    expect(v.notes).toContainEqual({ code: "allCounterpartsBad", counterparts: ["C101"] });
  });
});

test("two meters that differ by more than 2:1 are named", () => {
  const { notes } = verdictOf(part(100, 25), out(esr(0.3), "clip"), out(esr(0.9), "blue"));
  expect(notes).toEqual([{ code: "metersDisagree", meters: ["clip", "blue"], ratio: 3 }]);
  expect(verdictOf(part(100, 25), out(esr(0.3), "clip"), out(esr(1.2, 120), "blue")).notes, "120 Hz is not 100 kHz").toEqual([]);
});

test("dissipation counts as the ESR it stands for, by the capacitance measured with it", () => {
  const d = { kind: "dissipation", d: 0.5, at: hertz(120) } as const;
  expect(verdictOf(part(100, 25), out(d))).toMatchObject({ state: "failed", reason: { code: "esr" } });
  const alone = verdictOf(part(100, 25), out(d)).reason as { ohms: number };
  const withHalf = verdictOf(part(100, 25), out(d), out(capacitance(60))).reason;
  expect(alone.ohms).toBeCloseTo(0.5 / (2 * Math.PI * 120 * 100e-6), 6);
  expect((withHalf as { ohms: number }).ohms).toBeCloseTo(0.5 / (2 * Math.PI * 120 * 60e-6), 6);
});

test("the limits beside a reading are the ones the verdict used, of the meter it was taken with", () => {
  const shelf = [
    {
      meter: "blue",
      technology: "aluminium",
      nominal: part(33, 25).nominal,
      rated: volts(25),
      at: hertz(100_000),
      esr: ohms(0.4),
      series: null,
      grade: null,
    },
  ] as const;
  const v = within({ shelf }, part(33, 25), out(esr(0.9), "blue"));
  expect(v.esrLimits).toMatchObject({ source: "shelf", typical: 0.4, soundUpTo: 0.5, failedOver: 0.8 });
  expect(v.state).toBe("failed");
  expect(within({ shelf }, part(33, 25), out(esr(0.9), "clip")).esrLimits).toMatchObject({ source: "formula" });
  expect(within({ norms: ESR_NORMS }, part(47, 50), out(esr(1.5))).esrLimits).toMatchObject({ source: "trade", failedOver: 2 });
});

test("nothing measured is said as such, and readings in any order give the same verdict", () => {
  expect(verdictOf(part(100, 25)).state).toBe("unmeasured");
  const list = [inside(esr(4)), out(esr(0.4)), out(capacitance(97))];
  expect(verdictOn([...list].reverse(), context(part(100, 25)))).toEqual(verdictOn(list, context(part(100, 25))));
});

test("measured shares come from the readings that count", () => {
  const v = verdictOf(part(33, 25), inside(capacitance(60)), out(capacitance(16.5)), out(esr(2.9)));
  expect(v.capacitanceShare).toBeCloseTo(0.5, 9);
  // 0.14 at 25 V: 5.63 Ω at 120 Hz, a quarter and 0.02 Ω of it at 100 kHz, by hand
  expect(v.esrRatio).toBeCloseTo(2.9 / (0.25 * 5.627 + 0.02), 1);
});
