import "server-only";
import { handsAllowed, touchSafety } from "@mirvek/core/bringUp";
import type { JobRecord, PositionRecord } from "../schemas/jobView";
import type { Db } from "./db";
import { refuseHands, Refused } from "./refusal";
import { listSafetyEvents } from "./repositories/records";
import { getShop } from "./repositories/shop";

/** Hands stay outside until the charge is shown to be gone or overridden. @throws Refused with the reason it is held */
export async function requireHandsAllowed(db: Db, job: JobRecord, positions: readonly PositionRecord[]): Promise<void> {
  const safety = await currentSafety(db, job, positions);
  if (handsAllowed(safety)) return;
  throw refuseHands(safety.kind === "energised" ? "energised" : safety.kind === "nothingListed" ? "nothingListed" : "charge");
}

export async function currentSafety(db: Db, job: JobRecord, positions: readonly PositionRecord[]) {
  const events = (await listSafetyEvents(db, [job.id])).map((e) => e.event);
  const { touchLimit } = await getShop(db);
  return touchSafety(events, positions.filter((p) => p.holdsCharge).map((p) => p.designator), touchLimit); // prettier-ignore
}

export function requireOpen(job: JobRecord): void {
  if (job.state === "closed" || job.state === "clearedWithoutCause") throw new Refused({ code: "jobClosed" }, 409);
}
