import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { pool } from "../db";
import { loadBench, loadJobView } from "../loadJob";
import { findJob, searchJobs } from "../repositories/jobs";
import { freshDatabase } from "../testing/database";
import { seedDemo } from "./seed";

afterAll(() => pool().end());

/** Everything of the demo but its times, which count back from the moment of seeding. */
async function everything(): Promise<unknown> {
  const read = async (sql: string) => (await pool().query(sql)).rows;
  return {
    parts: await read("select code, price_cents, stock, esr_ohms, diameter_mm from part order by id"),
    readings: await read("select position_id, kind, in_circuit, meter_id, value, over_range, sign, condition from reading order by id"),
    lines: await read("select job_id, typed from readout_line order by id"),
    choices: await read("select position_id, decision, part_id from choice order by id"),
    safety: await read("select job_id, kind, position_id, volts, reason from safety_event order by id"),
  };
}

test("the demo is the same every time", async () => {
  await freshDatabase();
  await seedDemo(new Date());
  const first = await everything();
  await pool().end();
  globalThis.mirvekPool = undefined;
  await freshDatabase();
  await seedDemo(new Date(Date.now() + 3_600_000));
  expect(await everything()).toEqual(first);
}, 900_000);

describe("each job of the demo stands somewhere else", () => {
  beforeAll(async () => {
    await freshDatabase();
    await seedDemo(new Date());
  });
  const view = async (number: number) => loadJobView(pool(), (await findJob(pool(), number))!);
  const stateOf = async (number: number, designator: string) =>
    (await view(number)).positions.find((p) => p.designator === designator)!.verdict.state;

  test("the receiver has two bad reservoirs with replacements, and the counterpart of a bad decoupler to measure next", async () => {
    const receiver = await view(406);
    expect(receiver.next).toMatchObject({ code: "measure", position: "C114", counterpartOf: "C14" });
    for (const designator of ["C1", "C2"]) {
      const reservoir = receiver.positions.find((p) => p.designator === designator)!;
      expect(reservoir.verdict).toMatchObject({ state: "failed", certainty: "shown" });
      expect(reservoir.choice?.part?.nominal).toBe(reservoir.nominal);
    }
    expect(await stateOf(406, "C121")).toBe("open");
    expect(await stateOf(406, "C5"), "C7 across it may hide a dried part").toBe("undecided");
  });

  test("the subwoofer waits for its second reading, the synthesizer is live, the prompter's amplifier is untouched", async () => {
    const [sub, synth, prompter] = [await view(405), await view(404), await view(402)];
    expect(sub.safety.kind).toBe("chargeHeld");
    expect(sub.positions.filter((p) => p.held?.charge.state.kind === "once").map((p) => p.designator)).toEqual(["C1", "C2"]);
    expect(synth).toMatchObject({ safety: { kind: "energised" }, next: { code: "switchOff" } });
    expect(prompter.positions.every((p) => p.readings.length === 0)).toBe(true);
    expect(prompter.positions.filter((p) => p.holdsCharge).map((p) => p.designator)).toEqual(["C1A", "C1B", "C3", "C4"]);
  });

  test("the mixer's right output goes open, its left counterpart is sound", async () => {
    expect(await stateOf(403, "C42")).toBe("open");
    expect(await stateOf(403, "C22")).toBe("sound");
  });

  test("the loudspeakers are closed, the dull one's parts replaced, the films left with a reason", async () => {
    const pair = await view(401);
    expect(pair.job.state).toBe("closed");
    const decision = (d: string) => pair.positions.find((p) => p.designator === d)!.choice?.decision;
    expect([decision("C101"), decision("C102"), decision("C3")]).toEqual(["replace", "replace", "leave"]);
    const replaced = pair.positions.find((p) => p.designator === "C101")!;
    expect(["bipolar", "film"]).toContain(replaced.choice!.part!.technology);
  });

  test("the sampler's start-up part is bad, its fuse and its hot resistor are cleared, and it is told how often it starts", async () => {
    const { unit, next } = await view(407);
    expect(await stateOf(407, "C2")).toBe("failed");
    expect(Object.fromEntries(unit.parts.map((p) => [p.name, p.verdict.state]))).toEqual({ F1: "sound", R3: "sound" });
    expect(unit.coldStarts).toEqual({ started: 1, of: 6 });
    expect(unit.tried.map((t) => [t.tried.act, t.tried.outcome])).toEqual([["warmed", "gone"]]);
    expect(next.code).not.toBe("measureFuse");
  });

  test("the paging desk's old parts read badly and did not answer; the earth lug did, and cleaning it cured", async () => {
    const { unit, facts } = await view(408);
    expect(await stateOf(408, "C12")).toBe("failed");
    const outcomes = unit.tried.map((t) => [t.tried.to.map((s) => (s.kind === "unit" ? "" : s.name)).join(), t.tried.act, t.tried.outcome]);
    expect(outcomes).toEqual([
      ["C12", "knocked", "same"],
      ["heat sink", "knocked", "same"],
      ["C12", "bridged", "same"],
      ["earth lug", "knocked", "answers"],
      ["earth lug", "cleaned", "gone"],
    ]);
    expect(facts).toMatchObject({ leftIn: 0, asked: 0 });
    expect(unit.points.map((p) => [p.name, p.now?.verdict.state])).toEqual([
      ["rail +15", "within"],
      ["rail -15", "within"],
    ]);
    expect(unit.claims).toEqual(["all round cans changed once"]);
  });

  test("the synthesizer's third voice board holds the short, by the others beside it", async () => {
    const { unit } = await view(404);
    expect(unit.loads.filter((l) => l.odd).map((l) => l.name)).toEqual(["voice board three"]);
    expect(unit.points.find((p) => p.name === "rail +15")).toMatchObject({
      expected: { low: 14.7, high: 15.3, from: "said" },
      now: { verdict: { state: "low" } },
      complementary: { name: "rail -15", volts: -15 },
    });
  });

  test("the bench lists the open jobs first, newest on top", async () => {
    const { rows } = await loadBench(pool(), { find: "", page: 1 });
    expect(rows.map((r) => r.number)).toEqual([408, 407, 406, 405, 404, 403, 402, 401]);
    expect(rows.at(-1)!.state).toBe("closed");
    expect(rows.map((r) => Object.values(r.tally).reduce((a, b) => a + b, 0))).toEqual(rows.map((r) => r.positions));
    expect(
      (await searchJobs(pool(), { words: [], limit: 100, offset: 0 })).jobs.every((j) => j.findings.length > 0 && j.complaint !== ""),
    ).toBe(true);
  });
});
