import "server-only";
import { internalAccessAllowed } from "@mirvek/core/safety";
import {
  UNDONE_REASON,
  asksForPower,
  contextOf,
  effectsOf,
  fittingOf,
  needsInternalAccess,
  heldLine,
  isEnergised,
  lockOf,
  practiceIssue,
  practiceIssueOfUndo,
  switchesOn,
  undoesPower,
  type Interlock,
  type StoredObservation,
  type StoredSafetyEvent,
} from "@mirvek/core/job";
import { withOverrides } from "@mirvek/core/knowledge";
import { parseReadout, type Effect, type Entry } from "@mirvek/core/entry";
import type { JobRecord } from "../schemas/jobView";
import type { SavedLine, ReadoutPost } from "../schemas/records";
import { isStorable } from "../schemas/storable";
import { benchName } from "./bench";
import { together, type Db } from "./db";
import { requireOpen } from "./guard";
import { loadInterlocked } from "./loadJob";
import { refuseReadout, Refused } from "./refusal";
import { findChosenPart } from "./repositories/choices";
import { clock, insertJobEvent, lockJob } from "./repositories/jobs";
import { findLastLine, findLine, findUndone, insertLine, keyOfLine, withdrawLine, type Moment } from "./repositories/lines";
import { insertObservations, listObservations } from "./repositories/observations";
import { insertPosition, listPositions } from "./repositories/positions";
import { insertReadings, listSaid } from "./repositories/readings";
import {
  insertAcross,
  insertFitting,
  insertPointReading,
  insertSafetyEvent,
  insertWorking,
  listFittings,
  listPointReadings,
  listSafetyEvents,
} from "./repositories/records";
import { insertShelfReading } from "./repositories/shelf";
import { bumpShop, getShop, listMeters } from "./repositories/shop";

type Positions = Awaited<ReturnType<typeof listPositions>>;

/**
 * Understands and keeps one typed line, all of it or nothing. A key that was kept before is answered with what was kept then, so
 * that a browser that lost the answer may send the line again; the same key with another text is refused. An undo takes back the line
 * it names with everything that line brought about, once.
 * @param now when it is kept; the database's clock where a scene is not set by hand
 * @throws Refused when it was not understood or the job takes no more; the line then stays with the one who typed it
 */
export async function saveLine(db: Db, jobNumber: number, post: ReadoutPost, now: Date | null = null): Promise<SavedLine> {
  const job = await lockJob(db, jobNumber);
  const at = moment(job, post, now ?? (await clock(db)));
  const known = await findLine(db, post.clientKey);
  if (known && (known.jobId !== job.id || known.typed !== post.line)) throw new Refused({ code: "keyReused" }, 409);
  if (!known) requireOpen(job);
  const [positions, observations] = await together(db, [() => listPositions(db, [job.id]), () => listObservations(db, [job.id])]);
  // a line asked for once more is understood as it was then, without the parts that it added itself
  const entry = await understand(
    db,
    job,
    post,
    positions.filter((p) => p.line !== post.clientKey),
    observations.filter((o) => o.line !== post.clientKey),
  );
  const shop = await getShop(db);
  const answer = (seq: number | null, more: Partial<SavedLine> = {}): SavedLine => ({
    entry,
    seq,
    ...ms(at),
    revision: job.revision + shop.revision,
    held: null,
    again: false,
    by: benchName(),
    ...more,
  });
  if (known) return answer(known.id, { ...ms(known.at), again: true });
  if (entry.kind === "setting") return answer(null);
  if (entry.kind === "undo") return answer(null, await undo(db, job, post, at));
  if (!isStorable(entry.effects)) throw new Refused({ code: "notKept" });
  const held = await heldOf(db, job, entry.effects);
  const lineId = await insertLine(db, job.id, post.clientKey, post.line, benchName(), at);
  const shelf = await keepAll(db, { job, positions, observations, lineId, at, held }, effectsOf(entry.effects, held));
  return answer(lineId, { revision: job.revision + shop.revision + shelf, held });
}

/**
 * Why the power a line asks for is held: it is then kept as an attempt. What asks for no power, or mixes a unit with a stand-in, is refused.
 * For lines that do neither nothing is loaded.
 */
async function heldOf(db: Db, job: JobRecord, effects: readonly Effect[]): Promise<Interlock | null> {
  if (effects.some((c) => c.about === "observed" && c.observation.kind === "simulated")) {
    const issue = practiceIssue((await loadInterlocked(db, job)).job.records, effects);
    if (issue) throw new Refused({ code: "practice", issue });
  }
  if (!asksForPower(effects)) return null;
  const { job: interlocked, figures } = await loadInterlocked(db, job);
  const hold = heldLine(interlocked, effects, figures);
  if (hold && (!switchesOn(effects) || hold.code === "noSupply")) throw new Refused({ code: "stepHeld", hold });
  return hold;
}

/** When a line was typed: as the browser says, but neither after it came nor before the job was opened. */
function moment(job: JobRecord, post: ReadoutPost, kept: Date): Moment {
  const typed = Math.max(job.openedAt, Math.min(post.at ?? kept.getTime(), kept.getTime()));
  return { typed: new Date(typed), kept };
}
const ms = (at: Moment) => ({ at: at.typed.getTime(), keptAt: at.kept.getTime() });

async function understand(
  db: Db,
  job: JobRecord,
  post: ReadoutPost,
  positions: Positions,
  observations: readonly StoredObservation[],
): Promise<Entry> {
  const meters = await listMeters(db);
  const meant = post.refersTo === null ? null : await findLine(db, post.refersTo);
  const last = meant && meant.jobId === job.id && !meant.withdrawn ? await listSaid(db, meant.id) : [];
  const parsed = parseReadout(post.line, contextOf({ positions, observations }, meters, post, last));
  if (!parsed.ok) throw refuseReadout(parsed.issue);
  return parsed.value;
}

/** Takes back the line that is meant, or the last one. The same undo sent twice takes back one line. */
async function undo(db: Db, job: JobRecord, post: ReadoutPost, at: Moment): Promise<Partial<SavedLine>> {
  if ((await findUndone(db, post.clientKey)) !== null) return { again: true };
  const meant = post.refersTo === null ? null : await findLine(db, post.refersTo);
  if (post.refersTo !== null && (!meant || meant.jobId !== job.id)) throw new Refused({ code: "nothingToUndo" });
  const lineId = meant ? meant.id : await findLastLine(db, job.id);
  if (lineId === null) throw new Refused({ code: "nothingToUndo" });
  const by = benchName();
  const key = meant ? post.refersTo! : await keyOfLine(db, lineId);
  const events = await listSafetyEvents(db, [job.id]);
  const began = await listObservations(db, [job.id]).then((all) => all.some((o) => o.line === key && o.observation.kind === "simulated"));
  if (began) {
    const issue = practiceIssueOfUndo((await loadInterlocked(db, job)).job.records, key);
    if (issue) throw new Refused({ code: "practice", issue });
  }
  if (undoesPower(events, key)) await insertSafetyEvent(db, { jobId: job.id, lineId: null, kind: "powerUndone", by, at });
  for (const positionId of await withdrawLine(db, lineId, post.clientKey, by))
    await insertSafetyEvent(db, { jobId: job.id, lineId: null, kind: "released", positionId, reason: UNDONE_REASON, by, at });
  return {};
}

/** A line that is being kept, and what it is kept among. */
interface KeptAmong {
  job: JobRecord;
  positions: Positions;
  observations: readonly StoredObservation[];
  lineId: number;
  at: Moment;
  held: Interlock | null;
}

/** Stores everything a line brings about. @returns how many times it changed the shop */
async function keepAll(db: Db, among: KeptAmong, effects: readonly Effect[]): Promise<number> {
  const { job, positions, lineId, at } = among;
  const readings = effects.flatMap((c) => (c.about === "reading" ? [c] : []));
  const hands = effects.some(needsInternalAccess);
  const needsEvents = hands || effects.some((c) => c.about === "voltsAt");
  const events = needsEvents ? await listSafetyEvents(db, [job.id]) : [];
  const idOf = (designator: string) => positions.find((p) => p.designator === designator)!.id;
  const whileLocked = hands && !(await handsFree(db, among, events));
  await insertReadings(
    db,
    readings.map((r) => ({ ...r, jobId: job.id, lineId, positionId: idOf(r.designator), whileLocked, at: at.typed })),
  );
  await insertObservations(
    db,
    effects.flatMap((c) =>
      c.about === "observed"
        ? [{ ...c, jobId: job.id, lineId, whileLocked: whileLocked && needsInternalAccess(c), at: at.typed, by: benchName() }]
        : [],
    ),
  );
  let shop = 0;
  for (const c of effects) shop += (await keepOne(db, among, c, events)) ? 1 : 0;
  return shop;
}

async function handsFree(db: Db, { job, positions, observations }: KeptAmong, events: readonly StoredSafetyEvent[]): Promise<boolean> {
  const [points, fittings, shop] = await together(db, [
    () => listPointReadings(db, [job.id]),
    () => listFittings(db, [job.id]),
    () => getShop(db),
  ]);
  const { safety } = withOverrides(shop.figures, () => lockOf({ job, positions, observations, events, points, fittings }, shop));
  return internalAccessAllowed(safety);
}

/** One consequence but readings and observations, which go in together. @returns whether it changed the shop */
async function keepOne(db: Db, among: KeptAmong, c: Effect, events: readonly StoredSafetyEvent[]): Promise<boolean> {
  const { job, positions, lineId, at, held } = among;
  const by = benchName();
  const jobId = job.id;
  const find = (designator: string) => positions.find((p) => p.designator === designator)!;
  switch (c.about) {
    case "reading":
    case "observed":
      return false;
    case "across": {
      const designators = c.parallel.kind === "alone" ? [] : c.parallel.designators;
      await insertAcross(db, { jobId, positionId: find(c.designator).id, lineId, designators, by });
      return false;
    }
    case "voltsAt": {
      const positionId = find(c.designator).id;
      // off, DC volts are charge left; what alternates was read live, whatever is on record
      if (c.form === "dc" && !isEnergised({ events }))
        await insertSafetyEvent(db, { jobId, lineId, kind: "residual", positionId, volts: c.volts, by, at });
      else await insertPointReading(db, { ...c, jobId, lineId, positionId, point: null, under: {}, at: at.typed });
      return false;
    }
    case "point":
      await insertPointReading(db, { ...c, jobId, lineId, positionId: null, at: at.typed });
      return false;
    case "power":
      await insertSafetyEvent(db, { jobId, lineId, kind: !c.on ? "powerOff" : held ? "powerAttempt" : "powerOn", by, at });
      return false;
    case "highest":
      await insertSafetyEvent(db, { jobId, lineId, kind: "highest", volts: c.volts, by, at });
      return false;
    case "working":
      await insertWorking(db, { jobId, positionId: find(c.designator).id, lineId, volts: c.volts, by });
      return false;
    case "position":
      await insertPosition(db, jobId, c.position, null, lineId);
      await insertJobEvent(db, jobId, "positionsAdded", { designators: [c.position.designator] }, by);
      return false;
    case "fitted": {
      const position = find(c.designator);
      const chosen = await findChosenPart(db, position.id);
      const fitting = fittingOf(c, position, { line: "", seq: lineId }, at.typed.getTime(), { chosen: () => chosen });
      await insertFitting(
        db,
        jobId,
        lineId,
        {
          ...fitting,
          partId: fitting.code === null ? null : (chosen?.id ?? null),
          setParts: fitting.code === null ? null : (chosen?.setParts ?? null),
        },
        by,
      );
      return false;
    }
    case "note":
      await insertJobEvent(db, jobId, "note", { text: c.text }, by, {
        lineId,
        positionId: c.designator === null ? null : find(c.designator).id,
        at: at.typed,
      });
      return false;
    case "shelf":
      await insertShelfReading(db, c, lineId, by);
      await bumpShop(db);
      return true;
  }
}
