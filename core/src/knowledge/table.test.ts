import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { FINDING_TOKENS } from "../device";
import { HYPOTHESIS_IDS, STARTER_TABLE, TEST_IDS, amendTable, cellRange, cellText, readCell, valueAt, type Cell } from ".";

const id = fc.constantFrom(...HYPOTHESIS_IDS);
const test_ = fc.constantFrom(...TEST_IDS);
const cells: fc.Arbitrary<Cell> = fc.oneof(
  id.map((i): Cell => ({ of: "fault", id: i, field: "weight" })),
  fc.tuple(id, fc.constantFrom(...FINDING_TOKENS)).map(([i, finding]): Cell => ({ of: "fault", id: i, field: "makes", finding })),
  fc.tuple(test_, fc.constantFrom("minutes" as const, "rest" as const)).map(([i, field]): Cell => ({ of: "test", id: i, field })),
  fc.tuple(test_, id).map(([i, fault]): Cell => ({ of: "test", id: i, field: "given", fault })),
);

describe("a figure of the table", () => {
  test("is named by a text and found again by it", () => {
    fc.assert(
      fc.property(cells, (cell) => {
        expect(readCell(cellText(cell))).toEqual(cell);
      }),
    );
  });
  test.each([
    "",
    "fault",
    "fault.nobody.weight",
    "fault.reservoirDried.weight.hum",
    "fault.reservoirDried.makes",
    "fault.reservoirDried.makes.song",
    "fault.reservoirDried.minutes",
    "test.knock.given.nobody",
    "test.knock.weight",
    "test.knock.rest.hum",
    "test.knock.given.jointCrack.more",
    "rule.knock.rest",
  ])("%j is none", (text) => expect(readCell(text)).toBeNull());
  test("stands where it was changed, and only there", () => {
    fc.assert(
      fc.property(cells, cells, fc.double({ min: 0, max: 1, noNaN: true }), (cell, other, at) => {
        const [least, most] = cellRange(cell);
        const value = least + at * (most - least);
        const changed = amendTable([{ cell: cellText(cell), value }]);
        expect(valueAt(changed, cell)).toBe(value);
        if (cellText(other) !== cellText(cell)) expect(valueAt(changed, other)).toBe(valueAt(STARTER_TABLE, other));
      }),
    );
  });
});

describe("a shop's changes", () => {
  const weight = { cell: "fault.jointCrack.weight" } as const;
  const at = readCell(weight.cell)!;
  const starter = valueAt(STARTER_TABLE, at);
  test("the later counts, and one taken back leaves what everyone starts with", () => {
    expect(
      valueAt(
        amendTable([
          { ...weight, value: 20 },
          { ...weight, value: 12 },
        ]),
        at,
      ),
    ).toBe(12);
    expect(
      valueAt(
        amendTable([
          { ...weight, value: 20 },
          { ...weight, value: null },
        ]),
        at,
      ),
    ).toBe(starter);
  });
  test("what is out of range, or names nothing, counts for nothing", () => {
    for (const value of [0, -1, 101, Number.NaN, Number.POSITIVE_INFINITY])
      expect(valueAt(amendTable([{ ...weight, value }]), at), String(value)).toBe(starter);
    expect(amendTable([{ cell: "fault.gone.weight", value: 3 }])).toEqual({
      faults: [...STARTER_TABLE.faults],
      tests: [...STARTER_TABLE.tests],
    });
  });
  test("never change what everyone starts with", () => {
    const before = JSON.stringify(STARTER_TABLE);
    amendTable([
      { ...weight, value: 50 },
      { cell: "test.knock.given.software", value: 0.4 },
    ]);
    expect(JSON.stringify(STARTER_TABLE)).toBe(before);
  });
});

test("every figure everyone starts with is in its range", () => {
  for (const h of STARTER_TABLE.faults) {
    expect(h.weight).toBeGreaterThanOrEqual(0.01);
    for (const p of Object.values(h.makes)) expect(p).toSatisfy((x: number) => x > 0 && x <= 1);
  }
  for (const t of STARTER_TABLE.tests) {
    expect(t.minutes).toBeGreaterThanOrEqual(0.5);
    for (const p of [t.rest, ...Object.values(t.given)]) expect(p).toSatisfy((x: number) => x >= 0 && x <= 1);
  }
});
