import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url));
// a file that only exists so that server modules can be loaded outside Next
const alias = { "server-only": here("web/server/testing/empty.ts") };

export default defineConfig({
  test: {
    projects: [
      { test: { name: "core", include: ["core/src/**/*.test.ts", "core/reference/*.test.mjs"], environment: "node", testTimeout: 30_000 } },
      {
        resolve: { alias },
        oxc: { jsx: { runtime: "automatic" } },
        test: {
          name: "web",
          include: ["web/*.test.ts", "web/{wording,schemas,components,server,workers}/**/*.test.{ts,tsx}"],
          exclude: ["**/*.db.test.ts"],
          environment: "node",
        },
      },
      {
        resolve: { alias },
        oxc: { jsx: { runtime: "automatic" } },
        test: { name: "db", include: ["web/server/**/*.db.test.ts"], environment: "node", fileParallelism: false, testTimeout: 20_000 },
      },
    ],
  },
});
