import "server-only";
import type { OrderLine } from "@mirvek/core/choose";
import Papa from "papaparse";

/** Signs that a spreadsheet takes for a formula, also behind blanks and line ends (OWASP, CSV injection, from memory). */
const FORMULA = /^[\s\uFEFF]*[=+\-@\t\r\n]/;

/** The order as CSV; cells that a spreadsheet would run as a formula are quoted. */
export function orderCsv(lines: readonly OrderLine[], currency: string): string {
  const rows = lines.map((l) => ({
    supplier: l.supplier,
    code: l.code,
    series: l.series,
    description: l.description,
    needed: l.needed,
    spares: l.spares,
    "in the drawer": l.here,
    "on its way": l.coming,
    order: l.quantity,
    "in stock": l.inStock ?? "",
    "not to be had now": l.short,
    [`each ${currency}`]: inMoney(l.priceCents),
    [`sum ${currency}`]: inMoney(l.totalCents),
    for: l.uses.join(", "),
  }));
  return Papa.unparse(rows, { escapeFormulae: FORMULA, newline: "\r\n" });
}

const inMoney = (cents: number | null): string => (cents === null ? "" : (cents / 100).toFixed(2));
