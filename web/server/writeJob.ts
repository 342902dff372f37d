import "server-only";
import type { JobView } from "../schemas/jobView";
import { transaction, type Db } from "./db";
import { loadJobView } from "./jobView";
import { refuseMissing } from "./refusal";
import { findJob } from "./repositories/jobs";
import { routeNumber } from "./routeNumber";

/** One write to a job in one transaction, answered with the job as it stands after it. */
export async function writeJob(segment: string, work: (db: Db, jobNumber: number) => Promise<unknown>): Promise<JobView> {
  return transaction(async (db) => {
    const number = routeNumber(segment);
    await work(db, number);
    const job = await findJob(db, number);
    if (!job) throw refuseMissing();
    return loadJobView(db, job);
  });
}
