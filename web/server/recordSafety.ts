import "server-only";
import { interlockOf, isEnergised, type Interlock } from "@mirvek/core/job";
import type { SafetyPost } from "../schemas/records";
import { benchName } from "./bench";
import type { Db } from "./db";
import { requireOpen } from "./guard";
import { loadInterlocked } from "./loadJob";
import { Refused } from "./refusal";
import { clock, lockJob } from "./repositories/jobs";
import { insertSafetyEvent, listSafetyEvents } from "./repositories/records";

/**
 * Power switched or the lock overridden, by button.
 * @returns why the power is held: the attempt is then on record, and counts as power until it is switched off
 */
export async function recordSafety(db: Db, jobNumber: number, post: SafetyPost): Promise<Interlock | null> {
  const job = await lockJob(db, jobNumber);
  requireOpen(job);
  const now = await clock(db);
  const record = (happening: SafetyPost | { kind: "powerAttempt" }) =>
    insertSafetyEvent(db, { jobId: job.id, lineId: null, by: benchName(), at: { typed: now, kept: now }, ...happening });
  switch (post.kind) {
    case "override":
      // an override is about charge: over a live unit it would say nothing
      if (isEnergised({ events: await listSafetyEvents(db, [job.id]) })) throw new Refused({ code: "overrideWhileLive" });
      await record(post);
      return null;
    case "powerOff":
      await record(post);
      return null;
    case "powerOn": {
      const { job: interlocked, constants } = await loadInterlocked(db, job);
      const held = interlockOf(constants, interlocked, { kind: "mains", because: post.reason });
      if (held?.code === "noSupply") throw new Refused({ code: "stepHeld", hold: held });
      await record(held ? { kind: "powerAttempt" } : post);
      return held;
    }
  }
}

/** A line that switches on, typed at a job that is closed: it is refused, and that it may be on stays on record. */
export async function recordAttempt(db: Db, jobNumber: number): Promise<void> {
  const job = await lockJob(db, jobNumber);
  const now = await clock(db);
  await insertSafetyEvent(db, { jobId: job.id, lineId: null, kind: "powerAttempt", by: benchName(), at: { typed: now, kept: now } });
}
