import { guessMapping, type Mapping } from "@mirvek/core/catalogue";
import { describe, expect, test } from "vitest";
import type { CatalogueReply } from "./catalogue.protocol";
import { answerCatalogue } from "./catalogueAnswer";

const file = (...parts: BlobPart[]) => new Blob(parts);
const look = (f: Blob) => answerCatalogue({ id: 1, type: "look", file: f }, () => {});
const readAll = async (f: Blob, mapping: Mapping, codesOnly = false) =>
  (await answerCatalogue({ id: 1, type: "read", file: f, mapping, codesOnly }, () => {})) as Extract<CatalogueReply, { type: "read" }>;
const HEAD = "code;kind;value;volts;size;price";
const MAPPING = guessMapping(HEAD.split(";"));

describe("a supplier's file", () => {
  test.each([
    ["semicolons with decimal commas", "code;value;volts\nA;4,7u;63\nB;2,2u;6,3", ";", 3],
    ["tabs", "code\tvalue\tvolts\nA\t4.7u\t63", "\t", 3],
    ["commas", 'code,value,volts\nA,"4,7u",63', ",", 3],
    ["bars", "code|value|volts\nA|4,7u|63", "|", 3],
  ])("is cut at %s", async (_, text, delimiter, columns) => {
    const looked = await look(file(text));
    expect(looked).toMatchObject({ type: "looked", delimiter });
    expect(looked.type === "looked" && looked.headings.length).toBe(columns);
  });
  test("is read in the encoding it is written in", async () => {
    const encodings = async (f: Blob) => (await look(f)) as { encoding: string; headings: string[] };
    expect(await encodings(file("Größe;ä"))).toMatchObject({ encoding: "utf-8", headings: ["Größe", "ä"] });
    expect(await encodings(file(Uint8Array.from([...Buffer.from("Gr\u00f6\u00dfe;x", "latin1")])))).toMatchObject({
      encoding: "windows-1252",
      headings: ["Größe", "x"],
    });
    expect(await encodings(file(Uint8Array.from([0xff, 0xfe, ...Buffer.from("Größe;x", "utf16le")])))).toMatchObject({
      encoding: "utf-16le",
      headings: ["Größe", "x"],
    });
  });
  test("that is empty, or no text, is said to be", async () => {
    expect(await look(file(""))).toMatchObject({ type: "unreadable", why: "empty" });
    expect(await look(file(" \n\n"))).toMatchObject({ type: "unreadable", why: "empty" });
    expect(await look(file(Uint8Array.from([1, 2, 0, 0, 0, 3])))).toMatchObject({ type: "unreadable", why: "binary" });
  });
  test("names bad rows by their line, also behind a cell that runs over several", async () => {
    const read = await readAll(
      file(`${HEAD}\r\n"A\r\nB";film;1u;63;5x7;1\r\n\r\nC;film;lots;63;5x7;1\r\nD;film;1u;63;5x7;1\r\nD;film;1u;63;5x7;1\r\n`),
      MAPPING,
    );
    expect(read.bad.map((b) => [b.line, b.issues[0]!.issue])).toEqual([
      [5, "unreadable"],
      [7, "duplicate"],
    ]);
    expect(read.parts.map((p) => p.code)).toEqual(["A\r\nB", "D"]);
    expect([read.rows, read.badCount]).toEqual([4, 2]);
  });
  test("that is longer than a piece is the same as in one", async () => {
    const many = 40_000;
    const text = [HEAD, ...Array.from({ length: many }, (_, i) => `P-${i};"film; foil";1,5u;63;5x7;0,${10 + (i % 90)}`)].join("\n");
    const read = await readAll(file(text), MAPPING);
    expect([read.parts.length, read.badCount]).toEqual([many, 0]);
    expect(read.parts.at(-1)).toMatchObject({ code: `P-${many - 1}`, technology: "film", nominal: 1.5e-6 });
  });
  test("of codes only gives its codes", async () => {
    const read = await readAll(file("code\nA\n\nB\n"), { code: { from: "column", index: 0, unit: null } }, true);
    expect(read.codes).toEqual(["A", "B"]);
  });
});
