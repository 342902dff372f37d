import "server-only";
import { closingHolds, isClosed, makePicture } from "@mirvek/core/job";
import type { Closing } from "../schemas/job";
import type { ChoiceView, JobRecord } from "../schemas/jobView";
import { benchName } from "./bench";
import type { Db } from "./db";
import { loadJobData } from "./loadJob";
import { Refused } from "./refusal";
import { insertJobEvent, lockJob, setJobState } from "./repositories/jobs";

/** Closes, parks or reopens a job. What holds the closing is said in one place; all but a live unit can be waived in writing. */
export async function closeJob(db: Db, jobNumber: number, closing: Closing): Promise<void> {
  const job = await lockJob(db, jobNumber);
  const ends = isClosed(closing.state);
  if (ends) {
    const [hold] = closingHolds(await factsOf(db, job));
    const waived = hold !== "energised" && (closing.waiver !== null || job.waiver !== null);
    if (hold && !waived) throw new Refused({ code: "closingHeld", by: hold });
  }
  await setJobState(db, job.id, closing.version, closing.state, closing.waiver);
  const by = benchName();
  if (closing.waiver) await insertJobEvent(db, job.id, "waived", { reason: closing.waiver }, by);
  await insertJobEvent(db, job.id, ends ? "closed" : "reopened", { state: closing.state }, by);
}

async function factsOf(db: Db, job: JobRecord) {
  const { records, shop } = await loadJobData(db, job);
  return makePicture<ChoiceView>()(records, shop).facts;
}
