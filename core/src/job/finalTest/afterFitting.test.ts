import { STANDARD_CONSTANTS } from "../../knowledge";
import { describe, expect, test } from "vitest";
import { railShapes } from "../../powerUp";
import { SHOP, bench, modelOf, records, typed } from "../../testing/jobs";
import { afterFacts, afterFitting } from "./afterFitting";
import { heldLine } from "../safety/interlock";
import { railQuestion } from "../powerUp/powerUp";
import type { JobRecords } from "../records/records";
import { understand } from "../lines/apply";
import { nextOf, PATH } from "../stations/stations";

const shapesOf = (r: JobRecords) => railShapes(STANDARD_CONSTANTS, railQuestion(r, modelOf(r)));
const after = (r: JobRecords, shapes = shapesOf(r)) => afterFitting(STANDARD_CONSTANTS, r, modelOf(r), shapes);
const step = (r: JobRecords, stage: string, share: number) =>
  after(r)
    .powerUp.stages.find((s) => s.stage === stage)!
    .steps.find((s) => s.share === share)!;
/** why a line may not be kept now */
const held = (r: JobRecords, line: string) => {
  const entry = understand(r, SHOP, { key: "x", line, current: null, meter: "blue", inCircuit: true, refersTo: null, at: 0 });
  if (!entry.ok || entry.value.kind !== "keeps") throw new Error(line);
  return heldLine(STANDARD_CONSTANTS, { records: r, model: modelOf(r), powerUp: after(r).powerUp }, entry.value.effects);
};
const receiver = (over: Partial<JobRecords["job"]> = {}) => {
  const r = records();
  return { ...r, job: { ...r.job, ...over } };
};
const PLAN = ["rail main should be 40v", "idle should be 46w", "variac"];

describe("bringing a receiver up on a variable transformer", () => {
  const start = typed(receiver(), ...PLAN);
  test("what to read at a step is predicted by the circuit of its supply", () => {
    const quarter = step(start, "unloaded", 0.25);
    expect(after(start).powerUp.byEngine).toBe(true);
    expect(quarter.volts).toBe(57.5);
    expect(quarter.points.map((p) => p.point.name)).toEqual(["rail main"]);
    expect(quarter.points[0]!.expected).toMatchObject({ by: "engine" });
    expect(quarter.points[0]!.expected.typical).toBeGreaterThan(8);
    expect(quarter.points[0]!.expected.typical).toBeLessThan(10.5);
    expect(quarter.current!.most).toBeCloseTo((46 / 230) * 0.6 * 0.25 * 1.6, 9);
  });
  test("the order is kept: no step past one that is not read, no stage past one that is not done", () => {
    expect(held(start, "step 25%")).toBeNull();
    expect(held(start, "step 100%")).toEqual({ code: "stepOrder", share: 0.25 });
    expect(held(start, "stage loaded")).toEqual({ code: "stageOrder", needs: "transformer" });
    const on = typed(start, "step 25%");
    expect(held(on, "step 100%")).toEqual({ code: "unread", what: ["draw"] });
    expect(held(typed(on, "draw 0.01a"), "step 100%")).toBeNull();
    expect(held(typed(on, "draw 0.01a", "step 100%", "draw 0.05a"), "stage unloaded")).toBeNull();
  });
  test("it may be taken out of order with a reason, which stays on record", () => {
    expect(held(start, "stage loaded anyway because it ran an hour yesterday")).toBeNull();
    const r = typed(start, "stage loaded anyway because it ran an hour yesterday", "step 100% anyway because it ran yesterday");
    expect(step(r, "loaded", 1).because).toBe("it ran yesterday");
  });
  test("setting the mains switches the unit on, and the lock follows", () => {
    expect(modelOf(typed(start, "step 25%")).safety.kind).toBe("energised");
  });

  const transformerDone = typed(start, "step 25%", "draw 0.01a", "step 100%", "draw 0.05a", "stage unloaded");
  test("out of expectation is a stop with what it speaks for; lower may be gone, higher not; read right it goes on", () => {
    const stopped = typed(transformerDone, "step 10%", "rail main 3.9", "step 25%", "rail main 1.1", "draw 0.4a");
    const { stop } = after(stopped).powerUp;
    expect(stop).toMatchObject({ meaning: "heavyLoad", reason: { code: "point", point: "rail main", read: 1.1 } });
    expect(stop!.suspects).toContain("outputShorted");
    expect(after(stopped).interlock.next).toBeNull();
    expect(held(stopped, "step 50%")).toMatchObject({ code: "stopped" });
    expect(held(stopped, "step 10%")).toBeNull();
    const facts = afterFacts(after(stopped), stopped);
    expect(
      nextOf(
        { ...modelOf(stopped).facts, safety: { kind: "safe", since: 0 }, after: facts },
        PATH.filter((s) => s.id === "powerUp"),
      ),
    ).toMatchObject({
      act: { code: "powerUpStopped" },
      at: "powerUp",
    });
    const again = typed(stopped, "power off", "step 25%", "rail main 9.6", "draw 0.02a");
    expect(after(again).powerUp.stop).toBeNull();
    expect(held(again, "step 50%")).toBeNull();
  });
  test("a line that is undone takes its step with it", () => {
    const r = typed(transformerDone, "step 10%", "rail main 3.9");
    expect(step(r, "unloaded", 0.1).state).toBe("done");
    const typing = bench(r);
    typing.type("undo");
    expect(step(typing.records, "unloaded", 0.1).state).toBe("now");
  });
  test("what is read once it is off is charge that is left, and leaves the step as it was read", () => {
    const r = typed(transformerDone, "step 10%", "rail main 3.9", "power off", "rail main 0.2");
    expect(step(r, "unloaded", 0.1).state).toBe("done");
    expect(after(r).powerUp.stop).toBeNull();
  });
  test("volts set by hand are the step they are near", () => {
    expect(step(typed(transformerDone, "step 23v", "rail main 3.9"), "unloaded", 0.1).state).toBe("done");
  });
  test("through all steps it is brought up", () => {
    let r = transformerDone;
    for (const stage of ["unloaded", "loaded", "full"] as const) {
      if (stage !== "unloaded") r = typed(r, `stage ${stage}`);
      for (const s of after(r).powerUp.stages.find((x) => x.stage === stage)!.steps) {
        expect(held(r, `step ${s.share * 100}%`)).toBeNull();
        r = typed(r, `step ${s.share * 100}%`, ...s.points.map((p) => `${p.point.name} ${p.expected.typical.toFixed(2)}`));
      }
    }
    expect(after(r).powerUp).toMatchObject({ finished: true, next: null, stop: null });
    expect(afterFacts(after(r), r).powerUp).toMatchObject({ finished: true, done: 15, of: 15 });
  });
});

describe("what holds whatever is said", () => {
  test("a measured short, with any reason", () => {
    const r = typed(receiver(), ...PLAN, "D3 diode 0.4 ohm out of circuit");
    expect(held(r, "step 25% anyway because I want to see")).toMatchObject({ code: "shorted", what: ["D3"] });
    const c = typed(receiver(), ...PLAN, "C1 out shorted");
    expect(modelOf(c).positions.find((p) => p.designator === "C1")!.verdict.state).toBe("shorted");
    expect(held(c, "step 25%")).toMatchObject({ code: "shorted", what: ["C1"] });
  });
  test("a lead or an earth that is not safe", () => {
    expect(held(typed(receiver(), ...PLAN, "mains lead frayed"), "step 25%")).toEqual({ code: "unsafe", what: ["mainsLead"] });
    expect(held(typed(receiver(), ...PLAN, "mains lead frayed", "mains lead ok"), "step 25%")).toBeNull();
  });
  test("a fuse that went and nobody said why; once explained, the full mains wait for its own rating", () => {
    const r = typed(receiver(), ...PLAN, "F1 fuse 1a blown");
    expect(held(r, "step 25%")).toEqual({ code: "fuse", name: "F1", why: "unexplained" });
    const why = typed(r, "F1 blew because D3 was shorted");
    expect(held(why, "step 25%")).toBeNull();
    const full = (r: JobRecords) => held(r, "stage full anyway because the owner waits");
    expect(full(why)).toMatchObject({ code: "fuse", why: "blown" });
    expect(full(typed(why, "replaced F1 with 1a"))).toBeNull();
  });
  test("a fuse larger than what belongs there, at every stage and whatever is said", () => {
    const gone = typed(receiver(), ...PLAN, "F1 fuse 1a blown", "F1 blew because D3 was shorted");
    const larger = typed(gone, "replaced F1 with 4a");
    expect(held(larger, "step 25% anyway because no other is here")).toEqual({ code: "fuse", name: "F1", why: "larger" });
    expect(held(typed(larger, "replaced F1 with 1a"), "step 25%")).toBeNull();
    const found = typed(receiver(), ...PLAN, "F1 fuse 4a", "F1 maker says 1a");
    expect(held(found, "step 25%")).toEqual({ code: "fuse", name: "F1", why: "larger" });
  });
  test("no way said, or one that does not suit", () => {
    expect(held(receiver(), "step 25%")).toEqual({ code: "noMeans" });
    const switcher = receiver({ supplyKind: "switchMode", unitKind: "subwoofer" });
    expect(held(typed(switcher, "variac"), "step 25%")).toEqual({ code: "meansUnsuited", by: "variac" });
    expect(held(typed(switcher, "limiter 60w"), "step 100%")).toBeNull();
    expect(held(receiver({ supplyKind: "none", unitKind: "passiveLoudspeaker" }), "step 25%")).toEqual({ code: "noSupply" });
  });
  test("the careful approach wants the supply's capacitors new or sound before power", () => {
    const r = typed(receiver({ firstPowerApproach: "suppliesFirst" }), ...PLAN, "stage unloaded anyway because nothing to read");
    expect(held(r, "step 10%")).toMatchObject({ code: "suppliesFirst" });
    const renewed = typed(
      r,
      ...modelOf(r)
        .positions.filter((p) => p.role === "reservoir" || p.role === "decoupler")
        .map((p) => `${p.designator} fitted 100u 63v`),
    );
    expect(held(renewed, "step 10%")).not.toMatchObject({ code: "suppliesFirst" });
  });
});

describe("a valve amplifier", () => {
  const amp = typed(
    receiver({ unitKind: "valveAmplifier", supplyKind: "valveRectifier", channels: 1 }),
    "bias should be -44v",
    "ht should be 380v",
    "variac",
  );
  test("bias before output valves, and the high tension only once its rectifier conducts", () => {
    expect(after(amp).powerUp.stages.map((s) => s.stage)).toEqual(["transformer", "bias", "unloaded", "loaded", "full"]);
    expect(step(amp, "bias", 0.5).points.map((p) => [p.point.name, p.expected.typical])).toEqual([["bias", -22]]);
    expect(step(amp, "unloaded", 0.25).points.find((p) => p.point.name === "ht")!.expected.by).toBe("valveCold");
    expect(step(amp, "unloaded", 1).points.find((p) => p.point.name === "ht")!.expected.by).toBe("engine");
  });
  test("bias that is gone stops it before any valve goes in", () => {
    const r = typed(amp, "step 25%", "draw 0.02a", "step 100%", "draw 0.1a", "stage bias", "step 50%", "bias -0.3");
    expect(after(r).powerUp.stop).toMatchObject({ meaning: "biasGone" });
    expect(held(r, "stage loaded")).toMatchObject({ code: "stopped" });
  });
});

describe("a lamp in series", () => {
  const r = typed(receiver(), "rail main should be 40v", "idle should be 35w", "limiter 60w");
  test("is chosen by what the unit draws, and leaves the rails less", () => {
    expect(after(r).powerUp.lamp).toEqual({ watts: 60, idle: 35, said: true });
    const s = step(r, "loaded", 1);
    expect(s.reaches).toBeGreaterThan(0.7);
    expect(s.reaches).toBeLessThan(0.85);
    expect(s.points[0]!.expected.typical).toBeLessThan(40 * 0.85);
    expect(s.lamp).toMatchObject({ should: "flashDim", did: null });
  });
  test("that stays bright is a stop", () => {
    const bright = typed(r, "step 100%", "lamp stays bright");
    expect(after(bright).powerUp.stop).toMatchObject({ meaning: "shortBehind" });
    expect(after(typed(r, "step 100%", "lamp flash dim")).powerUp.stages[0]!.done).toBe(true);
  });
});

describe("setting", () => {
  test("by window, channel by channel, with groups of their own", () => {
    const r = typed(receiver(), "idle window 10 to 15mv over 0.22", "idle l 12mv warm", "idle r 8mv cold");
    const { adjust } = after(r);
    expect(adjust.groups).toHaveLength(1);
    expect(adjust.groups[0]!.channels.map((c) => [c.channel, c.state])).toEqual([
      ["L", "set"],
      ["R", "coldOnly"],
    ]);
    expect(adjust.groups[0]!.channels[0]!.amperes).toBeCloseTo(0.012 / 0.22, 9);
    expect(afterFacts(after(r), r).adjust).toMatchObject({ begun: true, finished: false, next: "R" });
    const done = typed(r, "idle r 10mv warm");
    expect(after(done).adjust.done).toBe(true);
  });
  test("out of reach is held as evidence", () => {
    const r = typed(receiver(), "idle window 10 to 15mv", "idle l 6mv at end");
    expect(after(r).adjust.unreachable).toEqual(["L"]);
    const facts = { ...modelOf(r).facts, after: afterFacts(after(r), r) };
    expect(PATH.find((s) => s.id === "adjust")!.state(facts)).toEqual({ kind: "held", by: "unreachable" });
  });
  test("by the mains wattmeter, from fully down", () => {
    const r = typed(receiver(), "idle each 12w", "idle down 38w", "idle l 50w", "idle r 63w");
    expect(after(r).adjust.watts).toMatchObject({ steps: [38, 50, 62], read: [{ off: 0 }, { off: 1 }] });
  });
  test("valves by dissipation and spread, current over the winding too", () => {
    const r = typed(receiver(), "V5 max 12w", "V6 max 12w", "V5 plate 300v 27ma", "V6 plate 300v drop 2.2v over 100");
    const { adjust } = after(r);
    expect(adjust.valves.map((v) => [v.name, v.state])).toEqual([
      ["V5", "right"],
      ["V6", "right"],
    ]);
    expect(adjust.spread).toBeCloseTo(0.005 / 0.0245, 6);
    expect(adjust.spreadFine).toBe(false);
  });
});

describe("proof", () => {
  const mended = typed(receiver(), "response l 10k -6db", "offset l 300mv", "C1 fitted 4700u 50v");
  test("what was read before the repair is of the fault; after it, of the repair", () => {
    const r = typed(
      mended,
      "rated 50w into 8",
      "offset l 12mv r -20mv",
      "clip l 20v into 8",
      "clip r 56.5vpp into 8",
      "response l 10k -0.3db",
    );
    const { finalTest } = after(r);
    expect(finalTest.channels.map((c) => [c.channel, c.offset?.passes])).toEqual([
      ["L", "passes"],
      ["R", "passes"],
    ]);
    expect(finalTest.channels[0]!.power!.watts).toBe(50);
    expect(finalTest.sides!.passes).toBe("passes");
    expect(finalTest.missing).toEqual([]);
  });
  test("a response is held against the other side; what was there before stands beside it", () => {
    const r = typed(mended, "response l 10k -0.3db", "response r 10k -0.5db");
    expect(after(r).finalTest.response).toMatchObject([{ hz: 10_000, before: { L: -6 }, after: { L: -0.3, R: -0.5 }, passes: "passes" }]);
  });
  test("an output that was not read is missing, one that stands off fails", () => {
    expect(after(mended).finalTest.missing).toEqual(["L", "R"]);
    expect(after(typed(mended, "offset l 300mv r 2mv")).finalTest.failed).toContain("offset");
  });
  test("settings stand with the figures that follow them", () => {
    const r = typed(mended, "clip l 10v into 8", "taken at tone flat, 8 ohm", "clip r 10v into 8");
    expect(after(r).finalTest.channels.map((c) => c.power!.settings)).toEqual([null, "tone flat, 8 ohm"]);
  });
  test("starts are worth what they are worth, and one that fails fails", () => {
    expect(after(typed(mended, "starts 5 of 5")).finalTest.starts).toMatchObject({ of: 5, passes: "passes", worth: { rule: 0.6 } });
    expect(after(typed(mended, "starts 4 of 5")).finalTest.starts).toMatchObject({ passes: "fails", worth: null });
    expect(after(typed(mended, "cold start ok")).finalTest.starts!.passes).toBe("open");
  });
  test("the complaint itself comes last, and only what is gone passes", () => {
    expect(after(mended).finalTest.items.at(-1)!.id).toBe("complaint");
    expect(after(typed(mended, "hum gone")).finalTest.items.at(-1)!.passes).toBe("passes");
    expect(after(typed(mended, "hum still there")).finalTest.failed).toContain("complaint");
  });
});

describe("lists and clocks", () => {
  test("what goes in, and what is seen to with the parts it is about", () => {
    const r = typed(records(), "teardown six screws", "C1 fitted 4700u 50v", "seen to orientation", "not seen to screws");
    const { refit } = after(r);
    expect(refit.fits).toMatchObject([{ designator: "C1", fitted: true }]);
    expect(refit.fit.find((s) => s.step === "orientation")).toMatchObject({ done: true, about: ["C1"] });
    expect(refit.refit.find((s) => s.step === "screws")).toMatchObject({ done: false, applies: true, about: ["six screws"] });
    expect(refit.refit.find((s) => s.step === "mica")).toMatchObject({ applies: false });
  });
  test("a clock runs from when it was said, of one name the last", () => {
    const r = typed(records(), "timer 10 min warm-up", "timer 5 min soak", "timer 20 min warm-up");
    expect(after(r).timers.map((t) => [t.name, t.ends])).toEqual([
      ["soak", 2000 + 300_000],
      ["warm-up", 3000 + 1_200_000],
    ]);
  });
});
