import type { Mapping, PartDraft, RowIssue } from "@mirvek/core/catalogue";

/** A row that no part could be made of, by its line in the file. */
export interface BadRow {
  line: number;
  cells: readonly string[];
  issues: readonly RowIssue[];
}

export type CatalogueRequest =
  /** headings, first rows, how it is written */
  | { id: number; type: "look"; file: Blob }
  /** every row by a mapping */
  | { id: number; type: "read"; file: Blob; mapping: Mapping; codesOnly: boolean };

export type CatalogueReply =
  | { id: number; type: "looked"; headings: string[]; rows: string[][]; encoding: string; delimiter: string }
  | { id: number; type: "read"; parts: PartDraft[]; codes: string[]; bad: BadRow[]; badCount: number; rows: number; tooMany: boolean }
  | { id: number; type: "unreadable"; why: "empty" | "binary" }
  | { id: number; type: "progress"; done: number; of: number };
