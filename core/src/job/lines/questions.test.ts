import { STANDARD_CONSTANTS } from "../../knowledge";
import { describe, expect, test } from "vitest";
import { bench, jobFacts } from "../../testing/jobs";
import { afterFacts, afterFitting } from "../finalTest/afterFitting";
import { questionsAt } from "./questions";
import { PATH, nextOf, type StationId } from "../stations/stations";

function asked(b: ReturnType<typeof bench>, station: StationId, cursor: string | null = null) {
  const model = b.model();
  const after = afterFitting(STANDARD_CONSTANTS, b.records, model, undefined);
  const facts = jobFacts({ safety: model.safety, after: afterFacts(after, b.records) });
  const { act } = nextOf(facts, PATH);
  return questionsAt(station, { model, after, next: act, cursor, channels: 2 });
}
const first = (...of: Parameters<typeof asked>) => asked(...of)?.[0];

describe("what the screens ask for", () => {
  test("make safe asks for the volts of the part that is waited for, the one under the cursor first", () => {
    const b = bench();
    expect(first(b, "makeSafe")).toEqual({ before: "C1", after: "", unit: "V", shownIn: "V" });
    b.type("add C2 4700u 63v reservoir");
    expect(first(b, "makeSafe", "C2")).toMatchObject({ before: "C2" });
    b.type("C2 0.2v");
    expect(first(b, "makeSafe", "C2"), "read once: the other first").toMatchObject({ before: "C1" });
    b.type("power on because it came in working");
    expect(asked(b, "makeSafe"), "nothing is read inside while it is on").toEqual([]);
  });

  test("a step asks for its watched points and the current, wherever the technician looks", () => {
    const b = bench();
    b.type("rail main should be 40v");
    b.type("variac");
    expect(asked(b, "powerUp"), "not on yet").toEqual([]);
    b.type("stage unloaded anyway because the transformer is known good");
    b.type("step 25%");
    expect(first(b, "powerUp")).toMatchObject({ before: "rail main", unit: "V" });
    expect(first(b, "measure"), "asked on every screen while the unit is on").toMatchObject({ before: "rail main" });
    expect(asked(b, "powerUp")?.at(-1)).toMatchObject({ before: "draw", unit: "A" });
  });

  test("what is not read yet at a step is asked there until the mains are set anew, also where the lamp was enough to go on", () => {
    const b = bench();
    b.type("limiter 60w");
    b.type("step 100%");
    b.type("lamp flash then dim");
    expect(first(b, "powerUp")).toMatchObject({ before: "draw" });
    b.type("power off");
    expect(asked(b, "powerUp"), "off").toEqual([]);
    b.type("step 100%");
    b.type("draw 46ma");
    expect(asked(b, "powerUp")).toEqual([]);
  });

  test("adjusting asks for the idle of the first channel that is not set, cold before warm", () => {
    const b = bench();
    b.type("idle window 10 to 15mv over 0.22");
    expect(first(b, "adjust")).toEqual({ before: "idle L", after: "cold", unit: "V", shownIn: "mV" });
    b.type("idle L 8mv cold");
    expect(first(b, "adjust")).toMatchObject({ before: "idle L", after: "warm" });
  });

  test("the final test asks for the offsets; other screens leave a bare figure to the cursor", () => {
    const b = bench();
    expect(asked(b, "finalTest")?.map((q) => q.before)).toEqual(["offset l", "offset r"]);
    b.type("offset l 12mv");
    expect(first(b, "finalTest")).toMatchObject({ before: "offset r" });
    expect(asked(b, "measure")).toBeNull();
  });
});
