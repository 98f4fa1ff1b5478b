import { existsSync, mkdirSync } from "node:fs";
import { build, install, installChromium, step, tool } from "./lib/steps.mjs";

mkdirSync(".tmp", { recursive: true });
const asked = process.argv.slice(2);
/** The simulation needs neither a browser nor a build. */
const ready =
  step("install", install) &&
  (asked.includes("--calibration") ||
    (step("chromium", installChromium) && (existsSync(".next/BUILD_ID") || step("build", build))));
process.exitCode = ready && tool("tsx/dist/cli.mjs", "scripts/bench/index.ts", ...asked) ? 0 : 1;
