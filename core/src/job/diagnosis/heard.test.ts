import { describe, expect, test } from "vitest";
import { traceCase, type TraceCase, type Diagnosis } from "..";

const UNIT = {
  unit: { kind: "receiver", supply: "linear", ageYears: 30, channels: 2 },
  findings: ["hum"],
  parts: ["C1 4700u 50v reservoir", "C14 100u 16v decoupler L"],
} as const satisfies Omit<TraceCase, "mirvekCase">;

const after = (steps: readonly string[], more: Partial<TraceCase> = {}): Diagnosis => {
  const answer = traceCase({ mirvekCase: 1, ...UNIT, ...more, steps: [...steps] });
  if (!answer.ok) throw new Error(JSON.stringify(answer.issue));
  return answer.value.steps.at(-1)!;
};
const of = (t: Diagnosis, id: string) => t.suspects.find((s) => s.id === id)!;
const chance = (id: string, ...steps: string[]) => of(after(steps), id).chance;
const NOTHING = "spent 1 min on a look";

describe("which hum it is", () => {
  test("a saw-tooth at twice mains points to the reservoirs, away from what lies outside", () => {
    expect(chance("reservoirDried", "heard hum ripple 50 hz -41 db rec 0123abc")).toBeGreaterThan(1.2 * chance("reservoirDried", NOTHING));
    expect(chance("groundLoop", "heard hum ripple 50 hz -41 db rec 0123abc")).toBeLessThan(0.7 * chance("groundLoop", NOTHING));
  });
  test("a sine at the mains frequency points outside, all multiples to an open rectifier", () => {
    expect(chance("groundLoop", "heard hum induced rec 0123abc")).toBeGreaterThan(1.5 * chance("groundLoop", NOTHING));
    expect(chance("rectifierOpen", "heard hum half wave rec 0123abc")).toBeGreaterThan(2 * chance("rectifierOpen", NOTHING));
    expect(chance("earthPoint", "heard hum buzz rec 0123abc")).toBeGreaterThan(1.5 * chance("earthPoint", NOTHING));
  });
  test("an ear says less than a recording, and neither decides anything", () => {
    const [ear, file] = [after(["heard hum ripple"]), after(["heard hum ripple rec 0123abc"])];
    expect(of(ear, "reservoirDried").chance).toBeLessThan(of(file, "reservoirDried").chance);
    expect(of(ear, "reservoirDried").chance).toBeGreaterThan(chance("reservoirDried", NOTHING));
    expect(file.suspects.every((s) => s.decisive === null)).toBe(true);
  });
  test("the reason is named", () => {
    expect(of(after(["heard hum ripple rec 0123abc"]), "reservoirDried").for.map((r) => r.source)).toContainEqual({
      kind: "heard",
      sound: "ripple",
    });
  });
  test("a recording is advised once, and no more when there is one", () => {
    const tests = (t: Diagnosis) => [...t.advice, ...t.held.map((h) => h.advice)].flatMap((a) => (a.kind === "test" ? [a.test] : []));
    const before = tests(after([NOTHING], { parts: [] })).filter((t) => t.startsWith("hear"));
    expect(before).toHaveLength(1);
    expect(tests(after(["heard hum ripple"], { parts: [] })).filter((t) => t.startsWith("hear"))).toEqual([]);
  });
});

describe("what else was heard", () => {
  test("a swing nobody ticked points to decouplers and loops; that there is none points away", () => {
    expect(chance("decouplerDried", "heard pulsing 2.4 hz rec 0123abc")).toBeGreaterThan(1.5 * chance("decouplerDried", NOTHING));
    const swings = { findings: ["pulsing" as const] };
    expect(of(after(["heard no pulsing -60 db rec 0123abc"], swings), "decouplerDried").chance).toBeLessThan(
      of(after([NOTHING], swings), "decouplerDried").chance,
    );
  });
  test("a symptom that was ticked is not counted twice", () => {
    expect(chance("reservoirDried", "heard hum rec 0123abc")).toBeCloseTo(
      chance("reservoirDried", "heard hum rec 0123abc", "heard hum rec 0123abc"),
      9,
    );
    const crackles = { findings: ["crackle" as const] };
    expect(of(after(["heard crackle 40 times rec 0123abc"], crackles), "couplingLeaky").chance).toBeCloseTo(
      of(after(["heard crackle 40 times left rec 0123abc", "heard crackle 40 times rec 0123abc"], crackles), "couplingLeaky").chance,
      9,
    );
  });
  test("crackle that nobody ticked moves those that crackle", () => {
    expect(chance("couplingLeaky", "heard crackle 40 times rec 0123abc")).toBeGreaterThan(1.4 * chance("couplingLeaky", NOTHING));
  });
  test("on one side only it is not what both sides share", () => {
    const [one, both] = ["heard hum ripple left rec 0123abc", "heard hum ripple rec 0123abc"];
    expect(chance("reservoirDried", one)).toBeLessThan(chance("reservoirDried", both));
    const ticked = { findings: ["hum", "allChannels"] as const };
    expect(of(after([one], ticked), "reservoirDried").chance, "what was ticked stands").toBeCloseTo(
      of(after([both], ticked), "reservoirDried").chance,
      9,
    );
  });
  test("what is gone after a repair was there before it", () => {
    const cured = ["heard hum ripple rec 0123abc", "C1 out 900u 2.1r", "fitted C1 4700u 50v", "heard no hum -80 db rec 99aa00"];
    expect(of(after(cured), "reservoirDried").for.map((r) => r.source)).toContainEqual({ kind: "heard", sound: "ripple" });
    const heard = after(["heard hum ripple rec 0123abc", "heard no hum -80 db rec 99aa00"]);
    expect(of(heard, "reservoirDried").for.map((r) => r.source)).not.toContainEqual({ kind: "heard", sound: "ripple" });
  });
});
