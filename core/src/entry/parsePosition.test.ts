import { STANDARD_CONSTANTS } from "../knowledge";
import { expect, test } from "vitest";
import { byDesignator, completeDesignator, shiftDesignator } from "./designator";
import { parsePosition, parsePositionList } from "./parsePosition";

const position = (line: string) => {
  const parsed = parsePosition(STANDARD_CONSTANTS, line);
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.issue));
  return parsed.value[0]!;
};

test("a full line is read whole, in any order", () => {
  expect(position("c1 snapin reservoir 4700u 22x40 p10 50v 105c L #main supply")).toEqual({
    designator: "C1",
    section: "main supply",
    channel: "L",
    role: "reservoir",
    technology: "aluminium",
    nominal: 4700e-6,
    rated: 50,
    tolerance: { minus: 0.2, plus: 0.2 },
    temperature: 105,
    diameter: 22,
    height: 40,
    pitch: 10,
    mounting: "snapIn",
    holdsCharge: true,
    assumed: ["technology", "tolerance"],
  });
});

test("what is not said is taken as usual and listed", () => {
  expect(position("C9 4.7u 50v")).toMatchObject({
    role: "coupling",
    technology: "aluminium",
    section: "Unsorted",
    assumed: ["role", "technology", "tolerance"],
  });
  expect(position("C9 4.7u 50v crossover").technology).toBe("bipolar");
  expect(position("C9 100n 63v coupling").technology).toBe("film");
});

test("parts above 60 V hold charge even where they do not filter the supply", () => {
  expect(position("C5 22u 350v decoupler").holdsCharge).toBe(true);
  expect(position("C5 22u 35v decoupler").holdsCharge).toBe(false);
});

test.each([
  ["47u 25v", "designatorMissing"],
  ["C1 reservoir", "valueMissing"],
  ["C1 47u 25v purple", "marking"],
])("%j is refused: %s", (line, code) => {
  expect(parsePosition(STANDARD_CONSTANTS, line)).toMatchObject({ ok: false, issue: { code } });
});

test("a list has sections, and every bad line is named by its number", () => {
  const { drafts, issues } = parsePositionList(
    STANDARD_CONSTANTS,
    "#Supply\nC1 4700u 50v\n\nC2\t4700/50\n#Out\nC3 huh\nC1 10u 50v\nC4 10u 50v #Elsewhere",
    new Set(["C9"]),
  );
  expect(drafts.map((d) => [d.designator, d.section])).toEqual([
    ["C1", "Supply"],
    ["C2", "Supply"],
    ["C4", "Elsewhere"],
  ]);
  expect(issues.map((i) => [i.line, i.issue.code])).toEqual([
    [6, "marking"],
    [7, "duplicate"],
  ]);
  expect(parsePositionList(STANDARD_CONSTANTS, "C9 10u 50v", new Set(["C9"])).issues).toHaveLength(1);
});

test("designators are completed and ordered as people count", () => {
  const known = ["C10", "C2", "C101", "BC1"];
  expect([...known].sort(byDesignator)).toEqual(["BC1", "C2", "C10", "C101"]);
  expect(completeDesignator("c10", known)).toEqual(["C10", "C101"]);
  expect(completeDesignator("", known)).toEqual([]);
});

test("a counterpart is so many numbers further, and never beyond four digits", () => {
  expect(shiftDesignator("c101", 100)).toBe("C201");
  expect(shiftDesignator("C14B", 100)).toBe("C114B");
  expect(shiftDesignator("C14", -14)).toBeNull();
  expect(shiftDesignator("C9999", 1)).toBeNull();
});
