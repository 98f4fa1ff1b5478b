import { test as base } from "@playwright/test";
import { type Prepared, prepareExam } from "./test";
import type { ExamBuilder } from "@/fixtures/samples/build";
import { type Server, startServer } from "./server";

export { ALL, expect, idOf, prepareExam, readyToTest, stored } from "./test";

/** Tests that ask the server over HTTP and need no browser: none is started for them. */
export const test = base.extend<
  { prepare: (tell?: (exam: ExamBuilder) => void) => Promise<Prepared> },
  { server: Server }
>({
  server: [
    async ({}, use) => {
      const server = await startServer();
      await use(server);
      await server.stop();
    },
    { scope: "worker" },
  ],
  baseURL: async ({ server }, give) => give(server.url),
  prepare: async ({ request }, give) => give((tell) => prepareExam(request, tell)),
});
