import "server-only";
import type { CheckIn } from "../schemas/job";
import { benchName } from "./bench";
import type { Db } from "./db";
import { requireOpen } from "./guard";
import { insertJob, insertJobEvent, lockJob, updateJob } from "./repositories/jobs";

/** Opens a job for a unit. @returns its number */
export async function checkInUnit(db: Db, job: CheckIn): Promise<{ number: number }> {
  const { id, number } = await insertJob(db, job);
  await insertJobEvent(db, id, "opened", {}, benchName());
  return { number };
}

/** Changes what was written down at Take in; a stale version is refused. */
export async function editJob(db: Db, jobNumber: number, version: number, job: CheckIn): Promise<void> {
  const before = await lockJob(db, jobNumber);
  requireOpen(before);
  await updateJob(db, before.id, version, job);
  await insertJobEvent(db, before.id, "edited", { before }, benchName());
}
