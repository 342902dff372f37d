import "server-only";
import { ESR_NORMS, type EsrNorm } from "@mirvek/core/knowledge";
import { TECHNOLOGIES } from "@mirvek/core/part";
import { farads, hertz, ohms, volts } from "@mirvek/core/units";
import type { ShelfReading } from "@mirvek/core/verdict";
import { z } from "zod";
import type { NormRow, ShelfRow } from "../../schemas/jobView";
import type { NormPost } from "../../schemas/shop";
import type { Db } from "../db";
import { readRows } from "../rows";
import { COUNTS } from "./lines";

// What a shop holds readings against: new parts on its shelf, and ESR norms. Rows are never changed; one that misleads is struck.

const shelfRow = z.object({
  id: z.number(),
  meter_id: z.string(),
  meter_name: z.string(),
  technology: z.enum(TECHNOLOGIES),
  nominal_f: z.number().transform(farads),
  rated_v: z.number().transform(volts),
  at_hz: z.number().transform(hertz),
  esr_ohms: z.number().transform(ohms),
  series: z.string().nullable(),
  grade: z.string().nullable(),
  taken_by: z.string(),
  taken_at: z.date().transform((d) => d.getTime()),
  struck: z.boolean(),
});

/** The whole shelf, newest first, struck rows marked; those of undone lines are gone. */
export async function listShelfRows(db: Db): Promise<ShelfRow[]> {
  const { rows } = await db.query(
    `select r.*, meter.name as meter_name, s.shelf_id is not null as struck from shelf_reading r join meter on meter.id = r.meter_id
     left join shelf_strike s on s.shelf_id = r.id where ${COUNTS} order by r.taken_at desc, r.id desc`,
  );
  return readRows("shelf_reading", rows, (row) => {
    const s = shelfRow.parse(row);
    return {
      id: s.id,
      meter: s.meter_id,
      meterName: s.meter_name,
      technology: s.technology,
      nominal: s.nominal_f,
      rated: s.rated_v,
      at: s.at_hz,
      esr: s.esr_ohms,
      series: s.series,
      grade: s.grade,
      by: s.taken_by,
      takenAt: s.taken_at,
      struck: s.struck,
    };
  });
}

/** The shelf as readings are judged by it. */
export const counted = (rows: readonly ShelfRow[]): ShelfReading[] =>
  rows
    .filter((r) => !r.struck)
    .map((r) => ({
      meter: r.meter,
      technology: r.technology,
      nominal: farads(r.nominal),
      rated: volts(r.rated),
      at: hertz(r.at),
      esr: r.esr,
      series: r.series,
      grade: r.grade,
    }));

export async function insertShelfReading(db: Db, reading: ShelfReading, lineId: number | null, by: string): Promise<void> {
  await db.query(
    `insert into shelf_reading (meter_id, technology, nominal_f, rated_v, at_hz, esr_ohms, series, grade, line_id, taken_by)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)`,
    [reading.meter, reading.technology, reading.nominal, reading.rated, reading.at, reading.esr, reading.series, reading.grade, lineId, by],
  );
}

/** Strikes a row of the shelf; doing it again changes nothing. @returns whether there is such a row */
export async function strikeShelf(db: Db, id: number, by: string): Promise<boolean> {
  const { rowCount } = await db.query("select 1 from shelf_reading where id = $1", [id]);
  if (rowCount !== 1) return false;
  await db.query("insert into shelf_strike (shelf_id, by) values ($1, $2) on conflict do nothing", [id, by]);
  return true;
}

const normRow = z.object({
  id: z.number(),
  nominal_from_f: z.number(),
  nominal_to_f: z.number(),
  rated_v: z.number().nullable(),
  typical_ohms: z.number(),
  worn_over_ohms: z.number(),
  failed_over_ohms: z.number(),
  note: z.string(),
  by: z.string(),
});
const markRow = z.object({ norm: z.string(), struck: z.boolean() });

/** Every ESR norm, those everyone starts with first, then the shop's own; struck ones marked. */
export async function listNorms(db: Db): Promise<{ norm: EsrNorm; struck: boolean }[]> {
  const own = await db.query("select * from shop_norm order by nominal_from_f, id");
  const marks = await db.query("select distinct on (norm) norm, struck from norm_mark order by norm, id desc");
  const struck = new Set(
    readRows("norm_mark", marks.rows, (row) => markRow.parse(row))
      .filter((m) => m.struck)
      .map((m) => m.norm),
  );
  const shops = readRows("shop_norm", own.rows, (row): EsrNorm => {
    const n = normRow.parse(row);
    return {
      id: `shop.${n.id}`,
      from: n.nominal_from_f,
      to: n.nominal_to_f,
      rated: n.rated_v,
      typical: n.typical_ohms,
      wornOver: n.worn_over_ohms,
      failedOver: n.failed_over_ohms,
      source: { kind: "commonPractice" },
      sure: "usual",
      note: n.note,
      by: n.by,
    };
  });
  return [...ESR_NORMS, ...shops].map((norm) => ({ norm, struck: struck.has(norm.id) }));
}

export const normView = ({ norm, struck }: { norm: EsrNorm; struck: boolean }): NormRow => {
  const { id, from, to, rated, typical, wornOver, failedOver, note, by, source } = norm;
  return {
    id,
    from,
    to,
    rated,
    typical,
    wornOver,
    failedOver,
    note,
    by,
    struck,
    source: by !== null ? "this shop" : source.kind === "commonPractice" ? "common practice" : source.name,
  };
};

export async function insertNorm(db: Db, n: NormPost, by: string): Promise<void> {
  await db.query(
    `insert into shop_norm (nominal_from_f, nominal_to_f, rated_v, typical_ohms, worn_over_ohms, failed_over_ohms, note, by)
     values ($1, $2, $3, $4, $5, $6, $7, $8)`,
    [n.from, n.to, n.rated, n.typical, n.wornOver, n.failedOver, n.note, by],
  );
}

export async function markNorm(db: Db, norm: string, struck: boolean, by: string): Promise<void> {
  await db.query("insert into norm_mark (norm, struck, by) values ($1, $2, $3)", [norm, struck, by]);
}
