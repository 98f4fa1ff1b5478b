import { defineConfig } from "@playwright/test";
import { bundleProgram } from "./e2e/support/bundle-program";
import { LAUNCH } from "./e2e/support/chromium";
import { ALL } from "./src/fixtures/property-runs";

bundleProgram();

const REPORT = process.env.PLAYWRIGHT_JSON_OUTPUT_FILE;

export default defineConfig({
  testDir: "e2e",
  tsconfig: "./e2e/support/tsconfig.json",
  globalSetup: "./e2e/support/prepare-databases.ts",
  outputDir: "test-results",
  workers: 2,
  fullyParallel: true,
  /** A test that needs a second try is broken, or the program is. */
  retries: 0,
  timeout: 60_000,
  expect: { timeout: 15_000 },
  /** What only `npm test -- --all` runs; CONTRIBUTING.md says why. */
  ...(ALL ? {} : { grepInvert: /@all/ }),
  reporter: REPORT ? [["list"], ["json"]] : [["list"]],
  use: {
    launchOptions: LAUNCH,
    serviceWorkers: "block",
    viewport: { width: 1280, height: 800 },
    actionTimeout: 15_000,
  },
});
