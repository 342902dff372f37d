import "server-only";
import { caseOf } from "@mirvek/core/job";
import type { JobData } from "../schemas/jobView";
import { isConnectionError, pool, transaction, type Db } from "./db";
import { loadJobData, loadJobView } from "./loadJob";
import { refuseMissing } from "./refusal";
import { findJob } from "./repositories/jobs";
import { listLog } from "./repositories/log";
import { routeNumber } from "./routeNumber";

async function jobOf(segment: string) {
  const job = await findJob(pool(), routeNumber(segment));
  if (!job) throw refuseMissing();
  return job;
}

/** A job as it stands, judged, as plain JSON. @throws Refused when there is none of that number */
export async function readJob(segment: string) {
  const view = await loadJobView(pool(), await jobOf(segment));
  const positions = view.positions.map(({ folded: _folded, fittings, ...p }) => ({
    ...p,
    fittings: fittings.map(({ folded: _own, ...f }) => f),
  }));
  return { ...view, positions };
}

/** A job's records, for a browser that judges them itself. @throws Refused when there is none of that number */
export const readJobData = async (segment: string): Promise<JobData> => loadJobData(pool(), await jobOf(segment));

/**
 * A job as a case that `./mirvek trace` reads, with the lines that could not be taken along.
 * @throws Refused when there is none of that number
 */
export async function readCaseOf(segment: string) {
  const job = await jobOf(segment);
  const [{ records, shop }, log] = [await loadJobData(pool(), job), await listLog(pool(), job.id)];
  const lines = log.flatMap((e) => (e.what === "line" ? [e] : []));
  const { case: made, left } = caseOf(records.job, records, shop, lines);
  return left.length === 0 ? made : { ...made, left };
}

/**
 * A write to a job, answered with its records as they stand after it; null where it was kept and could not be read back, which is no
 * loss.
 */
export async function afterWrite(segment: string, work: (jobNumber: number) => Promise<unknown>): Promise<JobData | null> {
  await work(routeNumber(segment));
  return readJobData(segment).catch((error: unknown) => {
    if (isConnectionError(error)) return null;
    throw error;
  });
}

/** The same for a write that is one transaction. */
export const writeJob = (segment: string, work: (db: Db, jobNumber: number) => Promise<unknown>): Promise<JobData | null> =>
  afterWrite(segment, (jobNumber) => transaction((db) => work(db, jobNumber)));
