import "server-only";
import { parseReadout, type Entry, type ReadoutContext } from "@mirvek/core/readout";
import type { JobRecord, PositionRecord } from "../schemas/jobView";
import type { ReadoutPost } from "../schemas/records";
import { benchName } from "./bench";
import type { Db } from "./db";
import { currentSafety, requireHandsAllowed, requireOpen } from "./guard";
import { refuseReadout, Refused } from "./refusal";
import { insertJobEvent, lockJob } from "./repositories/jobs";
import { insertPosition, listPositions, setParallel } from "./repositories/positions";
import { findLineToUndo, insertLine, insertPointReading, insertReading, insertSafetyEvent, withdrawLine } from "./repositories/records";
import { getShop, insertShelfReading, listMeters } from "./repositories/shop";

/**
 * Understands and keeps one typed line, all of it or nothing. The same client key is kept once, so a browser that lost the
 * answer may send the line again.
 * @param at when the line was entered
 * @returns the entry as it was understood
 * @throws Refused when it was not understood or may not be kept now; the line then stays with the one who typed it
 */
export async function keepReadout(db: Db, jobNumber: number, post: ReadoutPost, at: Date): Promise<Entry> {
  const job = await lockJob(db, jobNumber);
  requireOpen(job);
  const positions = await listPositions(db, [job.id]);
  const entry = await understand(db, post, positions);
  if (entry.kind === "setting") return entry;
  if (entry.kind === "undo") {
    await undo(db, job);
    return entry;
  }
  const lineId = await insertLine(db, job.id, post.clientKey, post.line, benchName(), at);
  if (lineId !== null) await keepEntry(db, job, positions, lineId, entry, at);
  return entry;
}

async function understand(db: Db, post: ReadoutPost, positions: readonly PositionRecord[]): Promise<Entry> {
  const meters = await listMeters(db);
  const known = new Map(positions.map((p) => [p.designator, p.nominal]));
  const context: ReadoutContext = {
    known,
    current: post.current !== null && known.has(post.current) ? post.current : null,
    meters,
    meter: meters.find((m) => m.id === post.meter) ?? null,
    inCircuit: post.inCircuit,
  };
  const parsed = parseReadout(post.line, context);
  if (!parsed.ok) throw refuseReadout(parsed.issue);
  return parsed.value;
}

async function undo(db: Db, job: JobRecord): Promise<void> {
  const { touchLimit } = await getShop(db);
  const line = await findLineToUndo(db, job.id, touchLimit);
  if (!line) throw new Refused({ code: "nothingToUndo" });
  // a charge that was seen once stays on record: only a new reading may say it is gone
  if (line.charge) throw new Refused({ code: "cannotUndoCharge" });
  await withdrawLine(db, line.id, benchName());
}

type KeptEntry = Exclude<Entry, { kind: "setting" } | { kind: "undo" }>;

async function keepEntry(
  db: Db,
  job: JobRecord,
  positions: readonly PositionRecord[],
  lineId: number,
  entry: KeptEntry,
  at: Date,
): Promise<void> {
  const by = benchName();
  const find = (designator: string) => positions.find((p) => p.designator === designator)!;
  switch (entry.kind) {
    case "part": {
      const position = find(entry.designator);
      const touches = entry.measurements.some((m) => m.measurement.kind !== "visual");
      if (touches) await requireHandsAllowed(db, job, positions);
      for (const { measurement, significant } of entry.measurements)
        await insertReading(db, {
          jobId: job.id,
          lineId,
          positionId: position.id,
          inCircuit: entry.inCircuit,
          meter: entry.meter,
          measurement,
          significant,
          at,
        });
      if (entry.parallel) await setParallel(db, position.id, entry.parallel.kind === "alone" ? [] : entry.parallel.designators);
      return;
    }
    case "volts": {
      const position = find(entry.designator);
      const safety = await currentSafety(db, job, positions);
      const energised = safety.kind === "energised";
      if (entry.alternating && !energised) throw new Refused({ code: "powerNeeded" });
      if (energised)
        await insertPointReading(db, {
          jobId: job.id,
          lineId,
          positionId: position.id,
          point: null,
          volts: entry.volts,
          alternating: entry.alternating,
          significant: entry.significant,
          at,
        });
      else await insertSafetyEvent(db, { jobId: job.id, lineId, kind: "residual", positionId: position.id, volts: entry.volts, by, at });
      return;
    }
    case "point":
      await insertPointReading(db, {
        jobId: job.id,
        lineId,
        positionId: null,
        point: entry.point,
        volts: entry.volts,
        alternating: entry.alternating,
        significant: entry.significant,
        at,
      });
      return;
    case "power":
      await insertSafetyEvent(db, { jobId: job.id, lineId, kind: entry.on ? "powerOn" : "powerOff", by, at });
      return;
    case "add":
      await insertPosition(db, job.id, entry.position, null);
      await insertJobEvent(db, job.id, "positionsAdded", { designators: [entry.position.designator] }, by);
      return;
    case "note":
      await insertJobEvent(db, job.id, "note", { text: entry.text, lineId }, by);
      return;
    case "shelf":
      await insertShelfReading(db, entry, by);
      return;
  }
}
