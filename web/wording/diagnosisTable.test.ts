import { HYPOTHESIS_IDS, STARTER_TABLE, cellRange, readCell, type Cell } from "@mirvek/core/knowledge";
import { describe, expect, test } from "vitest";
import { cellName, figureOf, readFigure } from "./diagnosisTable";

const cell = (text: string): Cell => readCell(text)!;
const CHANCE = cell("fault.reservoirDried.makes.hum");

test.each([
  ["fault.reservoirDried.makes.hum", "a reservoir has dried out or gone open: hum"],
  ["fault.jointCrack.weight", "a joint or trace is cracked: how often, against the others"],
  ["test.volumeDown.given.groundLoop", "Turn the volume to zero: a ground loop or cable outside"],
  ["test.volumeDown.rest", "Turn the volume to zero: any other fault"],
])("%s in words", (text, words) => expect(cellName(cell(text))).toBe(words));

describe("a figure that is typed", () => {
  test.each([
    ["85", 0.85],
    ["85 %", 0.85],
    ["0.85", 0.85],
    ["0,85", 0.85],
    ["1", 1],
    ["1 %", 0.01],
    ["0", 0],
  ])("as a chance %j is %f", (typed, value) => expect(readFigure(CHANCE, typed)).toBeCloseTo(value, 12));
  test.each(["", "often", "-5", "85 V", "%"])("%j is none", (typed) => expect(readFigure(CHANCE, typed)).toBeNull());
  test("weights and minutes are taken as they are", () => {
    expect(readFigure(cell("fault.jointCrack.weight"), "8")).toBe(8);
    expect(readFigure(cell("test.knock.minutes"), "2.5")).toBe(2.5);
  });
  test("is shown as it is read: every figure of the table goes round", () => {
    for (const h of STARTER_TABLE.faults.filter((f) => HYPOTHESIS_IDS.includes(f.id)))
      for (const [finding, value] of Object.entries(h.makes)) {
        const c = cell(`fault.${h.id}.makes.${finding}`);
        expect(readFigure(c, figureOf(c, value)), `${h.id} ${finding}`).toBeCloseTo(value, 2);
        expect(cellRange(c)).toEqual([0, 1]);
      }
  });
});
