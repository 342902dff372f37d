import "server-only";
import { afterFitting, deriveJob, inOrder, type InterlockedJob, type StoredReading } from "@mirvek/core/job";
import type { ShopConstants } from "@mirvek/core/knowledge";
import { LRUCache } from "lru-cache";
import { isBad } from "@mirvek/core/verdict";
import {
  type BenchPage,
  type BenchRow,
  type ChoiceView,
  type JobData,
  type JobRecord,
  type JobView,
  type Records,
  type ShopView,
} from "../schemas/jobView";
import { standingOf, viewOf } from "../schemas/viewOf";
import { predict, predictRails } from "./predict";
import { pool, together, type Db } from "./db";
import { listChoices } from "./repositories/choices";
import { listCircuits } from "./repositories/circuits";
import { benchRevision, searchJobs, type JobKey } from "./repositories/jobs";
import { listLines } from "./repositories/lines";
import { listObservations } from "./repositories/observations";
import { listPositions, listRetired } from "./repositories/positions";
import { listReadings } from "./repositories/readings";
import { listAcross, listFittings, listNotes, listPointReadings, listSafetyEvents, listWorkings } from "./repositories/records";
import { getShopView } from "./repositories/shop";
import { unreadableIn } from "./rows";

/** The records of several jobs at once: a fixed number of queries however many there are. */
export async function loadRecords(db: Db, jobs: readonly JobRecord[], shopRevision: number): Promise<Records[]> {
  const ids = jobs.map((j) => j.id);
  const [positions, retired, readings, fittings, across, workings, choices, events, points, observations, notes, circuits, lines] =
    await together(db, [
      () => listPositions(db, ids),
      () => listRetired(db, ids),
      () => listReadings(db, ids),
      () => listFittings(db, ids),
      () => listAcross(db, ids),
      () => listWorkings(db, ids),
      () => listChoices(db, ids),
      () => listSafetyEvents(db, ids),
      () => listPointReadings(db, ids),
      () => listObservations(db, ids),
      () => listNotes(db, ids),
      () => listCircuits(db, ids),
      () => listLines(db, ids),
    ]);
  const unreadable = byJob(
    [positions, retired, readings, fittings, across, workings, choices, points, observations, notes, circuits, lines].flatMap(unreadableIn),
  );
  const of = {
    positions: byJob(positions),
    retired: byJob(retired),
    readings: byJob(readings),
    fittings: byJob(fittings),
    across: byJob(across),
    workings: byJob(workings),
    choices: byJob(choices),
    events: byJob(events),
    points: byJob(points),
    observations: byJob(observations),
    notes: byJob(notes),
    circuits: byJob(circuits),
    lines: byJob(lines),
  };
  return jobs.map((job) => ({
    revision: job.revision + shopRevision,
    job,
    positions: inOrder(of.positions(job.id)),
    retired: of.retired(job.id),
    readings: byPosition(of.readings(job.id)),
    fittings: of.fittings(job.id),
    across: of.across(job.id),
    workings: of.workings(job.id),
    choices: of.choices(job.id),
    events: of.events(job.id),
    points: of.points(job.id),
    observations: of.observations(job.id),
    notes: of.notes(job.id),
    circuits: of.circuits(job.id),
    lines: of.lines(job.id),
    unreadable: [
      ...unreadable(job.id).map(({ table, id }) => ({ table, id })),
      ...of.events(job.id).flatMap((e) => (e.kind === "unreadable" ? [{ table: "safety_event", id: e.id }] : [])),
    ],
  }));
}

/** Groups rows by their job once, so that many jobs do not cost a filter each. */
function byJob<T extends { jobId: number }>(rows: readonly T[]): (jobId: number) => T[] {
  const groups = new Map<number, T[]>();
  for (const row of rows) {
    const group = groups.get(row.jobId);
    if (group) group.push(row);
    else groups.set(row.jobId, [row]);
  }
  return (jobId) => groups.get(jobId) ?? [];
}

function byPosition(readings: readonly StoredReading[]): Record<number, StoredReading[]> {
  const groups: Record<number, StoredReading[]> = {};
  for (const r of readings) (groups[r.positionId] ??= []).push(r);
  return groups;
}

/**
 * Jobs as they were read before, each under the revisions it was read at, which every write counts up; the records are read after the
 * revision, never before it. Only what stands committed is kept: what a transaction sees may never come to be.
 */
const loaded = new LRUCache<string, { records: Records; shop: ShopView; view: JobView | null }>({ max: 100 });
export const keyOf = (job: JobKey, shopRevision: number) => `${job.openedAt}/${job.id}/${job.revision}/${shopRevision}`;

async function load(db: Db, job: JobRecord) {
  const { shop, revision } = await getShopView(db);
  const key = keyOf(job, revision);
  const committed = db === pool();
  const before = committed ? loaded.get(key) : undefined;
  if (before) return before;
  const [records] = await loadRecords(db, [job], revision);
  const found = { records: records!, shop, view: null as JobView | null };
  if (committed) loaded.set(key, found);
  return found;
}

/** What a browser opens a job with: records and shop; it judges them itself. */
export async function loadJobData(db: Db, job: JobRecord): Promise<JobData> {
  const { records, shop } = await load(db, job);
  const picture = deriveJob<ChoiceView>()(records, shop);
  return {
    records,
    shop,
    predicted: predict(shop.constants, records, picture),
    rails: predictRails(shop.constants, records, picture),
    now: Date.now(),
  };
}

/** The whole picture of one job, put together from its records. */
export async function loadJobView(db: Db, job: JobRecord): Promise<JobView> {
  const found = await load(db, job);
  if (found.view) return found.view;
  const picture = deriveJob<ChoiceView>()(found.records, found.shop);
  const { constants } = found.shop;
  const predicted = predict(constants, found.records, picture);
  return (found.view = viewOf(found.records, found.shop, picture, predicted, predictRails(constants, found.records, picture)));
}

/** The records of one job, the shop they are judged in and its revision, as they stand for this connection. */
export async function loadForLine(db: Db, job: JobRecord): Promise<{ records: Records; shop: ShopView; revision: number }> {
  const { records, shop } = await load(db, job);
  return { records, shop, revision: records.revision - job.revision };
}

/** What an interlock is judged from, and the shop's figures it is judged under. */
export function interlockedBy(records: Records, shop: ShopView): { job: InterlockedJob; constants: ShopConstants } {
  const picture = deriveJob<ChoiceView>()(records, shop);
  const { powerUp } = afterFitting(shop.constants, records, picture, predictRails(shop.constants, records, picture));
  return { job: { records, model: picture, powerUp }, constants: shop.constants };
}

export async function loadInterlocked(db: Db, job: JobRecord): Promise<{ job: InterlockedJob; constants: ShopConstants }> {
  const { records, shop } = await load(db, job);
  return interlockedBy(records, shop);
}

/** Rows of one page of the bench: what fits a screen twice over. */
const PAGE = 20;

/** Rows as they were judged before, under the same revisions. */
const known = new LRUCache<string, BenchRow>({ max: 2000 });

/** One page of the bench: jobs with their hazard, their next act and how far they are; open ones first. */
export async function loadBench(db: Db, ask: { find: string; page: number }): Promise<BenchPage> {
  const words = ask.find.split(/\s+/).filter(Boolean);
  // before the rows: what is written meanwhile is a change to whoever follows
  const atFirst = await benchRevision(db);
  const [{ jobs, found, open }, { shop, revision }] = await together(db, [
    () => searchJobs(db, { words, limit: PAGE, offset: (ask.page - 1) * PAGE }),
    () => getShopView(db),
  ]);
  const rowOf = new Map(jobs.map((job) => [job.id, known.get(keyOf(job, revision))]));
  const fresh = jobs.filter((job) => rowOf.get(job.id) === undefined);
  for (const records of fresh.length === 0 ? [] : await loadRecords(db, fresh, revision)) {
    const row = benchRow(records, shop);
    rowOf.set(records.job.id, row);
    known.set(keyOf(records.job, revision), row);
  }
  return {
    revision: atFirst,
    shopName: shop.name,
    find: ask.find,
    page: ask.page,
    pages: Math.max(1, Math.ceil(found / PAGE)),
    found,
    open,
    rows: jobs.map((job) => rowOf.get(job.id)!),
  };
}

function tallyOf<K extends string>(all: readonly K[]): Partial<Record<K, number>> {
  const tally: Partial<Record<K, number>> = {};
  for (const one of all) tally[one] = (tally[one] ?? 0) + 1;
  return tally;
}

function benchRow(records: Records, shop: ShopView): BenchRow {
  const { job } = records;
  const picture = deriveJob<ChoiceView>()(records, shop);
  const states = picture.positions.map((p) => p.verdict.state);
  // rails are predicted where somebody has begun to power the unit up: there they decide what comes next
  const begun = records.observations.some((o) => o.observation.kind === "mains");
  const rails = begun ? predictRails(shop.constants, records, picture) : undefined;
  const { next } = standingOf(records, shop, picture, predict(shop.constants, records, picture), rails);
  return {
    number: job.number,
    title: job.title,
    complaint: job.complaint,
    state: job.state,
    safety: picture.safety,
    next: next.act,
    nextAt: next.at,
    positions: states.length,
    measured: states.filter((s) => s !== "unmeasured").length,
    bad: states.filter(isBad).length,
    openedAt: job.openedAt,
    tally: tallyOf(states),
  };
}
