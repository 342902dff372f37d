import "server-only";
import type { SafetyEvent } from "@mirvek/core/bringUp";
import { CONDITIONS, OHMMETER_TRENDS, VISUAL_SIGNS, type Measurement, type Reading } from "@mirvek/core/capacitor";
import { amperes, farads, hertz, ohms, volts, type Volts } from "@mirvek/core/units";
import { z } from "zod";
import type { Db } from "../db";

const time = z.date().transform((d) => d.getTime());

/** Keeps a typed line; null where this key was kept before: the answer to it was lost, not the line. */
export async function insertLine(db: Db, jobId: number, clientKey: string, typed: string, by: string, at: Date): Promise<number | null> {
  const { rows } = await db.query(
    `insert into readout_line (job_id, client_key, typed, entered_by, entered_at) values ($1, $2, $3, $4, $5)
     on conflict (client_key) do nothing returning id`,
    [jobId, clientKey, typed, by, at],
  );
  return rows[0] ? z.object({ id: z.number() }).parse(rows[0]).id : null;
}

export interface NewReading {
  jobId: number;
  lineId: number;
  positionId: number;
  inCircuit: boolean;
  meter: string | null;
  measurement: Measurement;
  significant: number;
  at: Date;
}

export async function insertReading(db: Db, r: NewReading): Promise<void> {
  const c = measurementColumns(r.measurement);
  await db.query(
    `insert into reading (job_id, line_id, position_id, kind, in_circuit, meter_id, value, over_range, at_hz, trend, sign, condition, significant,
       taken_at)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14)`,
    [
      r.jobId, r.lineId, r.positionId, r.measurement.kind, r.inCircuit, r.meter, c.value, c.overRange, c.atHz, c.trend, c.sign,
      c.condition, r.significant, r.at,
    ], // prettier-ignore
  );
}

interface MeasurementColumns {
  value: number | null;
  overRange: boolean;
  atHz: number | null;
  trend: string | null;
  sign: string | null;
  condition: string | null;
}

function measurementColumns(m: Measurement): MeasurementColumns {
  const none: MeasurementColumns = { value: null, overRange: false, atHz: null, trend: null, sign: null, condition: null };
  switch (m.kind) {
    case "esr":
      return { ...none, value: m.ohms === "over" ? null : m.ohms, overRange: m.ohms === "over", atHz: m.at };
    case "capacitance":
      return { ...none, value: m.farads, atHz: m.at === "dc" ? null : m.at };
    case "dissipation":
      return { ...none, value: m.d, atHz: m.at };
    case "ohmmeter":
      return { ...none, value: m.ohms === "over" ? null : m.ohms, overRange: m.ohms === "over", trend: m.trend };
    case "leakage":
      return { ...none, value: m.amperes };
    case "visual":
      return { ...none, sign: m.sign };
    case "condition":
      return { ...none, condition: m.condition };
  }
}

const base = {
  id: z.number(),
  position_id: z.number(),
  line_id: z.number(),
  in_circuit: z.boolean(),
  meter_id: z.string().nullable(),
  significant: z.number(),
  taken_at: time,
};
const figure = z.number().nullable();
const orOver = (value: number | null) => (value === null ? ("over" as const) : ohms(value));

const readingRow = z
  .discriminatedUnion("kind", [
    z.object({ ...base, kind: z.literal("esr"), value: figure, at_hz: z.number() }),
    z.object({ ...base, kind: z.literal("capacitance"), value: z.number(), at_hz: figure }),
    z.object({ ...base, kind: z.literal("dissipation"), value: z.number(), at_hz: z.number() }),
    z.object({ ...base, kind: z.literal("ohmmeter"), value: figure, trend: z.enum(OHMMETER_TRENDS) }),
    z.object({ ...base, kind: z.literal("leakage"), value: z.number() }),
    z.object({ ...base, kind: z.literal("visual"), sign: z.enum(VISUAL_SIGNS) }),
    z.object({ ...base, kind: z.literal("condition"), condition: z.enum(CONDITIONS) }),
  ])
  .transform((r): StoredReading => {
    const { id, position_id, line_id, in_circuit, meter_id, significant, taken_at } = r;
    return {
      id,
      positionId: position_id,
      lineId: line_id,
      inCircuit: in_circuit,
      meter: meter_id,
      significant,
      takenAt: taken_at,
      measurement: measurementOf(r),
    };
  });

type ReadingColumns =
  | { kind: "esr"; value: number | null; at_hz: number }
  | { kind: "capacitance"; value: number; at_hz: number | null }
  | { kind: "dissipation"; value: number; at_hz: number }
  | { kind: "ohmmeter"; value: number | null; trend: (typeof OHMMETER_TRENDS)[number] }
  | { kind: "leakage"; value: number }
  | { kind: "visual"; sign: (typeof VISUAL_SIGNS)[number] }
  | { kind: "condition"; condition: (typeof CONDITIONS)[number] };

function measurementOf(r: ReadingColumns): Measurement {
  switch (r.kind) {
    case "esr":
      return { kind: "esr", ohms: orOver(r.value), at: hertz(r.at_hz) };
    case "capacitance":
      return { kind: "capacitance", farads: farads(r.value), at: r.at_hz === null ? "dc" : hertz(r.at_hz) };
    case "dissipation":
      return { kind: "dissipation", d: r.value, at: hertz(r.at_hz) };
    case "ohmmeter":
      return { kind: "ohmmeter", ohms: orOver(r.value), trend: r.trend };
    case "leakage":
      return { kind: "leakage", amperes: amperes(r.value) };
    case "visual":
      return { kind: "visual", sign: r.sign };
    case "condition":
      return { kind: "condition", condition: r.condition };
  }
}

export interface StoredReading extends Reading {
  id: number;
  positionId: number;
  lineId: number;
  significant: number;
}

const NOT_WITHDRAWN = "not exists (select 1 from line_withdrawal w where w.line_id = r.line_id)";

/** Every reading of these jobs that was not undone, oldest first. */
export async function listReadings(db: Db, jobIds: readonly number[]): Promise<StoredReading[]> {
  const { rows } = await db.query(`select r.* from reading r where job_id = any($1) and ${NOT_WITHDRAWN} order by taken_at, id`, [jobIds]);
  return rows.map((row) => readingRow.parse(row));
}

export interface PointReading {
  id: number;
  positionId: number | null;
  point: string | null;
  volts: Volts;
  alternating: boolean;
  significant: number;
  takenAt: number;
}

export async function insertPointReading(
  db: Db,
  r: {
    jobId: number;
    lineId: number;
    positionId: number | null;
    point: string | null;
    volts: number;
    alternating: boolean;
    significant: number;
    at: Date;
  },
): Promise<void> {
  await db.query(
    `insert into point_reading (job_id, line_id, position_id, point, volts, alternating, significant, taken_at)
     values ($1, $2, $3, $4, $5, $6, $7, $8)`,
    [r.jobId, r.lineId, r.positionId, r.point, r.volts, r.alternating, r.significant, r.at],
  );
}

const pointRow = z
  .object({
    id: z.number(),
    position_id: z.number().nullable(),
    point: z.string().nullable(),
    volts: z.number().transform(volts),
    alternating: z.boolean(),
    significant: z.number(),
    taken_at: time,
  })
  .transform(({ position_id, taken_at, ...r }): PointReading => ({ ...r, positionId: position_id, takenAt: taken_at }));

export async function listPointReadings(db: Db, jobId: number): Promise<PointReading[]> {
  const { rows } = await db.query(`select r.* from point_reading r where job_id = $1 and ${NOT_WITHDRAWN} order by taken_at, id`, [jobId]);
  return rows.map((row) => pointRow.parse(row));
}

export type NewSafetyEvent = { jobId: number; lineId: number | null; by: string; at: Date } & (
  { kind: "residual"; positionId: number; volts: Volts } | { kind: "powerOn" | "powerOff" } | { kind: "override"; reason: string }
);

export async function insertSafetyEvent(db: Db, e: NewSafetyEvent): Promise<void> {
  await db.query(
    "insert into safety_event (job_id, line_id, kind, position_id, volts, reason, by, at) values ($1, $2, $3, $4, $5, $6, $7, $8)",
    [
      e.jobId,
      e.lineId,
      e.kind,
      e.kind === "residual" ? e.positionId : null,
      e.kind === "residual" ? e.volts : null,
      e.kind === "override" ? e.reason : null,
      e.by,
      e.at,
    ],
  );
}

const safetyRow = z
  .object({
    id: z.number(),
    job_id: z.number(),
    kind: z.enum(["residual", "powerOn", "powerOff", "override"]),
    designator: z.string().nullable(),
    volts: z.number().nullable(),
    reason: z.string().nullable(),
    at: time,
  })
  .transform((r): { jobId: number; event: SafetyEvent } => {
    const { id, at } = r;
    const event: SafetyEvent =
      r.kind === "residual"
        ? { id, at, kind: "residual", position: r.designator!, volts: volts(r.volts!) }
        : r.kind === "override"
          ? { id, at, kind: "override", reason: r.reason! }
          : { id, at, kind: r.kind };
    return { jobId: r.job_id, event };
  });

/** Safety events of these jobs that were not undone, oldest first. */
export async function listSafetyEvents(db: Db, jobIds: readonly number[]): Promise<{ jobId: number; event: SafetyEvent }[]> {
  const { rows } = await db.query(
    `select r.id, r.job_id, r.kind, p.designator, r.volts, r.reason, r.at from safety_event r left join position p on p.id = r.position_id
     where r.job_id = any($1) and ${NOT_WITHDRAWN} order by r.at, r.id`,
    [jobIds],
  );
  return rows.map((row) => safetyRow.parse(row));
}

const lineRow = z
  .object({ id: z.number(), typed: z.string(), entered_at: time, entered_by: z.string(), withdrawn: z.boolean() })
  .transform(({ entered_at, entered_by, ...line }) => ({ ...line, enteredAt: entered_at, enteredBy: entered_by }));
export type StoredLine = z.infer<typeof lineRow>;

/** The latest lines as typed, newest first, undone ones marked. */
export async function listLines(db: Db, jobId: number, most: number): Promise<StoredLine[]> {
  const { rows } = await db.query(
    `select r.id, r.typed, r.entered_at, r.entered_by, w.line_id is not null as withdrawn from readout_line r
     left join line_withdrawal w on w.line_id = r.id where r.job_id = $1 order by r.id desc limit $2`,
    [jobId, most],
  );
  return rows.map((row) => lineRow.parse(row));
}

const undoRow = z.object({ id: z.number(), typed: z.string(), charge: z.boolean() });

/** The latest line not yet undone; `charge` where it holds volts at or above `limit` or a change of power, which stay. */
export async function findLineToUndo(db: Db, jobId: number, limit: number): Promise<z.infer<typeof undoRow> | null> {
  const { rows } = await db.query(
    `select r.id, r.typed, exists (select 1 from safety_event s where s.line_id = r.id and (s.kind <> 'residual' or abs(s.volts) >= $2)) as charge
     from readout_line r where r.job_id = $1 and ${NOT_WITHDRAWN.replaceAll("r.line_id", "r.id")} order by r.id desc limit 1`,
    [jobId, limit],
  );
  return rows[0] ? undoRow.parse(rows[0]) : null;
}

export async function withdrawLine(db: Db, lineId: number, by: string): Promise<void> {
  await db.query("insert into line_withdrawal (line_id, by) values ($1, $2)", [lineId, by]);
}
