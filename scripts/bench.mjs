import { existsSync, mkdirSync } from "node:fs";
import { build, inOrder, install, installChromium, run } from "./lib/steps.mjs";

mkdirSync(".tmp", { recursive: true });
const BENCH = "node_modules/.cache/dust-lantern/bench.mjs";
const asked = process.argv.slice(2);
/** The simulation and the core alone need neither a browser nor a build. */
const needsApp = !asked.some((option) => ["--calibration", "--core", "--quick"].includes(option));
const stopped = await inOrder([
  ["install", install],
  ...(needsApp ? [["chromium", installChromium]] : []),
  ...(needsApp && !existsSync(".next/BUILD_ID") ? [["build", () => build()]] : []),
  ["bundle", async () => (await import("./lib/bundle.mjs")).bundle("scripts/bench/index.ts", BENCH, "external")],
  ["bench", () => run(process.execPath, [BENCH, ...asked])],
]);
process.exitCode = stopped ? 1 : 0;
