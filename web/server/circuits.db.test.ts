import { STANDARD_CONSTANTS } from "@mirvek/core/knowledge";
import { randomUUID } from "node:crypto";
import { evidenceNow, nextOf, PATH } from "@mirvek/core/job";
import { afterAll, beforeAll, expect, test } from "vitest";
import type { CircuitPost } from "../schemas/circuit";
import type { JobView } from "../schemas/jobView";
import { pool, transaction } from "./db";
import { seedDemo } from "./demo/seed";
import { loadCandidates } from "./candidates";
import { saveCircuit } from "./saveCircuit";
import { saveLine } from "./saveLine";
import { loadJobView } from "./loadJob";
import { insertCircuit, listCircuits } from "./repositories/circuits";
import { findJob } from "./repositories/jobs";
import { freshDatabase } from "./testing/database";

beforeAll(async () => {
  await freshDatabase();
  await seedDemo(new Date());
}, 120_000);
afterAll(() => pool().end());

const share = { p10: 1, p50: 2, p90: 3 };
const answer: CircuitPost["answer"] = {
  answer: "explains",
  excess: share,
  complaint: 2,
  contributions: [{ designator: "C1", share, verdict: "cause" }],
  stoodOn: "",
  elsewhere: ["C14"],
};
const post = (over: Partial<CircuitPost> = {}): CircuitPost => ({
  scenario: "supply",
  settings: {},
  binding: {},
  complaint: null,
  answer: null,
  ...over,
});
const job = async (number: number) => (await findJob(pool(), number))!;

test("the latest set-up counts; an answer kept earlier stays until the next is kept", async () => {
  const { id } = await job(406);
  await insertCircuit(pool(), id, post({ settings: { load: 0.5 }, answer }), "bench");
  await insertCircuit(
    pool(),
    id,
    post({ settings: { load: 0.7, arrangement: "bridge" }, binding: { reservoir: "C2", filter1: null }, complaint: 12 }),
    "bench",
  );
  const [stored, ...others] = await listCircuits(pool(), [id]);
  expect(others).toEqual([]);
  expect(stored).toMatchObject({
    jobId: id,
    settings: { load: 0.7, arrangement: "bridge" },
    binding: { reservoir: "C2", filter1: null },
    complaint: 12,
    answer,
  });
});

test("bad parts whose cause nothing has shown are explained first, and no more once an answer is kept", async () => {
  const before = await loadJobView(pool(), await job(403));
  expect(before.stations.simulate).toEqual({ kind: "untouched" });
  const unshown = (view: JobView) =>
    nextOf({ ...view.facts, diagnosis: { settled: false, mend: null, advice: null, lockedFirst: false, measure: [] } }, PATH).act.code;
  expect(unshown(before)).toBe("simulate");
  expect(before.next.code, "what was tried on this one has shown its cause").toBe("decide");
  const stoodOn = evidenceNow(STANDARD_CONSTANTS, before.job, before.positions);
  await transaction((db) => saveCircuit(db, 403, post({ scenario: "coupling", answer: { ...answer!, stoodOn } })));
  const after = await loadJobView(pool(), await job(403));
  expect(after.stations.simulate).toEqual({ kind: "done" });
  expect(unshown(after)).toBe("decide");

  await transaction((db) =>
    saveLine(db, 403, {
      line: "C22 out esr 9",
      clientKey: randomUUID(),
      current: null,
      meter: "blue",
      inCircuit: false,
      refersTo: null,
    }),
  );
  const later = await loadJobView(pool(), await job(403));
  expect(later.stations.simulate, "what it stood on has changed").toEqual({ kind: "untouched" });
});

test("the circuit's volts and ripple reach the choice of a reservoir", async () => {
  const found = await loadCandidates(pool(), 404, "C1");
  expect(found.computed).toMatchObject({ scenario: "supply", hertz: 100 });
  expect(found.computed!.ripple).toBeGreaterThan(0.3);
  expect(found.computed!.volts).toBeGreaterThan(20);
  expect(found.computed!.volts).toBeLessThan(35);
  const quiet = await loadCandidates(pool(), 404, "C16");
  expect(quiet.computed).toBeNull();
});

test("what is no scenario, no object or an absurd size is refused by the database itself", async () => {
  const { id } = await job(406);
  await expect(insertCircuit(pool(), id, post({ scenario: "wishing" as never }), "bench")).rejects.toMatchObject({ code: "22P02" });
  await expect(insertCircuit(pool(), id, post({ settings: "3" as never }), "bench")).rejects.toMatchObject({ code: "23514" });
  await expect(insertCircuit(pool(), id, post({ complaint: 1e9 }), "bench")).rejects.toMatchObject({ code: "23514" });
});
