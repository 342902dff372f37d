import "server-only";
import { SAFETY_KINDS, type SafetyHappening } from "@mirvek/core/safety";
import type { AcrossNote, Fitting, NoteRecord, PointReading, StoredSafetyEvent, WorkingNote } from "@mirvek/core/job";
import { TECHNOLOGIES } from "@mirvek/core/part";
import { VOLTS_FORMS } from "@mirvek/core/entry";
import { farads, volts, type Volts } from "@mirvek/core/units";
import { z } from "zod";
import { circumstances } from "../../schemas/observation";
import type { Db } from "../db";
import { readRows } from "../rows";
import { COUNTS, FROM_LINE, JOIN_LINE, fromLine, type Moment } from "./lines";

// What lines bring about besides readings. Everything here is append-only; what a line brought goes out of judgement with it.

type OfJob<T> = T & { jobId: number };
const time = z.date().transform((d) => d.getTime());

/** Rows of a table that hang on lines, of several jobs at once, those of undone lines left out, in the order they were kept. */
async function counting(db: Db, table: string, jobIds: readonly number[], where = "true"): Promise<unknown[]> {
  const { rows } = await db.query(
    `select r.*, ${FROM_LINE} from ${table} r ${JOIN_LINE} where r.job_id = any($1) and ${where} and ${COUNTS} order by r.id`,
    [jobIds],
  );
  return rows;
}

// ---------------------------------------------------------------- volts at parts and points

interface NewPointReading extends Pick<PointReading, "positionId" | "point" | "volts" | "form" | "significant" | "under"> {
  jobId: number;
  lineId: number;
  at: Date;
}

export async function insertPointReading(db: Db, r: NewPointReading): Promise<void> {
  await db.query(
    `insert into point_reading (job_id, line_id, position_id, point, volts, form, significant, taken_at, under)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
    [r.jobId, r.lineId, r.positionId, r.point, r.volts, r.form, r.significant, r.at, r.under],
  );
}

const pointRow = z.object({
  ...fromLine,
  job_id: z.number(),
  position_id: z.number().nullable(),
  point: z.string().nullable(),
  volts: z.number().transform(volts),
  form: z.enum(VOLTS_FORMS),
  significant: z.number(),
  taken_at: time,
  under: circumstances,
});

export async function listPointReadings(db: Db, jobIds: readonly number[]): Promise<OfJob<PointReading>[]> {
  return readRows("point_reading", await counting(db, "point_reading", jobIds), (row) => {
    const { job_id, position_id, taken_at, line, seq, point, volts: v, form, significant, under } = pointRow.parse(row);
    return { jobId: job_id, positionId: position_id, takenAt: taken_at, line, seq, point, volts: v, form, significant, under };
  });
}

// ---------------------------------------------------------------- charge and power

type AtPosition<H> = H extends { position: string } ? Omit<H, "position"> & { positionId: number } : H;
type NewSafetyEvent = { jobId: number; lineId: number | null; by: string; at: Moment } & AtPosition<SafetyHappening>;

export async function insertSafetyEvent(db: Db, e: NewSafetyEvent): Promise<void> {
  await db.query(
    "insert into safety_event (job_id, line_id, kind, position_id, volts, reason, by, at, typed_at) values ($1, $2, " +
      "$3, $4, $5, $6, $7, $8, $9)",
    [
      e.jobId,
      e.lineId,
      e.kind,
      "positionId" in e ? e.positionId : null,
      "volts" in e ? e.volts : null,
      "reason" in e ? e.reason : null,
      e.by,
      e.at.kept,
      e.at.typed,
    ],
  );
}

const safetyRow = z.object({
  ...fromLine,
  id: z.number(),
  job_id: z.number(),
  kind: z.enum(SAFETY_KINDS),
  designator: z.string().nullable(),
  volts: z.number().nullable(),
  reason: z.string().nullable(),
  struck: z.boolean(),
  at: time,
  kept: time,
});

/**
 * Safety events of these jobs, in the order of recording. Those of undone lines are left out, but for power, and for charge at or above the
 * touch limit: they were seen, and the lock goes on counting them (`struck`). What no line said stands behind the last line before it.
 */
export async function listSafetyEvents(db: Db, jobIds: readonly number[]): Promise<OfJob<StoredSafetyEvent>[]> {
  const { rows } = await db.query(
    `select r.id, r.job_id, r.kind, p.designator, r.volts, r.reason, coalesce(r.typed_at, r.at) as at, r.at as kept, l.client_key as line,
       coalesce(r.line_id, (select max(b.id) from readout_line b where b.job_id = r.job_id and b.entered_at <= r.at),
         0) as seq, w.line_id is not null as struck
     from safety_event r ${JOIN_LINE} left join position p on p.id = r.position_id left join line_withdrawal w on w.line_id = r.line_id
     where r.job_id = any($1) and (w.line_id is null or r.kind::text in ('powerOn', 'powerAttempt', 'powerOff')
       or (r.kind = 'residual' and not abs(r.volts) < (select touch_limit_v from shop)))
     order by r.id`,
    [jobIds],
  );
  return rows.map((raw): OfJob<StoredSafetyEvent> => {
    const read = readRows("safety_event", [raw], (row) => safetyRow.parse(row))[0];
    return read ? eventOf(read) : unreadableEvent(raw);
  });
}

/** A safety event that cannot be read may have been power: it counts as that, and where it stands. */
function unreadableEvent(raw: { id: number; job_id: number; seq: number; kept: Date }): OfJob<StoredSafetyEvent> {
  const at = raw.kept instanceof Date && Number.isFinite(raw.kept.getTime()) ? raw.kept.getTime() : 0;
  return { id: raw.id, jobId: raw.job_id, line: null, seq: raw.seq, at, kept: at, struck: false, kind: "unreadable" };
}

function eventOf({ job_id, kind, designator, volts: v, reason, ...rest }: z.infer<typeof safetyRow>): OfJob<StoredSafetyEvent> {
  const from = { jobId: job_id, ...rest };
  switch (kind) {
    case "residual":
      return { ...from, kind, position: designator!, volts: volts(v!) };
    case "released":
      return { ...from, kind, position: designator!, reason: reason! };
    case "override":
      return { ...from, kind, reason: reason! };
    case "highest":
      return { ...from, kind, volts: volts(v!) };
    default:
      return { ...from, kind };
  }
}

// ---------------------------------------------------------------- what lies across a part

export async function insertAcross(
  db: Db,
  a: { jobId: number; positionId: number; lineId: number | null; designators: readonly string[] | null; by: string },
): Promise<void> {
  await db.query("insert into across_note (job_id, position_id, line_id, designators, by) values ($1, $2, $3, $4, $5)", [
    a.jobId,
    a.positionId,
    a.lineId,
    a.designators,
    a.by,
  ]);
}

const acrossRow = z.object({ ...fromLine, job_id: z.number(), position_id: z.number(), designators: z.array(z.string()).nullable() });

export async function listAcross(db: Db, jobIds: readonly number[]): Promise<OfJob<AcrossNote>[]> {
  return readRows("across_note", await counting(db, "across_note", jobIds), (row) => {
    const { job_id, position_id, line, seq, designators } = acrossRow.parse(row);
    return { jobId: job_id, positionId: position_id, line, seq, designators };
  });
}

// ---------------------------------------------------------------- volts across a part in use

export async function insertWorking(
  db: Db,
  w: { jobId: number; positionId: number; lineId: number | null; volts: Volts | null; by: string },
): Promise<void> {
  await db.query("insert into working_note (job_id, position_id, line_id, volts, by) values ($1, $2, $3, $4, $5)", [
    w.jobId,
    w.positionId,
    w.lineId,
    w.volts,
    w.by,
  ]);
}

const workingRow = z.object({ ...fromLine, job_id: z.number(), position_id: z.number(), volts: z.number().transform(volts).nullable() });

export async function listWorkings(db: Db, jobIds: readonly number[]): Promise<OfJob<WorkingNote>[]> {
  return readRows("working_note", await counting(db, "working_note", jobIds), (row) => {
    const { job_id, position_id, line, seq, volts: v } = workingRow.parse(row);
    return { jobId: job_id, positionId: position_id, line, seq, volts: v };
  });
}

// ---------------------------------------------------------------- parts fitted

export async function insertFitting(
  db: Db,
  jobId: number,
  lineId: number,
  f: Fitting & { partId: number | null; setParts: readonly number[] | null },
  by: string,
): Promise<void> {
  await db.query(
    `insert into fitting (job_id, position_id, line_id, part_id, technology, nominal_f, rated_v, tolerance_minus,
      tolerance_plus, lot, at, by, set_code, set_parts)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14)`,
    [
      jobId,
      f.positionId,
      lineId,
      f.partId,
      f.technology,
      f.nominal,
      f.rated,
      f.tolerance.minus,
      f.tolerance.plus,
      f.lot,
      new Date(f.at),
      by,
      f.setParts === null ? null : f.code,
      f.setParts,
    ],
  );
}

const fittingRow = z.object({
  ...fromLine,
  job_id: z.number(),
  position_id: z.number(),
  code: z.string().nullable(),
  technology: z.enum(TECHNOLOGIES),
  nominal_f: z.number().transform(farads),
  rated_v: z
    .number()
    .nullable()
    .transform((v) => (v === null ? null : volts(v))),
  tolerance_minus: z.number(),
  tolerance_plus: z.number(),
  lot: z.string().nullable(),
  at: time,
});

export async function listFittings(db: Db, jobIds: readonly number[]): Promise<OfJob<Fitting>[]> {
  const { rows } = await db.query(
    `select r.*, coalesce(part.code, r.set_code) as code, ${FROM_LINE} from fitting r ${JOIN_LINE} left join part on part.id = r.part_id
     where r.job_id = any($1) and ${COUNTS} order by r.id`,
    [jobIds],
  );
  return readRows("fitting", rows, (row) => {
    const f = fittingRow.parse(row);
    return {
      jobId: f.job_id,
      positionId: f.position_id,
      line: f.line,
      seq: f.seq,
      at: f.at,
      code: f.code,
      nominal: f.nominal_f,
      rated: f.rated_v,
      technology: f.technology,
      tolerance: { minus: f.tolerance_minus, plus: f.tolerance_plus },
      lot: f.lot,
    };
  });
}

// ---------------------------------------------------------------- notes

const noteRow = z.object({
  ...fromLine,
  job_id: z.number(),
  position_id: z.number().nullable(),
  at: time,
  by: z.string(),
  detail: z.object({ text: z.string() }).loose(),
});

export async function listNotes(db: Db, jobIds: readonly number[]): Promise<OfJob<NoteRecord>[]> {
  return readRows("job_event", await counting(db, "job_event", jobIds, "r.kind = 'note'"), (row) => {
    const { job_id, position_id, line, seq, at, by, detail } = noteRow.parse(row);
    return { jobId: job_id, positionId: position_id, line, seq, at, by, text: detail.text };
  });
}
