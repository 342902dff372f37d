import "server-only";
import { closingBlockers, isClosed } from "@mirvek/core/job";
import type { Closing } from "../schemas/job";
import { benchName } from "./bench";
import type { Db } from "./db";
import { loadJobView } from "./loadJob";
import { Refused } from "./refusal";
import { clock, insertJobEvent, lockJob, setJobState } from "./repositories/jobs";
import { insertSafetyEvent } from "./repositories/records";
import { bumpShop } from "./repositories/shop";
import { insertShownCauses } from "./repositories/diagnosisTable";

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
    if (kind === "reopened") {
      // where it was meanwhile, and what it was connected to, nobody recorded
      const now = await clock(db);
      await insertSafetyEvent(db, { jobId: job.id, lineId: null, kind: "reopened", by, at: { typed: now, kept: now } });
    }
    return insertJobEvent(db, job.id, kind, { state }, by);
  }
  if (job.state === state) return;
  if (isClosed(job.state)) throw new Refused({ code: "jobClosed" }, 409);
  const { facts, diagnosis } = await loadJobView(db, job);
  const holds = closingBlockers(facts, state);
  const waived = closing.waiver?.holds ?? [];
  const left = holds.filter((hold) => hold === "energised" || !waived.includes(hold));
  if (left.length > 0) throw new Refused({ code: "closingHeld", by: left });
  const waiver = closing.waiver && holds.length > 0 ? { reason: closing.waiver.reason, holds } : null;
  await setJobState(db, job.id, version, state, waiver);
  if (waiver) await insertJobEvent(db, job.id, "waived", waiver, by);
  await insertJobEvent(db, job.id, "closed", { state }, by);
  const shown = diagnosis.suspects.filter((s) => s.state === "shown").map((s) => s.id);
  if (state === "clearedWithoutCause" || shown.length === 0) return;
  await insertShownCauses(db, job.id, shown);
  await bumpShop(db);
}
