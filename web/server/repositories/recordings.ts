import "server-only";
import { z } from "zod";
import { PLAYED, RECORDING_MOMENTS, recordingShows, type RecordingAsked, type RecordingView } from "../../schemas/recording";
import type { Db } from "../db";
import { readRows } from "../rows";

const row = z
  .object({
    id: z.number(),
    name: z.string(),
    moment: z.enum(RECORDING_MOMENTS),
    played: z.enum(PLAYED),
    sha256: z.string(),
    // a bigint comes as text; no recording is larger than a number can say
    size: z.coerce.number(),
    shows: recordingShows.nullable(),
    taken_at: z.date(),
    by: z.string(),
  })
  .transform(({ taken_at, ...r }): RecordingView => ({ ...r, takenAt: taken_at.getTime() }));

/** Recordings of a job that were not struck, oldest first. */
export async function listRecordings(db: Db, jobId: number): Promise<RecordingView[]> {
  const { rows } = await db.query(
    "select id, name, moment, played, sha256, size, shows, taken_at, by from recording where job_id = $1 and struck_at is null order by id",
    [jobId],
  );
  return readRows("recording", rows, (r) => row.parse(r));
}

export async function insertPiece(db: Db, sha256: string, bytes: Buffer): Promise<void> {
  await db.query("insert into sound_piece (sha256, bytes) values ($1, $2) on conflict do nothing", [sha256, bytes]);
}

/** Takes away pieces that came more than a day ago and are part of no recording: their sending was never finished. */
export async function dropOrphans(db: Db): Promise<number> {
  const { rowCount } = await db.query(
    `delete from sound_piece s where came_at < now() - interval '1 day' and not exists (select 1 from recording where ` +
      `s.sha256 = any (pieces))`,
  );
  return rowCount ?? 0;
}

/** Those of these pieces that are not here yet, each once. */
export async function missingPieces(db: Db, pieces: readonly string[]): Promise<string[]> {
  const { rows } = await db.query(
    "select distinct p as sha256 from unnest($1::text[]) as p where not exists (select 1 from sound_piece where sha256 = p)",
    [pieces],
  );
  return rows.map((r) => z.object({ sha256: z.string() }).parse(r).sha256);
}

/** @throws where the piece is not here */
export async function readPiece(db: Db, sha256: string): Promise<Buffer> {
  const { rows } = await db.query("select bytes from sound_piece where sha256 = $1", [sha256]);
  return z.object({ bytes: z.instanceof(Buffer) }).parse(rows[0]).bytes;
}

interface NewRecording extends RecordingAsked {
  jobId: number;
  sha256: string;
  by: string;
}

/** Keeps a recording; the same file again is taken as the one that is there, with what is said of it now. */
export async function insertRecording(db: Db, r: NewRecording): Promise<void> {
  await db.query(
    `insert into recording (job_id, name, moment, played, sha256, size, pieces, shows, by) values ($1, $2, $3, $4, $5, $6, $7, $8, $9)
     on conflict (job_id, sha256) do update set name = excluded.name, moment = excluded.moment, played = excluded.played,
       shows = excluded.shows, struck_at = null`,
    [r.jobId, r.name, r.moment, r.played, r.sha256, r.size, r.pieces, r.shows === null ? null : JSON.stringify(r.shows), r.by],
  );
}

/** A recording's file as the pieces it lies in; null where there is none, or it was struck. */
export async function findRecording(
  db: Db,
  jobId: number,
  id: number,
): Promise<{ name: string; size: number; pieces: readonly string[] } | null> {
  const { rows } = await db.query("select name, size, pieces from recording where job_id = $1 and id = $2 and struck_at is null", [
    jobId,
    id,
  ]);
  return rows[0] ? z.object({ name: z.string(), size: z.coerce.number(), pieces: z.array(z.string()) }).parse(rows[0]) : null;
}

/** @returns whether there was one to change */
export async function meanRecording(
  db: Db,
  jobId: number,
  id: number,
  { moment, played }: Pick<RecordingAsked, "moment" | "played">,
): Promise<boolean> {
  const { rowCount } = await db.query("update recording set moment = $3, played = $4 where job_id = $1 and id = $2 and struck_at is null", [
    jobId,
    id,
    moment,
    played,
  ]);
  return (rowCount ?? 0) > 0;
}

/** @returns whether there was one to strike */
export async function strikeRecording(db: Db, jobId: number, id: number): Promise<boolean> {
  const { rowCount } = await db.query("update recording set struck_at = now() where job_id = $1 and id = $2 and struck_at is null", [
    jobId,
    id,
  ]);
  return (rowCount ?? 0) > 0;
}
