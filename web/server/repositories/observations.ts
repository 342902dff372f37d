import "server-only";
import type { StoredObservation } from "@mirvek/core/job";
import { observation } from "../../schemas/observation";
import type { Subject } from "@mirvek/core/evidence";
import { z } from "zod";
import type { Db } from "../db";
import { readRows } from "../rows";
import { COUNTS, FROM_LINE, JOIN_LINE, fromLine } from "./lines";

interface NewObservation extends Pick<StoredObservation, "subject" | "observation" | "by" | "whileLocked"> {
  jobId: number;
  lineId: number;
  at: Date;
}

/** All of a line at once, in their order. */
export async function insertObservations(db: Db, all: readonly NewObservation[]): Promise<void> {
  if (all.length === 0) return;
  const rows = all.map(({ jobId, lineId, subject, observation: { kind, ...detail }, whileLocked, at, by }) => ({
    job_id: jobId,
    line_id: lineId,
    kind,
    subject_kind: subject.kind,
    subject: subject.kind === "unit" ? null : subject.name,
    detail,
    while_locked: whileLocked,
    taken_at: at,
    by,
  }));
  await db.query(
    `insert into observation (job_id, line_id, kind, subject_kind, subject, detail, while_locked, taken_at, by)
     select r.job_id, r.line_id, r.kind, r.subject_kind, r.subject, r.detail, r.while_locked, r.taken_at, r.by
     from rows from (jsonb_to_recordset($1::jsonb) as (job_id int, line_id bigint, kind observation_kind,
       subject_kind subject_kind, subject text, detail jsonb,
       while_locked boolean, taken_at timestamptz, by text)) with ordinality as r order by r.ordinality`,
    [JSON.stringify(rows)],
  );
}

const row = z.object({
  ...fromLine,
  job_id: z.number(),
  kind: z.string(),
  subject_kind: z.enum(["part", "point", "place", "unit"]),
  subject: z.string().nullable(),
  detail: z.record(z.string(), z.unknown()),
  while_locked: z.boolean(),
  taken_at: z.date().transform((d) => d.getTime()),
  by: z.string(),
});

/** Observations of these jobs that count, in the order they were kept. */
export async function listObservations(db: Db, jobIds: readonly number[]): Promise<(StoredObservation & { jobId: number })[]> {
  const { rows } = await db.query(
    `select r.*, ${FROM_LINE} from observation r ${JOIN_LINE} where r.job_id = any($1) and ${COUNTS} order by r.id`,
    [jobIds],
  );
  return readRows("observation", rows, (raw) => {
    const r = row.parse(raw);
    const subject: Subject = r.subject_kind === "unit" ? { kind: "unit" } : { kind: r.subject_kind, name: r.subject! };
    return {
      jobId: r.job_id,
      line: r.line,
      seq: r.seq,
      subject,
      observation: observation.parse({ kind: r.kind, ...r.detail }),
      takenAt: r.taken_at,
      by: r.by,
      whileLocked: r.while_locked,
    };
  });
}
