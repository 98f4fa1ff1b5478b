import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { build } from "esbuild";

/**
 * One script with the project's own modules in one file, packages left outside:
 * as the app ships them, without the cost of a look-up through every door.
 */
export async function bundle(entry, outfile) {
  try {
    await build({
      entryPoints: [entry],
      outfile,
      bundle: true,
      packages: "external",
      platform: "node",
      format: "esm",
      alias: { "@": "./src" },
      logLevel: "error",
    });
    return true;
  } catch {
    return false;
  }
}

/** Everything of the build that a page may ask for, by the address it has. */
const filesOf = (folder) =>
  readdirSync(join(folder, "static"), { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && !entry.name.endsWith(".map"))
    .map((entry) => `/_next/${join(entry.parentPath, entry.name).slice(folder.length + 1)}`)
    .toSorted();

/** The worker that keeps the app in the browser: one script for the browser, with what the build made written in. */
export async function bundleOffline(entry, folder, outfile) {
  try {
    const made = { id: readFileSync(join(folder, "BUILD_ID"), "utf8"), files: filesOf(folder) };
    await build({
      entryPoints: [entry],
      outfile,
      bundle: true,
      minify: true,
      platform: "browser",
      format: "iife",
      target: "es2022",
      define: { BUILD: JSON.stringify(made), "process.env.NODE_ENV": '"production"' },
      logLevel: "error",
    });
    return true;
  } catch {
    return false;
  }
}
