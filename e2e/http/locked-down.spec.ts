import { request as http } from "node:http";
import { connect } from "node:net";
import { expect, readyToTest, test } from "../support/http";

test("a write from another site, or to another name, is turned away", async ({ request, server }) => {
  const write = (headers: Record<string, string>) => request.post("/api/people", { headers, data: { person: {} } });
  expect((await write({ origin: "http://elsewhere.test" })).status()).toBe(403);
  expect((await write({ "sec-fetch-site": "cross-site" })).status()).toBe(403);
  expect((await write({ origin: server.url })).status()).toBe(400);
  const port = new URL(server.url).port;
  const status = await new Promise((done) =>
    http({ host: "127.0.0.1", port, path: "/api/people", headers: { host: `rebound.test:${port}` } }, (answer) =>
      done(answer.statusCode),
    ).end(),
  );
  expect(status).toBe(403);
});

test("what is too large, or no JSON, or not an event, gets a sentence and changes nothing", async ({
  request,
  prepare,
}) => {
  const { exam } = await prepare(readyToTest);
  const path = `/api/exams/${exam}/events`;
  const said = async (data: Buffer) => {
    const answer = await request.post(path, { headers: { "content-type": "application/json" }, data });
    return [answer.status(), JSON.stringify(await answer.json())] as const;
  };
  expect((await said(Buffer.from("{ half")))[1]).toContain("not whole JSON");
  expect((await said(Buffer.alloc(2 * 1024 * 1024, 32)))[1]).toContain("larger than 256 kB");
  expect((await said(Buffer.from(JSON.stringify({ events: "many" }))))[1]).toContain("not a list");
  expect((await said(Buffer.from(JSON.stringify({ events: [{ type: "nonsense" }] }))))[1]).toContain("kind of event");
  const big = await request.post("/api/import", {
    headers: { "content-type": "application/json" },
    data: Buffer.alloc(50 * 1024 * 1024, 32),
  });
  expect(big.status()).toBe(413);
  expect(await big.text()).toContain("larger than 48 MB");
  const { head } = (await (await request.get(path)).json()) as { head: { length: number } };
  expect(head.length).toBeGreaterThan(10);
});

test("the door: methods, addresses and halves of requests that have no business here", async ({ server }) => {
  const port = Number(new URL(server.url).port);
  const raw = (text: string) =>
    new Promise<string>((done, failed) => {
      const socket = connect(port, "127.0.0.1", () => socket.write(text));
      let said = "";
      socket.on("data", (chunk) => (said += String(chunk)));
      socket.on("close", () => done(said));
      socket.on("error", failed);
      socket.setTimeout(5000, () => socket.destroy());
    });
  const ask = (line: string) => raw(`${line} HTTP/1.1\r\nhost: 127.0.0.1:${port}\r\nconnection: close\r\n\r\n`);
  for (const [line, status] of [
    ["TRACE / ", 405],
    ["DELETE /api/people", 405],
    ["PUT /api/people", 405],
    ["POST /api/health", 405],
    ["GET /api/nothing", 404],
    ["GET /%E0%A4%A", 400],
    ["GET /api/people/%00", 400],
    [`GET /${"x".repeat(5000)}`, 414],
  ] as const) {
    const said = await ask(line.trim());
    expect(said, line).toMatch(new RegExp(`^HTTP/1.1 ${status} `));
    expect(said, line).toContain('"todo"');
    expect(said, line).toMatch(/x-content-type-options: nosniff/i);
  }
  expect(await raw("nonsense\r\n\r\n")).toMatch(/^HTTP\/1.1 400 /);
});
