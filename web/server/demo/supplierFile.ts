import { guessMapping, headingKey, readRow } from "@mirvek/core/catalogue";
import type { CataloguePart } from "@mirvek/core/choose";
import Papa from "papaparse";
import { ROWS_A_PIECE } from "../../schemas/catalogue";
import type { Db } from "../db";
import { beginImport, keepImportPiece, takeImport } from "../importCatalogue";

const HEADINGS = [
  "Order code",
  "Series",
  "Grade",
  "Kind",
  "Capacitance [µF]",
  "Tolerance",
  "Rated voltage",
  "Volts AC",
  "Safety class",
  "Temperature",
  "D x L",
  "Pitch mm",
  "Mounting",
  "ESR mΩ",
  "ESR at kHz",
  "Ripple mA",
  "Ripple at kHz",
  "Pulse V/µs",
  "Life h",
  "Price",
  "Stock",
];

const comma = (x: number | null): string => (x === null ? "" : String(Number(x.toPrecision(10))).replace(".", ","));

/** A catalogue as a supplier might write it: semicolons, decimal commas, units in some headings and in some cells. */
export function supplierFile(parts: readonly CataloguePart[]): string {
  const rows = parts.map((p) => [
    p.code,
    p.series,
    p.grade,
    p.technology,
    comma(p.nominal * 1e6),
    `-${comma(p.tolerance.minus * 100)}/+${comma(p.tolerance.plus * 100)} %`,
    `${comma(p.rated)} V`,
    comma(p.ac),
    p.safety ?? "",
    `${p.temperature} °C`,
    `${comma(p.diameter)}x${comma(p.height)}`,
    comma(p.pitch),
    p.mounting,
    comma(p.esr && p.esr.ohms * 1000),
    comma(p.esr && p.esr.at / 1000),
    comma(p.ripple && p.ripple.amperes * 1000),
    comma(p.ripple && p.ripple.at / 1000),
    comma(p.pulse),
    comma(p.lifeHours),
    p.priceCents === null ? "" : (p.priceCents / 100).toFixed(2).replace(".", ","),
    comma(p.stock),
  ]);
  return Papa.unparse([HEADINGS, ...rows], { delimiter: ";", newline: "\r\n" });
}

/**
 * Takes a supplier's file into the catalogue the way the screen does: guessed columns, every row read, all of it or nothing.
 * @throws Error naming the first bad row
 */
export async function importFile(db: Db, supplier: string, fileName: string, text: string): Promise<void> {
  const [headings = [], ...rows] = Papa.parse<string[]>(text, { skipEmptyLines: true }).data;
  const mapping = guessMapping(headings);
  const parts = rows.map((row, i) => {
    const read = readRow(row, mapping);
    if (!read.ok) throw new Error(`${fileName}, line ${i + 2}: ${JSON.stringify(read.issues)}`);
    return read.part;
  });
  const { id } = await beginImport(db, { supplier, fileName, means: "whole", rows: parts.length, headings: headingKey(headings), mapping });
  for (let place = 0; place * ROWS_A_PIECE < parts.length; place++)
    await keepImportPiece(db, id, place, { rows: parts.slice(place * ROWS_A_PIECE, (place + 1) * ROWS_A_PIECE) });
  await takeImport(db, id);
}
