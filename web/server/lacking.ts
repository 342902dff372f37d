import "server-only";
import { setImmediate as breathe, setTimeout as wait } from "node:timers/promises";
import { alsoChange, deriveJob } from "@mirvek/core/job";
import { LRUCache } from "lru-cache";
import type { ChoiceView, Lacking, Records, ShopView } from "../schemas/jobView";
import { isConnectionError, pool, together, type Db } from "./db";
import { keyOf, loadRecords } from "./loadJob";
import { listJobs, listOpenKeys, type JobKey } from "./repositories/jobs";
import { getShopView } from "./repositories/shop";

// What open jobs still lack a part for. It takes every open job judged: they are looked through a few at a time, and the process answers
// requests in between. What was found is remembered by the revisions of job and shop.

const known = new LRUCache<string, readonly Lacking[]>({ max: 10_000 });
const AT_ONCE = 10;
// whoever asked first is answered first
const ANSWER_MS = 400;
let looking: Promise<void> | null = null;

/** What is known of the open jobs, how many there are, and how many are still to be looked through. */
export async function lackingNow(db: Db): Promise<{ lacking: Lacking[]; jobs: number; left: number }> {
  const [{ shop, revision }, jobs] = await together(db, [() => getShopView(db), () => listOpenKeys(db)]);
  const left = jobs.filter((job) => !known.has(keyOf(job, revision)));
  if (left.length > 0)
    looking ??= lookThrough(left, shop, revision)
      .catch((error: unknown) => {
        if (!isConnectionError(error)) console.error(error);
      })
      .finally(() => (looking = null));
  return { lacking: jobs.flatMap((job) => known.get(keyOf(job, revision)) ?? []), jobs: jobs.length, left: left.length };
}

async function lookThrough(jobs: readonly JobKey[], shop: ShopView, revision: number): Promise<void> {
  await wait(ANSWER_MS, undefined, { ref: false });
  for (let at = 0; at < jobs.length; at += AT_ONCE)
    for (const records of await loadRecords(pool(), await listJobs(pool(), idsOf(jobs.slice(at, at + AT_ONCE))), revision)) {
      known.set(keyOf(records.job, revision), lackingOf(records, shop));
      await breathe();
    }
}

const idsOf = (jobs: readonly JobKey[]) => jobs.map((job) => job.id);

/** Places of one job that want a part and have none chosen: bad ones, and what its approach takes beside them. */
function lackingOf(records: Records, shop: ShopView): Lacking[] {
  const { job } = records;
  const picture = deriveJob<ChoiceView>()(records, shop);
  const undecided = new Map(picture.facts.positions.filter((p) => p.decision === "none").map((p) => [p.designator, p.verdict]));
  const also = new Set(alsoChange(job, picture));
  return picture.positions.flatMap((p): Lacking[] => {
    const verdict = undecided.get(p.designator);
    const bad = verdict === "failed" || verdict === "open" || verdict === "shorted";
    return bad || also.has(p.designator) ? [{ job: job.number, designator: p.designator, nominal: p.nominal, rated: p.rated, bad }] : [];
  });
}
