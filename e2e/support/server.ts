import { type ChildProcess, execFileSync, spawn } from "node:child_process";
import { copyFileSync, existsSync, mkdtempSync, rmSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";

export type Server = {
  readonly url: string;
  readonly db: string;
  /** SIGKILL, as when the power goes. */
  readonly kill: () => Promise<void>;
  /** Starts it again on the same port and store. */
  readonly restart: () => Promise<void>;
  readonly stop: () => Promise<void>;
};

const START_LIMIT_MS = 45_000;

const freePort = (): Promise<number> =>
  new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once("error", reject);
    probe.listen(0, "127.0.0.1", () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });

const ended = (child: ChildProcess): Promise<void> =>
  child.exitCode !== null || child.signalCode !== null
    ? Promise.resolve()
    : new Promise((resolve) => child.once("exit", () => resolve()));

async function untilAnswering(url: string, child: ChildProcess): Promise<void> {
  const deadline = Date.now() + START_LIMIT_MS;
  while (Date.now() < deadline) {
    if (child.exitCode !== null) throw new Error(`The server ended with ${child.exitCode} before it answered.`);
    const answers = await fetch(`${url}/api/health`, { redirect: "manual", signal: AbortSignal.timeout(5000) }).then(
      () => true,
      () => false,
    );
    if (answers) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error(`The server did not answer within ${START_LIMIT_MS / 1000} s.`);
}

/** The terminal in one file, as the build makes it. */
const TERMINAL = ".next/lantern.mjs";

/** Runs the terminal against a store. */
export const lantern = (db: string, ...args: string[]): string =>
  execFileSync(process.execPath, [TERMINAL, ...args], {
    env: { ...process.env, DUST_LANTERN_DB: db },
    encoding: "utf8",
    stdio: ["ignore", "pipe", "pipe"],
  });

/** Where the databases stand that a run of tests prepared: in the environment, which its workers inherit. */
export const DEMO_DATABASE = "DUST_LANTERN_PREPARED_DEMO";
export const OWNED_DATABASE = "DUST_LANTERN_PREPARED_OWNED";

/** Copies a prepared database; false where none was prepared, as for the bench and the screenshots. */
export function copyPrepared(which: typeof DEMO_DATABASE | typeof OWNED_DATABASE, db: string): boolean {
  const prepared = process.env[which];
  if (!prepared) return false;
  for (const end of ["", "-wal"]) if (existsSync(prepared + end)) copyFileSync(prepared + end, db + end);
  return true;
}

/** An empty database whose owner has an account: made where none was prepared, as for the bench. */
export async function makeOwned(db: string, owner: object): Promise<void> {
  const server = await startServer({ db });
  const answer = await fetch(`${server.url}/api/account/owner`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify(owner),
  });
  const said = await answer.text();
  await server.stop();
  if (!answer.ok) throw new Error(`The owner's account was not made: ${answer.status} ${said}`);
}

/** What a server is started under, besides what is usual. */
type Under = {
  /** The size that no file it writes may grow beyond, as on a full disk, in KiB; left out: none. */
  fileKiB?: number;
  /** As a user to whom nothing here belongs. */
  asStranger?: boolean;
  /** On a network: over TLS, with accounts. */
  onNetwork?: boolean;
};

const NOBODY = 65_534;

/**
 * The built app on a free port, with a store of its own, filled with the demo's people.
 *
 * @param on another server, to stand on the same store
 * @param under read anew at each start: a test changes it between two
 */
export async function startServer(on?: Pick<Server, "db">, under: Under = {}): Promise<Server> {
  const folder = on ? null : mkdtempSync(join(tmpdir(), "dust-lantern-"));
  const db = on?.db ?? join(folder!, "store.sqlite");
  if (!on && !copyPrepared(DEMO_DATABASE, db)) lantern(db, "demo");
  const port = await freePort();
  const url = `http${under.onNetwork ? "s" : ""}://127.0.0.1:${port}`;
  const start = async () => {
    const program = [process.execPath, ".next/start.mjs"];
    const limited = ["bash", "-c", `ulimit -f ${under.fileKiB}; exec "$0" "$@"`, ...program];
    const [command, ...args] = under.fileKiB === undefined ? program : limited;
    const child = spawn(command!, args, {
      ...(under.asStranger && process.getuid?.() === 0 ? { uid: NOBODY, gid: NOBODY } : {}),
      env: {
        ...process.env,
        DUST_LANTERN_DB: db,
        DUST_LANTERN_HOST: under.onNetwork ? "0.0.0.0" : "127.0.0.1",
        PORT: String(port),
        NEXT_TELEMETRY_DISABLED: "1",
        DUST_LANTERN_LOG: process.env.DUST_LANTERN_LOG ?? "error",
        NODE_ENV: "production",
      },
      stdio: ["ignore", "ignore", "inherit"],
    });
    await untilAnswering(`http://127.0.0.1:${port}`, child);
    return child;
  };
  let child = await start();
  const kill = async () => {
    child.kill("SIGKILL");
    await ended(child);
  };
  return {
    url,
    db,
    kill,
    restart: async () => {
      child = await start();
    },
    stop: async () => {
      await kill();
      if (folder) rmSync(folder, { recursive: true, force: true });
    },
  };
}
