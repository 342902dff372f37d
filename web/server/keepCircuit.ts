import "server-only";
import type { CircuitPost } from "../schemas/circuit";
import { benchName } from "./bench";
import type { Db } from "./db";
import { requireOpen } from "./guard";
import { insertCircuit } from "./repositories/circuits";
import { lockJob } from "./repositories/jobs";

/** A circuit's set-up as changed at the bench, with the answer to keep. */
export async function keepCircuit(db: Db, jobNumber: number, post: CircuitPost): Promise<void> {
  const job = await lockJob(db, jobNumber);
  requireOpen(job);
  await insertCircuit(db, job.id, post, benchName());
}
