import { build, inOrder, install, installChromium, tool } from "./lib/steps.mjs";

const stopped = await inOrder([
  ["install", install],
  ["chromium", installChromium],
  ["build", () => build()],
  ["pictures", () => tool("tsx/dist/cli.mjs", "scripts/screenshots.ts")],
]);
process.exitCode = stopped ? 1 : 0;
