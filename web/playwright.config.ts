import { defineConfig } from "@playwright/test";
import { asApplication } from "./e2e/asApplication";

const port = Number(process.env.MIRVEK_E2E_PORT ?? 4377);
// Debian's Chromium; the flags keep it quiet on a machine without network
const launchOptions = {
  executablePath: process.env.MIRVEK_CHROMIUM ?? "/usr/bin/chromium",
  args: [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    // an input that beeps, and nobody to be asked whether it may
    "--use-fake-device-for-media-stream",
    "--use-fake-ui-for-media-stream",
  ],
};

export default defineConfig({
  testDir: "e2e",
  workers: 1,
  fullyParallel: false,
  // a shared machine can stall for a minute; a test that needs its second try is named in the report
  retries: 1,
  timeout: 180_000,
  expect: { timeout: 30_000 },
  reporter: [["list"], ["json"]],
  globalSetup: "./e2e/setup.ts",
  use: { baseURL: `http://127.0.0.1:${port}`, viewport: { width: 1280, height: 800 }, launchOptions },
  webServer: {
    command: "node serve.mjs",
    url: `http://127.0.0.1:${port}/icon.svg`,
    env: {
      DATABASE_URL: asApplication(process.env.MIRVEK_BROWSER_URL ?? ""),
      PORT: String(port),
      MIRVEK_BENCH: "test bench",
      NEXT_TELEMETRY_DISABLED: "1",
    },
    timeout: 60_000,
  },
});
