import { defineConfig } from "@playwright/test";
import base from "../playwright.config";

/** The same browser and server as the tests, measuring instead of asserting. */
export default defineConfig({
  ...base,
  testDir: ".",
  testMatch: "*.bench.ts",
  reporter: "line",
  globalSetup: "../e2e/setup.ts",
  webServer: { ...(base.webServer as object), cwd: ".." } as never,
});
