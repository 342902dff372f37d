import "server-only";
import {
  applyLine,
  asksForPower,
  beforeLine,
  effectsOf,
  heldLine,
  practiceIssue,
  practiceIssueOfUndo,
  rowsOfLine,
  switchesOn,
  understand,
  withdraw,
  type EnteredLine,
  type Interlock,
  type LineRows,
  type StoredSafetyEvent,
} from "@mirvek/core/job";
import type { Effect } from "@mirvek/core/entry";
import { choiceFitted, chosenPart } from "../schemas/chosenPart";
import type { JobRecord, Records, ShopView } from "../schemas/jobView";
import type { SavedLine, ReadoutPost } from "../schemas/records";
import { isStorable } from "../schemas/storable";
import { benchName } from "./bench";
import type { Db } from "./db";
import { requireOpen } from "./guard";
import { interlockedBy, loadForLine } from "./loadJob";
import { refuseReadout, Refused } from "./refusal";
import { clock, insertJobEvent, lockJob } from "./repositories/jobs";
import { findLastLine, findLine, findUndone, insertLine, keyOfLine, withdrawLine, type Moment } from "./repositories/lines";
import { insertObservations } from "./repositories/observations";
import { insertPosition } from "./repositories/positions";
import { insertReadings } from "./repositories/readings";
import { insertAcross, insertFitting, insertPointReading, insertSafetyEvent, insertWorking } from "./repositories/records";
import { insertShelfReading } from "./repositories/shelf";
import { bumpShop } from "./repositories/shop";

/**
 * Understands and saves one typed line, all of it or nothing: what it means is decided by the same rules as in the browser, and the rows
 * that they yield are stored. A key that was saved before is answered with what was saved then, so that a browser that lost the answer
 * may send the line again; the same key with another text is refused. An undo takes back the line it names with everything it recorded,
 * once.
 * @param now when it is saved; the database's clock where a scene is not set by hand
 * @throws Refused when it was not understood or the job takes no more; the line then stays with the one who typed it
 */
export async function saveLine(db: Db, jobNumber: number, post: ReadoutPost, now: Date | null = null): Promise<SavedLine> {
  const job = await lockJob(db, jobNumber);
  const at = moment(job, post, now ?? (await clock(db)));
  const known = await findLine(db, post.clientKey);
  if (known && (known.jobId !== job.id || known.typed !== post.line)) throw new Refused({ code: "keyReused" }, 409);
  if (!known) requireOpen(job);
  const { records, shop, revision } = await loadForLine(db, job);
  const line: EnteredLine = { ...post, key: post.clientKey, at: at.typed.getTime() };
  const understood = understand(known ? beforeLine(records, line.key) : records, shop, line);
  if (!understood.ok) throw refuseReadout(understood.issue);
  const entry = understood.value;
  const answer = (seq: number | null, more: Partial<SavedLine> = {}): SavedLine => ({
    entry,
    seq,
    ...ms(at),
    revision: job.revision + revision,
    held: null,
    again: false,
    by: benchName(),
    ...more,
  });
  if (known) return answer(known.id, { ...ms(known.at), again: true });
  if (entry.kind === "setting") return answer(null);
  if (entry.kind === "undo") return answer(null, await undo(db, job, records, shop, post, at));
  if (!isStorable(entry.effects)) throw new Refused({ code: "notKept" });
  const held = heldOf(records, shop, entry.effects);
  const seq = await insertLine(db, job.id, post.clientKey, post.line, benchName(), at);
  const after = applyLine(records, shop, line, entry, {
    seq,
    held,
    by: benchName(),
    keptAt: at.kept.getTime(),
    positionId: newPositionIds(),
    chosen: (id) => chosenPart(records.choices, id),
  });
  await storeRows(db, { job, records, lineId: seq, at }, rowsOfLine(after, line.key));
  const shelf = await storeShelf(db, seq, effectsOf(entry.effects, held));
  return answer(seq, { revision: job.revision + revision + shelf, held });
}

/** When a line was typed: as the browser says, but neither after it came nor before the job was opened. */
function moment(job: JobRecord, post: ReadoutPost, kept: Date): Moment {
  const typed = Math.max(job.openedAt, Math.min(post.at ?? kept.getTime(), kept.getTime()));
  return { typed: new Date(typed), kept };
}
const ms = (at: Moment) => ({ at: at.typed.getTime(), keptAt: at.kept.getTime() });

/** Ids below every stored one for positions a line adds, until the database gives them theirs. */
const newPositionIds = () => {
  let last = 0;
  return () => (last -= 1);
};

/**
 * Why the power a line asks for is held: it is then saved as an attempt. What asks for no power, or mixes a unit with a simulated one, is
 * refused.
 */
function heldOf(records: Records, shop: ShopView, effects: readonly Effect[]): Interlock | null {
  if (effects.some((c) => c.about === "observed" && c.observation.kind === "simulated")) {
    const issue = practiceIssue(records, effects);
    if (issue) throw new Refused({ code: "practice", issue });
  }
  if (!asksForPower(effects)) return null;
  const { job: interlocked, constants } = interlockedBy(records, shop);
  const hold = heldLine(constants, interlocked, effects);
  if (hold && (!switchesOn(effects) || hold.code === "noSupply")) throw new Refused({ code: "stepHeld", hold });
  return hold;
}

/** Takes back the line that is meant, or the last one. The same undo sent twice takes back one line. */
async function undo(db: Db, job: JobRecord, records: Records, shop: ShopView, post: ReadoutPost, at: Moment): Promise<Partial<SavedLine>> {
  if ((await findUndone(db, post.clientKey)) !== null) return { again: true };
  const meant = post.refersTo === null ? null : await findLine(db, post.refersTo);
  if (post.refersTo !== null && (!meant || meant.jobId !== job.id)) throw new Refused({ code: "nothingToUndo" });
  const lineId = meant ? meant.id : await findLastLine(db, job.id);
  if (lineId === null) throw new Refused({ code: "nothingToUndo" });
  const key = meant ? post.refersTo! : await keyOfLine(db, lineId);
  if (records.observations.some((o) => o.line === key && o.observation.kind === "simulated")) {
    const issue = practiceIssueOfUndo(records, key);
    if (issue) throw new Refused({ code: "practice", issue });
  }
  const by = benchName();
  const after = withdraw(records, key, shop, at.typed.getTime());
  const added = after.events.filter((e) => e.line === null && !records.events.includes(e));
  await withdrawLine(db, lineId, post.clientKey, by);
  for (const e of added) await storeEvent(db, { job, records, lineId: null, at }, e);
  return {};
}

/** What rows are stored among. */
interface Among {
  job: JobRecord;
  records: Records;
  lineId: number | null;
  at: Moment;
}

/** Stores the rows of one line. */
async function storeRows(db: Db, among: Among & { lineId: number }, rows: LineRows): Promise<void> {
  const { job, records, lineId, at } = among;
  const jobId = job.id;
  const by = benchName();
  const ids = new Map(records.positions.map((p) => [p.id, p.id]));
  for (const p of rows.positions) {
    ids.set(p.id, await insertPosition(db, jobId, p, null, lineId));
    await insertJobEvent(db, jobId, "positionsAdded", { designators: [p.designator] }, by);
  }
  const idOf = (id: number) => ids.get(id)!;
  const stored = { jobId, lineId, at: at.typed };
  await insertReadings(
    db,
    rows.readings.map((r) => ({ ...r, ...stored, positionId: idOf(r.positionId) })),
  );
  await insertObservations(
    db,
    rows.observations.map((o) => ({ ...o, ...stored })),
  );
  for (const p of rows.points)
    await insertPointReading(db, { ...p, ...stored, positionId: p.positionId === null ? null : idOf(p.positionId) });
  for (const e of rows.events) await storeEvent(db, among, e);
  for (const a of rows.across) await insertAcross(db, { ...a, jobId, lineId, positionId: idOf(a.positionId), by });
  for (const w of rows.workings) await insertWorking(db, { ...w, jobId, lineId, positionId: idOf(w.positionId), by });
  for (const f of rows.fittings) {
    const choice = f.code === null ? undefined : choiceFitted(records.choices, f.positionId);
    const parts = { partId: choice?.set ? null : (choice?.part?.id ?? null), setParts: choice?.set?.parts.map((p) => p.id) ?? null };
    await insertFitting(db, jobId, lineId, { ...f, ...parts, positionId: idOf(f.positionId) }, by);
  }
  for (const n of rows.notes)
    await insertJobEvent(db, jobId, "note", { text: n.text }, by, {
      lineId,
      positionId: n.positionId === null ? null : idOf(n.positionId),
      at: at.typed,
    });
}

async function storeEvent(db: Db, { job, records, lineId, at }: Among, event: StoredSafetyEvent): Promise<void> {
  const stored = { jobId: job.id, lineId, by: benchName(), at };
  if (event.kind !== "residual" && event.kind !== "released") return insertSafetyEvent(db, { ...event, ...stored });
  const { position, ...rest } = event;
  const positionId = [...records.positions, ...records.retired].find((p) => p.designator === position)!.id;
  return insertSafetyEvent(db, { ...rest, ...stored, positionId });
}

/** Readings of new parts belong to the shop, not to the job. @returns how many times they changed it */
async function storeShelf(db: Db, lineId: number, effects: readonly Effect[]): Promise<number> {
  const shelf = effects.flatMap((c) => (c.about === "shelf" ? [c] : []));
  for (const reading of shelf) {
    await insertShelfReading(db, reading, lineId, benchName());
    await bumpShop(db);
  }
  return shelf.length;
}
