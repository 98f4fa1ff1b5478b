import { mkdirSync, readFileSync, rmSync } from "node:fs";
import { build, env, install, installChromium, lint, step, tool, types } from "./lib/steps.mjs";

const REPORTS = ".tmp/reports";
const UNIT = `${REPORTS}/unit.json`;
const BROWSER = `${REPORTS}/browser.json`;

rmSync(REPORTS, { recursive: true, force: true });
mkdirSync(REPORTS, { recursive: true });
env.PLAYWRIGHT_JSON_OUTPUT_FILE = BROWSER;

/** A report that is not there counts as one failure: nothing may pass by not being run. */
function read(path, count) {
  try {
    return count(JSON.parse(readFileSync(path, "utf8")));
  } catch {
    return { passed: 0, failed: 1 };
  }
}

const unitCounts = () =>
  read(UNIT, (report) => ({
    passed: report.numPassedTests,
    failed: report.numFailedTests + (report.success || report.numFailedTests ? 0 : 1),
  }));
const browserCounts = () =>
  read(BROWSER, ({ stats, errors }) => ({
    passed: stats.expected,
    failed: stats.unexpected + stats.flaky + (errors?.length && !stats.unexpected ? 1 : 0),
  }));

const gates = [
  ["install", install],
  ["types", types],
  ["lint", lint],
];
let stopped = gates.find(([title, work]) => !step(title, work))?.[0];
const unitRan = stopped !== "install";
if (unitRan)
  step("unit tests", () =>
    tool("vitest/vitest.mjs", "run", "--reporter=default", "--reporter=json", `--outputFile.json=${UNIT}`),
  );
const browserReady = unitRan && step("build", build) && step("chromium", installChromium);
if (browserReady) step("browser tests", () => tool("@playwright/test/cli.js", "test"));

const [unit, browser] = [unitCounts(), browserCounts()];
const passed = unit.passed + browser.passed;
const failed = unit.failed + browser.failed + (stopped ? 1 : 0);
console.log(
  `\nunit ${unit.passed} passed, ${unit.failed} failed; browser ${browser.passed} passed, ${browser.failed} failed`,
);
if (stopped) console.log(`${stopped} failed`);
console.log(`${passed} passed, ${failed} failed`);
process.exitCode = failed ? 1 : 0;
