import { defineConfig } from "@playwright/test";
import { LAUNCH } from "./e2e/support/chromium";

export default defineConfig({
  testDir: "e2e",
  globalSetup: "./e2e/support/once.ts",
  outputDir: "test-results",
  timeout: 600_000,
  expect: { timeout: 45_000 },
  workers: 2,
  /** A walk that comes only at a second try is named at the end of the run; more than two of them fail it. */
  retries: process.env.PLAYWRIGHT_JSON_OUTPUT_FILE ? 1 : 0,
  fullyParallel: true,
  reporter: process.env.PLAYWRIGHT_JSON_OUTPUT_FILE ? [["list"], ["json"]] : [["list"]],
  use: {
    launchOptions: LAUNCH,
    serviceWorkers: "block",
    viewport: { width: 1280, height: 800 },
    actionTimeout: 60_000,
  },
});
