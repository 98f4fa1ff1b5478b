import { mkdtempSync, rmSync } from "node:fs";
import { Agent as PlainAgent, get as getPlain } from "node:http";
import { Agent as TlsAgent, get as getTls } from "node:https";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { monitorEventLoopDelay } from "node:perf_hooks";
import { idOf } from "@/fixtures/samples/build";
import { addMember } from "@/server/accounts/accounts";
import { authOf } from "@/server/accounts/auth";
import { openStore } from "@/server/store/open";
import { withOwnStore } from "../../e2e/support/own-store";
import { type Server, startServer } from "../../e2e/support/server";
import { send, type Sitting, sittings, tap } from "./edge";
import { atMost, limitOf, median, ms, type Row } from "./measure";

/** What a clinic does beside examining: back-ups, and everybody signing in at nine. */

const WRITES_A_SECOND = 100;
const PASSPHRASE = "walnut ferry quiet amber";

/** Writes at a steady pace while a back-up is made; a write that is refused throws. */
async function backupRow(server: Server, exams: readonly Sitting[]): Promise<Row> {
  const folder = mkdtempSync(join(tmpdir(), "dust-lantern-bench-"));
  let isOver = false;
  const began = performance.now();
  const backup = send(`${server.url}/api/backups`, { by: { folder, passphrase: PASSPHRASE } }).then((answer) => {
    isOver = true;
    return answer;
  });
  const writes: Promise<number>[] = [];
  while (!isOver) {
    writes.push(tap(server, exams[writes.length % exams.length]!));
    await new Promise((done) => setTimeout(done, 1000 / WRITES_A_SECOND));
  }
  const took = await Promise.all(writes);
  const answer = await backup;
  const seconds = (performance.now() - began) / 1000;
  rmSync(folder, { recursive: true, force: true });
  return {
    what: `a back-up of 10,000 people while ${took.length} writes came in ${seconds.toFixed(1)} s`,
    value: `${answer.status === 200 ? "made" : `failed: ${answer.text.slice(0, 80)}`} in ${ms(answer.took)}; writes median ${ms(median(took))}, worst ${ms(Math.max(...took))}`,
    baseline: "none refused: a refused one ends the measuring",
    asked: "finishes, none refused",
    ok: answer.status === 200,
  };
}

const AT_ONCE = 10;
const QUIET_MS = 1500;

async function longestDelay(work: () => Promise<unknown>): Promise<number> {
  const delay = monitorEventLoopDelay({ resolution: 1 });
  delay.enable();
  await work();
  delay.disable();
  return delay.max / 1e6;
}

/** Ten people sign in at once: how long everybody else's answers wait for it. */
async function signInRow(): Promise<Row> {
  const folder = mkdtempSync(join(tmpdir(), "dust-lantern-bench-"));
  const store = openStore(join(folder, "store.sqlite"));
  const now = new Date().toISOString();
  for (let index = 0; index < AT_ONCE; index++) {
    const member = { id: idOf(index + 1), name: `Member ${index}`, registration: "", role: "practitioner" } as const;
    await addMember(store, { ...member, signIn: `member${index}`, passphrase: PASSPHRASE }, { now });
  }
  const signIn = (index: number) =>
    authOf(store).api.signInEmail({
      body: { email: `member${index}@clinic.invalid`, password: PASSPHRASE },
      headers: new Headers(),
      asResponse: true,
    });
  await signIn(0);
  const idle = await longestDelay(() => new Promise((done) => setTimeout(done, QUIET_MS)));
  const began = performance.now();
  const busy = await longestDelay(async () => {
    const came = await Promise.all(Array.from({ length: AT_ONCE }, (_none, index) => signIn(index)));
    if (came.some(({ ok }) => !ok)) throw new Error("Somebody could not sign in.");
  });
  const took = performance.now() - began;
  store.sqlite.close();
  rmSync(folder, { recursive: true, force: true });
  return {
    what: `${AT_ONCE} people signing in at once (${ms(took)} until the last is in)`,
    value: `the event loop stood still ${ms(busy)} at most`,
    baseline: `with nothing to do ${ms(idle)}`,
    asked: "≤ idle + a sixth of one signing in",
    ok: busy <= idle + took / AT_ONCE / 6,
    limit: limitOf("≤ idle + 20 ms", busy <= idle + 20),
  };
}

const ASKED = 200;

/** How long each of many requests takes, one after the other on one connection that stays. */
async function requestsTo({ url }: Pick<Server, "url">): Promise<number[]> {
  const isTls = url.startsWith("https");
  const agent = isTls
    ? new TlsAgent({ keepAlive: true, rejectUnauthorized: false })
    : new PlainAgent({ keepAlive: true });
  const asked = () =>
    new Promise<number>((done, fail) => {
      const began = performance.now();
      const request = (isTls ? getTls : getPlain)(`${url}/api/health`, { agent }, (answer) => {
        answer.resume();
        answer.on("end", () => done(performance.now() - began));
      });
      request.on("error", fail);
    });
  const took: number[] = [];
  for (let turn = 0; turn < ASKED; turn++) took.push(await asked());
  agent.destroy();
  return took.slice(ASKED / 4);
}

/** What encryption costs a request once the connection stands. */
async function tlsRow(plain: Server): Promise<Row> {
  const without = median(await requestsTo(plain));
  let over = 0;
  await withOwnStore(
    async (server) => {
      over = median(await requestsTo(server));
    },
    { onNetwork: true },
  );
  return {
    ...atMost(
      "a request over TLS on an open connection, median",
      { value: over },
      { is: "the same without TLS", value: without },
      3,
    ),
    limit: limitOf("≤ the same + 5 ms", over <= without + 5),
  };
}

export async function clinicRows(): Promise<Row[]> {
  const server = await startServer();
  try {
    return [await backupRow(server, sittings(server)), await signInRow(), await tlsRow(server)];
  } finally {
    await server.stop();
  }
}
