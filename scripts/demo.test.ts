import { spawn, spawnSync } from "node:child_process";
import { mkdirSync, rmSync, writeFileSync } from "node:fs";
import { createServer } from "node:net";
import { afterAll, beforeAll, describe, expect, it } from "vitest";

const other = createServer();
let port = 0;

beforeAll(async () => {
  await new Promise<void>((done) => other.listen(0, "127.0.0.1", done));
  port = (other.address() as { port: number }).port;
});
afterAll(() => void other.close());

/** Runs the demo command until it gives up by itself. */
const demo = (env: Record<string, string>): Promise<{ code: number | null; said: string }> =>
  new Promise((done) => {
    const child = spawn(process.execPath, ["scripts/demo.mjs"], { env: { ...process.env, ...env } });
    let said = "";
    child.stderr.on("data", (text) => (said += String(text)));
    child.on("exit", (code) => done({ code, said: said.trim() }));
  });

describe("npm run demo", () => {
  it("names the way out of a busy port in one sentence, before it does anything else", async () => {
    const { code, said } = await demo({ PORT: String(port) });
    expect(code).toBe(1);
    expect(said).toBe(
      `Port ${port} is in use by another program. Close it, or choose another port: PORT=${port + 1} npm run demo`,
    );
  });

  it("recognises a server that an earlier demo left on the port, and says how to end it", async () => {
    const started = `.tmp/demo-${port}.json`;
    mkdirSync(".tmp", { recursive: true });
    writeFileSync(started, JSON.stringify({ pid: process.pid, db: "/somewhere/store.sqlite" }));
    try {
      const { code, said } = await demo({ PORT: String(port) });
      expect(code).toBe(1);
      expect(said).toBe(
        `Dust Lantern is already running on port ${port} (process ${process.pid}, database /somewhere/store.sqlite). Open http://127.0.0.1:${port}, or end it first: kill ${process.pid}`,
      );
    } finally {
      rmSync(started, { force: true });
    }
  });

  it("refuses a port that is none", async () => {
    const { code, said } = await demo({ PORT: "door" });
    expect(code).toBe(1);
    expect(said).toContain("not a port");
  });
});

describe("the project's own scripts", () => {
  it("name no address to download from in the lock file", () => {
    const { stdout } = spawnSync("grep", ["-c", "resolved", "package-lock.json"], { encoding: "utf8" });
    expect(stdout.trim()).toBe("0");
  });
});
