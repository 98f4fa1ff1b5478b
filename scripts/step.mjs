import { build, lint, types } from "./lib/steps.mjs";

/** One of the checks alone: `npm run types`, `npm run lint`. */
const STEPS = { types, lint, build: () => build() };
process.exitCode = (await STEPS[process.argv[2]]()) ? 0 : 1;
