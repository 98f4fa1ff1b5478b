import { existsSync, mkdirSync } from "node:fs";
import { build, install, installChromium, step, tool } from "./lib/steps.mjs";

mkdirSync(".tmp", { recursive: true });
const ready =
  step("install", install) &&
  step("chromium", installChromium) &&
  (existsSync(".next/BUILD_ID") || step("build", build));
process.exitCode = ready && tool("tsx/dist/cli.mjs", "scripts/bench/index.ts") ? 0 : 1;
