import { type APIRequestContext, request as requests } from "@playwright/test";
import { type Server, startServer } from "./server";

/** A server on a copy of the demo's database, for a test that kills or damages it, and somebody who asks it. */
export async function withOwnServer(
  work: (server: Server, request: APIRequestContext) => Promise<void>,
  under: Parameters<typeof startServer>[1] = {},
): Promise<void> {
  const server = await startServer(undefined, under);
  const request = await requests.newContext({ baseURL: server.url });
  try {
    await work(server, request);
  } finally {
    await request.dispose();
    await server.stop();
  }
}
