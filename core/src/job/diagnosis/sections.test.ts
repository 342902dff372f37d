import { describe, expect, test } from "vitest";
import { SUPPLY_KINDS, UNIT_KINDS } from "../../device";
import { modelOf, records, typed } from "../../testing/jobs";
import { diagnoseJob } from "./diagnoseJob";
import { sectionPicture, sectionsIn } from "./sections";

const JOB = { unitKind: "receiver", supplyKind: "linear", findings: ["hum"], faultyChannel: null } as const;
const traced = { ...records().job, channels: 2, firstPowerApproach: "suppliesFirst" } as const;
const drawn = (
  job: Partial<Omit<typeof JOB, "findings"> & { findings: readonly ("hum" | "oneChannel")[]; faultyChannel: string | null }>,
  ...said: string[]
) => {
  const model = modelOf(typed(records(), ...said));
  const asked = { ...traced, ...JOB, ...job, findings: [...(job.findings ?? JOB.findings)] };
  return sectionPicture(asked, model, diagnoseJob(asked, model).suspects);
};
const kinds = (...said: string[]) => sectionsIn(JOB, modelOf(typed(records(), ...said))).map((s) => s.kind);

describe("what a unit is made of", () => {
  test("what was said of this one goes before the rule of its kind, and the last word counts", () => {
    expect(kinds()).toContain("regulators");
    expect(kinds("section regulators not here")).not.toContain("regulators");
    expect(kinds("section regulators not here", "section regulators here")).toContain("regulators");
    expect(kinds("section servo here")).toContain("servo");
  });
  test("a section that is gone takes its faults along, one that is said brings its own", () => {
    const ids = (...said: string[]) => diagnoseJob(traced, modelOf(typed(records(), ...said))).suspects.map((s) => s.id);
    expect(ids()).toContain("regulatorFailed");
    expect(ids("section regulators not here")).not.toContain("regulatorFailed");
    expect(ids()).not.toContain("servoLoop");
    expect(ids("section servo here")).toContain("servoLoop");
  });
  test("an unknown kind grows as parts are named", () => {
    const other = (...said: string[]) =>
      sectionsIn({ unitKind: "other", supplyKind: "none" }, modelOf(typed(records(), ...said))).map((s) => s.kind);
    expect(other(), "its parts are a reservoir, decouplers and a coupling capacitor").toEqual(
      expect.arrayContaining(["reservoirs", "rails"]),
    );
    expect(other()).not.toContain("rectifier");
    expect(other("D1 0.55 ol")).toContain("rectifier");
  });
  test.each(["section flux here", "section outside not here"])("%j is asked back", (line) => {
    expect(() => kinds(line)).toThrow();
  });
});

describe("the model of a unit", () => {
  test("every link joins boxes that are there, and power reaches all that needs it, in every kind", () => {
    const model = modelOf(records());
    for (const unitKind of UNIT_KINDS)
      for (const supplyKind of SUPPLY_KINDS) {
        const { boxes, links } = sectionPicture({ ...JOB, unitKind, supplyKind }, model, []);
        const ids = new Set(boxes.map((b) => b.id));
        expect(ids.size, "no box twice").toBe(boxes.length);
        for (const l of links) expect(ids.has(l.from) && ids.has(l.to), `${unitKind} ${supplyKind}: ${l.from} to ${l.to}`).toBe(true);
      }
  });
  test("chances are those of the suspects, and sum to no more than the sum of them", () => {
    const { boxes } = drawn({});
    const reservoirs = boxes.find((b) => b.id === "reservoirs")!;
    expect(reservoirs.chance).toBeGreaterThan(0.2);
    expect(reservoirs.parts).toEqual([{ name: "C1", state: "unmeasured" }]);
    expect(reservoirs.suspects).toEqual(["reservoirDried", "reservoirShorted"]);
  });
  test("a reading that is bad, a rail that is low and a diode stand where they belong", () => {
    const { boxes } = drawn({}, "C1 out esr 3", "rail +15 11.7", "D1 0.02 0.02");
    const box = (id: string) => boxes.find((b) => b.id === id)!;
    expect(box("reservoirs").parts[0]).toEqual({ name: "C1", state: "failed" });
    expect(box("rails").points).toMatchObject([{ name: "rail +15", volts: 11.7, state: "low" }]);
    expect(box("rectifier").parts).toMatchObject([{ name: "D1" }]);
  });
  test("a channel of its own once a channel; the one that is well has no figure", () => {
    const base = records();
    const positions = base.positions.map((p) => (p.designator === "C1" ? p : { ...p, channel: p.designator.length > 3 ? "R" : "L" }));
    const { boxes, links } = sectionPicture(
      { ...JOB, findings: ["hum", "oneChannel"], faultyChannel: "R" },
      modelOf({ ...base, positions }),
      [],
    );
    expect(boxes.filter((b) => b.kind === "preamp").map((b) => [b.id, b.chance])).toEqual([
      ["preamp L", null],
      ["preamp R", 0],
    ]);
    expect(links).toContainEqual({ from: "preamp L", to: "amplifier L", carries: "sound" });
    expect(links).not.toContainEqual({ from: "preamp L", to: "amplifier R", carries: "sound" });
    expect(boxes.find((b) => b.id === "preamp L")!.parts.map((p) => p.name)).toEqual(["C21"]);
  });
});
