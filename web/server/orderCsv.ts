import "server-only";
import type { OrderLine } from "@mirvek/core/choose";
import Papa from "papaparse";

/** Signs that a spreadsheet takes for a formula, also behind blanks and line ends (OWASP, CSV injection, from memory). */
const FORMULA = /^[\s\uFEFF]*[=+\-@\t\r\n]/;

/** The order as CSV; cells that a spreadsheet would run as a formula are quoted. */
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
  return Papa.unparse(rows, { escapeFormulae: FORMULA, newline: "\r\n" });
}
