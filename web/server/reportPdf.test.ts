import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { describe, expect, test } from "vitest";
import { reportPaper } from "../wording/report";
import { jobView } from "../wording/testing";
import { reportPdf, runs, unprintableIn } from "./reportPdf";

const hasReader = (() => {
  try {
    execFileSync("pdftotext", ["-v"], { stdio: "ignore" });
    return true;
  } catch {
    return false;
  }
})();
/** What poppler reads in it. */
function readBack(pdf: Buffer): { text: string; pages: number; fonts: string } {
  const dir = mkdtempSync(join(tmpdir(), "mirvek-pdf-"));
  try {
    const file = join(dir, "r.pdf");
    writeFileSync(file, pdf);
    const run = (command: string, ...args: string[]) => execFileSync(command, args).toString();
    return {
      text: run("pdftotext", "-layout", file, "-"),
      pages: Number(/Pages:\s+(\d+)/.exec(run("pdfinfo", file))![1]),
      fonts: run("pdffonts", file),
    };
  } finally {
    rmSync(dir, { recursive: true });
  }
}
const LINES = [
  "C1 esr 0.8",
  "C1 fitted 4700u 50v",
  "C1 esr 0.03",
  "rated 50w into 8",
  "clip l 20v into 8",
  "response l 20 -1db 1k 0db",
  "hum gone",
];

describe("what a font lacks", () => {
  test("comes from the font that has it, letter by letter, and nothing is lost", () => {
    expect(runs("4.7 Ω, 10 µF")).toEqual([
      { text: "4.7 ", font: "Text" },
      { text: "Ω", font: "Greek" },
      { text: ", 10 ", font: "Text" },
      { text: "µ", font: "Latin" },
      { text: "F", font: "Text" },
    ]);
    expect(runs("a → b ∥ c")).toEqual([{ text: "a to b || c", font: "Text" }]);
    expect(runs("")).toEqual([]);
  });
});

/** A sentence of a repair in each, every special letter of its alphabet among them. */
const LANGUAGES = {
  Polish: "Zażółć gęślą jaźń: wzmacniacz brumi, ŁÓDŹ",
  Czech: "Příliš žluťoučký kůň úpěl ďábelské ódy: zesilovač bručí",
  Hungarian: "Árvíztűrő tükörfúrógép: az erősítő zúg, Ő Ű",
  Turkish: "Pijamalı hasta yağız şoföre çabucak güvendi: İĞŞ ığş",
  Romanian: "Amplificatorul bâzâie și țiuie: ĂÂÎȘȚ ăâîșț",
  Russian: "Съешь ещё этих мягких французских булок: усилитель гудит",
  Ukrainian: "Підсилювач гуде, ґанок, їжак, єдність: ҐЇЄ",
  Greek: "Ο ενισχυτής βουίζει: ΆΈΉΊΌΎΏ άέήίόύώ ς",
  Vietnamese: "Ampli bị ù: Ắ ằ ẵ ộ ữ ỵ",
} as const;

describe("letters of every alphabet that is shipped", () => {
  test.each(Object.entries(LANGUAGES))("%s", (_language, sentence) => {
    expect(unprintableIn([sentence])).toEqual([]);
    expect(
      runs(sentence)
        .map((r) => r.text)
        .join(""),
    ).toBe(sentence.normalize("NFC"));
  });
  test("written in pieces, letter and accent, is the same letter", () => {
    expect(runs("e\u0301")).toEqual([{ text: "é", font: "Text" }]);
  });
  test("what no font has is counted where it stands, and named; what has no picture goes", () => {
    expect(
      runs("修理 done\u200b 🎚️")
        .map((r) => r.text)
        .join(""),
    ).toBe("[2 letters not printable] done [1 letter not printable]");
    expect(unprintableIn(["修理 done", "修 Ω → ≥ ∥"])).toEqual(["修", "理"]);
  });
});

test("a PDF begins as one, in bytes that do not grow without end", async () => {
  const pdf = await reportPdf(reportPaper(jobView(...LINES), "technician"));
  expect(pdf.subarray(0, 5).toString()).toBe("%PDF-");
  expect(pdf.length).toBeLessThan(200_000);
});

describe.runIf(hasReader)("read back by poppler", () => {
  test("the owner's fits one page, in the fonts that ship, with its figures and signs", async () => {
    const { text, pages, fonts } = readBack(await reportPdf(reportPaper(jobView(...LINES), "owner")));
    expect(pages).toBe(1);
    for (const said of ["Job 0012", "Rehearsal receiver", "hums", "1 worn or failed part replaced: C1", "The complaint itself: gone"])
      expect(text).toContain(said);
    expect(fonts).toContain("AtkinsonHyperlegible");
    expect(fonts).not.toMatch(/\bno\s+no\s+no\b/);
  });
  test("the technician's has tables, ohms and microfarads", async () => {
    const { text } = readBack(await reportPdf(reportPaper(jobView(...LINES), "technician")));
    for (const said of ["4700 µF 50 V", "0.03 Ω", "50 W into 8 Ω", "ESR before and after", "20 Hz"]) expect(text).toContain(said);
  });
  test("prints every alphabet as it was entered, no box among it, and says what it cannot print", async () => {
    const notes = Object.values(LANGUAGES).map((l) => `note ${l}`);
    const { text, fonts } = readBack(await reportPdf(reportPaper(jobView(...LINES, ...notes, "note 修理 later"), "technician")));
    const plain = text.normalize("NFC").replace(/\s+/g, " ");
    for (const [language, sentence] of Object.entries(LANGUAGES)) expect(plain, language).toContain(sentence.normalize("NFC"));
    expect(plain).toContain("[2 letters not printable] later");
    expect(plain).toContain("Not printable on this paper: U+4FEE, U+7406.");
    expect(plain, "no replacement character").not.toContain("\ufffd");
    expect(
      fonts
        .split("\n")
        .slice(2)
        .filter(Boolean)
        .every((f) => /\byes\b/.test(f)),
      "every font is embedded",
    ).toBe(true);
  });
  test("a job of many lines breaks its pages between rows", async () => {
    const many = Array.from({ length: 120 }, (_, i) => `note this is remark number ${i + 1} of many`);
    const { text, pages } = readBack(await reportPdf(reportPaper(jobView(...LINES, ...many), "technician")));
    expect(pages).toBeGreaterThan(2);
    expect(text).toContain("remark number 120 of many");
  });
});
