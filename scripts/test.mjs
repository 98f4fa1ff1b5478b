import { mkdirSync, readFileSync, rmSync } from "node:fs";
import {
  browserTests,
  build,
  compilePackages,
  env,
  fetchPackages,
  installChromium,
  lint,
  step,
  types,
  unit,
} from "./lib/steps.mjs";
import { browserTimes, slowest, unitTimes } from "./lib/slowest.mjs";

/**
 * `npm test`: from a fresh clone to browser tests. Unit tests, then browsers, have
 * both cores to themselves; before them SQLite compiles on one core. `-- --all` runs every property, simulation, screen
 * size and browser test in full.
 */
const REPORTS = ".tmp/reports";
const UNIT = `${REPORTS}/unit.json`;
const BROWSER = `${REPORTS}/browser.json`;

rmSync(REPORTS, { recursive: true, force: true });
mkdirSync(REPORTS, { recursive: true });
env.PLAYWRIGHT_JSON_OUTPUT_FILE = BROWSER;
const isAll = process.argv.includes("--all");
if (isAll) env.DUST_LANTERN_ALL = "1";

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
const browserCounts = () =>
  read(
    BROWSER,
    ({ stats, errors }) => ({
      passed: stats.expected,
      failed: stats.unexpected + stats.flaky + (errors?.length && !stats.unexpected ? 1 : 0),
    }),
    MISSING,
  );

const lanes = [];
const failed = [];
/** One lane; what fails is listed at the end, and seconds are kept for the table. */
async function lane(title, work) {
  const began = Date.now();
  const ok = await step(title, work);
  lanes.push([title, (Date.now() - began) / 1000]);
  if (!ok) failed.push(title);
  return ok;
}
const all = async (works) => (await Promise.all(works.map((work) => work()))).every(Boolean);

const began = Date.now();
const isInstalled = await lane("install", () => all([installChromium, fetchPackages]));
if (isInstalled) {
  /** Compiling takes one core for as long as the rest takes the other; none of the rest needs what it makes. */
  const [isCompiled, isBuilt] = await Promise.all([
    lane("compile SQLite", compilePackages),
    (async () => {
      const built = (await lane("types", types)) && (await lane("build", build));
      await lane("lint", () => lint({ quick: !isAll }));
      return built;
    })(),
  ]);
  if (isCompiled)
    await lane("unit tests", () => unit("--reporter=default", "--reporter=json", `--outputFile.json=${UNIT}`));
  if (isCompiled && isBuilt) await lane("browser tests", browserTests);
}

/** A lane that an earlier one kept from running adds no failure of its own. */
const ran = new Set(lanes.map(([title]) => title));
const NOTHING = { passed: 0, failed: 0 };
const units = ran.has("unit tests") ? unitCounts() : NOTHING;
const browser = ran.has("browser tests") ? browserCounts() : NOTHING;
/** A failed test is counted by its report; any other lane that failed counts as one. */
const gates = failed.filter((title) => !["unit tests", "browser tests"].includes(title));
console.log("\nThe ten slowest tests:");
slowest([...read(UNIT, unitTimes, []), ...read(BROWSER, browserTimes, [])], 10).forEach((line) => console.log(line));
console.log("\nSeconds by lane:");
for (const [title, seconds] of lanes) console.log(`${seconds.toFixed(0).padStart(7)} s  ${title}`);
console.log(
  `\nunit ${units.passed} passed, ${units.failed} failed; browser ${browser.passed} passed, ${browser.failed} failed; ${((Date.now() - began) / 1000).toFixed(0)} s in all`,
);
gates.forEach((title) => console.log(`${title} failed`));
console.log(`${units.passed + browser.passed} passed, ${units.failed + browser.failed + gates.length} failed`);
process.exitCode = failed.length || units.failed || browser.failed ? 1 : 0;
