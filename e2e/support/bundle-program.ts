import { buildSync } from "esbuild";

/** Where the test tool does not translate what it loads; `tsconfig.json` beside this file points there. */
const PROGRAM = "node_modules/.cache/dust-lantern/program.cjs";

/** Bundles the program for the tests, once for a run and all of its workers. */
export function bundleProgram(): void {
  if (process.env.DUST_LANTERN_PROGRAM_BUNDLED) return;
  process.env.DUST_LANTERN_PROGRAM_BUNDLED = "1";
  buildSync({
    entryPoints: ["e2e/support/program.ts"],
    outfile: PROGRAM,
    bundle: true,
    packages: "external",
    platform: "node",
    format: "cjs",
    alias: { "@": "./src" },
    logLevel: "error",
  });
}
