import "server-only";
import type { Closing } from "../schemas/job";
import { benchName } from "./bench";
import type { Db } from "./db";
import { loadJobView } from "./jobView";
import { Refused } from "./refusal";
import { insertJobEvent, lockJob, setJobState } from "./repositories/jobs";

/**
 * Closes, parks or reopens a job. Closing is held by temporary parts, charge not shown to be gone and failed parts without a
 * decision, unless waived in writing; a unit that is switched on is never closed.
 */
export async function closeJob(db: Db, jobNumber: number, closing: Closing): Promise<void> {
  const job = await lockJob(db, jobNumber);
  const ends = closing.state === "closed" || closing.state === "clearedWithoutCause";
  if (ends) {
    const view = await loadJobView(db, job);
    if (view.safety.kind === "energised") throw new Refused({ code: "closingHeld", by: "energised" });
    const waived = closing.waiver !== null || job.waiver !== null;
    const hold = view.positions.some((p) => p.choice?.decision === "temporary")
      ? "temporary"
      : view.positions.some((p) => undecided(p.verdict.state, p.choice?.decision))
        ? "undecided"
        : view.safety.kind === "chargeHeld"
          ? "hazard"
          : null;
    if (hold && !waived) throw new Refused({ code: "closingHeld", by: hold });
  }
  await setJobState(db, job.id, closing.version, closing.state, closing.waiver);
  const by = benchName();
  if (closing.waiver) await insertJobEvent(db, job.id, "waived", { reason: closing.waiver }, by);
  await insertJobEvent(db, job.id, ends ? "closed" : "reopened", { state: closing.state }, by);
}

const undecided = (verdict: string, decision: string | undefined): boolean =>
  ["failed", "open", "shorted"].includes(verdict) && (decision === undefined || decision === "withdrawn");
