import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { build } from "esbuild";

/** Packages that bring files or a compiled part of their own, which they look for beside themselves. */
const LEFT_OUTSIDE = ["next", "next/*", "better-sqlite3", "pdfkit", "fontkit"];

/** Packages written for CommonJS ask for Node's own modules by `require`. */
const REQUIRE =
  'import { createRequire as requireFrom } from "node:module"; const require = requireFrom(import.meta.url);';

/**
 * One script with the project's own modules in one file.
 *
 * @param packages "bundle" puts packages in as well, so that a program starts in half the time; "external" leaves
 *   them where they are
 */
export async function bundle(entry, outfile, packages = "bundle") {
  try {
    await build({
      entryPoints: [entry],
      outfile,
      bundle: true,
      ...(packages === "bundle" ? { external: LEFT_OUTSIDE, banner: { js: REQUIRE } } : { packages: "external" }),
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
