import { describe, expect, test } from "vitest";
import type { Observation } from "../../evidence";
import { PATH, closingBlockers, nextOf, traceCase, diagnose, type TraceCase, type Diagnosis } from "..";
import { modelOf, records, typed } from "../../testing/jobs";

const RECEIVER = {
  unit: { kind: "receiver", supply: "linear", ageYears: 41, channels: 2 },
  findings: ["hum", "buzz", "allChannels", "volumeNoEffect"],
  parts: ["C1 4700u 50v reservoir", "C2 4700u 50v reservoir", "C14 100u 16v decoupler L"],
} as const satisfies Omit<TraceCase, "mirvekCase">;

const after = (...steps: string[]): Diagnosis => {
  const answer = traceCase({ mirvekCase: 1, ...RECEIVER, steps });
  if (!answer.ok) throw new Error(JSON.stringify(answer.issue));
  return answer.value.steps.at(-1)!;
};
const reservoir = (t: Diagnosis) => t.suspects.find((s) => s.id === "reservoirDried")!;
const BAD = "C1 out 900u 2.1r";
const FITTED = "fitted C1 4700u 50v";

describe("what the complaint does after a repair", () => {
  const said = (line: string): Observation | undefined => typed(records(), line).observations.at(-1)?.observation;
  test.each([
    ["still hums", "same", "hum"],
    ["hum still there", "same", "hum"],
    ["hums as before", "same", "hum"],
    ["hum is back after a week", "same", "hum"],
    ["the crackle is just the same", "same", "crackle"],
    ["hum gone", "gone", "hum"],
    ["no hum any more", "gone", "hum"],
    ["no difference", "same", null],
    ["it is worse now", "worse", null],
    ["a bit better", "better", null],
    ["not better", "same", null],
    ["works again", "gone", null],
  ])("%j", (line, outcome, symptom) => expect(said(line)).toEqual({ kind: "complaintNow", outcome, symptom }));
  test.each(["hum", "rail +15 is back", "hum on the left", "C1 still bad", "fine"])("%j is something else", (line) => {
    let kind: string | undefined;
    try {
      kind = said(line)?.kind;
    } catch {
      kind = "refused";
    }
    expect(kind).not.toBe("complaintNow");
  });
});

describe("a repair that changed nothing", () => {
  test("takes the bad part off the list of causes and keeps it as bad", () => {
    const t = after(BAD, FITTED, "still hums");
    expect(reservoir(after(BAD)).state).toBe("shown");
    expect(reservoir(t).state).not.toBe("shown");
    expect(t.badButInnocent).toEqual(["C1"]);
    expect(reservoir(t).against.map((r) => r.source)).toContainEqual({ kind: "exchanged", designators: ["C1"] });
  });
  test("leaves the other one of its kind suspected until that is known too", () => {
    const [one, both] = [after(BAD, FITTED, "still hums"), after(BAD, "C2 out 4600u 0.03r", FITTED, "still hums")];
    expect(reservoir(both)).toMatchObject({ state: "ruledOut", decisive: { by: "changedNothing" } });
    expect(reservoir(one).chance).toBeGreaterThan(reservoir(both).chance);
    expect(both.suspects[0]!.id).not.toBe("reservoirDried");
  });
  test("is the same said in one line or in two", () => {
    expect(reservoir(after(BAD, "replaced C1, still hums")).chance).toBeCloseTo(
      reservoir(after(BAD, "replaced C1", "still hums")).chance,
      9,
    );
  });
  test("a cure stays a cure", () => {
    expect(reservoir(after(BAD, FITTED, "hum gone"))).toMatchObject({ state: "shown" });
    expect(reservoir(after("replaced C1", "hum gone"))).toMatchObject({ state: "shown", decisive: { by: "cured", asSet: false } });
  });
  test("a cure that did not last shows nothing any more", () => {
    const t = after("replaced C1, hum gone", "hum is back after a week");
    expect(reservoir(t).state).not.toBe("shown");
    expect(reservoir(t).chance).toBeLessThan(reservoir(after("replaced C1, hum gone")).chance);
  });
  test("a bridge that is taken off again was no repair", () => {
    expect(reservoir(after("4700u 50v over C1, hum gone", "all back", "still hums"))).toMatchObject({ state: "shown" });
  });
  test("two repairs before one word are cured as a set", () => {
    const t = after("replaced C1", "replaced C14", "hum gone");
    expect(reservoir(t)).toMatchObject({ state: "likely", decisive: { by: "cured", asSet: true } });
  });
});

describe("the path after a repair that changed nothing", () => {
  const base = records();
  const facts = (...said: string[]) => {
    const model = modelOf(typed(base, "highest 20v", "board dirty", BAD, FITTED, ...said));
    const job = {
      ...base.job,
      findings: ["hum" as const],
      channels: 1,
      scopeApproach: "provenBad",
      firstPowerApproach: "lookUnderLimiter",
    } as const;
    return diagnose(job, model).facts;
  };
  test("goes on diagnosis, and the closing is held", () => {
    const now = facts("still hums");
    expect(now.stillThere).toBe(true);
    expect(now.diagnosis!.settled).toBe(false);
    expect(["advise", "measure"]).toContain(nextOf(now, PATH).act.code);
    expect(closingBlockers(now)).toContain("stillThere");
    expect(closingBlockers(now, "locatedNotRepaired"), "an honest end of another kind").not.toContain("stillThere");
  });
  test("a complaint that is gone holds nothing", () => {
    const now = facts("hum gone");
    expect(now.stillThere).toBe(false);
    expect(closingBlockers(now)).not.toContain("stillThere");
  });
  test("the last act names what still holds the closing", () => {
    expect(nextOf(facts("hum gone", "F1 2A", "F1 ol", "lifted one leg of C14, hum gone"), PATH).act).toMatchObject({
      code: "hold",
      hold: "leftIn",
    });
  });
});
