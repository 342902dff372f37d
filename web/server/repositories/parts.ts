import "server-only";
import { TECHNOLOGIES } from "@mirvek/core/part";
import type { PartDraft } from "@mirvek/core/catalogue";
import { GRADES, SAFETY_CLASSES, type CataloguePart, type SearchBounds } from "@mirvek/core/choose";
import { MOUNTINGS } from "@mirvek/core/entry";
import { amperes, celsius, farads, hertz, millimetres, ohms, volts, type Farads } from "@mirvek/core/units";
import { z } from "zod";
import type { OfferLine } from "../../schemas/jobView";
import type { Db } from "../db";
import { readRows } from "../rows";

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
    ac_v: z.number().transform(volts).nullable(),
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
    pulse_v_us: z.number().nullable(),
    life_hours: z.number().nullable(),
    price_cents: z.number().nullable(),
    stock: z.number().nullable(),
    supplier_id: z.number(),
    asked_at: z.date().nullable(),
    withdrawn_at: z.date().nullable(),
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
    ac: r.ac_v,
    safety: r.safety,
    temperature: r.temperature_c,
    diameter: r.diameter_mm,
    height: r.height_mm,
    pitch: r.pitch_mm,
    mounting: r.mounting,
    esr: r.esr_ohms !== null && r.esr_at_hz !== null ? { ohms: r.esr_ohms, at: r.esr_at_hz } : null,
    ripple: r.ripple_a !== null && r.ripple_at_hz !== null ? { amperes: r.ripple_a, at: r.ripple_at_hz } : null,
    pulse: r.pulse_v_us,
    lifeHours: r.life_hours,
    priceCents: r.price_cents,
    stock: r.stock,
    supplier: r.supplier_id,
    askedAt: r.asked_at?.getTime() ?? null,
    withdrawn: r.withdrawn_at !== null,
  }));

const PART = `id, code, series, grade, technology, nominal_f, tolerance_minus, tolerance_plus, rated_v, safety, temperature_c, diameter_mm,
  height_mm, pitch_mm, mounting, esr_ohms, esr_at_hz, ripple_a, ripple_at_hz, life_hours, price_cents, stock, ac_v, pulse_v_us, supplier_id,
  asked_at, withdrawn_at`;

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
       (select series from part where withdrawn_at is null order by series limit 1)
       union all (select (select series from part where withdrawn_at is null and series > name order by series limit 1)
         from series where name is not null)),
     near as (select count(*)::int as n from part where withdrawn_at is null and nominal_f between $1 and $2)
     select near.n, part.* from near left join (
       (select of_series.* from series, lateral (select * from (
          (select ${PART} from part where withdrawn_at is null and series = name and nominal_f between greatest($3::float8,
            $7::float8) and $4 and ${fits} order by nominal_f, rated_v, price_cents, id limit ${OF_A_SERIES})
          union all
          (select ${PART} from part where withdrawn_at is null and series = name and nominal_f >= $3 and nominal_f < $7
            and nominal_f <= $4 and ${fits} order by nominal_f desc, rated_v, price_cents, id limit ${OF_A_SERIES})
        ) both_sides order by abs(nominal_f - $7), rated_v, price_cents, id limit ${OF_A_SERIES}) of_series)
       union (select ${PART} from part where withdrawn_at is null and nominal_f between $3::float8 and $4 and rated_v < $5
         and technology = any($6::technology[]) order by rated_v desc, id limit ${NEAREST})
       union (select ${PART} from part where withdrawn_at is null and nominal_f between $3 and $4 and rated_v >= $5
         and technology <> all($6::technology[]) order by rated_v, id limit ${NEAREST})
       union (select ${PART} from part where withdrawn_at is null and nominal_f between $1 and $3 and nominal_f < $3
         and rated_v >= $5 and technology = any($6::technology[]) order by nominal_f desc, id limit ${NEAREST})
       union (select ${PART} from part where withdrawn_at is null and nominal_f between $4 and $2 and nominal_f > $4
         and rated_v >= $5 and technology = any($6::technology[]) order by nominal_f, id limit ${NEAREST})
     ) part on true order by part.id`,
    [...near, bounds.low, bounds.high, bounds.volts, bounds.technologies, nominal],
  );
  const parts = readRows(
    "part",
    rows.filter((row) => row.id !== null),
    (row) => partRow.parse(row),
  );
  return { parts, others: Math.max(0, (rows[0]?.n ?? 0) - parts.length) };
}

/**
 * Parts that may be members of a set in place of one value: up to that value, and to twice of it for two in series, with enough volts for
 * half of what is asked; nearest volts first, three of each series and value.
 */
export async function listSmaller(db: Db, nominal: Farads, bounds: SearchBounds): Promise<CataloguePart[]> {
  const kinds = bounds.technologies.includes("bipolar") ? [...bounds.technologies, "aluminium"] : bounds.technologies;
  const { rows } = await db.query(
    `select * from (
       select p.*, row_number() over (partition by series, nominal_f order by rated_v < $4, rated_v, price_cents nulls last, id) as place
       from part p where withdrawn_at is null and nominal_f between $1 and $2 and rated_v >= $3 and technology = any($5::technology[])) near
     where place <= 3 order by id limit 4000`,
    [nominal / 20, nominal * 2.6, bounds.volts / 2, bounds.volts, kinds],
  );
  return readRows("part", rows, (row) => partRow.parse(row));
}

export async function listParts(db: Db, ids: readonly number[]): Promise<CataloguePart[]> {
  const { rows } = await db.query("select * from part where id = any($1)", [ids]);
  return readRows("part", rows, (row) => partRow.parse(row));
}

const COLUMNS = `code text, series text, grade grade, technology technology, nominal float8, tolerance jsonb, rated float8,
  ac float8, safety safety_class,
  temperature float8, diameter float8, height float8, pitch float8, mounting mounting, esr jsonb, ripple jsonb,
    pulse float8, "lifeHours" float8,
  "priceCents" int, stock int`;
/** columns a newer row of the same code writes over */
const WRITTEN = `series, grade, technology, nominal_f, tolerance_minus, tolerance_plus, rated_v, ac_v, safety,
  temperature_c, diameter_mm, height_mm, pitch_mm,
  mounting, esr_ohms, esr_at_hz, ripple_a, ripple_at_hz, pulse_v_us, life_hours, price_cents, stock`;
const listOf = (prefix: string) => WRITTEN.split(",").map((c) => `${prefix}.${c.trim()}`);
const UPSERT = `insert into part (supplier_id, code, ${WRITTEN})
  select $1, r.code, r.series, r.grade, r.technology, r.nominal, (r.tolerance->>'minus')::float8,
    (r.tolerance->>'plus')::float8, r.rated, r.ac, r.safety,
    r.temperature, r.diameter, r.height, r.pitch, r.mounting, (r.esr->>'ohms')::float8, (r.esr->>'at')::float8,
      (r.ripple->>'amperes')::float8,
    (r.ripple->>'at')::float8, r.pulse, r."lifeHours", r."priceCents", r.stock from incoming r
  on conflict (supplier_id, code) do update set (${WRITTEN}, withdrawn_at) = (${listOf("excluded").join(", ")}, null)
    where (${listOf("part").join(", ")}, part.withdrawn_at) is distinct from (${listOf("excluded").join(", ")}, null)
  returning id, price_cents, stock, xmax = 0 as is_new`;

/**
 * Writes parts into a supplier's catalogue, over those of the same codes, with what they cost now on record.
 * @returns how many are new, and how many another than before
 */
async function writeParts(
  db: Db,
  supplierId: number,
  incoming: string,
  params: readonly unknown[],
): Promise<{ added: number; changed: number }> {
  const { rows } = await db.query(
    `with incoming as (${incoming}), put as (${UPSERT}),
       offered as (insert into part_offer (part_id, price_cents, stock, from_supplier) select id, price_cents, stock, false from put)
     select count(*) filter (where is_new)::int as added, count(*) filter (where not is_new)::int as changed from put`,
    [supplierId, ...params],
  );
  return z.object({ added: z.number(), changed: z.number() }).parse(rows[0]);
}

export const insertParts = (db: Db, parts: readonly PartDraft[], supplierId = 1) =>
  writeParts(db, supplierId, `select * from jsonb_to_recordset($2::jsonb) as r(${COLUMNS})`, [JSON.stringify(parts)]);

/**
 * All pieces of an import, one after the other: no statement is so long that the records give it up. Of a code that is in it twice the
 * later row counts.
 */
export async function insertImported(db: Db, supplierId: number, importId: number): Promise<{ added: number; changed: number }> {
  const { rows } = await db.query("select place from import_piece where import_id = $1 order by place", [importId]);
  let [added, changed] = [0, 0];
  for (const { place } of rows.map((row) => z.object({ place: z.number() }).parse(row))) {
    const put = await writeParts(
      db,
      supplierId,
      `select distinct on (r.code) r.* from import_piece p, rows from (jsonb_to_recordset(p.rows) as (${COLUMNS})) with ordinality as r
       where p.import_id = $2 and p.place = $3 order by r.code, r.ordinality desc`,
      [importId, place],
    );
    added += put.added;
    changed += put.changed;
  }
  return { added, changed };
}

/** Withdraws a supplier's parts that an import does not name, or, the other way round, those it names. @returns how many */
export async function withdrawByImport(db: Db, supplierId: number, importId: number, named: boolean): Promise<number> {
  const { rowCount } = await db.query(
    `update part set withdrawn_at = clock_timestamp() where supplier_id = $1 and withdrawn_at is null and ${named ? "" : "not"} code in
       (select coalesce(row->>'code', row#>>'{}') from import_piece p, jsonb_array_elements(p.rows) row where p.import_id = $2)`,
    [supplierId, importId],
  );
  return rowCount ?? 0;
}

/** What a supplier says now of price and stock; kept as said. */
export async function setOffer(db: Db, partId: number, offer: { priceCents: number | null; stock: number | null }): Promise<void> {
  await db.query(
    "update part set price_cents = coalesce($2, price_cents), stock = coalesce($3, stock), asked_at = clock_timestamp() where id = $1",
    [partId, offer.priceCents, offer.stock],
  );
  await db.query("insert into part_offer (part_id, price_cents, stock, from_supplier) values ($1, $2, $3, true)", [
    partId,
    offer.priceCents,
    offer.stock,
  ]);
}

const offerRow = z.object({ price_cents: z.number().nullable(), stock: z.number().nullable(), from_supplier: z.boolean(), at: z.date() });

/** What a part cost and how many there were, newest first. */
export async function listOffers(db: Db, partId: number): Promise<OfferLine[]> {
  const { rows } = await db.query("select * from part_offer where part_id = $1 order by at desc, id desc limit 50", [partId]);
  return rows.map((row) => {
    const r = offerRow.parse(row);
    return { priceCents: r.price_cents, stock: r.stock, asked: r.from_supplier, at: r.at.getTime() };
  });
}
