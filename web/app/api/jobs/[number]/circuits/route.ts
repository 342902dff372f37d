import { circuitPost, type CircuitPost } from "../../../../../schemas/circuit";
import { benchName } from "../../../../../server/bench";
import type { Db } from "../../../../../server/db";
import { requireOpen } from "../../../../../server/guard";
import { writeJob } from "../../../../../server/jobAccess";
import { insertCircuit } from "../../../../../server/repositories/circuits";
import { lockJob } from "../../../../../server/repositories/jobs";
import { respond } from "../../../../../server/respond";

async function keepCircuit(db: Db, jobNumber: number, post: CircuitPost): Promise<void> {
  const job = await lockJob(db, jobNumber);
  requireOpen(job);
  await insertCircuit(db, job.id, post, benchName());
}

export async function POST(request: Request, { params }: RouteContext<"/api/jobs/[number]/circuits">) {
  const { number } = await params;
  return respond(request, circuitPost, (post) => writeJob(number, (db, jobNumber) => keepCircuit(db, jobNumber, post)));
}
