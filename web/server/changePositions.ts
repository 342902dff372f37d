import "server-only";
import { held } from "@mirvek/core/safety";
import { MAX_POSITIONS } from "@mirvek/core/knowledge";
import { parsePositionList, shiftDesignator } from "@mirvek/core/entry";
import type { PositionRecord } from "@mirvek/core/job";
import { farads, volts, type Volts } from "@mirvek/core/units";
import type { PositionEdit, PositionsPost } from "../schemas/records";
import { benchName } from "./bench";
import type { Db } from "./db";
import { requireOpen } from "./guard";
import { refuseMissing, Refused } from "./refusal";
import { clock, insertJobEvent, lockJob } from "./repositories/jobs";
import { insertAcross, insertSafetyEvent, insertWorking, listAcross, listWorkings } from "./repositories/records";
import { getShop } from "./repositories/shop";
import {
  insertPosition,
  insertCounterpart,
  listPositions,
  restorePosition,
  retirePosition,
  updatePosition,
} from "./repositories/positions";

/** Adds a pasted list, or copies positions to the channels named, each as many numbers further; all of them or none. */
export async function addPositions(db: Db, jobNumber: number, post: PositionsPost): Promise<void> {
  const job = await lockJob(db, jobNumber);
  requireOpen(job);
  const positions = await listPositions(db, [job.id]);
  const taken = new Set(positions.map((p) => p.designator));
  const added: string[] = [];

  if (post.kind === "list") {
    const { drafts, issues } = parsePositionList((await getShop(db)).constants, post.text, taken);
    if (issues.length > 0) throw new Refused({ code: "positions", issues });
    requireRoom(positions.length + drafts.length, positions.length);
    for (const draft of drafts) {
      await insertPosition(db, job.id, draft, null);
      added.push(draft.designator);
    }
  } else {
    requireRoom(positions.length + post.from.length * post.channels.length, positions.length);
    for (const from of post.from) {
      const original = positions.find((p) => p.designator === from);
      if (!original) throw refuseMissing();
      for (const [i, channel] of post.channels.entries()) {
        const designator = shiftDesignator(from, post.offset * (i + 1));
        if (designator === null) throw new Refused({ code: "noCounterpartNumber", designator: from });
        await insertCounterpart(db, original.id, designator, channel, original.counterpartGroup ?? from);
        added.push(designator);
      }
    }
  }
  await insertJobEvent(db, job.id, "positionsAdded", { designators: added }, benchName());
}

/** @throws Refused where a job would list more positions than it may */
function requireRoom(then: number, now: number): void {
  if (then > MAX_POSITIONS && then > now) throw new Refused({ code: "tooManyPositions", most: MAX_POSITIONS });
}

/** Edits, takes off or brings back one position; a stale version is refused. */
export async function changePosition(db: Db, jobNumber: number, designator: string, edit: PositionEdit): Promise<void> {
  const job = await lockJob(db, jobNumber);
  requireOpen(job);
  const by = benchName();
  if (edit.kind === "restore") {
    const { length } = await listPositions(db, [job.id]);
    requireRoom(length + 1, length);
    await restorePosition(db, job.id, designator);
    await insertJobEvent(db, job.id, "positionsAdded", { designators: [designator], restored: true }, by);
    return;
  }
  const position = (await listPositions(db, [job.id])).find((p) => p.designator === designator);
  if (!position) throw refuseMissing();
  const { constants } = await getShop(db);
  const couldHurt = ({ nominal, rated }: { nominal: number; rated: number | null }) =>
    held(constants, { designator, nominal: farads(nominal), rated: rated === null ? null : volts(rated), seen: null }, null).counts;
  // a marking that no longer counts takes a part off the list as much as a tick does
  const leaves =
    position.holdsCharge && (edit.kind === "retire" || !edit.fields.holdsCharge || (couldHurt(position) && !couldHurt(edit.fields)));
  const reason = edit.reason ?? null;
  if (leaves && reason === null) throw new Refused({ code: "holderReasonNeeded", designator });
  if (edit.kind === "retire") await retirePosition(db, position.id, edit.version);
  else await updatePosition(db, position.id, edit.version, edit.fields);
  if (leaves) {
    const now = await clock(db);
    const at = { typed: now, kept: now };
    await insertSafetyEvent(db, { jobId: job.id, lineId: null, kind: "released", positionId: position.id, reason: reason!, by, at });
  }
  if (edit.kind === "retire") {
    await insertJobEvent(db, job.id, "positionRetired", { designator, reason }, by);
    return;
  }
  await keepAcross(db, job.id, position.id, edit.fields.parallelWith, by);
  await keepWorking(db, job.id, position, edit.fields.working, by);
  await insertJobEvent(db, job.id, "positionEdited", { designator, before: position, after: edit.fields }, by);
}

/** The same for the volts that stand across it: what was said on the line before gives way to what is written here. */
async function keepWorking(db: Db, jobId: number, position: PositionRecord, volts: Volts | null, by: string): Promise<void> {
  const said = (await listWorkings(db, [jobId])).findLast((w) => w.positionId === position.id);
  if (said && said.volts !== volts) await insertWorking(db, { jobId, positionId: position.id, lineId: null, volts, by });
}

/** What lies across a part is a record of its own: written down where it differs from what was last said. */
async function keepAcross(db: Db, jobId: number, positionId: number, designators: string[] | null, by: string): Promise<void> {
  const before = (await listAcross(db, [jobId])).findLast((a) => a.positionId === positionId)?.designators ?? null;
  if (JSON.stringify(before) !== JSON.stringify(designators)) await insertAcross(db, { jobId, positionId, lineId: null, designators, by });
}
