import "server-only";
import type { OrderLine } from "@mirvek/core/choose";
import Papa from "papaparse";

/** The order as CSV; leading signs are quoted so that no spreadsheet runs a cell as a formula. */
export function orderCsv(lines: readonly OrderLine[], currency: string): string {
  const rows = lines.map((l) => ({
    code: l.code,
    series: l.series,
    description: l.description,
    needed: l.needed,
    spares: l.spares,
    order: l.quantity,
    "in stock": l.inStock,
    "not to be had now": l.short,
    [`each ${currency}`]: (l.priceCents / 100).toFixed(2),
    [`sum ${currency}`]: (l.totalCents / 100).toFixed(2),
    for: l.uses.join(", "),
  }));
  return Papa.unparse(rows, { escapeFormulae: true, newline: "\r\n" });
}
