import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import ts from "typescript";
import { expect, test } from "vitest";

const WEB = fileURLToPath(new URL("..", import.meta.url));
/** From so many words on a text is a sentence: a label of fewer may stand where it is shown. */
const SENTENCE = 5;
/** Texts that are no sentences: lines to type, addresses, what a developer reads. */
const NO_SENTENCE = /^\/api\/|^timer |^cold start |needs (a JobProvider|Providers)|; path=|^#Main supply|^a 214 |^image\/|^\.csv/;

const wordsOf = (text: string): number => text.match(/[A-Za-z’']{2,}/g)?.length ?? 0;

/** Texts of a source file that are sentences, with the line they stand in. */
function sentencesIn(name: string, source: string): string[] {
  const file = ts.createSourceFile(name, source, ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX);
  const found: string[] = [];
  const note = (node: ts.Node, text: string) => {
    if (wordsOf(text) >= SENTENCE && !NO_SENTENCE.test(text))
      found.push(`${name}:${file.getLineAndCharacterOfPosition(node.getStart()).line + 1} ${text.trim()}`);
  };
  const typed = (node: ts.Node) =>
    ts.isJsxElement(node) && /className="mono"|^<kbd/.test(node.openingElement.getText().replace("{styles.mono}", '"mono"'));
  const visit = (node: ts.Node): void => {
    if (typed(node) || ts.isImportDeclaration(node)) return;
    if (ts.isJsxAttribute(node) && node.name.getText() === "className") return;
    if (ts.isJsxText(node)) note(node, node.text.replace(/\s+/g, " "));
    if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) note(node, node.text);
    if (ts.isTemplateExpression(node)) note(node, [node.head.text, ...node.templateSpans.map((s) => s.literal.text)].join("…"));
    ts.forEachChild(node, visit);
  };
  visit(file);
  return found;
}

const screens = ["components", "app"].flatMap((folder) =>
  readdirSync(join(WEB, folder), { recursive: true, encoding: "utf8" })
    .filter((f) => f.endsWith(".tsx") && !f.endsWith(".test.tsx"))
    .map((f) => join(folder, f)),
);

test("every sentence of a screen stands in web/wording", () => {
  expect(screens.length).toBeGreaterThan(80);
  expect(screens.flatMap((f) => sentencesIn(f, readFileSync(join(WEB, f), "utf8")))).toEqual([]);
});

test("a sentence left in a component is found, a label and a line to type are not", () => {
  const source = `const A = () => <p title="Save">Nothing was saved to the job. <b className="mono">C14 esr 0.4 out of circuit</b></p>;`;
  expect(sentencesIn("A.tsx", source)).toEqual(["A.tsx:1 Nothing was saved to the job."]);
});
