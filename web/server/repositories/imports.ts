import "server-only";
import { z } from "zod";
import {
  IMPORT_MEANS,
  zMapping,
  type ImportBegin,
  type ImportMeans,
  type ImportOutcome,
  type ImportView,
  type RememberedMapping,
  type SupplierView,
} from "../../schemas/catalogue";
import type { Db } from "../db";
import { readRows } from "../rows";

// Suppliers, how their files are read, and files on their way into the catalogue.

const supplierRow = z.object({
  id: z.number(),
  name: z.string(),
  address: z.string().nullable(),
  by_hand: z.boolean(),
  parts: z.number(),
  withdrawn: z.number(),
});

export async function listSuppliers(db: Db): Promise<SupplierView[]> {
  const { rows } = await db.query(
    `select s.*, count(p.id) filter (where p.withdrawn_at is null)::int as parts,
      count(p.id) filter (where p.withdrawn_at is not null)::int as withdrawn
     from supplier s left join part p on p.supplier_id = s.id group by s.id order by s.id`,
  );
  return readRows("supplier", rows, (row) => {
    const { by_hand, ...s } = supplierRow.parse(row);
    return { ...s, byHand: by_hand };
  });
}

/** The supplier of that name, made where there is none yet. */
export async function supplierNamed(db: Db, name: string): Promise<number> {
  await db.query("insert into supplier (name) values ($1) on conflict (name) do nothing", [name]);
  const { rows } = await db.query("select id from supplier where name = $1", [name]);
  return z.object({ id: z.number() }).parse(rows[0]).id;
}

export async function handSupplier(db: Db): Promise<number> {
  const { rows } = await db.query("select id from supplier where by_hand order by id limit 1");
  return z.object({ id: z.number() }).parse(rows[0]).id;
}

/** @returns whether there is such a supplier */
export async function setAddress(db: Db, id: number, address: string | null): Promise<boolean> {
  const { rowCount } = await db.query("update supplier set address = $2 where id = $1", [id, address]);
  return rowCount === 1;
}

export async function insertMapping(
  db: Db,
  supplierId: number,
  { headings, mapping }: Pick<ImportBegin, "headings" | "mapping">,
  by: string,
): Promise<void> {
  await db.query("insert into file_mapping (headings, supplier_id, mapping, by) values ($1, $2, $3, $4)", [
    headings,
    supplierId,
    JSON.stringify(mapping),
    by,
  ]);
}

export async function findMapping(db: Db, headings: string): Promise<RememberedMapping | null> {
  const { rows } = await db.query(
    `select s.name, m.mapping from file_mapping m join supplier s on s.id = m.supplier_id
     where md5(m.headings) = md5($1) and m.headings = $1 order by m.id desc limit 1`,
    [headings],
  );
  if (!rows[0]) return null;
  const { name, mapping } = z.object({ name: z.string(), mapping: zMapping }).parse(rows[0]);
  return { supplier: name, mapping };
}

export async function insertImport(db: Db, supplierId: number, b: ImportBegin, by: string): Promise<number> {
  const { rows } = await db.query(
    "insert into catalogue_import (supplier_id, file_name, means, rows_said, by) values ($1, $2, $3, $4, $5) returning id",
    [supplierId, b.fileName, b.means, b.rows, by],
  );
  return z.object({ id: z.number() }).parse(rows[0]).id;
}

/** Keeps a piece; one that is sent again must be the same. @returns whether it is */
export async function insertImportPiece(db: Db, importId: number, place: number, rows: readonly unknown[]): Promise<boolean> {
  const piece = [importId, place, JSON.stringify(rows)];
  await db.query(
    "insert into import_piece (import_id, place, rows) values ($1, $2, $3::jsonb) on conflict (import_id, place) do nothing",
    piece,
  );
  const { rowCount } = await db.query("select 1 from import_piece where import_id = $1 and place = $2 and rows = $3::jsonb", piece);
  return rowCount === 1;
}

interface ImportUnderWay {
  supplierId: number;
  means: ImportMeans;
  rowsSaid: number;
  rowsHere: number;
}

/** An import that is still on its way, locked until the transaction ends; null where it has ended or never was. */
export async function lockImport(db: Db, id: number): Promise<ImportUnderWay | null> {
  const { rows } = await db.query(
    "select supplier_id, means, rows_said from catalogue_import where id = $1 and ended_at is null for update",
    [id],
  );
  if (!rows[0]) return null;
  const r = z.object({ supplier_id: z.number(), means: z.enum(IMPORT_MEANS), rows_said: z.number() }).parse(rows[0]);
  const here = await db.query("select coalesce(sum(jsonb_array_length(rows)), 0)::int as n from import_piece where import_id = $1", [id]);
  return { supplierId: r.supplier_id, means: r.means, rowsSaid: r.rows_said, rowsHere: z.object({ n: z.number() }).parse(here.rows[0]).n };
}

/** Ends an import, taken or given up: its pieces are no longer needed. */
export async function endImport(db: Db, id: number, outcome: ImportOutcome | null): Promise<void> {
  await db.query("update catalogue_import set ended_at = clock_timestamp(), outcome = $2 where id = $1", [
    id,
    outcome && JSON.stringify(outcome),
  ]);
  await db.query("delete from import_piece where import_id = $1", [id]);
}

/** Gives up imports that were begun more than a day ago and never ended. */
export async function endOrphans(db: Db): Promise<void> {
  const { rows } = await db.query(
    "select id from catalogue_import where ended_at is null and begun_at < now() - interval '1 day' for update skip locked",
  );
  for (const row of rows) await endImport(db, z.object({ id: z.number() }).parse(row).id, null);
}

const importRow = z.object({
  id: z.number(),
  name: z.string(),
  file_name: z.string(),
  means: z.enum(IMPORT_MEANS),
  rows_said: z.number(),
  ended_at: z.date(),
  outcome: z.object({ added: z.number(), changed: z.number(), same: z.number(), withdrawn: z.number() }).nullable(),
  by: z.string(),
});

/** The latest imports that ended, newest first. */
export async function listImports(db: Db): Promise<ImportView[]> {
  const { rows } = await db.query(
    "select i.*, s.name from catalogue_import i join supplier s on s.id = i.supplier_id where i.ended_at is not null " +
      "order by i.id desc limit 20",
  );
  return readRows("catalogue_import", rows, (row) => {
    const r = importRow.parse(row);
    return {
      id: r.id,
      supplier: r.name,
      fileName: r.file_name,
      means: r.means,
      rows: r.rows_said,
      at: r.ended_at.getTime(),
      outcome: r.outcome,
      by: r.by,
    };
  });
}
