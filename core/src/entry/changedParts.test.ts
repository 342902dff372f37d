import { describe, expect, test } from "vitest";
import { bench, positionRecord, records } from "../testing/jobs";
import { part } from "../testing/parts";

const NINE = Array.from({ length: 9 }, (_, i) => positionRecord(i + 1, `C${i + 1}`, part(10, 50)));
const changed = (line: string) => {
  const b = bench(records({ positions: NINE }));
  b.type(line);
  const tried = b.records.observations.flatMap(({ observation: o }) => (o.kind === "tried" ? [o] : []));
  return {
    fitted: b.records.fittings.map((f) => `C${f.positionId}`),
    tried: tried.map((t) => [t.to.map((s) => ("name" in s ? s.name : "")).join(" "), t.outcome]),
    remarks: b.records.observations.filter((o) => o.observation.kind === "remark").length,
  };
};

describe("several parts changed in one line are all changed", () => {
  test.each([
    ["replaced C1, C4 and C7, no difference", ["C1", "C4", "C7"], "same"],
    ["changed C1 to C3, hum gone", ["C1", "C2", "C3"], "gone"],
    ["recapped C1-C3 and C9: quiet", ["C1", "C2", "C3", "C9"], "gone"],
    ["C2 & C5 were replaced, still hums", ["C2", "C5"], "same"],
    ["replaced the caps C2, C3, hum gone", ["C2", "C3"], "gone"],
    ["changed C4 hum gone", ["C4"], "gone"],
  ])("%s", (line, parts, outcome) => {
    expect(changed(line)).toEqual({ fitted: parts, tried: [[parts.join(" "), outcome]], remarks: 0 });
  });

  test("a part of another class in the same line is changed too", () => {
    expect(changed("replaced C1 and Q7, hum gone")).toEqual({ fitted: ["C1"], tried: [["C1 Q7", "gone"]], remarks: 0 });
  });

  test("parts that are said for themselves stay apart", () => {
    expect(changed("C1 bulged, C2 bulged").fitted).toEqual([]);
    expect(changed("tap C3: crackle, tap C4: nothing").tried).toEqual([
      ["C3", "answers"],
      ["C4", "same"],
    ]);
  });

  test("a new part that is named stands; without one the markings stay as they were", () => {
    const b = bench(records({ positions: NINE }));
    b.type("changed C1 for 22u 63v, no difference");
    b.type("replaced C2 to C9, no difference");
    expect(b.records.fittings.map((f) => [f.nominal * 1e6, f.rated])).toEqual([[22, 63], ...Array(8).fill([10, 50])]);
  });
});

test("what is said of a short that comes and goes is no short", () => {
  for (const line of ["C1 short intermittent", "C1 intermittent short", "C1 shorts now and then", "C1 shorted sometimes"]) {
    const b = bench(records({ positions: NINE }));
    expect(b.type(line)).toMatchObject({ effects: [{ measurement: { kind: "condition", condition: "intermittent" } }] });
  }
});

test("a frequency at the end belongs to every figure of the reading, one beside a figure to that one", () => {
  const at = (line: string) => {
    const entry = bench(records({ positions: NINE })).type(line);
    return "effects" in entry
      ? entry.effects.map((c) => (c.about === "reading" && "at" in c.measurement ? c.measurement.at : null))
      : entry;
  };
  expect(at("C1 out 8.2u 0.9r 1khz")).toEqual([1000, 1000]);
  expect(at("C1 8.2u@120 0.9r")).toEqual([120, 100_000]);
  expect(at("C1 8.2u 120hz esr 0.9 100khz")).toEqual([120, 100_000]);
});

test("amperes are no ESR: they are asked back where an ESR meter is in hand, and taken where a leak is said", () => {
  const b = bench(records({ positions: NINE }));
  expect(b.type("4.6ma", { current: "C1" })).toMatchObject({ code: "wrongUnit", quantity: "esr" });
  expect(b.type("C1 leak 4.6ma")).toMatchObject({ effects: [{ measurement: { kind: "leakage" } }] });
});

test("what begins with C is a capacitor whatever role follows", () => {
  const b = bench(records({ positions: [] }));
  for (const line of ["add C101 10u 50v relay timing", "add C102 10u 50v regulator in", "add C103 10u 50v reset delay"]) b.type(line);
  expect(b.records.positions.map((p) => [p.designator, p.role])).toEqual([
    ["C101", "timing"],
    ["C102", "regulatorIn"],
    ["C103", "timing"],
  ]);
});
