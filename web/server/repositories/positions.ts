import "server-only";
import { readRows } from "../rows";
import { ROLES, TECHNOLOGIES } from "@mirvek/core/part";
import { MOUNTINGS, type PositionDraft } from "@mirvek/core/entry";
import { celsius, farads, millimetres, ohms, volts } from "@mirvek/core/units";
import { z } from "zod";
import type { PositionRecord } from "@mirvek/core/job";
import type { PositionFields } from "../../schemas/records";
import { sqlState, type Db } from "../db";
import { Refused, refuseMissing, refuseStale } from "../refusal";

const mm = z.number().transform(millimetres).nullable();

const positionRow = z
  .object({
    id: z.number(),
    job_id: z.number(),
    version: z.number(),
    designator: z.string(),
    section: z.string(),
    channel: z.string().nullable(),
    counterpart_group: z.string().nullable(),
    role: z.enum(ROLES),
    technology: z.enum(TECHNOLOGIES),
    nominal_f: z.number().transform(farads),
    rated_v: z
      .number()
      .nullable()
      .transform((v) => (v === null ? null : volts(v))),
    tolerance_minus: z.number(),
    tolerance_plus: z.number(),
    temperature_c: z.number().transform(celsius).nullable(),
    diameter_mm: mm,
    height_mm: mm,
    max_diameter_mm: mm,
    max_height_mm: mm,
    pitch_mm: mm,
    mounting: z.enum(MOUNTINGS),
    working_v: z.number().transform(volts).nullable(),
    largest_f: z.number().transform(farads).nullable(),
    following_ohms: z.number().transform(ohms).nullable(),
    original_esr_ohms: z.number().transform(ohms).nullable(),
    esr_least_ohms: z.number().transform(ohms).nullable(),
    esr_most_ohms: z.number().transform(ohms).nullable(),
    pulse_v_us: z.number().nullable(),
    audio_v: z.number().transform(volts).nullable(),
    holds_charge: z.boolean(),
    line: z.string().nullable(),
  })
  .transform((r): PositionRecord => ({
    id: r.id,
    jobId: r.job_id,
    version: r.version,
    designator: r.designator,
    section: r.section,
    channel: r.channel,
    counterpartGroup: r.counterpart_group,
    role: r.role,
    technology: r.technology,
    nominal: r.nominal_f,
    rated: r.rated_v,
    tolerance: { minus: r.tolerance_minus, plus: r.tolerance_plus },
    temperature: r.temperature_c,
    diameter: r.diameter_mm,
    height: r.height_mm,
    maxDiameter: r.max_diameter_mm,
    maxHeight: r.max_height_mm,
    pitch: r.pitch_mm,
    mounting: r.mounting,
    working: r.working_v,
    largest: r.largest_f,
    following: r.following_ohms,
    originalEsr: r.original_esr_ohms,
    esrLeast: r.esr_least_ohms,
    esrMost: r.esr_most_ohms,
    pulse: r.pulse_v_us,
    audio: r.audio_v,
    holdsCharge: r.holds_charge,
    line: r.line,
  }));

/** Positions of several jobs at once, in the order they were entered. */
export const listPositions = (db: Db, jobIds: readonly number[]): Promise<PositionRecord[]> => listWhere(db, jobIds, "is null");

/** These positions and their counterparts. */
export async function listWithCounterparts(db: Db, ids: readonly number[]): Promise<PositionRecord[]> {
  const { rows } = await db.query(
    `select r.*, l.client_key as line from position r left join readout_line l on l.id = r.line_id
     where r.retired_at is null and (r.id = any($1) or (r.job_id, r.counterpart_group) in
       (select job_id, counterpart_group from position where id = any($1) and counterpart_group is not null))
     order by r.id`,
    [ids],
  );
  return readRows("position", rows, (row) => positionRow.parse(row));
}

/** Those that were taken off the list: what was read there stays a fact of its node. */
export const listRetired = (db: Db, jobIds: readonly number[]): Promise<PositionRecord[]> => listWhere(db, jobIds, "is not null");

async function listWhere(db: Db, jobIds: readonly number[], retired: "is null" | "is not null"): Promise<PositionRecord[]> {
  const { rows } = await db.query(
    `select r.*, l.client_key as line from position r left join readout_line l on l.id = r.line_id
     where r.job_id = any($1) and r.retired_at ${retired} order by r.id`,
    [jobIds],
  );
  return readRows("position", rows, (row) => positionRow.parse(row));
}

/** @param lineId the line that adds it, where one does */
export async function insertPosition(
  db: Db,
  jobId: number,
  draft: Omit<PositionDraft, "assumed">,
  counterpartGroup: string | null,
  lineId: number | null = null,
): Promise<number> {
  const { rows } = await db
    .query(
      `insert into position (job_id, designator, section, channel, counterpart_group, role, technology, nominal_f, rated_v, tolerance_minus,
       tolerance_plus, temperature_c, diameter_mm, height_mm, pitch_mm, mounting, holds_charge, line_id)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18) returning id`,
      [
        jobId,
        draft.designator,
        draft.section,
        draft.channel,
        counterpartGroup,
        draft.role,
        draft.technology,
        draft.nominal,
        draft.rated,
        draft.tolerance.minus,
        draft.tolerance.plus,
        draft.temperature,
        draft.diameter,
        draft.height,
        draft.pitch,
        draft.mounting,
        draft.holdsCharge,
        lineId,
      ],
    )
    .catch((error: unknown) => {
      throw sqlState(error) === "23505" ? new Refused({ code: "designatorTaken", designator: draft.designator }) : error;
    });
  return z.object({ id: z.number() }).parse(rows[0]).id;
}

/** A copy of `id` under another designator and channel, in the same counterpart group. */
export async function insertCounterpart(db: Db, id: number, designator: string, channel: string, counterpartGroup: string): Promise<void> {
  await db.query(
    "update position set counterpart_group = $2, version = version + 1 where id = $1 and counterpart_group is distinct from $2",
    [id, counterpartGroup],
  );
  await db
    .query(
      `insert into position (job_id, designator, section, channel, counterpart_group, role, technology, nominal_f, rated_v, tolerance_minus,
         tolerance_plus, temperature_c, diameter_mm, height_mm, max_diameter_mm, max_height_mm, pitch_mm, mounting, working_v, largest_f,
         following_ohms, original_esr_ohms, esr_least_ohms, esr_most_ohms, pulse_v_us, audio_v, holds_charge)
       select job_id, $2, section, $3, $4, role, technology, nominal_f, rated_v, tolerance_minus, tolerance_plus, temperature_c,
         diameter_mm, height_mm, max_diameter_mm, max_height_mm, pitch_mm, mounting, working_v, largest_f, following_ohms,
         original_esr_ohms, esr_least_ohms, esr_most_ohms, pulse_v_us, audio_v, holds_charge from position where id = $1`,
      [id, designator, channel, counterpartGroup],
    )
    .catch((error: unknown) => {
      throw sqlState(error) === "23505" ? new Refused({ code: "designatorTaken", designator }) : error;
    });
}

export async function updatePosition(db: Db, id: number, version: number, f: PositionFields): Promise<void> {
  const { rowCount } = await db.query(
    `update position set version = version + 1, section = $3, channel = $4, role = $5, technology = $6, nominal_f = $7, rated_v = $8,
       tolerance_minus = $9, tolerance_plus = $10, temperature_c = $11, diameter_mm = $12, height_mm = $13, max_diameter_mm = $14,
       max_height_mm = $15, pitch_mm = $16, mounting = $17, working_v = $18, largest_f = $19, following_ohms = $20,
       original_esr_ohms = $21, holds_charge = $22, counterpart_group = $23, esr_least_ohms = $24, esr_most_ohms = $25, pulse_v_us = $26,
       audio_v = $27 where id = $1 and version = $2`,
    [
      id,
      version,
      f.section,
      f.channel,
      f.role,
      f.technology,
      f.nominal,
      f.rated,
      f.toleranceMinus,
      f.tolerancePlus,
      f.temperature,
      f.diameter,
      f.height,
      f.maxDiameter,
      f.maxHeight,
      f.pitch,
      f.mounting,
      f.working,
      f.largest,
      f.following,
      f.originalEsr,
      f.holdsCharge,
      f.counterpartGroup,
      f.esrLeast,
      f.esrMost,
      f.pulse,
      f.audio,
    ],
  );
  if (rowCount !== 1) throw refuseStale();
}

export async function retirePosition(db: Db, id: number, version: number): Promise<void> {
  const { rowCount } = await db.query("update position set retired_at = now(), version = version + 1 where id = $1 and version = $2", [
    id,
    version,
  ]);
  if (rowCount !== 1) throw refuseStale();
}

/** Brings back the position of that designator that was taken off last. */
export async function restorePosition(db: Db, jobId: number, designator: string): Promise<void> {
  const { rowCount } = await db
    .query(
      `update position set retired_at = null, version = version + 1 where id =
         (select id from position where job_id = $1 and designator = $2 and retired_at is not null order by retired_at desc limit 1)`,
      [jobId, designator],
    )
    .catch((error: unknown) => {
      throw sqlState(error) === "23505" ? new Refused({ code: "designatorTaken", designator }) : error;
    });
  if (rowCount !== 1) throw refuseMissing();
}
