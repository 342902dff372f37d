import { STANDARD_CONSTANTS } from "../knowledge";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { STAGES, SUPPLY_KINDS } from "../device";
import { part } from "../testing/parts";
import { expectAt, judgeAt, pointKind, type WatchedPoint } from "./expect";
import { LAMP_WATTS, judgeLamp, lampDivision, lampFor, lampShould } from "./lamp";
import { currentAt, meansFor, sharesOf, stagesOf } from "./plan";
import { railShapes } from "./rails";
import { IN_PROPORTION, SHARES, shapeAt, valveConducts } from "./shapes";
import { stopFor } from "./stop";

describe("a lamp in series", () => {
  test("its volts and those of the unit make up the mains, and both carry the same current", () => {
    fc.assert(
      fc.property(fc.constantFrom(...LAMP_WATTS), fc.double({ min: 0.5, max: 2000, noNaN: true }), (lamp, unit) => {
        const d = lampDivision(lamp, unit, 230);
        expect(d.lamp + d.unit).toBeCloseTo(1, 9);
        // the law of a filament: I = (P/V) (v/V)^0.55
        expect(d.amperes / ((lamp / 230) * d.lamp ** 0.55)).toBeCloseTo(1, 6);
        expect(d.amperes / ((unit / 230) * d.unit)).toBeCloseTo(1, 6);
      }),
    );
  });
  test("a short lights it fully, an open unit not at all", () => {
    expect(lampDivision(60, Infinity, 230)).toEqual({ lamp: 1, unit: 0, amperes: 60 / 230 });
    expect(lampDivision(60, 0, 230).lamp).toBeLessThan(1e-9);
    expect(lampShould(STANDARD_CONSTANTS, { lamp: 1 })).toBe("bright");
    expect(lampShould(STANDARD_CONSTANTS, { lamp: 0.1 })).toBe("flashDim");
  });
  test("the lamp grows with what the unit draws, and leaves it enough to come up", () => {
    const lamps = [5, 35, 100, 200].map((w) => lampFor(STANDARD_CONSTANTS, w, 230));
    expect(lamps).toEqual([...lamps].sort((a, b) => a - b));
    for (const [i, w] of [5, 35, 100, 200].entries()) expect(lampDivision(lamps[i]!, w, 230).unit).toBeGreaterThanOrEqual(0.75);
    expect(lampFor(STANDARD_CONSTANTS, 35, 230)).toBe(60);
    expect(lampFor(STANDARD_CONSTANTS, 35, 117)).toBe(60);
  });
  test("one that stays bright is a stop whatever was expected; dark or pulsing is looked into", () => {
    expect(judgeLamp("bright", "bright")).toBe("stop");
    expect(judgeLamp("flashDim", "flashDim")).toBe("asItShould");
    expect([judgeLamp("dark", "flashDim"), judgeLamp("pulses", "flashDim"), judgeLamp("dull", "flashDim")]).toEqual([
      "look",
      "look",
      "look",
    ]);
  });
  test("nonsense is refused", () => {
    for (const [lamp, unit, mains] of [
      [0, 10, 230],
      [60, -1, 230],
      [60, 10, 0],
    ] as const)
      expect(() => lampDivision(lamp, unit, mains)).toThrow(RangeError);
  });
});

describe("the plan", () => {
  test("every supply has its stages in one order and ends on its own fuse; what takes no power has none", () => {
    for (const supply of SUPPLY_KINDS) {
      const stages = stagesOf({ supplyKind: supply, outputValves: false });
      expect(stages.map((s) => STAGES.indexOf(s))).toEqual([...stages].map((s) => STAGES.indexOf(s)).sort((a, b) => a - b));
      if (supply !== "none") expect(stages.at(-1)).toBe("full");
    }
    expect(stagesOf({ supplyKind: "none", outputValves: true })).toEqual([]);
    const linear = stagesOf({ supplyKind: "linear", outputValves: false });
    expect(linear.indexOf("unloaded")).toBeLessThan(linear.indexOf("loaded"));
  });
  test.each(["linear", "switchMode", "valveRectifier"] as const)(
    "%s: bias stands before output valves go in, whatever rectifies",
    (supplyKind) => {
      const stages = stagesOf({ supplyKind, outputValves: true });
      expect(stages.indexOf("bias")).toBeGreaterThanOrEqual(0);
      expect(stages.indexOf("bias")).toBeLessThan(stages.indexOf("loaded"));
    },
  );
  test("a switch-mode supply is never brought up on a variable transformer", () => {
    expect(meansFor("switchMode")).not.toContain("variac");
    expect(sharesOf("loaded", "lamp")).toEqual([1]);
    expect(sharesOf("loaded", "variac").at(-1)).toBe(1);
    expect(sharesOf("full", "variac")).toEqual([1]);
  });
  test("current goes up with the mains and with the stage; unknown where nobody knows the draw", () => {
    const unit = { unitKind: "receiver", supplyKind: "linear", outputValves: false, ageYears: 40, mains: 230, idleWatts: 46 } as const;
    expect(currentAt(STANDARD_CONSTANTS, unit, "full", 1)).toEqual({ typical: 0.2, most: 0.2 * 1.6 });
    expect(currentAt(STANDARD_CONSTANTS, unit, "loaded", 0.5)!.typical).toBeCloseTo(0.1, 12);
    expect(currentAt(STANDARD_CONSTANTS, unit, "transformer", 1)!.most).toBeLessThan(
      currentAt(STANDARD_CONSTANTS, unit, "unloaded", 1)!.most,
    );
    expect(currentAt(STANDARD_CONSTANTS, { ...unit, mains: null }, "full", 1)).toBeNull();
    expect(currentAt(STANDARD_CONSTANTS, { ...unit, unitKind: "other", idleWatts: null }, "full", 1)).toBeNull();
  });
});

const point = (name: string, nominal: number, over: Partial<WatchedPoint> = {}): WatchedPoint => ({
  name,
  nominal,
  low: nominal - Math.abs(nominal) * 0.05,
  high: nominal + Math.abs(nominal) * 0.05,
  kind: "raw",
  ...over,
});

describe("rails as the circuit predicts them", () => {
  const receiver = railShapes(STANDARD_CONSTANTS, {
    unitKind: "receiver",
    supplyKind: "linear",
    chosen: { mainsHertz: 50 },
    parts: [part(4700, 50, { role: "reservoir" })],
    regulated: [15],
  });
  test("a raw rail rises with the mains, a little behind it: the diodes take their share", () => {
    expect(receiver.solved).toBe(true);
    expect(shapeAt(receiver.raw.loaded, 1)).toBeCloseTo(1, 9);
    const half = shapeAt(receiver.raw.loaded, 0.5);
    expect(half).toBeGreaterThan(0.42);
    expect(half).toBeLessThan(0.5);
    for (const [i, v] of receiver.raw.loaded.entries()) if (i > 0) expect(v).toBeGreaterThan(receiver.raw.loaded[i - 1]!);
    // without its load it stands higher
    expect(shapeAt(receiver.raw.unloaded, 1)).toBeGreaterThan(1.005);
  });
  test("a regulated rail is there once its regulator has enough, and stays", () => {
    const shape = receiver.regulated["15"]!;
    expect(shapeAt(shape, 1)).toBeCloseTo(1, 3);
    expect(shapeAt(shape, 0.5)).toBeLessThan(0.75);
    expect(shapeAt(shape, 1.1)).toBeCloseTo(1, 3);
  });
  test("what has no linear supply is taken in proportion, and says so", () => {
    const battery = railShapes(STANDARD_CONSTANTS, { unitKind: "intercom", supplyKind: "battery", chosen: {}, parts: [], regulated: [] });
    expect(battery).toEqual(IN_PROPORTION);
  });
  test("between two shares it is a straight line, below the first and above the last in proportion", () => {
    expect(shapeAt(SHARES, 0.3)).toBeCloseTo(0.3, 12);
    expect(shapeAt(SHARES, 0.01)).toBeCloseTo(0.01, 12);
    expect(shapeAt(SHARES, 1.2)).toBeCloseTo(1.2, 12);
  });
});

describe("what a point should read", () => {
  test("bias about in proportion, half the mains gives about half the bias, either sign", () => {
    const e = expectAt(STANDARD_CONSTANTS, point("bias", -44, { kind: "bias" }), "bias", 0.5, IN_PROPORTION)!;
    expect(e).toMatchObject({ typical: -22, by: "proportion" });
    expect(judgeAt(-21, e).state).toBe("within");
    expect(judgeAt(-12, e).state).toBe("low");
    expect(judgeAt(-0.5, e).state).toBe("gone");
    expect(judgeAt(20, e).state).toBe("gone");
    expect(judgeAt(-30, e).state).toBe("high");
  });
  test("a valve's rail only once the rectifier conducts", () => {
    const ht = point("ht", 300, { kind: "ht" });
    expect([valveConducts(STANDARD_CONSTANTS, 0.25), valveConducts(STANDARD_CONSTANTS, 0.5), valveConducts(STANDARD_CONSTANTS, 1)]).toEqual(
      ["no", "maybe", "yes"],
    );
    const cold = expectAt(STANDARD_CONSTANTS, ht, "loaded", 0.25, IN_PROPORTION)!;
    expect(cold.by).toBe("valveCold");
    expect([judgeAt(0, cold).state, judgeAt(10, cold).state, judgeAt(60, cold).state]).toEqual(["within", "within", "high"]);
    const warming = expectAt(STANDARD_CONSTANTS, ht, "loaded", 0.5, IN_PROPORTION)!;
    expect([0, 80, 150].map((v) => judgeAt(v, warming).state)).toEqual(["within", "within", "within"]);
    expect(expectAt(STANDARD_CONSTANTS, ht, "loaded", 1, IN_PROPORTION)!.typical).toBe(300);
  });
  test("nothing behind the transformer alone, bias alone before the rest, offsets only where an output has something to work with", () => {
    const offset = point("offset l", 0, { kind: "offset", low: -0.05, high: 0.05 });
    expect(expectAt(STANDARD_CONSTANTS, point("rail", 40), "transformer", 1, IN_PROPORTION)).toBeNull();
    expect(expectAt(STANDARD_CONSTANTS, point("rail", 40), "bias", 1, IN_PROPORTION)).toBeNull();
    expect(expectAt(STANDARD_CONSTANTS, offset, "loaded", 0.25, IN_PROPORTION)).toBeNull();
    expect(judgeAt(0.06, expectAt(STANDARD_CONSTANTS, offset, "full", 1, IN_PROPORTION)!).state).toBe("high");
    expect(judgeAt(0.06, expectAt(STANDARD_CONSTANTS, offset, "loaded", 0.5, IN_PROPORTION)!).state).toBe("within");
  });
  test("names and volts say what sort of point it is", () => {
    const linear = { supplyKind: "linear", regulators: true } as const;
    expect(["bias", "offset l", "rail +15", "rail +38"].map((n) => pointKind(n, Number(n.slice(5)) || 0, linear))).toEqual([
      "bias",
      "offset",
      "regulated",
      "raw",
    ]);
    expect(pointKind("ht", 320, { supplyKind: "valveRectifier", regulators: false })).toBe("ht");
    expect(pointKind("rail +15", 15, { ...linear, regulators: false })).toBe("raw");
  });
});

describe("a stop says what it means", () => {
  const low = { code: "point", point: "rail", kind: "raw", state: "low", read: 3, low: 9, high: 11 } as const;
  test("a low rail alone, with much current, and a bias that is gone are three things", () => {
    expect(stopFor([low])).toMatchObject({ meaning: "partlySupplied" });
    expect(stopFor([low, { code: "current", amperes: 2, most: 0.3 }])).toMatchObject({ meaning: "heavyLoad" });
    expect(stopFor([low, { code: "current", amperes: 2, most: 0.3 }])!.suspects[0]).toBe("outputShorted");
    expect(stopFor([{ ...low, kind: "bias", state: "gone" }])).toMatchObject({ meaning: "biasGone" });
    expect(stopFor([{ ...low, kind: "regulated", state: "high" }])).toMatchObject({ meaning: "regulatorPasses" });
    expect(stopFor([{ ...low, kind: "offset", state: "high" }])).toMatchObject({ meaning: "outputShifted" });
  });
  test("the lamp", () => {
    expect(stopFor([{ code: "lamp", did: "bright" }])!.meaning).toBe("shortBehind");
    expect(stopFor([{ code: "lamp", did: "dark" }])!.suspects[0]).toBe("powerPathOpen");
    expect(stopFor([{ code: "lamp", did: "pulses" }])!.meaning).toBe("triesAgain");
  });
  test("nothing out of expectation is no stop", () => expect(stopFor([])).toBeNull());
});
