import "server-only";
import { closingHolds, isClosed, makePicture, type ClosedState, type ClosingHold } from "@mirvek/core/job";
import type { Closing } from "../schemas/job";
import type { ChoiceView, JobRecord } from "../schemas/jobView";
import { benchName } from "./bench";
import type { Db } from "./db";
import { loadJobData } from "./loadJob";
import { Refused } from "./refusal";
import { insertJobEvent, lockJob, setJobState } from "./repositories/jobs";

/**
 * Closes, parks or reopens a job. What holds the closing is said in one place; all but a live unit can be waived in writing, by name,
 * and a waiver ends with reopening. Closing what is closed that way already changes nothing.
 */
export async function closeJob(db: Db, jobNumber: number, closing: Closing): Promise<void> {
  const job = await lockJob(db, jobNumber);
  const by = benchName();
  const { state, version } = closing;
  if (!isClosed(state)) {
    if (job.state === state) return;
    await setJobState(db, job.id, version, state, null);
    const kind = isClosed(job.state) ? "reopened" : state === "open" ? "resumed" : "parked";
    return insertJobEvent(db, job.id, kind, { state }, by);
  }
  if (job.state === state) return;
  if (isClosed(job.state)) throw new Refused({ code: "jobClosed" }, 409);
  const holds = await holdsOf(db, job, state);
  const waived = closing.waiver?.holds ?? [];
  const left = holds.filter((hold) => hold === "energised" || !waived.includes(hold));
  if (left.length > 0) throw new Refused({ code: "closingHeld", by: left });
  const waiver = closing.waiver && holds.length > 0 ? { reason: closing.waiver.reason, holds } : null;
  await setJobState(db, job.id, version, state, waiver);
  if (waiver) await insertJobEvent(db, job.id, "waived", waiver, by);
  await insertJobEvent(db, job.id, "closed", { state }, by);
}

async function holdsOf(db: Db, job: JobRecord, end: ClosedState): Promise<ClosingHold[]> {
  const { records, shop } = await loadJobData(db, job);
  return closingHolds(makePicture<ChoiceView>()(records, shop).facts, end);
}
