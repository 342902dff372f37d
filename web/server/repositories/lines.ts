import "server-only";
import type { LineRecord } from "@mirvek/core/job";
import { z } from "zod";
import type { Db } from "../db";
import { readRows } from "../rows";

/** A line's rows count as long as it was not undone; rows of no line always do. `r` is the table's alias. */
export const COUNTS = "not exists (select 1 from line_withdrawal w where w.line_id = r.line_id)";
/** Key and place of the line a row came from. */
export const FROM_LINE = "l.client_key as line, coalesce(r.line_id, 0) as seq";
export const JOIN_LINE = "left join readout_line l on l.id = r.line_id";
export const fromLine = { line: z.string().nullable(), seq: z.number() };

const lineRow = z.object({
  id: z.number(),
  job_id: z.number(),
  typed: z.string(),
  entered_at: z.date(),
  typed_at: z.date().nullable(),
  withdrawn: z.boolean(),
});

/** The line of that key, of whichever job; null where none was kept. */
export async function findLine(
  db: Db,
  key: string,
): Promise<{ id: number; jobId: number; typed: string; at: Moment; withdrawn: boolean } | null> {
  const { rows } = await db.query(
    `select r.id, r.job_id, r.typed, r.entered_at, r.typed_at, exists (select 1 from line_withdrawal w where w.line_id = r.id) as withdrawn
     from readout_line r where client_key = $1`,
    [key],
  );
  if (!rows[0]) return null;
  const { id, job_id, typed, entered_at, typed_at, withdrawn } = lineRow.parse(rows[0]);
  return { id, jobId: job_id, typed, at: { typed: typed_at ?? entered_at, kept: entered_at }, withdrawn };
}

/** When a line was typed, and when it was kept: the same where it did not wait. */
export interface Moment {
  typed: Date;
  kept: Date;
}

export async function insertLine(db: Db, jobId: number, key: string, typed: string, by: string, at: Moment): Promise<number> {
  const { rows } = await db.query(
    "insert into readout_line (job_id, client_key, typed, entered_by, entered_at, typed_at) values ($1, $2, $3, $4, $5, $6) returning id",
    [jobId, key, typed, by, at.kept, at.typed],
  );
  return z.object({ id: z.number() }).parse(rows[0]).id;
}

const retiredRow = z.object({ id: z.number(), holds_charge: z.boolean() });

const LATEST = 40;
const listRow = z.object({
  key: z.string(),
  seq: z.number(),
  typed: z.string(),
  entered_at: z.date(),
  entered_by: z.string(),
  withdrawn: z.boolean(),
  job_id: z.number(),
});

/** The latest lines of each job as typed, newest first, undone ones marked. */
export async function listLines(db: Db, jobIds: readonly number[]): Promise<(LineRecord & { jobId: number })[]> {
  const { rows } = await db.query(
    `select n.* from unnest($1::int[]) as j(id) cross join lateral (
       select r.client_key as key, r.id as seq, r.job_id, r.typed, r.entered_at, r.entered_by, w.line_id is not null as withdrawn
       from readout_line r left join line_withdrawal w on w.line_id = r.id where r.job_id = j.id order by r.id desc limit $2) n`,
    [jobIds, LATEST],
  );
  return readRows("readout_line", rows, (row) => {
    const { entered_at, entered_by, job_id, ...line } = listRow.parse(row);
    return { ...line, enteredAt: entered_at.getTime(), enteredBy: entered_by, jobId: job_id };
  });
}

/** Id of the last line of a job that still counts; null where none does. */
export async function findLastLine(db: Db, jobId: number): Promise<number | null> {
  const { rows } = await db.query(
    `select r.id from readout_line r where job_id = $1 and not exists (select 1 from line_withdrawal w where w.line_id = r.id)
     order by r.id desc limit 1`,
    [jobId],
  );
  return rows[0] ? z.object({ id: z.number() }).parse(rows[0]).id : null;
}

/** The key under which a line was kept. */
export async function keyOfLine(db: Db, lineId: number): Promise<string> {
  const { rows } = await db.query("select client_key from readout_line where id = $1", [lineId]);
  return z.object({ client_key: z.string() }).parse(rows[0]).client_key;
}

/** The line that an undo of this key took back; null where there was none. */
export async function findUndone(db: Db, key: string): Promise<number | null> {
  const { rows } = await db.query("select line_id from line_withdrawal where client_key = $1", [key]);
  return rows[0] ? z.object({ line_id: z.number() }).parse(rows[0]).line_id : null;
}

/**
 * Takes a line out of judgement with everything it brought about; positions it added leave the job. Doing it again changes nothing.
 * @returns ids of the positions that left and were listed as holding charge
 */
export async function withdrawLine(db: Db, lineId: number, key: string, by: string): Promise<number[]> {
  await db.query("insert into line_withdrawal (line_id, client_key, by) values ($1, $2, $3) on conflict (line_id) do nothing", [
    lineId,
    key,
    by,
  ]);
  const { rows } = await db.query(
    "update position set retired_at = now(), version = version + 1 where line_id = $1 and retired_at is null returning id, holds_charge",
    [lineId],
  );
  return rows.map((row) => retiredRow.parse(row)).flatMap((r) => (r.holds_charge ? [r.id] : []));
}
