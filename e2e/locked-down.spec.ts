import { request as http } from "node:http";
import { connect } from "node:net";
import { expect, readyToTest, test } from "./support/test";

test.describe("script policy", () => {
  test.use({ expectedErrors: /inline event handler/ });
  test("no script runs that is not the page's own", async ({ page, request }) => {
    const policy = (await request.get("/")).headers()["content-security-policy"] ?? "";
    const script = policy.split("; ").find((part) => part.startsWith("script-src"));
    expect(script).toMatch(/'nonce-[0-9a-f]{32}'/);
    expect(script).not.toMatch(/unsafe/);
    expect(policy).toContain("connect-src 'self'");
    await page.goto("/");
    const ran = await page.evaluate(() => {
      const inline = document.createElement("div");
      inline.innerHTML = "<img src=x onerror='window.ran=1'>";
      document.body.append(inline);
      return new Promise((done) => setTimeout(() => done("ran" in window), 300));
    });
    expect(ran).toBe(false);
  });
});

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
    timeout: 60_000,
  });
  expect(big.status()).toBe(413);
  expect(await big.text()).toContain("larger than 8 MB");
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

test("files carry the same headers as pages", async ({ request, page }) => {
  await page.goto("/");
  const file = await page.locator("script[src]").first().getAttribute("src");
  for (const path of ["/", file!, "/api/health"]) {
    const headers = (await request.get(path)).headers();
    expect(headers["x-content-type-options"], path).toBe("nosniff");
    expect(headers["cross-origin-resource-policy"], path).toBe("same-origin");
    expect(headers["cross-origin-opener-policy"], path).toBe("same-origin");
  }
  const health = await request.get("/api/health");
  expect(health.headers()["cache-control"]).toContain("no-store");
  expect(Object.keys((await health.json()) as object).toSorted()).toEqual(["now", "store"]);
});

test("an address that leads nowhere says so", async ({ page }) => {
  await page.goto("/exams/00000000-0000-4000-8000-00000000dead/run");
  await expect(page.getByRole("heading", { name: "There is nothing at this address" })).toBeVisible();
});
