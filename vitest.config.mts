import { availableParallelism } from "node:os";
import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

export default defineConfig({
  resolve: { alias: { "@": fileURLToPath(new URL("./src", import.meta.url)) } },
  test: {
    include: ["src/**/*.test.ts", "scripts/**/*.test.{ts,mjs}"],
    environment: "node",
    /** Nothing else runs beside the unit tests, so every core is theirs. */
    maxWorkers: availableParallelism(),
    isolate: false,
    globalSetup: ["src/fixtures/vitest/seed.global.ts", "src/fixtures/vitest/temporary-folder.global.ts"],
    setupFiles: ["src/fixtures/vitest/seed.setup.ts", "src/fixtures/vitest/whole-first.setup.ts"],
    testTimeout: 60_000,
    hookTimeout: 60_000,
  },
});
