import "server-only";
import { SAFETY_KINDS } from "@mirvek/core/safety";
import { z } from "zod";
import { DECISIONS, JOB_EVENTS, type LogEntry } from "../../schemas/jobView";
import type { Db } from "../db";
import { readRows } from "../rows";

const lineRow = z.object({
  key: z.string(),
  seq: z.number(),
  typed: z.string(),
  at: z.date(),
  kept: z.date(),
  by: z.string(),
  withdrawn: z.boolean(),
});
const eventRow = z.object({
  id: z.number(),
  kind: z.enum(JOB_EVENTS),
  at: z.date(),
  by: z.string(),
  detail: z.record(z.string(), z.unknown()),
});
const choiceRow = z.object({
  id: z.number(),
  decision: z.enum(DECISIONS),
  designator: z.string(),
  code: z.string().nullable(),
  reason: z.string().nullable(),
  at: z.date(),
  by: z.string(),
});
const safetyRow = z.object({ id: z.number(), kind: z.enum(SAFETY_KINDS), reason: z.string().nullable(), at: z.date(), by: z.string() });

/** Everything that happened to a job, in the order it was kept: lines, edits, decisions, what was switched and overridden by hand. */
export async function listLog(db: Db, jobId: number): Promise<LogEntry[]> {
  const lines = await db.query(
    `select r.client_key as key, r.id as seq, r.typed, coalesce(r.typed_at, r.entered_at) as at, r.entered_at as kept, r.entered_by as by,
       w.line_id is not null as withdrawn
     from readout_line r left join line_withdrawal w on w.line_id = r.id where r.job_id = $1`,
    [jobId],
  );
  // notes and positions of lines are told by their lines
  const events = await db.query("select id, kind, at, by, detail from job_event where job_id = $1 and line_id is null", [jobId]);
  const choices = await db.query(
    `select c.id, c.decision::text, p.designator, part.code, c.reason, c.at, c.by from choice c join position p on p.id = c.position_id
     left join part on part.id = c.part_id where p.job_id = $1`,
    [jobId],
  );
  const safety = await db.query("select id, kind::text, reason, at, by from safety_event where job_id = $1 and line_id is null", [jobId]);
  const entries: LogEntry[] = [
    ...readRows("readout_line", lines.rows, (r) => lineRow.parse(r)).map(({ at, kept, ...l }): LogEntry => ({
      what: "line",
      at: at.getTime(),
      kept: kept.getTime(),
      ...l,
    })),
    ...readRows("job_event", events.rows, (r) => eventRow.parse(r)).map((e): LogEntry => ({
      what: "event",
      kind: e.kind,
      detail: e.detail,
      key: `e${e.id}`,
      at: e.at.getTime(),
      kept: e.at.getTime(),
      by: e.by,
    })),
    ...readRows("choice", choices.rows, (r) => choiceRow.parse(r)).map(({ id, at, ...c }): LogEntry => ({
      what: "choice",
      key: `c${id}`,
      at: at.getTime(),
      kept: at.getTime(),
      ...c,
    })),
    ...readRows("safety_event", safety.rows, (r) => safetyRow.parse(r)).map(({ id, at, ...s }): LogEntry => ({
      what: "safety",
      key: `s${id}`,
      at: at.getTime(),
      kept: at.getTime(),
      ...s,
    })),
  ];
  return entries.sort((a, b) => a.kept - b.kept);
}
