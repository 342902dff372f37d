import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url));
// a file that only exists so that server modules can be loaded outside Next
const alias = { "server-only": here("web/server/testing/empty.ts") };

// a shared machine can be eight times slower than it is when idle
const PATIENCE = { testTimeout: 120_000, hookTimeout: 120_000 };
const setupFiles = [here("core/src/testing/properties.ts")];

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: "core",
          include: ["core/src/**/*.test.ts", "core/{reference,bin}/*.test.mjs"],
          environment: "node",
          setupFiles,
          ...PATIENCE,
        },
      },
      {
        resolve: { alias },
        oxc: { jsx: { runtime: "automatic" } },
        test: {
          name: "web",
          include: ["web/*.test.ts", "web/{wording,schemas,components,server,workers}/**/*.test.{ts,tsx}"],
          exclude: ["**/*.db.test.ts"],
          environment: "node",
          setupFiles,
          ...PATIENCE,
        },
      },
      {
        resolve: { alias },
        oxc: { jsx: { runtime: "automatic" } },
        test: { name: "db", include: ["web/server/**/*.db.test.ts"], environment: "node", setupFiles, fileParallelism: false, ...PATIENCE },
      },
    ],
  },
});
