import { install, lint, step, tool, types } from "./lib/steps.mjs";

const ok =
  step("install", install) &&
  step("types", types) &&
  step("lint", lint) &&
  step("unit tests", () => tool("vitest/vitest.mjs", "run"));
process.exitCode = ok ? 0 : 1;
