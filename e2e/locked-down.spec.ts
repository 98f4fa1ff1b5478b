import { request as http } from "node:http";
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
  expect((await said(Buffer.alloc(2 * 1024 * 1024, 32)))[1]).toContain("larger than 1 MB");
  expect((await said(Buffer.from(JSON.stringify({ events: "many" }))))[1]).toContain("not a list");
  expect((await said(Buffer.from(JSON.stringify({ events: [{ type: "nonsense" }] }))))[1]).toContain("kind of event");
  const big = await request.post("/api/import", { data: Buffer.alloc(50 * 1024 * 1024, 32), timeout: 60_000 });
  expect(big.status()).toBe(400);
  expect(await big.text()).toContain("larger than 8 MB");
  const { head } = (await (await request.get(path)).json()) as { head: { length: number } };
  expect(head.length).toBeGreaterThan(10);
});

test("an address that leads nowhere says so", async ({ page }) => {
  await page.goto("/exams/00000000-0000-4000-8000-00000000dead/run");
  await expect(page.getByRole("heading", { name: "There is nothing at this address" })).toBeVisible();
});
