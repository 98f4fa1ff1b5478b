import { spawn } from "node:child_process";
import { existsSync, renameSync } from "node:fs";
import { createServer } from "node:net";
import { join, resolve } from "node:path";
import { build, env, install, SERVER, step, tool } from "./lib/steps.mjs";

const LOOPBACK = "127.0.0.1";
const host = LOOPBACK;
const port = Number(process.env.PORT ?? 4180);
const db = resolve(process.env.DUST_LANTERN_DB ?? join("data", "dust-lantern.sqlite"));
const fresh = process.argv.includes("--fresh");
process.env.DUST_LANTERN_DB = env.DUST_LANTERN_DB = db;

if (![LOOPBACK, "localhost", undefined].includes(process.env.DUST_LANTERN_HOST))
  console.log("The demo has no accounts, so it opens at this machine only; DUST_LANTERN_HOST is left aside.");

function fail(sentence) {
  console.error(`\n${sentence}`);
  process.exit(1);
}

if (!Number.isInteger(port) || port < 1 || port > 65535)
  fail(
    `PORT is "${process.env.PORT}", which is not a port. Use a number from 1 to 65535, as in: PORT=4200 npm run demo`,
  );

const isFree = () =>
  new Promise((done) => {
    const probe = createServer();
    probe.once("error", () => done(false));
    probe.listen(port, host, () => probe.close(() => done(true)));
  });

/** The old store and what SQLite keeps beside it, under a name with the time in it. */
function moveAside() {
  const stamp = new Date().toISOString().replace(/[-:]/g, "").slice(0, 15);
  const aside = db.replace(/(\.[^./]*)?$/, `-${stamp}$1`);
  for (const suffix of ["", "-wal", "-shm"]) if (existsSync(db + suffix)) renameSync(db + suffix, aside + suffix);
  console.log(`The old store was moved to ${aside}.`);
}

async function untilReady(url, child) {
  for (let attempt = 0; attempt < 300; attempt++) {
    if (child.exitCode !== null) fail("The server ended before it was ready; the lines above say why.");
    if (
      await fetch(`${url}/api/health`).then(
        (answer) => answer.ok,
        () => false,
      )
    )
      return;
    await new Promise((done) => setTimeout(done, 100));
  }
  fail("The server did not become ready within 30 seconds; the lines above may say why.");
}

if (!(await isFree()))
  fail(`Port ${port} is in use by another program. Close it, or choose another port: PORT=${port + 1} npm run demo`);
if (!(await step("install", install))) fail("The packages could not be installed; the lines above say why.");
if (!(await step("build", () => build()))) fail("The app could not be built; the lines above say why.");
if (fresh && existsSync(db)) moveAside();
if (!(await step("store", () => tool("tsx/dist/cli.mjs", "src/cli/lantern.ts", "demo"))))
  fail("The store could not be made ready.");

const child = spawn(process.execPath, [SERVER], {
  env: { ...env, NODE_ENV: "production", DUST_LANTERN_HOST: host, PORT: String(port) },
  stdio: ["ignore", "ignore", "inherit"],
});
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => child.kill(signal));
child.on("exit", (code) => process.exit(code ?? 0));
const url = `http://${host}:${port}`;
await untilReady(url, child);
console.log(`\nDust Lantern is ready at ${url} (store ${db}). Ctrl+C ends it.`);
