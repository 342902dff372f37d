import { traceCase, type JobState, type TraceCase } from "@mirvek/core/job";
import { describe, expect, test } from "vitest";
import { storyOf } from "./story";

const UNIT: Omit<TraceCase, "mirvekCase" | "steps"> = {
  unit: { kind: "receiver", supply: "linear", ageYears: 41, channels: 2 },
  findings: ["hum", "buzz", "allChannels", "volumeNoEffect"],
  parts: ["C1 4700u 50v reservoir", "C14 100u 16v decoupler L"],
};
const told = (steps: string[], state: JobState = "open", complaint: Parameters<typeof storyOf>[1]["complaint"] = null) => {
  const answer = traceCase({ mirvekCase: 1, ...UNIT, steps });
  if (!answer.ok) throw new Error(JSON.stringify(answer.issue));
  return storyOf(answer.value.steps.at(-1)!, { tried: [], complaint }, state, null);
};
const gone = { seq: 3, outcome: "gone", symptom: "hum" } as const;

describe("how a fault was found", () => {
  test("a shown cause names what shows it, and what speaks for it", () => {
    const s = told(["C1 out 900u 2.1r"]);
    expect(s.cause).toEqual(["Confirmed: a reservoir has dried out or gone open: C1 measured out of circuit."]);
    expect(s.because).toContain("C1 reads bad");
  });
  test("the complaint as it stands belongs to it", () => {
    expect(told(["C1 out 900u 2.1r", "fitted C1 4700u 50v", "hum gone"], "open", gone).cause.at(-1)).toBe("Hum: gone now.");
  });
  test("nothing is claimed that was not shown: suspects with their chance", () => {
    const [first, ...rest] = told([]).cause;
    expect(first).toMatch(/^No cause is confirmed\. Suspected: a reservoir has dried out or gone open \(\d+\s?%\)/);
    expect(rest).toEqual([]);
  });
  test("what was exchanged together is cured as a set", () => {
    expect(told(["replaced C1 and C14, hum gone"]).cause[0]).toMatch(/^Cured as a set, no single part is confirmed: /);
  });
  test("what was ruled out is told with what ruled it out, and bad parts that are not the cause", () => {
    const s = told(["C1 out 900u 2.1r", "fitted C1 4700u 50v", "still hums"]);
    expect(s.ruledOut).toEqual(
      expect.arrayContaining([
        expect.stringMatching(/^a reservoir has dried out or gone open \(parts replaced, and it changed nothing\)$/),
      ]),
    );
    expect(s.innocent).toBe("Bad, but not the cause: C1.");
  });
});

describe("honest ends", () => {
  test("located and not repaired", () => {
    expect(told(["C1 out 900u 2.1r"], "locatedNotRepaired").cause).toContain("The fault is located and was not repaired.");
    expect(told([], "locatedNotRepaired").cause.join(" ")).toContain("located as far as recorded here");
  });
  test("cleared without a cause may come back", () => {
    expect(told([], "clearedWithoutCause").cause).toContain("It cleared without a confirmed cause; it may come back.");
  });
});
