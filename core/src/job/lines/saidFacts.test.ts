import { describe, expect, test } from "vitest";
import { EXAMPLES } from "../../entry";
import { bench } from "../../testing/jobs";
import { understand } from "./apply";
import { traceCase, type TraceCase } from "../diagnosis/diagnosisCase";
import { saidLine, type SaidFact } from "./saidFacts";
import { SHOP } from "../../testing/jobs";

const UNIT: Pick<TraceCase, "mirvekCase" | "unit" | "findings"> = {
  mirvekCase: 1,
  unit: { kind: "receiver", supply: "linear", ageYears: 30, channels: 2, mainsV: 230 },
  findings: ["hum"],
};
const PARTS = ["C1 4700u 50v reservoir", "C14 100u 16v decoupler L", "C15 10u 50v coupling L"];
const answered = (c: Partial<TraceCase>, refused: "ends" | "asked" = "asked") => {
  const answer = traceCase({ ...UNIT, parts: PARTS, ...c }, () => null, refused);
  if (!answer.ok) throw new Error(JSON.stringify(answer.issue));
  return answer.value;
};
const lineOf = (line: string) => answered({ steps: [line] }).steps[1]!.lines[0]!;
const plain = ({ about, kind, quantity, value, unit, outcome, state, approx, with: put }: SaidFact) =>
  [about, kind, quantity, approx, value, unit, outcome, state?.join(" "), put?.join(" ")].filter((x) => x !== undefined).join(" ");

describe("what a line said, in plain words and SI units", () => {
  test.each<[string, string[]]>([
    ["C14 esr 3,2", ["part:C14 reading esr 3.2 ohm"]],
    ["C14 esr ol", ["part:C14 reading esr overRange"]],
    ["C15 out 8.2u", ["part:C15 reading capacitance 0.0000082 F out"]],
    ["C14 bulged", ["part:C14 look bulged"]],
    ["rail +15 11.7 loaded", ["point:rail +15 reading dcVolts 11.7 V loaded"]],
    ["rail +15 should be 15", ["point:rail +15 reference dcVolts 15 V"]],
    ["pulled tone board plug, hum gone", ["place:tone board plug unplug cured"]],
    ["tap C14: nothing", ["part:C14 knock same"]],
    ["47u 35v over C14, no difference", ["part:C14 bridge same new:47µF 35V"]],
    ["replaced C1 and C14, hum gone", ["part:C1 replace", "part:C14 replace", "part:C1,part:C14 replace cured"]],
    ["F1 blown", ["part:F1 part", "part:F1 look blown"]],
    ["should draw 30w at idle", ["unit reference power 30 W idle"]],
    ["spent 40 min measuring", ["bench time time 2400 s"]],
    ["hum gone", ["complaint listen cured"]],
  ])("%s", (line, facts) => {
    expect(lineOf(line)).toMatchObject({ status: "understood" });
    expect(lineOf(line).facts.map(plain)).toEqual(facts);
  });

  test("every example of the key sheet records something, or is a setting or a question", () => {
    const { records } = bench();
    const silent = EXAMPLES.flatMap(({ line }) => {
      const entry = understand(records, SHOP, { key: "x", line, current: "C14", meter: "blue", inCircuit: true, refersTo: null, at: 0 });
      return entry.ok && entry.value.kind === "keeps" && saidLine(line, entry.value).facts.length === 0 ? [line] : [];
    });
    expect(EXAMPLES.length).toBeGreaterThan(60);
    expect(silent).toEqual([]);
  });
});

describe("a line that is not understood", () => {
  test("is asked back, records nothing, and the case goes on", () => {
    const { steps } = answered({ steps: [["C14 esx 3.2", "C14 esr 3.2"], "C1 bulged"] });
    expect(steps[1]!.lines.map((l) => [l.status, l.facts.length])).toEqual([
      ["asked", 0],
      ["understood", 1],
    ]);
    expect(steps[1]!.lines[0]!.asks).toBe("partlyUnderstood");
    expect(steps[2]!.lines[0]!.facts.map(plain)).toEqual(["part:C1 look bulged"]);
  });
  test("ends the case where that is wanted", () => {
    expect(() => answered({ steps: ["C14 esx 3.2"] }, "ends")).toThrow(/partlyUnderstood/);
  });
  test("words that fit nothing are a remark", () => {
    expect(lineOf("smells of old varnish somewhere")).toMatchObject({ status: "remark", facts: [{ kind: "note" }] });
  });
});

test("parts and points are answered line by line", () => {
  const { parts, points } = answered({ parts: ["C1 4700u 50v reservoir", "huh"], points: ["rail +15 should be 15"] });
  expect(parts.map((p) => p.status)).toEqual(["understood", "asked"]);
  expect(parts[0]!.facts.map(plain)).toEqual(["part:C1 part capacitance 0.0047 F", "part:C1 part dcVolts 50 V"]);
  expect(points[0]!.facts.map(plain)).toEqual(["point:rail +15 reference dcVolts 15 V"]);
});

test("a line under power switches the unit on before it, so that volts at a part are no charge", () => {
  const { steps } = answered({
    steps: [
      { line: "C1 35v", powered: true },
      { line: "C1 0.4v", powered: false },
    ],
  });
  expect(steps.map((s) => s.lines.map((l) => l.facts.map(plain)))).toEqual([
    [],
    [["part:C1 reading dcVolts 35 V"]],
    [["part:C1 reading dcVolts 0.4 V"]],
  ]);
});
