import "server-only";
import type { JobView } from "../schemas/jobView";
import { pool, transaction, type Db } from "./db";
import { loadJobView } from "./jobView";
import { refuseMissing } from "./refusal";
import { findJob } from "./repositories/jobs";
import { routeNumber } from "./routeNumber";

/** A job as it stands. @throws Refused when there is none of that number */
export async function readJob(segment: string): Promise<JobView> {
  const job = await findJob(pool(), routeNumber(segment));
  if (!job) throw refuseMissing();
  return loadJobView(pool(), job);
}

/** One write to a job in one transaction, answered with the job as it stands after it. */
export async function writeJob(segment: string, work: (db: Db, jobNumber: number) => Promise<unknown>): Promise<JobView> {
  await transaction((db) => work(db, routeNumber(segment)));
  return readJob(segment);
}
