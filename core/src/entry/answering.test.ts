import { describe, expect, test } from "vitest";
import { answering, type Question } from "./answering";

const RAIL: Question = { before: "rail main", after: "", unit: "V", shownIn: "V" };
const DRAW: Question = { before: "draw", after: "", unit: "A", shownIn: "A" };
const IDLE: Question = { before: "idle L", after: "cold", unit: "V", shownIn: "mV" };

describe("a bare figure answers what the screen asks", () => {
  test.each([
    ["34.5", [RAIL, DRAW], "rail main 34.5V"],
    ["0,35", [DRAW], "draw 0,35A"],
    ["350m", [DRAW], "draw 350mA"],
    ["350 ma", [RAIL, DRAW], "draw 350ma"],
    ["-44", [RAIL], "rail main -44V"],
    ["12", [IDLE], "idle L 12mV cold"],
    ["0.012v", [IDLE], "idle L 0.012v cold"],
    ["12m", [IDLE], "idle L 12mV cold"],
    ["<0.1", [DRAW], "draw <0.1A"],
  ])("%s", (typed, questions, line) => {
    expect(answering(typed, questions)).toEqual({ ok: true, value: line });
  });

  test.each([
    ["C2 0.9", "C2 0.9V"],
    ["c1 12", "C1 12V"],
    ["C2 1,2m", "C2 1,2mV"],
  ])("%s names the question it answers", (typed, line) => {
    const across = (before: string): Question => ({ before, after: "", unit: "V", shownIn: "V" });
    expect(answering(typed, [across("C1"), across("C2")])).toEqual({ ok: true, value: line });
  });

  test.each([["C14 4.6"], ["C1 0.9r"], ["C1 0.9v"], ["C1 open"]])("%s is read as typed", (typed) => {
    expect(answering(typed, [{ before: "C1", after: "", unit: "V", shownIn: "V" }])).toBeNull();
  });

  test.each([["C14 4.6"], ["esr 4.6"], ["power off"], ["4.6 0.5"], [""], ["ol"]])("%s is no bare figure", (typed) => {
    expect(answering(typed, [RAIL])).toBeNull();
  });

  test("what fits no question is asked back, and so is any figure where nothing is asked", () => {
    expect(answering("4.6ohm", [RAIL, DRAW])).toEqual({
      ok: false,
      issue: { code: "answersNothing", token: "4.6ohm", asked: ["rail main", "draw"] },
    });
    expect(answering("4.6", [])).toMatchObject({ ok: false, issue: { code: "answersNothing", asked: [] } });
  });
});
