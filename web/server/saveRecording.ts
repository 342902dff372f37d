import "server-only";
import { readWavFormat } from "@mirvek/core/sound";
import { createHash } from "node:crypto";
import type { z } from "zod";
import type { RecordingAsked, RecordingView, recordingMeant } from "../schemas/recording";
import { benchName } from "./bench";
import { pool, transaction, type Db } from "./db";
import { requireOpen } from "./guard";
import { refuseMissing, Refused } from "./refusal";
import { findJob, lockJob } from "./repositories/jobs";
import {
  dropOrphans,
  findRecording,
  insertPiece,
  insertRecording,
  listRecordings,
  meanRecording,
  missingPieces,
  readPiece,
  strikeRecording,
} from "./repositories/recordings";

const MAX_RECORDINGS = 40;

const sha256Of = (bytes: Buffer): string => createHash("sha256").update(bytes).digest("hex");

/** Keeps one piece of a recording under its hash, whichever job it will be of. */
export async function keepPiece(sha256: string, bytes: Buffer): Promise<{ kept: true }> {
  if (bytes.length === 0 || sha256Of(bytes) !== sha256) throw new Refused({ code: "pieceDamaged" }, 422);
  await insertPiece(pool(), sha256, bytes);
  return { kept: true };
}

/**
 * Keeps a recording whose pieces are here. It is put together once, outside the job's lock: to know its own hash, and that it is a
 * recording at all. @returns all recordings of the job @throws Refused naming the pieces that are not here yet
 */
export async function saveRecording(jobNumber: number, asked: RecordingAsked): Promise<RecordingView[]> {
  const before = await findJob(pool(), jobNumber);
  if (!before) throw refuseMissing();
  requireOpen(before);
  await dropOrphans(pool());
  const missing = await missingPieces(pool(), asked.pieces);
  if (missing.length > 0) throw new Refused({ code: "piecesMissing", pieces: missing }, 409);
  const whole = createHash("sha256");
  let size = 0;
  for (const [i, piece] of asked.pieces.entries()) {
    const bytes = await readPiece(pool(), piece);
    if (i === 0) {
      const read = readWavFormat(bytes, asked.size);
      if (!read.ok) throw new Refused({ code: "noRecording", issue: read.issue }, 415);
    }
    whole.update(bytes);
    size += bytes.length;
  }
  if (size !== asked.size) throw new Refused({ code: "pieceDamaged" }, 422);
  return transaction(async (db) => {
    const job = await lockJob(db, jobNumber);
    requireOpen(job);
    const sha256 = whole.digest("hex");
    const there = await listRecordings(db, job.id);
    if (there.length >= MAX_RECORDINGS && !there.some((r) => r.sha256 === sha256))
      throw new Refused({ code: "tooManyRecordings", most: MAX_RECORDINGS });
    await insertRecording(db, { ...asked, jobId: job.id, sha256, by: benchName() });
    return listRecordings(db, job.id);
  });
}

/** The file of a recording, piece after piece, each asked for when the one before was taken. */
export async function recordingFile(
  db: Db,
  jobNumber: number,
  id: number,
): Promise<{ name: string; size: number; stream: ReadableStream<Uint8Array> }> {
  const job = await findJob(db, jobNumber);
  const found = job && (await findRecording(db, job.id, id));
  if (!found) throw refuseMissing();
  let at = 0;
  const stream = new ReadableStream<Uint8Array>({
    async pull(controller) {
      const piece = found.pieces[at++];
      if (piece === undefined) controller.close();
      else controller.enqueue(new Uint8Array(await readPiece(db, piece)));
    },
  });
  return { name: found.name, size: found.size, stream };
}

const changed = (jobNumber: number, change: (db: Db, jobId: number) => Promise<boolean>): Promise<RecordingView[]> =>
  transaction(async (db) => {
    const job = await lockJob(db, jobNumber);
    requireOpen(job);
    if (!(await change(db, job.id))) throw refuseMissing();
    return listRecordings(db, job.id);
  });

/** Says anew when it was made and what was played. */
export const editRecording = (jobNumber: number, id: number, meant: z.infer<typeof recordingMeant>): Promise<RecordingView[]> =>
  changed(jobNumber, (db, jobId) => meanRecording(db, jobId, id, meant));

/** Takes a recording out of the job. */
export const dropRecording = (jobNumber: number, id: number): Promise<RecordingView[]> =>
  changed(jobNumber, (db, jobId) => strikeRecording(db, jobId, id));
