import type { CataloguePart } from "../choose";
import { LENGTHS, LIMITS, within } from "../knowledge";
import { usualTolerance, type Technology } from "../part";
import { amperes, celsius, farads, hertz, millimetres, ohms, volts } from "../units";
import { centsOf, gradeOf, kindOf, measure, mountOf, plainNumber, quantity, safetyOf, sizeOf, toleranceOf } from "./cells";
import { COLUMN_UNITS, type Column, type Mapping } from "./columns";

/** A part as a file names it, before it is in the catalogue. */
export type PartDraft = Omit<CataloguePart, "id" | "supplier" | "askedAt" | "withdrawn">;

export type CellIssue =
  /** needed, and the cell is empty */
  | "missing"
  /** nothing that can be read as such */
  | "unreadable"
  /** a number without a unit, in a column that has none */
  | "unit"
  /** not a part of this world: zero, negative, or beyond what can be kept */
  | "range"
  /** longer than can be kept */
  | "tooLong"
  /** begins as a spreadsheet's formula does */
  | "formula"
  /** the same code stood further up */
  | "duplicate";

export interface RowIssue {
  column: Column;
  issue: CellIssue;
  text: string;
}

type RowRead = { ok: true; part: PartDraft } | { ok: false; issues: readonly RowIssue[] };

/** Signs that a spreadsheet takes for a formula. */
const FORMULA = /^[\s\uFEFF]*[=+\-@]/;

/** Most hundredths a part may cost, and how many may lie in stock. */
const MAX_CENTS = 100_000_000;
const MAX_STOCK = 1_000_000_000;

/** Reads one row of a supplier's file by its mapping; everything that is wrong with it at once, never half of a part. */
export function readRow(cells: readonly string[], mapping: Mapping): RowRead {
  const row = new Row(cells, mapping);
  const code = row.word("code", LENGTHS.series);
  const kind = row.known("kind", kindOf) ?? guessKind(row);
  const nominal = row.quantity("value", "F", "nominalFarads");
  const rated = row.quantity("volts", "V", "ratedVolts");
  const ac = row.quantity("ac", "V", "ratedVolts");
  const safety = row.known("safety", safetyOf, EMPTY_CLASS);
  const size = row.text("size") === "" ? null : row.read("size", (t, u) => sizeOf(t, u));
  const diameter = row.length("diameter") ?? size?.diameter ?? null;
  const height = row.length("height") ?? size?.height ?? null;
  if (diameter === null && !row.failed("diameter", "size")) row.fail("diameter", "missing");
  if (height === null && !row.failed("height", "size")) row.fail("height", "missing");
  const said = row.known("mounting", mountOf);
  const pitch = row.length("pitch");
  const mounting = said ?? (kind === "can" ? "screw" : "radial");
  const esr = row.quantity("esr", "Ω", "esrOhms");
  const ripple = row.quantity("ripple", "A", "leakAmperes", 1000);
  const temperature = row.number("temperature", LIMITS.temperature) ?? UNSTATED_TEMPERATURE;
  const life = row.number("life", [1, 1e6]);
  const pulse = row.number("pulse", [1e-3, 1e6]);
  const price = row.read("price", centsOf);
  if (price !== null && !(price > 0 && price <= MAX_CENTS)) row.fail("price", "range");
  const stock = row.read("stock", (t) => plainNumber(t));
  if (stock !== null && !(Number.isInteger(stock) && stock >= 0 && stock <= MAX_STOCK)) row.fail("stock", "range");
  const series = row.text("series") === "" ? (code ?? "") : (row.word("series", LENGTHS.series) ?? "");
  const tolerance = row.read("tolerance", toleranceOf);
  const grade = row.known("grade", gradeOf);
  if (row.issues.length > 0 || code === null || nominal === null || rated === null || diameter === null || height === null)
    return { ok: false, issues: row.issues };
  return {
    ok: true,
    part: {
      code,
      series,
      grade: safety !== null ? "safety" : (grade ?? "general"),
      technology: kind,
      nominal: farads(nominal),
      tolerance: tolerance ?? usualTolerance(kind),
      rated: volts(rated),
      ac: ac === null ? null : volts(ac),
      safety,
      temperature: celsius(temperature),
      diameter: millimetres(diameter),
      height: millimetres(height),
      pitch: pitch === null || mounting === "axial" || mounting === "smd" ? null : millimetres(pitch),
      mounting,
      esr: esr === null || esr === 0 ? null : { ohms: ohms(esr), at: hertz(row.quantity("esrAt", "Hz", "frequency") ?? USUAL_ESR_AT) },
      ripple:
        ripple === null || ripple === 0
          ? null
          : { amperes: amperes(ripple), at: hertz(row.quantity("rippleAt", "Hz", "frequency") ?? USUAL_RIPPLE_AT) },
      pulse,
      lifeHours: life,
      priceCents: price === null ? null : Math.max(1, Math.round(price)),
      stock,
    },
  };
}
/** Where a file says no frequency: ESR is stated at 100 kHz, ripple at 120 Hz (common practice). */
const USUAL_ESR_AT = 100_000;
const USUAL_RIPPLE_AT = 120;
/** what the poorest series of the trade bear */
const UNSTATED_TEMPERATURE = 85;
const EMPTY_CLASS = /^(no|none|-|–)$/i;

/** What is not said is taken as its value and volts usually are (common practice). */
function guessKind(row: Row): Technology {
  const value = quantity(row.text("value"), "F", row.unit("value"));
  return typeof value === "number" && value >= 0.47e-6 ? "aluminium" : "film";
}

/** The cells of a row by our columns, and what was wrong with them so far. */
class Row {
  readonly issues: RowIssue[] = [];
  constructor(
    private readonly cells: readonly string[],
    private readonly mapping: Mapping,
  ) {}

  text(column: Column): string {
    const source = this.mapping[column];
    return source === undefined ? "" : source.from === "constant" ? source.text.trim() : (this.cells[source.index] ?? "").trim();
  }
  unit(column: Column) {
    const source = this.mapping[column];
    return source?.from === "column" ? source.unit : null;
  }
  fail(column: Column, issue: CellIssue): null {
    this.issues.push({ column, issue, text: this.text(column).slice(0, 60) });
    return null;
  }
  failed(...columns: Column[]): boolean {
    return this.issues.some((i) => columns.includes(i.column));
  }
  /** an empty cell says nothing; one that says something must be readable */
  read<T>(column: Column, as: (text: string, unit: ReturnType<Row["unit"]>) => T | null): T | null {
    const text = this.text(column);
    if (text === "") return null;
    return as(text, this.unit(column)) ?? this.fail(column, "unreadable");
  }
  known<T>(column: Column, as: (text: string) => T | null, empty?: RegExp): T | null {
    return empty?.test(this.text(column)) ? null : this.read(column, as);
  }
  word(column: Column, most: number): string | null {
    const text = this.text(column);
    if (text === "") return this.fail(column, "missing");
    if (FORMULA.test(text)) return this.fail(column, "formula");
    return text.length > most ? this.fail(column, "tooLong") : text;
  }
  quantity(column: Column, si: Parameters<typeof quantity>[1], limit: keyof typeof LIMITS, most: number = Infinity): number | null {
    const text = this.text(column);
    if (text === "") return column === "value" || column === "volts" ? this.fail(column, "missing") : null;
    const value = quantity(text, si, this.unit(column));
    if (value === "unit") return this.fail(column, "unit");
    if (value === null) return this.fail(column, FORMULA.test(text) ? "formula" : "unreadable");
    const inside = most === Infinity ? within(limit, value) : value <= most;
    return inside && value >= 0 ? value : this.fail(column, "range");
  }
  length(column: "diameter" | "height" | "pitch"): number | null {
    const value = this.read(column, (t, u) => measure(t, u, COLUMN_UNITS[column]));
    return value === null || within(column, value) ? value : this.fail(column, "range");
  }
  number(column: "temperature" | "life" | "pulse", [least, most]: readonly [number, number]): number | null {
    const value = this.read(column, (t, u) => measure(t, u, COLUMN_UNITS[column]));
    return value === null || (value >= least && value <= most) ? value : this.fail(column, "range");
  }
}
