import { spawn } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";

/** Loaded when it is needed: it is a package itself. */
const bundle = async (entry, outfile) => (await import("./bundle.mjs")).bundle(entry, outfile);
const bundleOffline = async (...what) => (await import("./bundle.mjs")).bundleOffline(...what);

const STAMP = "node_modules/.dust-lantern-installed";
export const CACHES = ".tmp/caches";
mkdirSync(CACHES, { recursive: true });

export const env = {
  ...process.env,
  NEXT_TELEMETRY_DISABLED: "1",
  npm_config_loglevel: "error",
  PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: "1",
};

/** Runs one command; gives true when it ended well. */
export function run(command, args, options = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { stdio: ["ignore", "inherit", "inherit"], env, ...options });
    child.on("error", (error) => {
      console.error(`${command} could not be started: ${error.message}`);
      resolve(false);
    });
    child.on("close", (code) => resolve(code === 0));
  });
}

/** A package's own program, run with this Node. */
export const tool = (path, ...args) => run(process.execPath, [`node_modules/${path}`, ...args]);

/** A titled step; says how long it took, and gives back whether it ended well. */
export async function step(title, work) {
  const started = Date.now();
  console.log(`\n== ${title}`);
  const ok = await work();
  console.log(`== ${title}: ${ok ? "done" : "FAILED"} in ${((Date.now() - started) / 1000).toFixed(1)} s`);
  return ok;
}

/** Steps one after the other, as long as they end well; the title of the one that did not, or null. */
export async function inOrder(steps) {
  for (const [title, work] of steps) if (!(await step(title, work))) return title;
  return null;
}

const lockHash = () => createHash("sha256").update(readFileSync("package-lock.json")).digest("hex");
const isInstalled = () => existsSync(STAMP) && readFileSync(STAMP, "utf8") === lockHash();

/**
 * Installs what the lock file names, unless that is what is there. Not "npm ci":
 * it refuses a lock file without the optional packages of other systems, and
 * not every registry has those.
 */
export async function install() {
  return (await fetchPackages()) && (await compilePackages());
}

/** The packages as they are downloaded, their own compiling left for later: types and the build do without it. */
export async function fetchPackages() {
  if (isInstalled()) return true;
  const [asked, text] = [lockHash(), readFileSync("package-lock.json")];
  if (!(await run("npm", ["install", "--no-audit", "--no-fund", "--ignore-scripts"]))) return false;
  for (const unused of UNUSED) rmSync(unused, { recursive: true, force: true });
  if (lockHash() === asked) return true;
  writeFileSync("package-lock.json", text);
  console.error(
    "package.json and package-lock.json do not name the same packages, so nothing was taken from the registry on trust. Run npm install by hand, look at what it changed in package-lock.json, and commit that.",
  );
  return false;
}

/** The framework's image library: no page has an image that it would work on, and it is a binary. */
const UNUSED = ["node_modules/sharp", "node_modules/@img"];

/**
 * Compiles the packages that are allowed to. SQLite is one file of a quarter of
 * a million lines, which the highest optimisation takes twice as long over; the
 * store waits for the disk, not for the processor.
 */
export async function compilePackages() {
  if (isInstalled()) return true;
  const { allowScripts } = JSON.parse(readFileSync("package.json", "utf8"));
  const compiler = { ...env, CFLAGS: "-O1", CXXFLAGS: "-O1" };
  if (!(await run("npm", ["rebuild", ...Object.keys(allowScripts)], { env: compiler }))) return false;
  writeFileSync(STAMP, lockHash());
  return true;
}

const CHROMIUM_PACKAGES = ["chromium-headless-shell", "chromium"];

/** Debian's Chromium, installed when it is missing: the one without windows where Debian has it. */
export async function installChromium() {
  if (CHROMIUM_PACKAGES.some((name) => existsSync(`/usr/bin/${name}`))) return true;
  const apt = (...args) => (process.getuid?.() === 0 ? run("apt-get", args) : run("sudo", ["-n", "apt-get", ...args]));
  await apt("update", "-qq");
  for (const name of CHROMIUM_PACKAGES)
    if (await apt("install", "-y", "-qq", "--no-install-recommends", name)) return true;
  console.error("Chromium is missing and could not be installed. Install Debian's package chromium, then run again.");
  return false;
}

/** The program as it is served, made by the build. */
export const SERVER = ".next/start.mjs";
/** The thread that heavy work is done in. */
const HEAVY = ".next/heavy.mjs";
/** The terminal program, in one file. */
export const TERMINAL = ".next/lantern.mjs";

export const build = async () =>
  (await tool("next/dist/bin/next", "build")) &&
  (await bundle("src/server/start.ts", SERVER)) &&
  (await bundle("src/server/heavy/worker.ts", HEAVY)) &&
  (await bundle("src/cli/lantern.ts", TERMINAL)) &&
  bundleOffline("src/workers/offline.worker.ts", ".next", "public/offline.js");

/**
 * The core as a project of its own, without a browser's or a server's types, then
 * everything else against its declarations. What has not changed since the last
 * run is not checked again.
 */
export const types = async () => (await tool("next/dist/bin/next", "typegen")) && compile(".");
export const coreTypes = () => compile("src/core");

const TYPES = ".tmp/types";
/** The compiler does not see that a package's types have changed, so what it knows is dropped with the lock file. */
function compile(project) {
  const stamp = `${TYPES}/packages`;
  if (!existsSync(stamp) || readFileSync(stamp, "utf8") !== lockHash()) {
    rmSync(TYPES, { recursive: true, force: true });
    mkdirSync(TYPES, { recursive: true });
    writeFileSync(stamp, lockHash());
  }
  return tool("typescript-native/bin/tsc", "--build", project);
}

const cached = (name) => ["--cache", "--cache-location", `${CACHES}/${name}`, "--cache-strategy", "content"];
const eslint = () => tool("eslint/bin/eslint.js", ".", "--max-warnings", "0", ...cached("eslint"));
const format = () => tool("prettier/bin/prettier.cjs", "--check", ".", "--log-level", "warn", ...cached("prettier"));
const unused = () => tool("knip/bin/knip.js", "--no-progress", "--no-config-hints");

/**
 * Rules of the code, its format, and exports that nothing uses, on both cores.
 *
 * @param quick leaves out the format and the rules that compile each component, which take half of the time
 */
export async function lint({ quick = false } = {}) {
  if (quick) env.DUST_LANTERN_QUICK_LINT = "1";
  const done = await Promise.all([eslint(), quick ? unused() : format().then(async (ok) => ok && unused())]);
  return done.every(Boolean);
}

export const unit = (...args) => tool("vitest/vitest.mjs", "run", ...args);
export const browserTests = () => tool("@playwright/test/cli.js", "test");
