import { existsSync, mkdirSync } from "node:fs";
import { build, inOrder, install, installChromium, tool } from "./lib/steps.mjs";

mkdirSync(".tmp", { recursive: true });
const asked = process.argv.slice(2);
/** The simulation needs neither a browser nor a build. */
const needsApp = !asked.includes("--calibration");
const stopped = await inOrder([
  ["install", install],
  ...(needsApp ? [["chromium", installChromium]] : []),
  ...(needsApp && !existsSync(".next/BUILD_ID") ? [["build", () => build()]] : []),
  ["bench", () => tool("tsx/dist/cli.mjs", "scripts/bench/index.ts", ...asked)],
]);
process.exitCode = stopped ? 1 : 0;
