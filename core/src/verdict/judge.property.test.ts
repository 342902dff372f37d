import { STANDARD_CONSTANTS } from "../knowledge";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { capacitance, context, esr, folded, part, reading, verdictOn } from "../testing/parts";
import { amperes, hertz, ohms } from "../units";
import { assess } from "./assess";
import { judge } from "./judge";
import { measuredState } from "./partState";
import { countingOf, CONDITIONS, OHMMETER_TRENDS, VISUAL_SIGNS, type Measurement, type Reading } from "../evidence";
import { TECHNOLOGIES } from "../part";
import { VERDICT_STATES, isBad, isCondemned, type VerdictState } from "./verdict";

const SEVERITY: Record<VerdictState, number> = { unmeasured: 0, sound: 0, undecided: 0, worn: 1, failed: 2, open: 3, shorted: 4 };

const anyPart = fc
  .tuple(
    fc.constantFrom(...TECHNOLOGIES),
    fc.double({ min: 0.001, max: 10_000, noNaN: true }),
    fc.constantFrom(6.3, 16, 25, 50, 63, 100, 450),
  )
  .map(([technology, c, v]) => part(c, v, { technology }));
const frequency = fc.constantFrom(100, 120, 1000, 100_000).map(hertz);
const magnitude = fc.double({ min: 1e-3, max: 1e5, noNaN: true });
const measurement: fc.Arbitrary<Measurement> = fc.oneof(
  fc
    .tuple(fc.option(magnitude, { nil: "over" as const }), frequency)
    .map(([v, at]) => ({ kind: "esr" as const, ohms: v === "over" ? v : ohms(v), at })),
  magnitude.map((v) => capacitance(v)),
  fc.tuple(magnitude, fc.constantFrom(...OHMMETER_TRENDS)).map(([v, trend]) => ({ kind: "ohmmeter" as const, ohms: ohms(v), trend })),
  magnitude.map((v) => ({ kind: "leakage" as const, amperes: amperes(v * 1e-6) })),
  fc.tuple(fc.double({ min: 0, max: 5, noNaN: true }), frequency).map(([d, at]) => ({ kind: "dissipation" as const, d, at })),
  fc.constantFrom(...VISUAL_SIGNS).map((sign) => ({ kind: "visual" as const, sign })),
  fc.constantFrom(...CONDITIONS).map((condition) => ({ kind: "condition" as const, condition })),
);
const anyReading: fc.Arbitrary<Reading> = fc
  .tuple(measurement, fc.boolean(), fc.constantFrom("blue", "clip", null))
  .map(([m, inCircuit, meter]) => reading(m, inCircuit, meter));
const manyReadings = fc.array(anyReading, { maxLength: 8 });

describe("whatever is measured", () => {
  test("there is a verdict with a reason and figures that are numbers", () => {
    fc.assert(
      fc.property(anyPart, manyReadings, (p, list) => {
        const verdict = verdictOn(list, context(p));
        expect(VERDICT_STATES).toContain(verdict.state);
        expect(verdict.state === "unmeasured").toBe(list.length === 0);
        for (const figure of Object.values(verdict.reason)) if (typeof figure === "number") expect(Number.isFinite(figure)).toBe(true);
        if (verdict.state === "undecided" || verdict.certainty === "guess")
          expect(verdict.settle, "an open question says what would settle it").not.toBeNull();
      }),
    );
  });

  test("the order in which readings are handed over does not matter, only when they were taken", () => {
    fc.assert(
      fc.property(anyPart, manyReadings, (p, list) => {
        expect(verdictOn([...list].reverse(), context(p))).toEqual(verdictOn(list, context(p)));
      }),
    );
  });

  test("a bulged part is condemned", () => {
    fc.assert(
      fc.property(anyPart, manyReadings, (p, list) => {
        const bulged = reading({ kind: "visual", sign: "bulged" }, true);
        expect(isCondemned(verdictOn([...list, bulged], context(p)).state)).toBe(true);
      }),
    );
  });

  test("nothing read in circuit is ever shown to be sound", () => {
    fc.assert(
      fc.property(anyPart, manyReadings, fc.boolean(), (p, list, alone) => {
        const inside = list.map((r) => ({ ...r, inCircuit: true }));
        const verdict = verdictOn(inside, context(p, { parallel: alone ? { kind: "alone" } : { kind: "unknown" } }));
        if (verdict.state === "sound") expect(verdict.certainty).not.toBe("shown");
      }),
    );
  });
});

describe("worse readings never give better verdicts", () => {
  test("ESR upwards, in and out of circuit", () => {
    fc.assert(
      fc.property(anyPart, magnitude, fc.double({ min: 1, max: 50, noNaN: true }), fc.boolean(), (p, value, times, inCircuit) => {
        const state = (v: number) => assess(reading(esr(v), inCircuit), context(p)).state;
        expect(SEVERITY[state(value * times)]).toBeGreaterThanOrEqual(SEVERITY[state(value)]);
      }),
    );
  });

  test("capacitance downwards below the marked value", () => {
    fc.assert(
      fc.property(
        anyPart,
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        (p, share, further) => {
          const state = (s: number) => assess(reading(capacitance(p.nominal * 1e6 * s), false), context(p)).state;
          expect(SEVERITY[state(share * further)]).toBeGreaterThanOrEqual(SEVERITY[state(share)]);
        },
      ),
    );
  });

  test("leakage upwards", () => {
    fc.assert(
      fc.property(
        anyPart,
        fc.double({ min: 1e-9, max: 1e-2, noNaN: true }),
        fc.double({ min: 1, max: 1000, noNaN: true }),
        (p, leak, times) => {
          const state = (i: number) => assess(reading({ kind: "leakage", amperes: amperes(i) }, false), context(p)).state;
          expect(SEVERITY[state(leak * times)]).toBeGreaterThanOrEqual(SEVERITY[state(leak)]);
        },
      ),
    );
  });
});

test("a neighbour that is known never turns a bad in-circuit ESR good", () => {
  fc.assert(
    fc.property(anyPart, magnitude, anyPart, (p, value, neighbour) => {
      const alone = assess(reading(esr(value), true), context(p)).state;
      const beside = assess(reading(esr(value), true), context(p, { parallel: { kind: "with", parts: [neighbour] } })).state;
      expect(isBad(beside)).toBe(isBad(alone));
    }),
  );
});

test("ohms downwards never give a better verdict, whatever the trend", () => {
  const span = fc.double({ min: -1, max: 10, noNaN: true }).map((e) => 10 ** e);
  fc.assert(
    fc.property(anyPart, span, fc.double({ min: 1, max: 1000, noNaN: true }), fc.constantFrom(...OHMMETER_TRENDS), (p, r, times, trend) => {
      const state = (value: number) => assess(reading({ kind: "ohmmeter", ohms: ohms(value), trend }, false), context(p)).state;
      expect(SEVERITY[state(r / times)]).toBeGreaterThanOrEqual(SEVERITY[state(r)]);
    }),
  );
});

test("tan d upwards never gives a better verdict", () => {
  fc.assert(
    fc.property(anyPart, fc.double({ min: 0.01, max: 5, noNaN: true }), fc.double({ min: 1, max: 20, noNaN: true }), (p, d, times) => {
      const state = (v: number) => assess(reading({ kind: "dissipation", d: v, at: hertz(120) }, false), context(p)).state;
      expect(SEVERITY[state(d * times)]).toBeGreaterThanOrEqual(SEVERITY[state(d)]);
    }),
  );
});

describe("verdict and circuit read one fold", () => {
  test("what the circuit takes for C is what the verdict shows", () => {
    let compared = 0;
    fc.assert(
      fc.property(anyPart, manyReadings, (p, list) => {
        const evidence = folded(list, p);
        const verdict = judge(evidence, context(p));
        const state = measuredState(STANDARD_CONSTANTS, { part: p, folded: evidence, verdict: verdict.state }, 100).state;
        const counts = countingOf(evidence, "capacitance")?.measurement;
        if (state.kind !== "works" || counts?.kind !== "capacitance") return;
        compared++;
        expect(state.farads / p.nominal).toBeCloseTo(verdict.capacitanceShare!, 9);
      }),
      { numRuns: 1000 },
    );
    expect(compared, "some draws had a C to compare").toBeGreaterThan(50);
  });
});
