import { readRow, type PartDraft } from "@mirvek/core/catalogue";
import Papa from "papaparse";
import { MAX_ROWS } from "../schemas/catalogue";
import type { BadRow, CatalogueReply, CatalogueRequest } from "./catalogue.protocol";
import { encodingOf } from "./encoding";

const PREVIEW_ROWS = 8;
/** So many bad rows are listed and can be taken away; the rest are counted. */
const MAX_BAD = 5000;
const HEAD_BYTES = 65_536;
const PIECE_BYTES = 1_000_000;

/** A supplier's file, piece by piece, in whatever encoding it is written. */
async function* textOf(file: Blob): AsyncGenerator<{ text: string; read: number }> {
  const decoder = new TextDecoder(encodingOf(new Uint8Array(await file.slice(0, HEAD_BYTES).arrayBuffer())));
  for (let at = 0; at < file.size; at += PIECE_BYTES) {
    const end = Math.min(file.size, at + PIECE_BYTES);
    yield { text: decoder.decode(await file.slice(at, end).arrayBuffer(), { stream: end < file.size }), read: end };
  }
}

/** Rows of a file, one after the other, with their line; a row that is broken over pieces is put together. */
async function eachRow(
  file: Blob,
  delimiter: string,
  onRow: (cells: string[], line: number) => boolean,
  onRead: (share: number) => void,
): Promise<void> {
  let rest = "";
  let line = 0;
  let stop = false;
  for await (const { text, read } of textOf(file)) {
    const last = read >= file.size;
    const whole = rest + text;
    // rows are cut at line ends outside quotes: an odd number of quotes before means inside
    const cut = last ? whole.length : lastRowEnd(whole);
    rest = whole.slice(cut);
    if (cut > 0)
      Papa.parse<string[]>(whole.slice(0, cut), {
        delimiter,
        step: ({ data }, parser) => {
          const begins = line + 1;
          // a cell in quotes may run over several lines
          line += 1 + data.reduce((n, cell) => n + cell.split("\n").length - 1, 0);
          if (data.length === 1 && data[0]!.trim() === "") return;
          if (onRow(data, begins)) {
            stop = true;
            parser.abort();
          }
        },
      });
    onRead(read / file.size);
    if (stop) return;
  }
}

function lastRowEnd(text: string): number {
  let inside = false;
  let end = 0;
  for (let i = 0; i < text.length; i++) {
    if (text[i] === '"') inside = !inside;
    else if (text[i] === "\n" && !inside) end = i + 1;
  }
  return end;
}

const SIGNS = [";", "\t", ",", "|"] as const;
/** The sign between cells: the one that cuts the headings into most; in the rows below commas may be decimals. */
function delimiterOf(text: string): string {
  const cells = (delimiter: string) => (Papa.parse<string[]>(text, { delimiter, preview: 1 }).data[0] ?? []).length;
  return SIGNS.reduce<string>((best, sign) => (cells(sign) > cells(best) ? sign : best), SIGNS[0]);
}

const isBinary = (text: string): boolean => text.includes("\u0000");

/** Answers questions about a supplier's file. */
export async function answerCatalogue(request: CatalogueRequest, tell: (progress: CatalogueReply) => void): Promise<CatalogueReply> {
  const { id, file } = request;
  const first = (await textOf(file).next()).value as { text: string } | undefined;
  if (first === undefined || first.text.trim() === "") return { id, type: "unreadable", why: "empty" };
  if (isBinary(first.text.slice(0, 4000))) return { id, type: "unreadable", why: "binary" };
  const delimiter = delimiterOf(first.text.slice(0, HEAD_BYTES));
  if (request.type === "look") {
    const rows: string[][] = [];
    await eachRow(
      file,
      delimiter,
      (cells) => rows.push(cells) > PREVIEW_ROWS,
      () => {},
    );
    const encoding = encodingOf(new Uint8Array(await file.slice(0, HEAD_BYTES).arrayBuffer()));
    return { id, type: "looked", headings: rows[0] ?? [], rows: rows.slice(1), encoding, delimiter };
  }
  const parts: PartDraft[] = [];
  const codes: string[] = [];
  const bad: BadRow[] = [];
  const seen = new Map<string, number>();
  let [rows, badCount, tooMany] = [0, 0, false];
  const refuse = (row: BadRow) => {
    badCount++;
    if (bad.length < MAX_BAD) bad.push(row);
  };
  await eachRow(
    file,
    delimiter,
    (cells, line) => {
      if (line === 1) return false;
      if (++rows > MAX_ROWS) {
        tooMany = true;
        return true;
      }
      const code = codeIn(request, cells);
      if (request.codesOnly) {
        if (code === "") refuse({ line, cells, issues: [{ column: "code", issue: "missing", text: "" }] });
        else codes.push(code);
        return false;
      }
      const read = readRow(cells, request.mapping);
      if (!read.ok) refuse({ line, cells, issues: read.issues });
      else if (seen.has(read.part.code)) refuse({ line, cells, issues: [{ column: "code", issue: "duplicate", text: read.part.code }] });
      else {
        seen.set(read.part.code, line);
        parts.push(read.part);
      }
      return false;
    },
    (share) => tell({ id, type: "progress", done: share, of: 1 }),
  );
  return { id, type: "read", parts, codes, bad, badCount, rows: Math.min(rows, MAX_ROWS), tooMany };
}

function codeIn({ mapping }: Extract<CatalogueRequest, { type: "read" }>, cells: readonly string[]): string {
  const source = mapping.code;
  return source?.from === "column" ? (cells[source.index] ?? "").trim() : "";
}
