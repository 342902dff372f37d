import { ESLint } from "eslint";
import { fileURLToPath } from "node:url";
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
