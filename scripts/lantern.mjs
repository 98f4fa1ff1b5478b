import { spawnSync } from "node:child_process";
import { existsSync } from "node:fs";
import { TERMINAL } from "./lib/steps.mjs";

/**
 * The terminal program: the one that was built, which starts in a second and
 * derives keys ten times as fast; from its sources where nothing was built.
 */
const args = existsSync(TERMINAL) ? [TERMINAL] : ["node_modules/tsx/dist/cli.mjs", "src/cli/lantern.ts"];
const { status } = spawnSync(process.execPath, [...args, ...process.argv.slice(2)], { stdio: "inherit" });
process.exitCode = status ?? 1;
