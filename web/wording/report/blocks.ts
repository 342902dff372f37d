import type { BandLine } from "@mirvek/core/sound";
import type { VerdictState } from "@mirvek/core/verdict";

// A report as blocks of text: page, print and PDF lay out the same blocks, so that they say the same.

/** What the mark of a part shows in a table. */
export interface ReportMark {
  kind: VerdictState;
  share: number | null;
  esrRatio: number | null;
}

export interface ReportTable {
  kind: "table";
  head: readonly string[];
  rows: readonly (readonly string[])[];
  /** the mark of the part each row is about, for layouts that draw it */
  marks?: readonly ReportMark[];
}

export type ReportBlock =
  | { kind: "heading"; text: string }
  | { kind: "text"; text: string; quiet?: boolean; quote?: boolean }
  | { kind: "list"; items: readonly string[] }
  | ReportTable
  /** figures before and after of the same part */
  | { kind: "bars"; title: string; unit: "Ω"; rows: readonly { name: string; before: number; after: number }[] }
  | { kind: "response"; title: string; lines: readonly BandLine[] }
  | { kind: "pictures"; pictures: readonly ReportPicture[] };

export interface ReportPicture {
  id: number;
  about: string;
  moment: "before" | "after";
  width: number;
  height: number;
}

export interface ReportPaper {
  title: string;
  job: string;
  under: string;
  blocks: readonly ReportBlock[];
  foot: string;
}

export const heading = (text: string): ReportBlock => ({ kind: "heading", text });
export const text = (said: string, over: { quiet?: boolean; quote?: boolean } = {}): ReportBlock => ({ kind: "text", text: said, ...over });
export const listed = (items: readonly string[]): ReportBlock | null => (items.length === 0 ? null : { kind: "list", items });
/** Sentences as one paragraph; nothing where there are none. */
export const sentences = (said: readonly (string | null | undefined | false)[]): ReportBlock | null => {
  const there = said.filter((s): s is string => typeof s === "string" && s !== "");
  return there.length === 0 ? null : text(there.join(" "));
};
export const table = (head: readonly string[], rows: readonly (readonly string[])[], marks?: readonly ReportMark[]): ReportBlock | null =>
  rows.length === 0 ? null : { kind: "table", head, rows, ...(marks ? { marks } : {}) };

/** A heading and what is under it; nothing where there is nothing. */
export const section = (title: string, ...under: readonly (ReportBlock | null)[]): ReportBlock[] => {
  const there = under.filter((b) => b !== null);
  return there.length === 0 ? [] : [heading(title), ...there];
};

export const capital = (said: string): string => `${said[0]?.toUpperCase() ?? ""}${said.slice(1)}`;
