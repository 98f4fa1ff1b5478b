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
