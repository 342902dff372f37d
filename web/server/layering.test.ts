import { ESLint } from "eslint";
import { readdirSync, readFileSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import { fileURLToPath } from "node:url";
import ts from "typescript";
import { describe, expect, test } from "vitest";

const root = fileURLToPath(new URL("../..", import.meta.url));
const eslint = new ESLint({ cwd: root });
const complaintsAbout = async (filePath: string, code: string) => {
  const [result] = await eslint.lintText(code, { filePath: `${root}/${filePath}` });
  return result!.messages.map((m) => m.ruleId);
};

describe("lint keeps the layers apart", () => {
  test.each([
    [
      "the core importing the web",
      "core/src/part/x.ts",
      `import { pool } from "../../../web/server/db";\npool();\n`,
      "no-restricted-imports",
    ],
    [
      "the core importing Node",
      "core/src/units/x.ts",
      `import { readFileSync } from "node:fs";\nreadFileSync("x");\n`,
      "no-restricted-imports",
    ],
    ["the core rolling dice", "core/src/numeric/x.ts", `export const x = Math.random();\n`, "no-restricted-properties"],
    ["the core looking at the clock", "core/src/job/x.ts", `export const x = Date.now();\n`, "no-restricted-properties"],
    [
      "an area importing one it may not",
      "core/src/part/x.ts",
      `import { orderList } from "../choose";\norderList([]);\n`,
      "boundaries/element-types",
    ],
    [
      "an area reaching past another's door",
      "core/src/part/x.ts",
      `import { formatEngineering } from "../units/engineering";\nformatEngineering(1, "F");\n`,
      "boundaries/entry-point",
    ],
    [
      "a component reaching into the server",
      "web/components/x.tsx",
      `import { pool } from "../server/db";\npool();\n`,
      "no-restricted-imports",
    ],
    [
      "the server drawing screens",
      "web/server/x.ts",
      `import { Bench } from "../components/bench/Bench";\nBench;\n`,
      "no-restricted-imports",
    ],
  ])("%s is refused", async (_, path, code, rule) => {
    expect(await complaintsAbout(path, code)).toContain(rule);
  });

  test("what is allowed is not refused", async () => {
    expect(await complaintsAbout("core/src/part/x.ts", `import { farads } from "../units";\nexport const c = farads(1);\n`)).toEqual([]);
  });
}, 60_000);

/** Source files of core and web, each with the files it imports, types included. */
function importGraph(): Map<string, string[]> {
  const files = ["core/src", "web"].flatMap((folder) =>
    readdirSync(join(root, folder), { recursive: true, encoding: "utf8" })
      .filter((f) => /\.tsx?$/.test(f) && !/\.d\.ts$|\.test\.|(^|\/)(node_modules|\.next)\//.test(f))
      .map((f) => join(root, folder, f)),
  );
  const known = new Set(files);
  const resolved = (from: string, name: string): string[] => {
    const base = name.startsWith("@mirvek/core/")
      ? join(root, "core/src", name.slice("@mirvek/core/".length))
      : name.startsWith(".")
        ? resolve(dirname(from), name)
        : null;
    const found = base === null ? undefined : [".ts", ".tsx", "/index.ts", ""].map((end) => base + end).find((f) => known.has(f));
    return found ? [found] : [];
  };
  return new Map(
    files.map((f) => [f, ts.preProcessFile(readFileSync(f, "utf8"), true, true).importedFiles.flatMap((i) => resolved(f, i.fileName))]),
  );
}

/** The first way round a graph, by the names on it; null where there is none. */
function circleIn(graph: ReadonlyMap<string, readonly string[]>): string[] | null {
  const done = new Set<string>();
  const walk = (at: string, way: readonly string[]): string[] | null => {
    if (way.includes(at)) return [...way.slice(way.indexOf(at)), at];
    if (done.has(at)) return null;
    done.add(at);
    for (const next of graph.get(at) ?? []) {
      const circle = walk(next, [...way, at]);
      if (circle) return circle;
    }
    return null;
  };
  for (const start of graph.keys()) {
    const circle = walk(start, []);
    if (circle) return circle;
  }
  return null;
}

describe("no file imports itself by a way round, types included", () => {
  test("of all sources", () => {
    const graph = importGraph();
    expect(graph.size).toBeGreaterThan(500);
    expect(circleIn(graph)?.map((f) => f.slice(root.length))).toBeUndefined();
  });
  test("a way round is found", () => {
    expect(
      circleIn(
        new Map([
          ["a", ["b"]],
          ["b", ["c"]],
          ["c", ["b"]],
        ]),
      ),
    ).toEqual(["b", "c", "b"]);
    expect(
      circleIn(
        new Map([
          ["a", ["b", "c"]],
          ["b", ["c"]],
          ["c", []],
        ]),
      ),
    ).toBeNull();
  });
});
