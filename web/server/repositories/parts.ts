import "server-only";
import { TECHNOLOGIES } from "@mirvek/core/part";
import { GRADES, SAFETY_CLASSES, type CataloguePart, type SearchBounds } from "@mirvek/core/choose";
import { MOUNTINGS } from "@mirvek/core/readout";
import { amperes, celsius, farads, hertz, millimetres, ohms, volts, type Farads } from "@mirvek/core/units";
import { z } from "zod";
import type { Db } from "../db";

const partRow = z
  .object({
    id: z.number(),
    code: z.string(),
    series: z.string(),
    grade: z.enum(GRADES),
    technology: z.enum(TECHNOLOGIES),
    nominal_f: z.number().transform(farads),
    tolerance_minus: z.number(),
    tolerance_plus: z.number(),
    rated_v: z.number().transform(volts),
    safety: z.enum(SAFETY_CLASSES).nullable(),
    temperature_c: z.number().transform(celsius),
    diameter_mm: z.number().transform(millimetres),
    height_mm: z.number().transform(millimetres),
    pitch_mm: z.number().transform(millimetres).nullable(),
    mounting: z.enum(MOUNTINGS),
    esr_ohms: z.number().transform(ohms).nullable(),
    esr_at_hz: z.number().transform(hertz).nullable(),
    ripple_a: z.number().transform(amperes).nullable(),
    ripple_at_hz: z.number().transform(hertz).nullable(),
    life_hours: z.number().nullable(),
    price_cents: z.number(),
    stock: z.number(),
  })
  .transform((r): CataloguePart => ({
    id: r.id,
    code: r.code,
    series: r.series,
    grade: r.grade,
    technology: r.technology,
    nominal: r.nominal_f,
    tolerance: { minus: r.tolerance_minus, plus: r.tolerance_plus },
    rated: r.rated_v,
    safety: r.safety,
    temperature: r.temperature_c,
    diameter: r.diameter_mm,
    height: r.height_mm,
    pitch: r.pitch_mm,
    mounting: r.mounting,
    esr: r.esr_ohms !== null && r.esr_at_hz !== null ? { ohms: r.esr_ohms, at: r.esr_at_hz } : null,
    ripple: r.ripple_a !== null && r.ripple_at_hz !== null ? { amperes: r.ripple_a, at: r.ripple_at_hz } : null,
    lifeHours: r.life_hours,
    priceCents: r.price_cents,
    stock: r.stock,
  }));

const PART = `id, code, series, grade, technology, nominal_f, tolerance_minus, tolerance_plus, rated_v, safety, temperature_c, diameter_mm,
  height_mm, pitch_mm, mounting, esr_ohms, esr_at_hz, ripple_a, ripple_at_hz, life_hours, price_cents, stock`;

/** Nearest refused parts of each sort that are worth showing with their rule. */
const NEAREST = 40;
/** Of each series this many are looked at, the nearest in value and volts: the rest of it would only be further off. */
const OF_A_SERIES = 24;

/**
 * Parts that may fit by the bounds of the search, and the nearest of those that break one of them: too few volts, another kind, a value
 * to either side, out to half and 1.8 times. Which rule a part breaks is the core's to say.
 * @returns the parts to be held against the rules, and how many more lie near without being looked at
 */
export async function listCandidates(db: Db, nominal: Farads, bounds: SearchBounds): Promise<{ parts: CataloguePart[]; others: number }> {
  const near = [nominal * 0.5, nominal * 1.8];
  const fits = "rated_v >= $5 and technology = any($6::technology[])";
  const { rows } = await db.query(
    `with recursive series (name) as (
       (select series from part order by series limit 1)
       union all (select (select series from part where series > name order by series limit 1) from series where name is not null)),
     near as (select count(*)::int as n from part where nominal_f between $1 and $2)
     select near.n, part.* from near left join (
       (select of_series.* from series, lateral (select * from (
          (select ${PART} from part where series = name and nominal_f between greatest($3::float8, $7::float8) and $4 and ${fits} order by nominal_f, rated_v, price_cents, id limit ${OF_A_SERIES})
          union all
          (select ${PART} from part where series = name and nominal_f >= $3 and nominal_f < $7 and nominal_f <= $4 and ${fits} order by nominal_f desc, rated_v, price_cents, id limit ${OF_A_SERIES})
        ) both_sides order by abs(nominal_f - $7), rated_v, price_cents, id limit ${OF_A_SERIES}) of_series)
       union (select ${PART} from part where nominal_f between $3::float8 and $4 and rated_v < $5 and technology = any($6::technology[]) order by rated_v desc, id limit ${NEAREST})
       union (select ${PART} from part where nominal_f between $3 and $4 and rated_v >= $5 and technology <> all($6::technology[]) order by rated_v, id limit ${NEAREST})
       union (select ${PART} from part where nominal_f between $1 and $3 and nominal_f < $3 and rated_v >= $5 and technology = any($6::technology[]) order by nominal_f desc, id limit ${NEAREST})
       union (select ${PART} from part where nominal_f between $4 and $2 and nominal_f > $4 and rated_v >= $5 and technology = any($6::technology[]) order by nominal_f, id limit ${NEAREST})
     ) part on true order by part.id`,
    [...near, bounds.low, bounds.high, bounds.volts, bounds.technologies, nominal],
  );
  const parts = rows.filter((row) => row.id !== null).map((row) => partRow.parse(row));
  return { parts, others: Math.max(0, (rows[0]?.n ?? 0) - parts.length) };
}

export async function listParts(db: Db, ids: readonly number[]): Promise<CataloguePart[]> {
  const { rows } = await db.query("select * from part where id = any($1)", [ids]);
  return rows.map((row) => partRow.parse(row));
}

export async function insertParts(db: Db, parts: readonly CataloguePart[]): Promise<void> {
  const rows = parts.map((p) => ({
    code: p.code,
    series: p.series,
    grade: p.grade,
    technology: p.technology,
    nominal_f: p.nominal,
    tolerance_minus: p.tolerance.minus,
    tolerance_plus: p.tolerance.plus,
    rated_v: p.rated,
    safety: p.safety,
    temperature_c: p.temperature,
    diameter_mm: p.diameter,
    height_mm: p.height,
    pitch_mm: p.pitch,
    mounting: p.mounting,
    esr_ohms: p.esr?.ohms ?? null,
    esr_at_hz: p.esr?.at ?? null,
    ripple_a: p.ripple?.amperes ?? null,
    ripple_at_hz: p.ripple?.at ?? null,
    life_hours: p.lifeHours,
    price_cents: p.priceCents,
    stock: p.stock,
  }));
  await db.query(
    `insert into part (code, series, grade, technology, nominal_f, tolerance_minus, tolerance_plus, rated_v, safety, temperature_c, diameter_mm,
       height_mm, pitch_mm, mounting, esr_ohms, esr_at_hz, ripple_a, ripple_at_hz, life_hours, price_cents, stock)
     select r.code, r.series, r.grade, r.technology, r.nominal_f, r.tolerance_minus, r.tolerance_plus, r.rated_v, r.safety, r.temperature_c,
       r.diameter_mm, r.height_mm, r.pitch_mm, r.mounting, r.esr_ohms, r.esr_at_hz, r.ripple_a, r.ripple_at_hz, r.life_hours, r.price_cents, r.stock
     from jsonb_to_recordset($1::jsonb) as r(code text, series text, grade grade, technology technology, nominal_f float8, tolerance_minus float8,
       tolerance_plus float8, rated_v float8, safety safety_class, temperature_c float8, diameter_mm float8, height_mm float8, pitch_mm float8,
       mounting mounting, esr_ohms float8, esr_at_hz float8, ripple_a float8, ripple_at_hz float8, life_hours float8, price_cents int, stock int)`,
    [JSON.stringify(rows)],
  );
}
