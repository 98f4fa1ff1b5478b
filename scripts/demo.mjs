import { spawn } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { createServer } from "node:net";
import { dirname, join, resolve } from "node:path";
import { runWithProgress, untilReady } from "./lib/progress.mjs";
import { build, compilePackages, env, fetchPackages, run, SERVER, TERMINAL } from "./lib/steps.mjs";

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

/** Who serves on a port: written by the demo that started it, so that a later one can say how to end it. */
const STARTED = `.tmp/demo-${port}.json`;
const url = `http://${host}:${port}`;
const isReady = () =>
  fetch(`${url}/api/health`, { signal: AbortSignal.timeout(5000) }).then(
    (answer) => answer.ok,
    () => false,
  );

function isRunning(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error.code === "EPERM";
  }
}

/** The server that an earlier demo left on this port, or null. */
function earlierServer() {
  try {
    const { pid, db: itsDatabase } = JSON.parse(readFileSync(STARTED, "utf8"));
    return isRunning(pid) ? { pid, db: itsDatabase } : null;
  } catch {
    return null;
  }
}

if (!(await isFree())) {
  const earlier = earlierServer();
  fail(
    earlier
      ? `Dust Lantern is already running on port ${port} (process ${earlier.pid}, database ${earlier.db}). Open ${url}, or end it first: kill ${earlier.pid}`
      : `Port ${port} is in use by another program. Close it, or choose another port: PORT=${port + 1} npm run demo`,
  );
}

/** What compiles takes one core and the build most of both, so they run side by side. */
const compileAndBuild = async () => {
  const results = await Promise.all([compilePackages(), build()]);
  return results.every(Boolean);
};

/** Seconds as measured on two idle cores, in a fresh clone. */
const failed = await runWithProgress([
  {
    title: "download the packages",
    seconds: existsSync("node_modules") ? 5 : 40,
    isNetwork: true,
    work: fetchPackages,
  },
  { title: "compile SQLite and build the app", seconds: 150, work: compileAndBuild },
  {
    title: "make the database of made-up patients",
    seconds: 5,
    work: async () => {
      if (fresh && existsSync(db)) moveAside();
      return run(process.execPath, [TERMINAL, "demo"]);
    },
  },
]);
if (failed) fail(`The demo could not be started: the step "${failed}" failed, and the lines above say why.`);

/** The fourth handle is a channel to this script: when this script ends in whatever way, the server ends too. */
const child = spawn(process.execPath, [SERVER], {
  env: { ...env, NODE_ENV: "production", DUST_LANTERN_HOST: host, PORT: String(port) },
  stdio: ["ignore", "ignore", "inherit", "ipc"],
});
mkdirSync(dirname(STARTED), { recursive: true });
writeFileSync(STARTED, JSON.stringify({ pid: child.pid, db }));
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => child.kill(signal));
child.on("exit", (code) => {
  rmSync(STARTED, { force: true });
  process.exitCode = code ?? 0;
});
if (!(await untilReady(isReady, () => child.exitCode === null && child.signalCode === null))) {
  console.error("\nThe server ended before it was ready; the lines above say why.");
  process.exit(1);
}
console.log(`\nDust Lantern is ready at ${url} (database ${db}). Ctrl+C ends it.`);
