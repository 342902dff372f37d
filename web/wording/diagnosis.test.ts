import { FINDING_TOKENS, SUPPLY_KINDS, UNIT_KINDS, sectionsOf } from "@mirvek/core/device";
import { traceCase, type TraceCase, type Diagnosis } from "@mirvek/core/job";
import { BENCH_TESTS, HYPOTHESIS_IDS } from "@mirvek/core/knowledge";
import { describe, expect, test } from "vitest";
import { adviceText, decisiveText, hypothesisName, reasonText, testText } from "./diagnosis";

const answered = (c: TraceCase): Diagnosis[] => {
  const answer = traceCase(c);
  if (!answer.ok) throw new Error(JSON.stringify(answer.issue));
  return [...answer.value.steps];
};
/** A unit that a test is for. */
function unitFor(t: (typeof BENCH_TESTS)[number]): TraceCase {
  for (const supply of SUPPLY_KINDS)
    for (const kind of UNIT_KINDS) {
      const has = sectionsOf(kind, supply).map((s) => s.kind);
      if (t.not.includes(supply) || t.not.includes(kind) || supply === "none" || supply === "battery") continue;
      if (t.sections && !t.sections.some((s) => has.includes(s))) continue;
      return { mirvekCase: 1, unit: { kind, supply, channels: 2 }, findings: t.findings?.slice(0, 1) ?? ["comesAndGoes"] };
    }
  throw new Error(t.id);
}

describe("what a test says to say", () => {
  test.each(BENCH_TESTS.filter((t) => testText[t.id].yes !== null).map((t) => [t.id, t] as const))(
    "%s: each outcome is understood, and moves the suspects the way it is meant",
    (id, t) => {
      const words = testText[id];
      const speaks = (line: string) => {
        const [before, after] = answered({ ...unitFor(t), steps: [line] });
        const strongest = Object.keys(t.given)
          .filter((h) => before!.suspects.some((s) => s.id === h))
          .sort((a, b) => t.given[b as keyof typeof t.given]! - t.given[a as keyof typeof t.given]!)[0];
        const chance = (x: Diagnosis) => x.suspects.find((s) => s.id === strongest)!.chance;
        expect(
          after!.advice.some((a) => a.kind === "test" && a.test === id),
          "it is not asked again",
        ).toBe(false);
        return chance(after!) / chance(before!);
      };
      expect(speaks(words.yes!)).toBeGreaterThan(1.05);
      expect(speaks(words.no!)).toBeLessThan(0.999);
    },
  );
  test("every figure a test asks for is a line that is understood", () => {
    const parts = ["C1 4700u 50v reservoir"];
    for (const t of BENCH_TESTS) {
      const line = testText[t.id].figure;
      if (line !== null) expect(() => answered({ ...unitFor(t), parts, steps: [line] }), line).not.toThrow();
    }
  });
});

test("every suspect, reason and advice of every complaint has words", () => {
  for (const token of FINDING_TOKENS) {
    const [only] = answered({ mirvekCase: 1, unit: { kind: "receiver", supply: "linear", channels: 2 }, findings: [token] });
    for (const s of only!.suspects) for (const r of [...s.for, ...s.against]) expect(reasonText(r, [])).not.toMatch(/undefined|:/);
    for (const a of only!.advice) expect(adviceText(a).act).toMatch(/^[A-Z].*[.?]$/);
  }
  expect(new Set(Object.values(hypothesisName)).size).toBe(HYPOTHESIS_IDS.length);
});

test("what decided on a suspect is said by what was done, or by the part", () => {
  expect(decisiveText({ by: "cured", seq: 12, asSet: true }, [])).toBe("parts replaced, and the fault was gone, together with others");
  expect(decisiveText({ by: "measuredSound", designators: ["C1", "C2"] }, [])).toBe("C1 and C2 measured good out of circuit");
});

test("what places a fault is named as it was ticked, whichever way it counts", () => {
  for (const token of ["oneChannel", "volumeNoEffect"] as const)
    expect(reasonText({ source: { kind: "finding", finding: token }, happened: false, bits: 1 }, [])).not.toMatch(/^no /);
  expect(reasonText({ source: { kind: "finding", finding: "hum" }, happened: false, bits: -1 }, [])).toBe("no hum");
});
