import type { ClosingBlocker } from "@mirvek/core/job";
import { HYPOTHESES } from "@mirvek/core/knowledge";
import { afterAll, beforeAll, beforeEach, describe, expect, test } from "vitest";
import { shopEdit } from "../schemas/shop";
import { closeJob } from "./closeJob";
import { pool, transaction } from "./db";
import { editShop, loadShopTables } from "./editShop";
import { seedDemo } from "./demo/seed";
import { loadJobData } from "./loadJob";
import { findJob, insertJob } from "./repositories/jobs";
import { freshDatabase } from "./testing/database";
import { jobBench } from "./testing/jobBench";

const bench = jobBench();
const { intake, say, view, makeSafe } = bench;
let number = 0;
beforeAll(async () => {
  await freshDatabase();
  await seedDemo(new Date());
});
afterAll(() => pool().end());
beforeEach(async () => {
  number = await bench.open();
});

const edit = (change: unknown) => transaction((db) => editShop(db, shopEdit.parse(change)));
const suspect = async (id: string) => (await view()).diagnosis.suspects.find((s) => s.id === id)!;
const close = async (state: "closed" | "open" | "clearedWithoutCause", waived: ClosingBlocker[] = []) =>
  transaction(async (db) =>
    closeJob(db, number, {
      version: (await findJob(db, number))!.version,
      state,
      waiver: waived.length === 0 ? null : { reason: "nothing to be measured here", holds: waived },
    }),
  );
const shownHere = async () => (await loadShopTables(pool())).learned.find((l) => l.fault === "decouplerDried")?.times ?? 0;

describe("a figure of the table that the shop changes", () => {
  const cell = "fault.regulatorCapacitor.weight";
  test("weighs in every job at once, version by version, and back again", async () => {
    const starter = (await suspect("regulatorCapacitor")).chance;
    await edit({ kind: "table", cell, value: 60, note: "this summer" });
    expect((await suspect("regulatorCapacitor")).chance).toBeGreaterThan(2 * starter);
    await edit({ kind: "table", cell, value: null, note: "" });
    expect((await suspect("regulatorCapacitor")).chance).toBeCloseTo(starter, 9);
    const { edits } = await loadShopTables(pool());
    expect(edits.slice(-2).map(({ value, note }) => ({ value, note }))).toEqual([
      { value: 60, note: "this summer" },
      { value: null, note: "" },
    ]);
    expect(edits.map((e) => e.version)).toEqual(edits.map((_, i) => i + 1));
  });
  test.each([
    { cell: "fault.nobody.weight", value: 3 },
    { cell, value: 0 },
    { cell, value: 101 },
    { cell: "test.knock.rest", value: 1.2 },
    { cell: "test.knock.minutes", value: -1 },
  ])("is refused where it is none: $cell $value", (change) =>
    expect(shopEdit.safeParse({ kind: "table", note: "", ...change }).success).toBe(false),
  );
  test("stays on record: rows can be neither changed nor taken away", async () => {
    await edit({ kind: "table", cell, value: 6, note: "" });
    await expect(pool().query("update table_change set value = 1")).rejects.toThrow();
    await expect(pool().query("delete from table_change")).rejects.toThrow();
    await edit({ kind: "table", cell, value: HYPOTHESES.find((h) => h.id === "regulatorCapacitor")!.weight, note: "" });
  });
});

describe("what closed jobs have shown", () => {
  const shownAndClosed = async () => {
    await makeSafe();
    await say("C11 out esr 9");
    await say("fitted C11 100u 16v");
    await say("power on because it was brought up on the bench before");
    await say("hum gone");
    await say("power off");
    await makeSafe();
    await say("C1 out 2150u 0.03r");
    await close("closed");
  };
  test("is counted while they are closed, and once however often they are", async () => {
    const before = await shownHere();
    await shownAndClosed();
    expect(await shownHere()).toBe(before + 1);
    await close("open");
    expect(await shownHere()).toBe(before);
    await close("closed", ["hazard"]);
    expect(await shownHere(), "charge counts as held after a reopening").toBe(before + 1);
  });
  test("makes it likelier in the next unit of its kind, and counting anew ends that", async () => {
    await edit({ kind: "learnAnew" });
    number = (await transaction((db) => insertJob(db, intake))).number;
    const chanceNow = async () => {
      const job = (await findJob(pool(), number))!;
      const { records, shop } = await loadJobData(pool(), job);
      return { learned: shop.diagnosis.learned, job: records.job.number };
    };
    expect((await chanceNow()).learned).toEqual([]);
    for (let i = 0; i < 2; i++) {
      number = await bench.open();
      await shownAndClosed();
    }
    expect((await chanceNow()).learned).toContainEqual({ fault: "decouplerDried", unitKind: "mixer", times: 2 });
    await edit({ kind: "learnAnew" });
    expect((await chanceNow()).learned).toEqual([]);
    expect(
      (await pool().query("select count(*)::int as n from shown_cause")).rows[0].n,
      "what was counted stays on record",
    ).toBeGreaterThan(1);
  });
  test("nothing is learned from a job that cleared without a cause", async () => {
    const before = await shownHere();
    await makeSafe();
    await close("clearedWithoutCause");
    expect(await shownHere()).toBe(before);
  });
});

test("the circuit's word on a ripple comes with the records, and weighs in the server's picture too", async () => {
  const list = "#Supply\nC1 2200u 35v reservoir\nC2 2200u 35v reservoir";
  number = await bench.open(list);
  const before = (await suspect("reservoirDried")).chance;
  await say("C1 2.9vac");
  const job = (await findJob(pool(), number))!;
  const { predicted } = await loadJobData(pool(), job);
  expect(predicted).toHaveLength(1);
  expect(predicted[0]!.predicted!.whole).toBeLessThan(0.6);
  expect((await suspect("reservoirDried")).chance).toBeGreaterThan(before);
  expect((await suspect("reservoirDried")).for.map((r) => r.source)).toContainEqual({ kind: "ripple", designator: "C1" });
});
