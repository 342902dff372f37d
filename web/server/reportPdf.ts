import "server-only";
import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import type { Content, TDocumentDefinitions } from "pdfmake/interfaces";
import type { ReportBlock, ReportPaper } from "../wording/reportBlocks";

// The report as a PDF: black on white, in the fonts that ship with the application, written by pdfmake.

// found where the application runs, not where it was built
const packages = createRequire(join(process.cwd(), "package.json"));
const filesOf = (name: string) => join(dirname(packages.resolve(`${name}/package.json`)), "files");
const face = (name: string, file: (weight: number) => string) => {
  const [normal, bold] = [join(filesOf(name), file(400)), join(filesOf(name), file(700))];
  return { normal, bold, italics: normal, bolditalics: bold };
};

interface PdfMaker {
  setFonts(fonts: Record<string, ReturnType<typeof face>>): void;
  setUrlAccessPolicy(allowed: (url: string) => boolean): void;
  setLocalAccessPolicy(allowed: (path: string) => boolean): void;
  createPdf(document: TDocumentDefinitions): { getBuffer(): Promise<Buffer> };
}

let maker: PdfMaker | null = null;
function pdfMaker(): PdfMaker {
  if (maker) return maker;
  maker = packages("pdfmake") as PdfMaker;
  maker.setFonts({
    Text: face("@fontsource/atkinson-hyperlegible-next", (w) => `atkinson-hyperlegible-next-latin-${w}-normal.woff`),
    Greek: face("@fontsource/noto-sans", (w) => `noto-sans-greek-${w}-normal.woff`),
    Latin: face("@fontsource/noto-sans", (w) => `noto-sans-latin-${w}-normal.woff`),
  });
  // a report is made of what is on record: nothing is fetched, and nothing but the fonts is read
  maker.setUrlAccessPolicy(() => false);
  maker.setLocalAccessPolicy((path) => path.endsWith(".woff"));
  return maker;
}

/** What the text font lacks, by the font that has it; what none has is written otherwise. */
const OTHERWISE: readonly (readonly [RegExp, string])[] = [
  [/→/g, "to"],
  [/∥/g, "||"],
  [/≥/g, "at least "],
  [/≤/g, "at most "],
  [/≈/g, "about "],
];
const GREEK = /[\u0370-\u03ff]/;
const LATIN = /[µ′]/;
const fontOf = (char: string) => (GREEK.test(char) ? "Greek" : LATIN.test(char) ? "Latin" : "Text");

/** A text as runs of the fonts that have its letters. */
export function runs(said: string): { text: string; font: string }[] {
  const text = OTHERWISE.reduce((t, [from, to]) => t.replace(from, to), said);
  const out: { text: string; font: string }[] = [];
  for (const char of text) {
    const font = fontOf(char);
    const last = out.at(-1);
    if (last?.font === font) last.text += char;
    else out.push({ text: char, font });
  }
  return out;
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
export async function reportPdf({ title, docket, under, blocks, foot }: ReportPaper): Promise<Buffer> {
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
