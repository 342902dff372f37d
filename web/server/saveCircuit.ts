import "server-only";
import { SCENARIOS, misfits } from "@mirvek/core/scenarios";
import type { CircuitPost } from "../schemas/circuit";
import { benchName } from "./bench";
import type { Db } from "./db";
import { requireOpen } from "./guard";
import { Refused } from "./refusal";
import { insertCircuit } from "./repositories/circuits";
import { lockJob } from "./repositories/jobs";

/** A circuit's set-up as changed at the bench, with the answer to keep. */
export async function saveCircuit(db: Db, jobNumber: number, post: CircuitPost): Promise<void> {
  const job = await lockJob(db, jobNumber);
  requireOpen(job);
  const wrong = misfits(SCENARIOS[post.scenario], job.unitKind, post.settings);
  if (wrong.length > 0) throw new Refused({ code: "invalid", fields: wrong.map((path) => ({ path, message: "out of its bounds" })) });
  await insertCircuit(db, job.id, post, benchName());
}
