import "server-only";
import { readRows } from "../rows";
import { SIDES, TANTALUM_APPROACHES, VALUE_POLICIES } from "@mirvek/core/choose";
import { FINDING_TOKENS, type FindingToken, SCOPES, SUPPLY_KINDS, type Scope, UNIT_KINDS } from "@mirvek/core/device";
import { CLOSING_HOLDS, JOB_STATES, isClosed, type JobState, type Waiver } from "@mirvek/core/job";
import { z } from "zod";
import { FIRST_POWER, type CheckIn } from "../../schemas/job";
import type { JOB_EVENTS, JobRecord } from "../../schemas/jobView";
import { together, type Db } from "../db";
import { refuseMissing, refuseStale } from "../refusal";

const time = z.date().transform((d) => d.getTime());

const jobRow = z
  .object({
    id: z.number(),
    number: z.number(),
    version: z.number(),
    revision: z.number(),
    title: z.string(),
    unit_kind: z.enum(UNIT_KINDS),
    supply_kind: z.enum(SUPPLY_KINDS),
    mains_hz: z.union([z.literal(50), z.literal(60)]).nullable(),
    mains_v: z.number().nullable(),
    age_years: z.number().nullable(),
    channels: z.number(),
    owner: z.string(),
    complaint: z.string(),
    faulty_channel: z.string().nullable(),
    earlier_repairs: z.string(),
    value_policy: z.enum(VALUE_POLICIES),
    tantalum_approach: z.enum(TANTALUM_APPROACHES),
    scope_approach: z.enum(SCOPES),
    sides_approach: z.enum(SIDES),
    first_power_approach: z.enum(FIRST_POWER),
    state: z.enum(JOB_STATES),
    waiver: z.string().nullable(),
    waived: z.array(z.enum(CLOSING_HOLDS)).nullable(),
    opened_at: time,
    closed_at: time.nullable(),
    findings: z.array(z.enum(FINDING_TOKENS as [FindingToken, ...FindingToken[]])),
  })
  .transform((r): JobRecord => ({
    id: r.id,
    number: r.number,
    version: r.version,
    revision: r.revision,
    title: r.title,
    unitKind: r.unit_kind,
    supplyKind: r.supply_kind,
    mainsHz: r.mains_hz,
    mainsV: r.mains_v,
    ageYears: r.age_years,
    channels: r.channels,
    owner: r.owner,
    complaint: r.complaint,
    faultyChannel: r.faulty_channel,
    earlierRepairs: r.earlier_repairs,
    valuePolicy: r.value_policy,
    tantalumApproach: r.tantalum_approach,
    scopeApproach: r.scope_approach,
    sidesApproach: r.sides_approach,
    firstPowerApproach: r.first_power_approach,
    state: r.state,
    waiver: r.waiver === null ? null : { reason: r.waiver, holds: r.waived ?? [] },
    openedAt: r.opened_at,
    closedAt: r.closed_at,
    findings: r.findings,
  }));

const SELECT =
  `select job.*, array(select finding::text from job_finding f where f.job_id = job.id order by f.finding) as ` + `findings from job`;

interface JobSearch {
  /** every word must stand in job number, title, owner or complaint */
  words: readonly string[];
  limit: number;
  offset: number;
}

/** Jobs that a search finds, open ones first, newest first within each, and how many there are of each. */
export async function searchJobs(db: Db, s: JobSearch): Promise<{ jobs: JobRecord[]; found: number; open: number }> {
  const likes = s.words.map((w) => `%${w.replaceAll(/[\\%_]/g, "\\$&")}%`);
  const matching = "(lpad(number::text, 4, '0') || ' ' || title || ' ' || owner || ' ' || complaint) ilike all ($1::text[])";
  const [counts, page] = await together(db, [
    () =>
      db.query(`select count(*)::int as found, count(*) filter (where closed_at is null)::int as open from job where ${matching}`, [likes]),
    () =>
      db.query(`${SELECT} where ${matching} order by (closed_at is not null), number desc limit $2 offset $3`, [likes, s.limit, s.offset]),
  ]);
  const { found, open } = z.object({ found: z.number(), open: z.number() }).parse(counts.rows[0]);
  return { jobs: readRows("job", page.rows, (row) => jobRow.parse(row)), found, open };
}

/** Every job that is not closed, newest first. */
/** What tells one state of a job from another. */
export type JobKey = Pick<JobRecord, "id" | "number" | "revision" | "openedAt">;
const keyRow = z.object({ id: z.number(), number: z.number(), revision: z.number(), opened_at: time });

/** Every open job, by no more than tells its state. */
export async function listOpenKeys(db: Db): Promise<JobKey[]> {
  const { rows } = await db.query("select id, number, revision, opened_at from job where closed_at is null order by number desc");
  return readRows("job", rows, (row) => {
    const { opened_at, ...key } = keyRow.parse(row);
    return { ...key, openedAt: opened_at };
  });
}

/** Open jobs for which a part was chosen once. */
export async function listWantingJobs(db: Db): Promise<JobRecord[]> {
  const { rows } = await db.query(
    `${SELECT} where closed_at is null and exists (select 1 from choice c where c.job_id = job.id
      and c.decision in ('replace', 'temporary'))
     order by number desc`,
  );
  return readRows("job", rows, (row) => jobRow.parse(row));
}

export async function listJobs(db: Db, ids: readonly number[]): Promise<JobRecord[]> {
  const { rows } = await db.query(`${SELECT} where id = any($1) order by number desc`, [ids]);
  return readRows("job", rows, (row) => jobRow.parse(row));
}

export async function findJob(db: Db, number: number): Promise<JobRecord | null> {
  const { rows } = await db.query(`${SELECT} where number = $1`, [number]);
  return rows[0] ? jobRow.parse(rows[0]) : null;
}

const total = z.object({ shop: z.number(), jobs: z.coerce.number() });
/** Grows with every write to the shop or to any of its jobs. */
export async function benchRevision(db: Db): Promise<number> {
  const { rows } = await db.query("select (select revision from shop) as shop, (select coalesce(sum(revision), 0) from job) as jobs");
  const { shop, jobs } = total.parse(rows[0]);
  return shop + jobs;
}

const followed = z.object({ number: z.number(), revision: z.number() });
/** Revisions of jobs as their screens know them, by job number; those there are none of are left out. */
export async function revisionsOf(db: Db, numbers: readonly number[]): Promise<ReadonlyMap<number, number>> {
  const { rows } = await db.query("select number, revision + (select revision from shop) as revision from job where number = any($1)", [
    numbers,
  ]);
  return new Map(rows.map((r) => followed.parse(r)).map((r) => [r.number, r.revision]));
}

/**
 * Takes the row lock, so that writes to one job go one after the other, and counts the write: of two pictures the one with the higher
 * revision is the later. @throws Refused when there is no such job
 */
export async function lockJob(db: Db, number: number): Promise<JobRecord> {
  await db.query("update job set revision = revision + 1 where number = $1", [number]);
  const job = await findJob(db, number);
  if (!job) throw refuseMissing();
  return job;
}

/** The database's clock, read once the lock is held: what is kept under one lock is later than what was kept under the one before. */
export async function clock(db: Db): Promise<Date> {
  const { rows } = await db.query("select clock_timestamp() as now");
  return z.object({ now: z.date() }).parse(rows[0]).now;
}

const columns = (job: CheckIn) => [
  job.title,
  job.unitKind,
  job.supplyKind,
  job.mainsHz,
  job.mainsV,
  job.ageYears,
  job.channels,
  job.complaint,
  job.earlierRepairs,
  job.valuePolicy,
  job.tantalumApproach,
  job.scopeApproach,
  job.sidesApproach,
  job.firstPowerApproach,
  job.faultyChannel,
  job.owner,
];

export async function insertJob(db: Db, job: CheckIn): Promise<{ id: number; number: number }> {
  // the lock keeps two benches from drawing the same job number
  await db.query("select pg_advisory_xact_lock(4711)");
  const { rows } = await db.query(
    `insert into job (number, title, unit_kind, supply_kind, mains_hz, mains_v, age_years, channels, complaint, earlier_repairs,
       value_policy, tantalum_approach, scope_approach, sides_approach, first_power_approach, faulty_channel, owner)
     select coalesce(max(number), 400) + 1, $1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16
       from job returning id, number`,
    columns(job),
  );
  const made = z.object({ id: z.number(), number: z.number() }).parse(rows[0]);
  await replaceFindings(db, made.id, job.findings);
  return made;
}

export async function updateJob(db: Db, id: number, version: number, job: CheckIn): Promise<void> {
  const { rowCount } = await db.query(
    `update job set version = version + 1, title = $3, unit_kind = $4, supply_kind = $5, mains_hz = $6, mains_v = $7, age_years = $8,
       channels = $9, complaint = $10, earlier_repairs = $11, value_policy = $12, tantalum_approach = $13, scope_approach = $14,
       sides_approach = $15, first_power_approach = $16, faulty_channel = $17, owner = $18 where id = $1 and version = $2`,
    [id, version, ...columns(job)],
  );
  if (rowCount !== 1) throw refuseStale();
  await replaceFindings(db, id, job.findings);
}

async function replaceFindings(db: Db, id: number, findings: readonly string[]): Promise<void> {
  await db.query("delete from job_finding where job_id = $1", [id]);
  await db.query("insert into job_finding (job_id, finding) select distinct $1::int, unnest($2::text[])::finding", [id, findings]);
}

/** A job's state, with what was waived; a job that closes is closed after its last line. @throws Refused where the version is stale */
export async function setJobState(db: Db, id: number, version: number, state: JobState, waiver: Waiver | null): Promise<void> {
  const { rowCount } = await db.query(
    `update job set version = version + 1, state = $3, waiver = $4, waived = $5, closed_at = case when $6 then
       greatest(clock_timestamp(), (select max(entered_at) from readout_line where job_id = $1)) end
     where id = $1 and version = $2`,
    [id, version, state, waiver?.reason ?? null, waiver?.holds ?? null, isClosed(state)],
  );
  if (rowCount !== 1) throw refuseStale();
}

type JobEventKind = (typeof JOB_EVENTS)[number];

/** @param from the line that says so, the position it is about, and when it was said; now where no line said it */
export async function insertJobEvent(
  db: Db,
  jobId: number,
  kind: JobEventKind,
  detail: object,
  by: string,
  from: { lineId: number | null; positionId: number | null; at: Date } | null = null,
): Promise<void> {
  await db.query(
    "insert into job_event (job_id, kind, detail, by, line_id, position_id, at) values ($1, $2, $3, $4, $5, $6, " +
      "coalesce($7, clock_timestamp()))",
    [jobId, kind, JSON.stringify(detail), by, from?.lineId, from?.positionId, from?.at],
  );
}

const closedRow = z.object({ scope_approach: z.enum(SCOPES), jobs: z.number(), back: z.number() });

/** Jobs that were ever closed as repaired, by their approach of how much, and how many of them were opened again. */
export async function countClosed(db: Db): Promise<Partial<Record<Scope, { jobs: number; back: number }>>> {
  const { rows } = await db.query(
    `select j.scope_approach, count(*)::int as jobs, count(*) filter (where exists
       (select 1 from job_event r where r.job_id = j.id and r.kind = 'reopened'))::int as back
     from job j where exists (select 1 from job_event c where c.job_id = j.id and c.kind = 'closed') group by j.scope_approach`,
  );
  return Object.fromEntries(rows.map((row) => closedRow.parse(row)).map(({ scope_approach, ...n }) => [scope_approach, n]));
}
