import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, readFileSync, writeFileSync } from "node:fs";

const STAMP = "node_modules/.dust-lantern-installed";

export const env = {
  ...process.env,
  NEXT_TELEMETRY_DISABLED: "1",
  npm_config_loglevel: "error",
  PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: "1",
};

/** Runs one command in sight of the user; true when it ended well. */
export function run(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { stdio: "inherit", env, ...options });
  if (error) console.error(`${command} could not be started: ${error.message}`);
  return status === 0;
}

/** A package's own program, run with this Node. */
export const tool = (path, ...args) => run(process.execPath, [`node_modules/${path}`, ...args]);

/** A titled step; says how long it took, and gives back whether it ended well. */
export function step(title, work) {
  const started = Date.now();
  console.log(`\n== ${title}`);
  const ok = work();
  console.log(`== ${title}: ${ok ? "done" : "FAILED"} in ${((Date.now() - started) / 1000).toFixed(1)} s`);
  return ok;
}

const lockHash = () => createHash("sha256").update(readFileSync("package-lock.json")).digest("hex");

/**
 * Installs what the lock file names, unless that is what is there. Not "npm ci":
 * it refuses a lock file without the optional packages of other systems, and
 * not every registry has those.
 */
export function install() {
  if (existsSync(STAMP) && readFileSync(STAMP, "utf8") === lockHash()) return true;
  if (!run("npm", ["install", "--no-audit", "--no-fund"])) return false;
  writeFileSync(STAMP, lockHash());
  return true;
}

/** Debian's Chromium, installed when it is missing. */
export function installChromium() {
  if (existsSync("/usr/bin/chromium")) return true;
  const apt = (...args) => (process.getuid?.() === 0 ? run("apt-get", args) : run("sudo", ["-n", "apt-get", ...args]));
  apt("update", "-qq");
  if (apt("install", "-y", "-qq", "--no-install-recommends", "chromium")) return true;
  console.error("Chromium is missing and could not be installed. Install Debian's package chromium, then run again.");
  return false;
}

export const build = () => tool("next/dist/bin/next", "build");
export const types = () =>
  tool("next/dist/bin/next", "typegen") &&
  tool("typescript/bin/tsc", "--noEmit") &&
  tool("typescript/bin/tsc", "--noEmit", "-p", "src/core");
export const lint = () =>
  tool("eslint/bin/eslint.js", ".", "--max-warnings", "0") &&
  tool("prettier/bin/prettier.cjs", "--check", ".", "--log-level", "warn");
