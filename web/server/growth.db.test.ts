import { rankParts } from "@mirvek/core/choose";
import { afterAll, beforeAll, expect, test } from "vitest";
import { pool, transaction } from "./db";
import { loadCandidates, needsOf } from "./candidates";
import { seedDemo } from "./demo/seed";
import { loadBench, loadJobView } from "./loadJob";
import { findJob, insertJob, lockJob, searchJobs, updateJob } from "./repositories/jobs";
import { insertParts } from "./repositories/parts";
import { getShop } from "./repositories/shop";
import { freshDatabase } from "./testing/database";
import { jobBench } from "./testing/jobBench";

const { intake } = jobBench();
const MANY = 60;
beforeAll(async () => {
  await freshDatabase();
  await seedDemo(new Date());
  await transaction(async (db) => {
    for (let i = 0; i < MANY; i++) await insertJob(db, { ...intake, title: `Fly desk ${i} 100%_done` });
  });
});
afterAll(() => pool().end());
const bench = (find: string, page = 1) => loadBench(pool(), { find, page });

test("the bench shows open jobs first, a page at a time, every job on one page and none on two", async () => {
  const first = await bench("");
  expect(first).toMatchObject({ found: MANY + 8, open: MANY + 7, page: 1 });
  const pages = await Promise.all(Array.from({ length: first.pages }, (_, i) => bench("", i + 1)));
  const numbers = pages.flatMap((p) => p.rows.map((r) => r.number));
  expect(new Set(numbers).size).toBe(MANY + 8);
  expect(numbers).toHaveLength(MANY + 8);
  expect(pages.at(-1)!.rows.at(-1)!.state, "what is closed comes last").toBe("closed");
  expect((await bench("", 99)).rows).toEqual([]);
});

test.each([
  ["puppet theatre", [408, 407, 406, 405, 404, 403, 402, 401]],
  ["opera", []],
  ["0406", [406]],
  ["storm synth", [404]],
  ["SYNTH storm", [404]],
  ["nothing like it", []],
])("a search for %j finds %j, in whatever case and order of words", async (find, numbers) => {
  expect((await bench(find)).rows.map((r) => r.number)).toEqual(numbers);
});

test("signs of a pattern are searched as themselves", async () => {
  expect((await bench("100%_done")).found).toBe(MANY);
  expect((await bench("1%done")).found).toBe(0);
  expect((await bench("\\")).found).toBe(0);
});

test("what is on the short list is what all parts of the catalogue together would put there", async () => {
  const { rows } = await pool().query<{ id: number }>("select id from part");
  const { listParts } = await import("./repositories/parts");
  const everything = await listParts(
    pool(),
    rows.map((r) => r.id),
  );
  const { jobs } = await searchJobs(pool(), { words: ["0406"], limit: 1, offset: 0 });
  const job = jobs[0]!;
  const view = await loadJobView(pool(), (await findJob(pool(), 406))!);
  const { rules } = await getShop(pool());
  const approaches = { value: job.valuePolicy, tantalum: job.tantalumApproach };
  for (const p of view.positions.slice(0, 12)) {
    const { ranking } = await loadCandidates(pool(), 406, p.designator);
    const series = ranking.shortList.flatMap((a) =>
      a.merits.flatMap((m) => (m.code === "sameAsCounterpart" ? [{ series: a.part.series, counterpart: m.counterpart }] : [])),
    )[0];
    const whole = rankParts(everything, needsOf(view, p), { approaches, shop: rules, counterpartSeries: series ?? null });
    expect(
      ranking.shortList.map((a) => a.part.code),
      p.designator,
    ).toEqual(whole.shortList.map((a) => a.part.code));
  }
});

test("a part that comes into the catalogue is found at the next look, one that goes is not", async () => {
  const before = await loadCandidates(pool(), 406, "C14");
  const best = before.ranking.shortList[0]!.part;
  await pool().query("update part set stock = 0, price_cents = price_cents + 1 where id = $1", [best.id]);
  const priced = (await loadCandidates(pool(), 406, "C14")).ranking.shortList.find((a) => a.part.id === best.id);
  expect(priced === undefined || priced.part.priceCents === best.priceCents! + 1).toBe(true);
  await insertParts(pool(), [{ ...best, code: "COME-IN" }]);
  const codes = (await loadCandidates(pool(), 406, "C14")).ranking.shortList.map((a) => a.part.code);
  expect(codes).toContain("COME-IN");
});

test("what a transaction saw that came to nothing is never shown again", async () => {
  const title = async () => {
    const view = await loadJobView(pool(), (await findJob(pool(), 405))!);
    return view.job.title;
  };
  const before = await title();
  const rename = async (to: string, fails: boolean) =>
    transaction(async (db) => {
      const job = await lockJob(db, 405);
      await updateJob(db, job.id, job.version, { ...job, title: to });
      const seen = await loadJobView(db, (await findJob(db, 405))!);
      expect(seen.job.title, "its own writes it sees").toBe(to);
      if (fails) throw new Error("came to nothing");
    });
  await expect(rename("Never", true)).rejects.toThrow("came to nothing");
  expect(await title()).toBe(before);
  await rename("Low-voice subwoofer, renamed", false);
  expect(await title(), "the next write has the same revision the lost one had").toBe("Low-voice subwoofer, renamed");
});
