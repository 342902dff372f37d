import "server-only";
import type { SafetyPost } from "../schemas/records";
import { benchName } from "./bench";
import type { Db } from "./db";
import { requireOpen } from "./guard";
import { lockJob } from "./repositories/jobs";
import { insertSafetyEvent } from "./repositories/records";

/** Power switched or the lock overridden, by button. */
export async function recordSafety(db: Db, jobNumber: number, post: SafetyPost): Promise<void> {
  const job = await lockJob(db, jobNumber);
  requireOpen(job);
  await insertSafetyEvent(db, { jobId: job.id, lineId: null, by: benchName(), at: new Date(), ...post });
}
