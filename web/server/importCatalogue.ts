import "server-only";
import type { CataloguePart } from "@mirvek/core/choose";
import type { PartDraft } from "@mirvek/core/catalogue";
import type { CatalogueView, ImportBegin, ImportOutcome, PieceAsked, RememberedMapping } from "../schemas/catalogue";
import { shownAddress } from "../schemas/supplierAddress";
import { benchName } from "./bench";
import type { Db } from "./db";
import { refuseMissing, Refused } from "./refusal";
import {
  endImport,
  endOrphans,
  findMapping,
  handSupplier,
  insertImport,
  insertImportPiece,
  insertMapping,
  listImports,
  listSuppliers,
  lockImport,
  supplierNamed,
} from "./repositories/imports";
import { insertImported, insertParts, listParts, withdrawByImport } from "./repositories/parts";

// A supplier's file: begun, sent in pieces, and taken at once or not at all.

export async function loadCatalogue(db: Db): Promise<CatalogueView> {
  const suppliers = (await listSuppliers(db)).map((s) => ({ ...s, address: s.address === null ? null : shownAddress(s.address) }));
  return { suppliers, imports: await listImports(db) };
}

export async function rememberedMapping(db: Db, headings: string): Promise<RememberedMapping | null> {
  return findMapping(db, headings);
}

/** Begins an import and remembers how files with these headings are read. @returns its id */
export async function beginImport(db: Db, asked: ImportBegin): Promise<{ id: number }> {
  await endOrphans(db);
  const supplierId = await supplierNamed(db, asked.supplier);
  await insertMapping(db, supplierId, asked, benchName());
  return { id: await insertImport(db, supplierId, asked, benchName()) };
}

/** Keeps one piece of an import that is on its way. @throws Refused where it has ended */
export async function keepImportPiece(db: Db, id: number, place: number, piece: PieceAsked): Promise<{ kept: number }> {
  const under = await lockImport(db, id);
  if (!under) throw refuseMissing();
  const withdraws = under.means === "withdraw";
  if (withdraws !== "codes" in piece)
    throw new Refused({ code: "invalid", fields: [{ path: "", message: withdraws ? "codes only" : "whole rows" }] }, 400);
  const rows = "codes" in piece ? piece.codes : piece.rows;
  if (!(await insertImportPiece(db, id, place, rows))) throw new Refused({ code: "pieceDiffers", place }, 409);
  return { kept: rows.length };
}

/**
 * Takes a whole import into the catalogue, in one transaction of the caller's: what is in it is written over what was there, and by what
 * the import means the rest of the supplier's parts, or those it names, are withdrawn.
 * @throws Refused while rows of it are missing
 */
export async function takeImport(db: Db, id: number): Promise<ImportOutcome> {
  const under = await lockImport(db, id);
  if (!under) throw refuseMissing();
  const { supplierId, means, rowsSaid, rowsHere } = under;
  if (rowsHere !== rowsSaid) throw new Refused({ code: "rowsMissing", here: rowsHere, said: rowsSaid }, 409);
  const put = means === "withdraw" ? { added: 0, changed: 0 } : await insertImported(db, supplierId, id);
  const withdrawn = means === "update" ? 0 : await withdrawByImport(db, supplierId, id, means === "withdraw");
  const outcome = { ...put, same: means === "withdraw" ? 0 : rowsHere - put.added - put.changed, withdrawn };
  await endImport(db, id, outcome);
  return outcome;
}

export async function giveUpImport(db: Db, id: number): Promise<{ given: true }> {
  if (!(await lockImport(db, id))) throw refuseMissing();
  await endImport(db, id, null);
  return { given: true };
}

/** Writes down a part that no catalogue has. The same code again is the same part, written anew. */
export async function writeByHand(db: Db, part: PartDraft): Promise<CataloguePart> {
  const supplierId = await handSupplier(db);
  await insertParts(db, [part], supplierId);
  const { rows } = await db.query("select id from part where supplier_id = $1 and code = $2", [supplierId, part.code]);
  return (await listParts(db, [Number(rows[0]!.id)]))[0]!;
}
