import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, beforeEach, describe, expect, test } from "vitest";
import { pool, transaction } from "./db";
import { saveLine } from "./saveLine";
import { loadJobData, loadJobView } from "./loadJob";
import { findJob } from "./repositories/jobs";
import { freshDatabase } from "./testing/database";
import { issueOf, jobBench } from "./testing/jobBench";

const bench = jobBench();
const { say, view } = bench;
let number = 0;
beforeAll(freshDatabase);
afterAll(() => pool().end());
beforeEach(async () => {
  number = await bench.open("#Supply\nC1 4700u 50v reservoir\nC2 4700u 50v reservoir");
  await pool().query(
    "update job set first_power_approach = 'lookUnderLimiter', supply_kind = 'linear', mains_v = 230, mains_hz = 50, " +
      "unit_kind = 'receiver' where number = $1",
    [number],
  );
});
const line = (said: string, key: string = randomUUID()) =>
  transaction((db) =>
    saveLine(db, number, { line: said, clientKey: key, current: null, meter: null, inCircuit: true, refersTo: null, at: null }),
  );
const PLAN = ["rail main should be 40v", "idle should be 46w", "variac"];

describe("the order of the plan, kept by the server", () => {
  test("a stage out of it is refused and leaves no line; a step out of it is an attempt; in order or with a reason it is kept", async () => {
    for (const said of PLAN) await say(said);
    expect(await issueOf(line("stage loaded"))).toBe("stepHeld");
    expect((await view()).lines).toHaveLength(PLAN.length);
    expect(await line("step 100%")).toMatchObject({ held: { code: "stepOrder" } });
    expect((await view()).safety).toMatchObject({ kind: "energised", attempt: true });
    expect((await view()).after.powerUp.at, "nothing of it was set").toBeNull();
    await say("power off");
    expect(await line("step 25%")).toMatchObject({ held: null });
    expect((await view()).safety.kind).toBe("energised");
    expect(await issueOf(line("stage loaded anyway because it ran yesterday"))).toBe("kept");
    expect((await view()).after.powerUp.at).toMatchObject({ stage: "transformer", share: 0.25 });
  });
  test("a line asked for once more is answered as it was, though its step could no longer be taken", async () => {
    for (const said of PLAN) await say(said);
    const key = randomUUID();
    await line("step 25%", key);
    await say("mains lead frayed");
    expect(await line("step 25%")).toMatchObject({ held: { code: "unsafe", what: ["mainsLead"] } });
    expect(await line("step 25%", key)).toMatchObject({ again: true });
  });
  test("a short that is measured meanwhile holds whatever is said", async () => {
    for (const said of PLAN) await say(said);
    await say("D3 diode 0.4 ohm out of circuit");
    expect(await line("step 25% anyway because I want to see")).toMatchObject({ held: { code: "shorted", what: ["D3"] } });
  });
});

test("everything of it comes back from the records as it was said", async () => {
  const said = [
    "simulated",
    ...PLAN,
    "step 25%",
    "lamp flash dim",
    "draw 0.01a",
    "timer 10 min warm-up",
    "idle window l r 10 to 15mv over 0.22",
    "idle l 12mv warm",
    "idle each 12w",
    "V5 max 12w",
    "V5 plate 300v drop 2.9v over 108",
    "rated 50w into 8",
    "clip l 56vpp into 8 at 1k",
    "sine l clean",
    "response l 20 -1db 1k 0db",
    "soak 30 min 48c",
    "listened l piano, nothing amiss",
    "taken at tone flat",
    "speakers on after 4 s",
    "seen to paste",
  ];
  for (const s of said) await say(s);
  const { after } = await view();
  expect(after.powerUp.stages[0]!.steps[0]).toMatchObject({ share: 0.25, state: "done", current: { read: { value: 0.01 } } });
  expect(after.powerUp).toMatchObject({ simulated: true, byEngine: true, means: { by: "variac" } });
  expect(after.adjust.groups[0]).toMatchObject({ ohms: 0.22, channels: [{ channel: "L", state: "set" }, { channel: "R" }] });
  expect(after.adjust.valves[0]).toMatchObject({ name: "V5", state: "right" });
  expect(after.finalTest.rated).toMatchObject({ watts: 50, ohms: 8 });
  expect(after.finalTest.channels[0]!.power!.watts).toBeCloseTo(49, 0);
  expect(after.finalTest.delay).toMatchObject({ seconds: 4, passes: "passes" });
  expect(after.timers.map((t) => t.name)).toEqual(["warm-up"]);
  expect(after.refit.refit.find((s) => s.step === "paste")!.done).toBe(true);
  expect((await view()).lines).toHaveLength(said.length);
});

test("what a browser opens the job with holds the rails the circuit predicts, and the browser comes to the same", async () => {
  for (const said of PLAN) await say(said);
  const job = (await findJob(pool(), number))!;
  const { rails } = await loadJobData(pool(), job);
  expect(rails.solved).toBe(true);
  const { after } = await loadJobView(pool(), job);
  const half = after.powerUp.stages.find((s) => s.stage === "unloaded")!.steps.find((s) => s.share === 0.5)!;
  expect(half.points[0]!.expected).toMatchObject({ by: "engine" });
  expect(half.points[0]!.expected.typical).toBeGreaterThan(16);
  expect(half.points[0]!.expected.typical).toBeLessThan(21);
});

test("an undo takes a step back with the power it brought", async () => {
  for (const said of PLAN) await say(said);
  await say("step 25%");
  expect((await view()).safety.kind).toBe("energised");
  await say("undo");
  const { after } = await view();
  expect(after.powerUp.at).toBeNull();
});
