import { readFileSync, readdirSync } from "node:fs";
import { join } from "node:path";
import { ROWS } from "@mirvek/core/knowledge";
import { expect, test } from "vitest";

// A figure that nothing reads is a setting of a shop without effect.

test("every figure a shop may set is read by something outside the table", () => {
  const root = join(import.meta.dirname, "../../core/src");
  const files = readdirSync(root, { recursive: true, encoding: "utf8" }).filter(
    (f) => f.endsWith(".ts") && !f.endsWith(".test.ts") && !f.startsWith("testing") && f !== join("knowledge", "rows.ts"),
  );
  const code = files.map((f) => readFileSync(join(root, f), "utf8")).join("\n");
  expect(ROWS.map((r) => r.id).filter((id) => !code.includes(`"${id}"`))).toEqual([]);
});
