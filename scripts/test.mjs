import { mkdirSync, readFileSync, rmSync } from "node:fs";
import {
  build,
  compilePackages,
  env,
  fetchPackages,
  inOrder,
  installChromium,
  lint,
  speakTogether,
  step,
  tool,
  types,
  unit,
} from "./lib/steps.mjs";
import { atSecondTry, browserTimes, slowest, unitTimes } from "./lib/slowest.mjs";

const REPORTS = ".tmp/reports";
const UNIT = `${REPORTS}/unit.json`;
const BROWSER = `${REPORTS}/browser.json`;

rmSync(REPORTS, { recursive: true, force: true });
mkdirSync(REPORTS, { recursive: true });
env.PLAYWRIGHT_JSON_OUTPUT_FILE = BROWSER;
/** Every walk of every case and sheet, instead of one of each kind. */
if (process.argv.includes("--all")) env.DUST_LANTERN_ALL_WALKS = "1";

/** A report that is not there counts as one failure: nothing may pass by not being run. */
function read(path, count, otherwise) {
  try {
    return count(JSON.parse(readFileSync(path, "utf8")));
  } catch {
    return otherwise;
  }
}
const MISSING = { passed: 0, failed: 1 };

const unitCounts = () =>
  read(
    UNIT,
    (report) => ({
      passed: report.numPassedTests,
      failed: report.numFailedTests + (report.success || report.numFailedTests ? 0 : 1),
    }),
    MISSING,
  );
/** Walks through real servers and clocks: as many may need a second try on a busy machine; one more and none may. */
const MOST_SECOND_TRIES = 2;
const browserCounts = () =>
  read(
    BROWSER,
    ({ stats, errors }) => {
      const forgiven = stats.flaky <= MOST_SECOND_TRIES ? stats.flaky : 0;
      const isBroken = errors?.length && !stats.unexpected;
      return {
        passed: stats.expected + forgiven,
        failed: stats.unexpected + stats.flaky - forgiven + (isBroken ? 1 : 0),
      };
    },
    MISSING,
  );

const units = () => unit("--reporter=default", "--reporter=json", `--outputFile.json=${UNIT}`);

const began = Date.now();
speakTogether();
/** The browser is Debian's, the packages are npm's: one does not wait for the other. */
const browserThere = inOrder([["chromium", installChromium]]);
const stopped = [await inOrder([["install: fetch", fetchPackages]])].filter(Boolean);
if (stopped.length === 0) {
  /** Neither types nor the build need the compiled packages; the browser and most unit tests do. */
  const compiled = inOrder([["install: compile", compilePackages]]);
  const built = inOrder([
    ["types", types],
    ["build", () => build(true)],
  ]);
  const browserLane = async () => {
    const before = [await built, await compiled, await browserThere].filter(Boolean);
    if (before.length) return before;
    return (await step("browser tests", () => tool("@playwright/test/cli.js", "test"))) ? [] : ["browser tests"];
  };
  const gateLane = async () => {
    await built;
    const linted = await inOrder([["lint", lint]]);
    if (await compiled) return [linted];
    return [linted, await inOrder([["unit tests", units]])];
  };
  stopped.push(...(await Promise.all([browserLane(), gateLane()])).flat().filter(Boolean));
}

const [unitResult, browser] = [unitCounts(), browserCounts()];
/** A failed test is counted by its report; any other step that failed counts as one. */
const gates = [...new Set(stopped)].filter((title) => !["unit tests", "browser tests"].includes(title));
const passed = unitResult.passed + browser.passed;
const failed = unitResult.failed + browser.failed + gates.length;
const secondTries = read(BROWSER, atSecondTry, []);
if (secondTries.length)
  console.log("\nThese came only at a second try; each is a fault of the walk or of the program:");
secondTries.forEach((line) => console.log(line));
console.log("\nThe ten slowest tests:");
slowest([...read(UNIT, unitTimes, []), ...read(BROWSER, browserTimes, [])], 10).forEach((line) => console.log(line));
console.log(
  `\nunit ${unitResult.passed} passed, ${unitResult.failed} failed; browser ${browser.passed} passed, ${browser.failed} failed; ${((Date.now() - began) / 1000).toFixed(0)} s in all`,
);
gates.forEach((title) => console.log(`${title} failed`));
console.log(`${passed} passed, ${failed} failed`);
process.exitCode = failed || stopped.length ? 1 : 0;
