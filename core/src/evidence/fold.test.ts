import { STANDARD_CONSTANTS } from "../knowledge";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { capacitance, esr, reading } from "../testing/parts";
import { hertz, ohms } from "../units";
import { countingOf, fold } from "./fold";
import type { Measurement, Reading } from "./reading";

const at = (seconds: number, m: Measurement, inCircuit: boolean): Reading => ({ ...reading(m, inCircuit), takenAt: 1000 * seconds });
const ohmsOf = (r: Reading | null) => (r?.measurement.kind === "esr" ? r.measurement.ohms : null);

describe("of one quantity", () => {
  test("the latest reading out of circuit counts before any in circuit", () => {
    const folded = fold(STANDARD_CONSTANTS, [at(1, esr(4), false), at(2, esr(5), false), at(3, esr(0.3), true)], true);
    expect(ohmsOf(countingOf(folded, "esr"))).toBe(5);
    expect(folded.counted.get("esr")!.later?.inCircuit, "the one in circuit came later and may contradict it").toBe(true);
  });

  test("in circuit the latest counts while nothing was read out of it", () => {
    const folded = fold(STANDARD_CONSTANTS, [at(1, esr(4), true), at(2, esr(5), true)], true);
    expect(ohmsOf(countingOf(folded, "esr"))).toBe(5);
    expect(folded.counted.get("esr")!.later).toBeNull();
  });

  test("what is overruled stays on record", () => {
    const readings = [at(1, esr(4), true), at(2, esr(5), false), at(3, esr(6), false)];
    const { superseded } = fold(STANDARD_CONSTANTS, readings, true).counted.get("esr")!;
    expect(superseded.map(ohmsOf)).toEqual([4, 5]);
  });
});

describe("what is a quantity of its own", () => {
  test("C of a wet part at 1 kHz never overrules C at 120 Hz; of a film part it is the same thing", () => {
    const readings = [at(1, capacitance(90, 120), false), at(2, capacitance(40, 1000), false)];
    const wet = fold(STANDARD_CONSTANTS, readings, true);
    const dry = fold(STANDARD_CONSTANTS, readings, false);
    expect([countingOf(wet, "capacitance"), countingOf(wet, "capacitanceHigh")]).toEqual(readings);
    expect(countingOf(dry, "capacitance")).toBe(readings[1]);
    expect(countingOf(dry, "capacitanceHigh")).toBeNull();
  });

  test("ESR at 120 Hz is not ESR at 100 kHz", () => {
    const low = at(1, { kind: "esr", ohms: ohms(3), at: hertz(120) }, false);
    const high = at(2, esr(0.4), false);
    const folded = fold(STANDARD_CONSTANTS, [low, high], true);
    expect([countingOf(folded, "esr"), countingOf(folded, "esrLow")]).toEqual([high, low]);
  });
});

test("a bulge and a stain go on counting whatever is seen later; looking clean does not", () => {
  const bulged = at(1, { kind: "visual", sign: "bulged" }, true);
  const stained = at(2, { kind: "visual", sign: "discoloured" }, true);
  const clean = at(3, { kind: "visual", sign: "looksClean" }, true);
  expect(fold(STANDARD_CONSTANTS, [bulged, stained, clean], true).staying).toEqual([bulged, stained]);
});

test("a kind nobody registered is kept and counts for nothing", () => {
  const odd = { takenAt: 1, inCircuit: false, measurement: { kind: "smell" } };
  const folded = fold(STANDARD_CONSTANTS, [odd], true);
  expect(folded.all).toEqual([odd]);
  expect(folded.counted.size).toBe(0);
});

const anyReading = fc
  .tuple(
    fc.integer({ min: 1, max: 40 }),
    fc.oneof(
      fc.double({ min: 0.01, max: 50, noNaN: true }).map((v) => esr(v)),
      fc.constantFrom(120, 1000).map((f) => capacitance(50, f)),
      fc.constantFrom("bulged" as const, "looksClean" as const).map((sign) => ({ kind: "visual" as const, sign })),
    ),
    fc.boolean(),
  )
  .map(([seconds, m, inCircuit]) => at(seconds, m, inCircuit));
const distinctTimes = fc.uniqueArray(anyReading, { maxLength: 12, selector: (r) => r.takenAt });

test("every reading is either what counts or overruled, once, and none is lost", () => {
  fc.assert(
    fc.property(distinctTimes, fc.boolean(), (readings, wet) => {
      const folded = fold(STANDARD_CONSTANTS, readings, wet);
      const placed = [...folded.counted.values()].flatMap((c) => [c.counts, ...c.superseded]);
      expect(placed).toHaveLength(readings.length);
      expect(new Set(placed)).toEqual(new Set(readings));
      for (const c of folded.counted.values()) if (c.later) expect(c.later.takenAt).toBeGreaterThan(c.counts.takenAt);
    }),
  );
});

test("the order in which readings are handed over does not matter", () => {
  fc.assert(
    fc.property(distinctTimes, fc.boolean(), (readings, wet) => {
      const [one, other] = [fold(STANDARD_CONSTANTS, readings, wet), fold(STANDARD_CONSTANTS, [...readings].reverse(), wet)];
      for (const [quantity, c] of one.counted) expect(other.counted.get(quantity)!.counts).toBe(c.counts);
      expect(other.staying).toEqual(one.staying);
    }),
  );
});
