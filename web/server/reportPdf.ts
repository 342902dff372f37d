import "server-only";
import { createRequire } from "node:module";
import { join } from "node:path";
import type { Content, TDocumentDefinitions } from "pdfmake/interfaces";
import type { ReportBlock, ReportPaper } from "../wording/reportBlocks";
import { fontFaces, fontOf, isFontFile, type FontName } from "./pdfFonts";

// The report as a PDF: black on white, in the fonts that ship with the application, written by pdfmake.

// found where the application runs, not where it was built
const packages = createRequire(join(process.cwd(), "package.json"));

interface PdfMaker {
  setFonts(fonts: ReturnType<typeof fontFaces>): void;
  setUrlAccessPolicy(allowed: (url: string) => boolean): void;
  setLocalAccessPolicy(allowed: (path: string) => boolean): void;
  createPdf(document: TDocumentDefinitions): { getBuffer(): Promise<Buffer> };
}

let maker: PdfMaker | null = null;
function pdfMaker(): PdfMaker {
  if (maker) return maker;
  maker = packages("pdfmake") as PdfMaker;
  maker.setFonts(fontFaces());
  // a report is made of what is on record: nothing is fetched, and nothing but the fonts is read
  maker.setUrlAccessPolicy(() => false);
  maker.setLocalAccessPolicy(isFontFile);
  return maker;
}

/** Signs that are written out: no font here has them, or they say more in words. */
const OTHERWISE: readonly (readonly [RegExp, string])[] = [
  [/→/g, "to"],
  [/∥/g, "||"],
  [/≥/g, "at least "],
  [/≤/g, "at most "],
  [/≈/g, "about "],
];
/** Letters that no font here has, one after another. What has no picture of its own (controls, joiners, marks of direction) goes. */
const INVISIBLE = /[\p{Cc}\p{Cf}\p{Cs}\p{Cn}\p{Co}\u{FE00}-\u{FE0F}]/u;

/** A text as runs of the fonts that have its letters; letters that none has are counted where they stand. */
export function runs(said: string): { text: string; font: FontName }[] {
  const text = OTHERWISE.reduce((t, [from, to]) => t.replace(from, to), said.normalize("NFC"));
  const out: { text: string; font: FontName }[] = [];
  const put = (piece: string, font: FontName) => {
    const last = out.at(-1);
    if (last?.font === font) last.text += piece;
    else out.push({ text: piece, font });
  };
  let unprintable = 0;
  const owe = () => {
    if (unprintable > 0) put(unprintable === 1 ? "[1 letter not printable]" : `[${unprintable} letters not printable]`, "Text");
    unprintable = 0;
  };
  for (const letter of text) {
    if (letter !== "\n" && INVISIBLE.test(letter)) continue;
    const font = letter === "\n" ? "Text" : fontOf(letter);
    if (font === null) unprintable++;
    else {
      owe();
      put(letter, font);
    }
  }
  owe();
  return out;
}

/** Letters of a paper that cannot be printed, each once, in their order. */
export const unprintableIn = (texts: readonly string[]): string[] => [
  ...new Set(
    texts
      .flatMap((t) => [...t.normalize("NFC")])
      .filter((c) => c !== "\n" && fontOf(c) === null && !INVISIBLE.test(c) && !OTHERWISE.some(([from]) => c.match(from))),
  ),
];
const codeOf = (letter: string): string => `U+${letter.codePointAt(0)!.toString(16).toUpperCase().padStart(4, "0")}`;

/** Every text of a paper. */
const textsOf = ({ title, docket, under, blocks, foot }: ReportPaper): string[] => [
  title,
  docket,
  under,
  foot,
  ...blocks.flatMap((b) => {
    switch (b.kind) {
      case "heading":
      case "text":
        return [b.text];
      case "list":
        return [...b.items];
      case "table":
        return [...b.head, ...b.rows.flat()];
      case "bars":
        return [b.title, b.unit, ...b.rows.map((r) => r.name)];
    }
  }),
];

const MAX_NAMED = 12;
/** What a paper says of letters it cannot print; nothing where it prints them all. */
function missingText(paper: ReportPaper): Content[] {
  const missing = unprintableIn(textsOf(paper));
  if (missing.length === 0) return [];
  const named = missing.slice(0, MAX_NAMED).map(codeOf).join(", ");
  const text = `Not printable on this paper: ${named}${missing.length > MAX_NAMED ? " and others" : ""}. The record holds these letters as they were entered.`;
  return [{ text: runs(text), fontSize: 8, margin: [0, 6, 0, 0] }];
}

function blockOf(block: ReportBlock): Content {
  switch (block.kind) {
    case "heading":
      return { text: runs(block.text), style: "heading", headlineLevel: 1 };
    case "text":
      return {
        text: runs(block.text),
        margin: [0, 0, 0, 5],
        ...(block.quiet ? { fontSize: 8 } : {}),
        ...(block.quote ? { margin: [10, 0, 0, 6] } : {}),
      };
    case "list":
      return { ul: block.items.map((i) => ({ text: runs(i), margin: [0, 0, 0, 2] })), margin: [0, 0, 0, 5] };
    case "table":
      return {
        table: {
          headerRows: 1,
          dontBreakRows: true,
          widths: block.head.map((_, i) => (i === block.head.length - 1 ? "*" : "auto")),
          body: [
            block.head.map((h) => ({ text: runs(h), bold: true })),
            ...block.rows.map((row) => row.map((cell) => ({ text: runs(cell) }))),
          ],
        },
        layout: {
          hLineWidth: () => 0.4,
          vLineWidth: () => 0,
          hLineColor: () => "#888888",
          paddingLeft: () => 0,
          paddingRight: () => 8,
          paddingTop: () => 2,
          paddingBottom: () => 2,
        },
        fontSize: 9,
        margin: [0, 0, 0, 6],
      };
    case "bars":
      return {
        stack: [{ text: runs(`${block.title}, ${block.unit}`), fontSize: 8 }, { svg: barsSvg(block) }],
        margin: [0, 2, 0, 8],
        unbreakable: true,
      };
  }
}

const ROW = 17;
/** Two bars a part, the old one hollow, the new one full: readable without colour. */
function barsSvg({ rows }: Extract<ReportBlock, { kind: "bars" }>): string {
  const most = Math.max(...rows.flatMap((r) => [r.before ?? 0, r.after ?? 0]), 1e-9);
  const width = (v: number) => Math.max(1, (v / most) * 260).toFixed(1);
  const label = (v: number) => (v >= 1 ? v.toPrecision(3) : v.toFixed(3));
  const bar = (v: number | null, y: number, fill: string) =>
    v === null
      ? ""
      : `<rect x="60" y="${y}" width="${width(v)}" height="5.5" fill="${fill}" stroke="#000" stroke-width="0.6"/><text x="${66 + Number(width(v))}" y="${y + 5.5}" font-family="Text" font-size="6.5">${label(v)}</text>`;
  const body = rows
    .map(
      (r, i) =>
        `<text x="0" y="${i * ROW + 10}" font-family="Text" font-size="8">${r.name}</text>${bar(r.before, i * ROW + 1, "#ffffff")}${bar(r.after, i * ROW + 8, "#000000")}`,
    )
    .join("");
  return `<svg xmlns="http://www.w3.org/2000/svg" width="400" height="${rows.length * ROW + 2}" viewBox="0 0 400 ${rows.length * ROW + 2}">${body}</svg>`;
}

/** The paper as a PDF on A4. */
export async function reportPdf(paper: ReportPaper): Promise<Buffer> {
  const { title, docket, under, blocks, foot } = paper;
  const document: TDocumentDefinitions = {
    pageSize: "A4",
    pageMargins: [48, 46, 48, 52],
    info: { title: `${docket}, ${title}`, producer: "Mirvek", creator: "Mirvek" },
    defaultStyle: { font: "Text", fontSize: 10, lineHeight: 1.15, color: "#000000" },
    styles: { heading: { fontSize: 12, bold: true, margin: [0, 9, 0, 3] } },
    content: [
      { text: runs(docket), fontSize: 9 },
      { text: runs(title), fontSize: 18, bold: true, margin: [0, 0, 0, 2] },
      { text: runs(under), fontSize: 9, margin: [0, 0, 0, 4] },
      ...blocks.map(blockOf),
      ...missingText(paper),
    ],
    // a heading does not end a page
    pageBreakBefore: (node, { getFollowingNodesOnPage }) => node.headlineLevel === 1 && getFollowingNodesOnPage().length === 0,
    footer: (page, pages) => ({
      columns: [
        { text: runs(foot), fontSize: 7, width: "*" },
        { text: `${page} / ${pages}`, fontSize: 8, width: "auto" },
      ],
      margin: [48, 14, 48, 0],
      columnGap: 12,
    }),
  };
  return pdfMaker().createPdf(document).getBuffer();
}
