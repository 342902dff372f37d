import { FINDING_TOKENS, type FindingToken } from "../device";
import { BENCH_TESTS, TEST_IDS, type BenchTest, type TestId } from "./benchTests";
import { HYPOTHESES, HYPOTHESIS_IDS, type HypothesisId, type HypothesisRow } from "./hypotheses";

// The table the diagnosis goes by, figure by figure: what everyone starts with, and what a shop knows better.

export interface DiagnosisTable {
  faults: readonly HypothesisRow[];
  tests: readonly BenchTest[];
}

/** What everyone starts with. */
export const STARTER_TABLE: DiagnosisTable = { faults: HYPOTHESES, tests: BENCH_TESTS };

/** One figure of the table. Weights are relative, chances 0 to 1, minutes minutes. */
export type Cell =
  | { of: "fault"; id: HypothesisId; field: "weight" }
  | { of: "fault"; id: HypothesisId; field: "makes"; finding: FindingToken }
  | { of: "test"; id: TestId; field: "minutes" | "rest" }
  | { of: "test"; id: TestId; field: "given"; fault: HypothesisId };

/** A figure a shop has changed; null: back to what everyone starts with. */
export interface TableChange {
  /** a cell as text: `fault.reservoirDried.weight`, `test.knock.given.jointCrack` */
  cell: string;
  value: number | null;
}

/** A cell as it is kept, and as a file or a request names it. */
export function cellText(cell: Cell): string {
  const last = cell.field === "makes" ? [cell.finding] : cell.field === "given" ? [cell.fault] : [];
  return [cell.of, cell.id, cell.field, ...last].join(".");
}

const among = <T extends string>(list: readonly T[], x: string | undefined): T | null =>
  x !== undefined && (list as readonly string[]).includes(x) ? (x as T) : null;

/** The cell a text names; null where the table has no such figure. */
export function readCell(text: string): Cell | null {
  const [of, id, field, last, ...more] = text.split(".");
  if (more.length > 0) return null;
  if (of === "fault") {
    const fault = among(HYPOTHESIS_IDS, id);
    const finding = among(FINDING_TOKENS, last);
    if (fault === null) return null;
    if (field === "weight" && last === undefined) return { of, id: fault, field };
    return field === "makes" && finding !== null ? { of, id: fault, field, finding } : null;
  }
  if (of !== "test") return null;
  const test = among(TEST_IDS, id);
  const fault = among(HYPOTHESIS_IDS, last);
  if (test === null) return null;
  if ((field === "minutes" || field === "rest") && last === undefined) return { of, id: test, field };
  return field === "given" && fault !== null ? { of, id: test, field, fault } : null;
}

/** Least and most a figure may be: no fault is impossible, no answer certain, no test takes no time. */
export const cellRange = (cell: Cell): readonly [number, number] =>
  cell.field === "weight" ? [0.01, 100] : cell.field === "minutes" ? [0.5, 480] : [0, 1];

/** A figure as the table has it; a chance that is not written down is null (a symptom by itself, a test's `rest`). */
export function valueAt(table: DiagnosisTable, cell: Cell): number | null {
  if (cell.of === "fault") {
    const row = table.faults.find((h) => h.id === cell.id);
    return row === undefined ? null : cell.field === "weight" ? row.weight : (row.makes[cell.finding] ?? null);
  }
  const row = table.tests.find((t) => t.id === cell.id);
  return row === undefined ? null : cell.field === "given" ? (row.given[cell.fault] ?? null) : row[cell.field];
}

/**
 * The table with a shop's changes, the later over the earlier. A change that names no figure, or is out of its range, counts for
 * nothing: a table kept long ago must not stop a job of today.
 */
export function amendTable(changes: readonly TableChange[], table: DiagnosisTable = STARTER_TABLE): DiagnosisTable {
  const latest = new Map<string, number | null>(changes.map((c) => [c.cell, c.value]));
  const faults = new Map(table.faults.map((h) => [h.id, h]));
  const tests = new Map(table.tests.map((t) => [t.id, t]));
  for (const [text, value] of latest) {
    const cell = readCell(text);
    if (cell === null || value === null) continue;
    const [least, most] = cellRange(cell);
    if (!(value >= least && value <= most)) continue;
    if (cell.of === "fault") {
      const row = faults.get(cell.id)!;
      faults.set(cell.id, cell.field === "weight" ? { ...row, weight: value } : { ...row, makes: { ...row.makes, [cell.finding]: value } });
    } else {
      const row = tests.get(cell.id)!;
      tests.set(
        cell.id,
        cell.field === "given" ? { ...row, given: { ...row.given, [cell.fault]: value } } : { ...row, [cell.field]: value },
      );
    }
  }
  return { faults: [...faults.values()], tests: [...tests.values()] };
}
