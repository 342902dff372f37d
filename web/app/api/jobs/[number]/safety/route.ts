import { safetyPost, type SafetyPost } from "../../../../../schemas/records";
import { benchName } from "../../../../../server/bench";
import type { Db } from "../../../../../server/db";
import { requireOpen } from "../../../../../server/guard";
import { lockJob } from "../../../../../server/repositories/jobs";
import { insertSafetyEvent } from "../../../../../server/repositories/records";
import { respond } from "../../../../../server/respond";
import { writeJob } from "../../../../../server/jobAccess";

async function recordSafety(db: Db, jobNumber: number, post: SafetyPost): Promise<void> {
  const job = await lockJob(db, jobNumber);
  requireOpen(job);
  await insertSafetyEvent(db, { jobId: job.id, lineId: null, by: benchName(), at: new Date(), ...post });
}

export async function POST(request: Request, { params }: RouteContext<"/api/jobs/[number]/safety">) {
  const { number } = await params;
  return respond(request, safetyPost, (post) => writeJob(number, (db, jobNumber) => recordSafety(db, jobNumber, post)));
}
