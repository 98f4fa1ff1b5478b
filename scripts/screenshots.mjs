import { build, install, installChromium, step, tool } from "./lib/steps.mjs";

const ready = step("install", install) && step("chromium", installChromium) && step("build", build);
process.exitCode = ready && tool("tsx/dist/cli.mjs", "scripts/screenshots.ts") ? 0 : 1;
