import { expect, test } from "./support/test";

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
