import { STANDARD_CONSTANTS } from "../knowledge";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { idleChannels, throughResistor, wattSteps, windowAct, type IdleReading } from "./idle";
import { difference, matchPairs, type Device } from "./matching";
import { amperesFor, spread, throughWinding, valveIdle } from "./valves";

const WINDOW = { low: 0.01, high: 0.015 };
const read = (channel: string, value: number, over: Partial<IdleReading> = {}): IdleReading => ({
  channel,
  value,
  heat: "warm",
  atEnd: false,
  at: 0,
  ...over,
});

describe("idle current by window", () => {
  test("below goes to the lower edge, inside is left, above goes to the upper edge", () => {
    expect(windowAct(0.008, WINDOW)).toEqual({ act: "raise", to: 0.01 });
    expect(windowAct(0.02, WINDOW)).toEqual({ act: "lower", to: 0.015 });
    for (const v of [0.01, 0.012, 0.015]) expect(windowAct(v, WINDOW)).toEqual({ act: "leave" });
  });
  test("cold, warm, second pass: each channel by itself", () => {
    const list = idleChannels(["L", "R"], [read("L", 0.006, { heat: "cold" }), read("L", 0.008), read("L", 0.011)], WINDOW);
    expect(list[0]).toMatchObject({ channel: "L", cold: 0.006, passes: [0.008, 0.011], now: 0.011, state: "set", act: { act: "leave" } });
    expect(list[1]).toMatchObject({ channel: "R", cold: null, now: null, state: "unread", act: null });
    expect(idleChannels(["L"], [read("L", 0.006, { heat: "cold" })], WINDOW)[0]!.state).toBe("coldOnly");
  });
  test("what is out of reach is evidence: its adjuster at the end, or three passes outside", () => {
    const state = (...readings: IdleReading[]) => idleChannels(["L"], readings, WINDOW)[0]!.state;
    expect(state(read("L", 0.008, { atEnd: true }))).toBe("unreachable");
    expect(state(read("L", 0.011, { atEnd: true }))).toBe("set");
    expect(state(read("L", 0.005), read("L", 0.006))).toBe("toSet");
    expect(state(read("L", 0.005), read("L", 0.006), read("L", 0.006))).toBe("unreachable");
  });
  test("by the mains wattmeter: from fully down, so many watts more a channel", () => {
    expect(wattSteps(38, 12, 2)).toEqual([38, 50, 62]);
    expect(wattSteps(20, 5, 6).at(-1)).toBe(50);
  });
  test("volts over a resistor are amperes by Ohm's law; over none they are refused", () => {
    expect(throughResistor(0.011, 0.22)).toBeCloseTo(0.05, 12);
    expect(() => throughResistor(0.011, 0)).toThrow(RangeError);
  });
});

describe("valves", () => {
  test("plate volts × amperes against the most it bears", () => {
    // 410 V × 38 mA = 15.58 W of 25 W
    expect(valveIdle(STANDARD_CONSTANTS, { name: "V5", plate: 410, amperes: 0.038, most: 25 })).toMatchObject({ state: "right" });
    expect(valveIdle(STANDARD_CONSTANTS, { name: "V5", plate: 410, amperes: 0.038, most: 25 }).watts).toBeCloseTo(15.58, 9);
    expect(valveIdle(STANDARD_CONSTANTS, { name: "V5", plate: 410, amperes: 0.038, most: 12 }).state).toBe("over");
    expect(valveIdle(STANDARD_CONSTANTS, { name: "V5", plate: 410, amperes: 0.05, most: 25 }).state).toBe("hot");
    expect(valveIdle(STANDARD_CONSTANTS, { name: "V5", plate: 410, amperes: 0.01, most: 25 }).state).toBe("cold");
    expect(valveIdle(STANDARD_CONSTANTS, { name: "V5", plate: 410, amperes: 0.038, most: null })).toMatchObject({
      state: "unknown",
      share: null,
    });
  });
  test("each half by its own winding: unequal drops over unequal halves are equal currents", () => {
    expect(throughWinding(4.1, 108)).toBeCloseTo(throughWinding(4.5933, 121), 5);
    expect(() => throughWinding(4, 0)).toThrow(RangeError);
  });
  test("spread, and the current for two thirds", () => {
    expect(spread([0.04])).toBeNull();
    expect(spread([0.036, 0.044])).toBeCloseTo(0.2, 12);
    expect(amperesFor(12, 300, 2 / 3)).toBeCloseTo(0.02667, 5);
    expect(() => amperesFor(12, 0, 0.7)).toThrow(RangeError);
  });
});

describe("matching a handful", () => {
  const device = (name: string, gain: number, junction: number | null = null): Device => ({ name, gain, junction });
  const sum = (pairs: readonly { difference: number }[]) => pairs.reduce((s, p) => s + p.difference, 0);

  /** every way to make so many pairs, by trying them all */
  function brute(devices: readonly Device[], count: number): number {
    if (count === 0) return 0;
    if (devices.length < 2) return Infinity;
    const [first, ...rest] = devices;
    let best = brute(rest, count);
    rest.forEach((other, i) => {
      best = Math.min(best, difference(first!, other).difference + brute([...rest.slice(0, i), ...rest.slice(i + 1)], count - 1));
    });
    return best;
  }
  test("the pairs differ least in sum, as trying every way shows", () => {
    const gains = fc.array(
      fc.record({ gain: fc.double({ min: 20, max: 400, noNaN: true }), junction: fc.double({ min: 0.5, max: 0.7, noNaN: true }) }),
      {
        minLength: 2,
        maxLength: 7,
      },
    );
    fc.assert(
      fc.property(gains, fc.nat(3), (list, less) => {
        const devices = list.map((d, i) => device(`Q${i}`, d.gain, d.junction));
        const count = Math.max(1, Math.floor(devices.length / 2) - less);
        const { pairs, left } = matchPairs(devices, count);
        expect(pairs).toHaveLength(count);
        expect(new Set(pairs.flatMap((p) => [p.a, p.b])).size).toBe(2 * count);
        expect(left.length).toBe(devices.length - 2 * count);
        expect(sum(pairs)).toBeCloseTo(brute(devices, count), 9);
      }),
      { numRuns: 60 },
    );
  });
  test("a large handful is paired by neighbours", () => {
    const devices = Array.from({ length: 40 }, (_, i) => device(`Q${i}`, 100 + Math.floor(i / 2) * 20));
    const { pairs, left } = matchPairs(devices);
    expect(left).toEqual([]);
    expect(sum(pairs)).toBe(0);
  });
  test("gain and junction volts weigh as common practice has it: 10 mV like 10 %", () => {
    expect(difference(device("a", 100, 0.6), device("b", 100, 0.61)).difference).toBeCloseTo(0.1, 9);
    expect(difference(device("a", 95), device("b", 105)).difference).toBeCloseTo(0.1, 9);
  });
  test("a gain of nothing, or the same device twice, is refused", () => {
    expect(() => matchPairs([device("a", 0), device("b", 10)])).toThrow(RangeError);
    expect(() => matchPairs([device("a", 10), device("a", 10)])).toThrow(RangeError);
    expect(matchPairs([device("a", 10)])).toEqual({ pairs: [], left: ["a"] });
  });
});
