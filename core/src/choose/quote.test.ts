import { STANDARD_CONSTANTS } from "../knowledge";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { part } from "../testing/parts";
import { bridgePlan } from "./bridge";
import { quotes, type QuotePosition } from "./quote";

const at = (designator: string, c: number, v: number, over: Partial<QuotePosition> = {}): QuotePosition => ({
  ...part(c, v),
  designator,
  section: "Supply",
  bad: false,
  measured: true,
  cents: 100,
  ...over,
});
const UNIT: readonly QuotePosition[] = [
  at("C1", 4700, 50, { bad: true, cents: 480 }),
  at("C2", 4700, 50, { cents: 480 }),
  at("C3", 10, 63, { measured: false, cents: 20 }),
  at("C4", 0.1, 63, { technology: "film", cents: 30 }),
  at("C5", 10, 25, { section: "Tone", cents: null }),
  at("C6", 10, 25, { section: "Tone", technology: "tantalum", measured: false }),
];

describe("the approaches side by side", () => {
  test("each takes in more, by its own rule", () => {
    expect(quotes(STANDARD_CONSTANTS, UNIT).map((q) => [q.scope, q.designators.join(" "), q.cents])).toEqual([
      ["provenBad", "C1", 480],
      ["provenBadAndKind", "C1 C2", 960],
      ["section", "C1 C2 C3", 980],
      ["everyElectrolytic", "C1 C2 C3 C5 C6", 1080],
    ]);
  });
  test("what has no price is named, never counted as nothing", () => {
    expect(quotes(STANDARD_CONSTANTS, UNIT)[3]!.unpriced).toEqual(["C5"]);
  });
  test("what stays in and was never measured is named", () => {
    expect(quotes(STANDARD_CONSTANTS, UNIT).map((q) => q.unproven.join(" "))).toEqual(["C3 C6", "C3 C6", "C6", ""]);
  });
  test("where nothing is bad only the last approach changes anything", () => {
    const sound = UNIT.map((p) => ({ ...p, bad: false }));
    expect(quotes(STANDARD_CONSTANTS, sound).map((q) => q.designators.length)).toEqual([0, 0, 0, 5]);
  });
  test("a approach never leaves in what the one before takes out, whatever the unit", () => {
    const position = fc
      .record({
        c: fc.constantFrom(1, 10, 4700),
        v: fc.constantFrom(25, 63),
        section: fc.constantFrom("Supply", "Tone"),
        technology: fc.constantFrom("aluminium" as const, "film" as const, "tantalum" as const),
        bad: fc.boolean(),
      })
      .map(({ c, v, ...over }) => at("C", c, v, over));
    fc.assert(
      fc.property(fc.array(position, { maxLength: 12 }), (list) => {
        const all = quotes(
          STANDARD_CONSTANTS,
          list.map((p, i) => ({ ...p, designator: `C${i}` })),
        );
        for (const [i, q] of all.slice(1).entries()) expect(q.designators).toEqual(expect.arrayContaining([...all[i]!.designators]));
      }),
    );
  });
});

describe("a good part across a suspect", () => {
  const free = { internalAccessAllowed: true, shortedOrLeaky: false };
  test("the same value up to twice, no fewer volts, the same way round", () => {
    expect(bridgePlan(STANDARD_CONSTANTS, part(10, 50), free)).toEqual({
      ok: true,
      least: expect.closeTo(10e-6, 12),
      most: expect.closeTo(20e-6, 12),
      volts: 50,
      polarised: true,
    });
    expect(bridgePlan(STANDARD_CONSTANTS, part(10, 50, { technology: "bipolar" }), free)).toMatchObject({ polarised: false });
  });
  test.each([
    ["mainsPart", part(0.1, 275, { role: "mainsX", technology: "film" }), free],
    ["notOpen", part(10, 50), { internalAccessAllowed: true, shortedOrLeaky: true }],
    ["locked", part(10, 50), { internalAccessAllowed: false, shortedOrLeaky: false }],
    ["voltsUnknown", part(10, 50, { rated: null }), free],
  ])("is refused: %s", (why, of, now) => {
    expect(bridgePlan(STANDARD_CONSTANTS, of, now)).toEqual({ ok: false, refusals: [why] });
  });
});
