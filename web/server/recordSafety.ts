import "server-only";
import { isEnergised } from "@mirvek/core/job";
import type { SafetyPost } from "../schemas/records";
import { benchName } from "./bench";
import type { Db } from "./db";
import { requireOpen } from "./guard";
import { Refused } from "./refusal";
import { clock, lockJob } from "./repositories/jobs";
import { insertSafetyEvent, listSafetyEvents } from "./repositories/records";

/** Power switched or the lock overridden, by button. */
export async function recordSafety(db: Db, jobNumber: number, post: SafetyPost): Promise<void> {
  const job = await lockJob(db, jobNumber);
  requireOpen(job);
  // an override is about charge: over a live unit it would say nothing
  if (post.kind === "override" && isEnergised({ events: await listSafetyEvents(db, [job.id]) }))
    throw new Refused({ code: "overrideWhileLive" });
  const now = await clock(db);
  await insertSafetyEvent(db, { jobId: job.id, lineId: null, by: benchName(), at: { typed: now, kept: now }, ...post });
}
