import "server-only";
import { createRequire } from "node:module";
import { join } from "node:path";
import type { Content, TDocumentDefinitions } from "pdfmake/interfaces";
import { BANDS, bandMid, type BandLine } from "@mirvek/core/sound";
import { shown } from "../wording/quantity";
import { signedDb } from "../wording/observation";
import type { ReportBlock, ReportPaper } from "../wording/report";
import { BAR_AT, BAR_HIGH, drawBars } from "../wording/report/bars";
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
const textsOf = ({ title, job, under, blocks, foot }: ReportPaper): string[] => [
  title,
  job,
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
      case "response":
        return [b.title, ...b.lines.map((l) => l.name)];
      case "pictures":
        return b.pictures.map((p) => `${p.about}, ${p.moment}`);
    }
  }),
];

const MAX_NAMED = 12;
/** What a paper says of letters it cannot print; nothing where it prints them all. */
function missingText(paper: ReportPaper): Content[] {
  const missing = unprintableIn(textsOf(paper));
  if (missing.length === 0) return [];
  const named = missing.slice(0, MAX_NAMED).map(codeOf).join(", ");
  const text =
    `Not printable on this paper: ${named}${missing.length > MAX_NAMED ? " and others" : ""}. The record holds ` +
    `these letters as they were entered.`;
  return [{ text: runs(text), fontSize: 8, margin: [0, 6, 0, 0] }];
}

const LINES = {
  hLineWidth: () => 0.4,
  vLineWidth: () => 0,
  hLineColor: () => "#888888",
  paddingLeft: () => 0,
  paddingRight: () => 8,
  paddingTop: () => 2,
  paddingBottom: () => 2,
};

const tableOf = (head: readonly string[], rows: readonly (readonly string[])[]): Content => ({
  table: {
    headerRows: 1,
    dontBreakRows: true,
    widths: head.map((_, i) => (i === head.length - 1 ? "*" : "auto")),
    body: [head.map((h) => ({ text: runs(h), bold: true })), ...rows.map((row) => row.map((cell) => ({ text: runs(cell) })))],
  },
  layout: LINES,
  fontSize: 9,
  margin: [0, 0, 0, 6],
});

/** Pictures by their ids, as JPEG. */
type PictureFiles = ReadonlyMap<number, Buffer>;

function blockOf(block: ReportBlock, pictures: PictureFiles): Content {
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
      return tableOf(block.head, block.rows);
    case "bars":
      return {
        stack: [{ text: runs(`${block.title}, ${block.unit}`), fontSize: 8 }, { svg: barsSvg(block) }],
        margin: [0, 2, 0, 8],
        unbreakable: true,
      };
    case "response":
      return [{ text: runs(`${block.title}:`), margin: [0, 2, 0, 2] }, responseTable(block.lines)];
    case "pictures":
      return block.pictures.map(({ id, about, moment }): Content => {
        const file = pictures.get(id);
        const caption = { text: runs(`${about}, ${moment}`), fontSize: 8 };
        if (!file) return caption;
        return {
          stack: [{ image: `data:image/jpeg;base64,${file.toString("base64")}`, fit: [240, 220] }, caption],
          margin: [0, 2, 0, 8],
          unbreakable: true,
        };
      });
  }
}

function barsSvg(block: Extract<ReportBlock, { kind: "bars" }>): string {
  const { width, height, rows } = drawBars(block);
  const body = rows.flatMap(({ name, y, bars }) => [
    `<text x="0" y="${y}" font-family="Text" font-size="8">${name}</text>`,
    ...bars.map(
      (b) =>
        `<rect x="${BAR_AT}" y="${b.y}" width="${b.width.toFixed(1)}" height="${BAR_HIGH}" ` +
        `fill="${b.filled ? "#000000" : "#ffffff"}" stroke="#000" stroke-width="0.6"/>` +
        `<text x="${BAR_AT + 6 + b.width}" y="${b.y + BAR_HIGH}" font-family="Text" font-size="6.5">${b.label}</text>`,
    ),
  ]);
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ` +
    `${height}">${body.join("")}</svg>`
  );
}

/** Every third of the third octaves: what a table can hold. */
function responseTable(lines: readonly BandLine[]): Content {
  const at = BANDS.flatMap((n, i) => (i % 3 === 2 ? [{ i, hz: bandMid(n) }] : []));
  const read = (l: BandLine, i: number) => {
    const dB = l.bands[i] ?? null;
    return dB === null ? "" : signedDb(dB);
  };
  return tableOf(
    ["Frequency", ...lines.map((l) => l.name)],
    at.map(({ i, hz }) => [shown(hz, "Hz", 2), ...lines.map((l) => read(l, i))]),
  );
}

/** The paper as a PDF on A4. A picture whose file is missing keeps its caption. */
export async function reportPdf(paper: ReportPaper, pictures: PictureFiles = new Map()): Promise<Buffer> {
  const { title, job, under, blocks, foot } = paper;
  const document: TDocumentDefinitions = {
    pageSize: "A4",
    pageMargins: [48, 46, 48, 52],
    info: { title: `${job}, ${title}`, producer: "Mirvek", creator: "Mirvek" },
    defaultStyle: { font: "Text", fontSize: 10, lineHeight: 1.15, color: "#000000" },
    styles: { heading: { fontSize: 12, bold: true, margin: [0, 9, 0, 3] } },
    content: [
      { text: runs(job), fontSize: 9 },
      { text: runs(title), fontSize: 18, bold: true, margin: [0, 0, 0, 2] },
      { text: runs(under), fontSize: 9, margin: [0, 0, 0, 4] },
      ...blocks.map((b) => blockOf(b, pictures)),
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
