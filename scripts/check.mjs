import { coreTypes, inOrder, install, lint, types, unit } from "./lib/steps.mjs";

/** `npm run check`: types, lint and unit tests. `npm run check:core`: the core alone, in a fraction of it. */
const core = process.argv.includes("--core");
const stopped = await inOrder([
  ["install", install],
  ...(core
    ? [
        ["types of the core", coreTypes],
        ["unit tests of the core", () => unit("src/core", "src/rooms.test.ts")],
      ]
    : [
        ["types", types],
        ["lint", lint],
        ["unit tests", () => unit()],
      ]),
]);
process.exitCode = stopped ? 1 : 0;
