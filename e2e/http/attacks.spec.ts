import { chmodSync, closeSync, existsSync, openSync, renameSync, statSync, writeSync } from "node:fs";
import { dirname } from "node:path";
import { type APIRequestContext, request as requests } from "@playwright/test";
import Database from "better-sqlite3";
import fc from "fast-check";
import { ALL, expect, idOf, prepareExam, readyToTest, stored, test } from "../support/http";
import { ROUTES } from "@/wire/routes";
import { withOwnStore, WORDS } from "../support/own-store";
import { withOwnServer } from "../support/own-server";
import { lantern, startServer } from "../support/server";

const sentence = async (answer: { json: () => Promise<unknown> }): Promise<string> =>
  JSON.stringify((await answer.json()) as object);

const KILLS = ALL ? 25 : 3;

test(`a server killed ${KILLS} times with answers on their way keeps each that it acknowledged, once`, async () => {
  /** It needs no browser, and each start takes seconds. */
  test.setTimeout(300_000);
  await withOwnServer(async (server, request) => {
    const { exam, builder } = await prepareExam(request, readyToTest);
    const acknowledged = new Set<string>();
    const sent: string[] = [];
    /** Whatever is killed: an entry is stored, or its sender hears nothing. It is never said to be wrong. */
    const blamed: string[] = [];
    for (let round = 0; round < KILLS; round++) {
      const flights = Array.from({ length: 12 }, (_none, index) => {
        builder.add("note-written", { text: `round ${round}, ${index}` });
        const event = builder.events.at(-1)!;
        sent.push(event.id);
        return request
          .post(`/api/exams/${exam}/events`, { data: { events: [event] }, timeout: 3000 })
          .then(async (answer) => {
            if (answer.ok()) acknowledged.add(event.id);
            else if (answer.status() < 500) blamed.push(`${answer.status()}: ${await answer.text()}`);
          })
          .catch(() => {});
      });
      await new Promise((done) => setTimeout(done, 15 + round * 3));
      await server.kill();
      await Promise.all(flights);
      await server.restart();
    }
    const kept = (await stored(request, exam)).events.map(({ id }) => id);
    expect(blamed).toEqual([]);
    expect(new Set(kept).size).toBe(kept.length);
    expect([...acknowledged].filter((id) => !kept.includes(id))).toEqual([]);
    expect(kept.filter((id) => sent.includes(id)).length).toBeGreaterThanOrEqual(acknowledged.size);
    expect(lantern(server.db, "verify", exam)).toContain("whole");
  });
});

test(
  "a lock of seven seconds: readers are answered, a writer says so, and what it sent is taken afterwards",
  { tag: "@all" },
  async () => {
    await withOwnServer(async (server, request) => {
      const { exam, builder } = await prepareExam(request, readyToTest);
      builder.add("note-written", { text: "while it was locked" });
      const tap = () => request.post(`/api/exams/${exam}/events`, { data: { events: [builder.events.at(-1)] } });
      const other = new Database(server.db);
      other.exec("BEGIN IMMEDIATE");
      const writing = tap();
      const waits: number[] = [];
      for (let turn = 0; turn < 20; turn++) {
        const began = Date.now();
        expect((await request.get("/api/people?q=a")).ok()).toBe(true);
        waits.push(Date.now() - began);
        await new Promise((done) => setTimeout(done, 150));
      }
      /** Nobody stood still with the writer, who waits five seconds. */
      expect(Math.max(...waits)).toBeLessThan(2500);
      const refused = await writing;
      expect(refused.status()).toBe(503);
      expect(await sentence(refused)).toContain("locked by another program");
      other.exec("ROLLBACK");
      other.close();
      expect((await tap()).ok()).toBe(true);
      expect((await stored(request, exam)).events.at(-1)?.body).toEqual({ text: "while it was locked" });
    });
  },
);

test(
  "a full disk: nothing is half taken, what was there is still read, and with room again all goes on",
  { tag: "@all" },
  async () => {
    const under: { fileKiB?: number } = {};
    await withOwnServer(async (server, request) => {
      const { exam, builder } = await prepareExam(request, readyToTest);
      await server.kill();
      under.fileKiB = 1 + Math.ceil(Math.max(...["", "-wal"].map((end) => statSync(server.db + end).size)) / 1024) + 64;
      await server.restart();
      const acknowledged: string[] = [];
      const full = await expect
        .poll(
          async () => {
            builder.add("note-written", { text: "x".repeat(3500) });
            const event = builder.events.at(-1)!;
            const answer = await request.post(`/api/exams/${exam}/events`, { data: { events: [event] } });
            if (answer.ok()) acknowledged.push(event.id);
            return answer.ok() ? "taken" : `${answer.status()} ${await sentence(answer)}`;
          },
          { intervals: [1], timeout: 15_000 },
        )
        .toMatch(/^503 .*(no room|gave an error)/)
        .then(() => builder.events.at(-1)!);
      expect(acknowledged.length).toBeGreaterThan(3);
      const there = async () => (await stored(request, exam)).events.map(({ id }) => id);
      expect((await there()).filter((id) => id === full.id)).toEqual([]);
      await server.kill();
      delete under.fileKiB;
      await server.restart();
      const ids = await there();
      expect(acknowledged.filter((id) => !ids.includes(id))).toEqual([]);
      expect((await request.post(`/api/exams/${exam}/events`, { data: { events: [full] } })).ok()).toBe(true);
      expect(lantern(server.db, "verify", exam)).toContain("whole");
    }, under);
  },
);

test("a store that may only be read: it is read, a writer says so, and health tells it", { tag: "@all" }, async () => {
  const under: { asStranger?: boolean } = {};
  await withOwnServer(async (server, request) => {
    const { exam, builder } = await prepareExam(request, readyToTest);
    const { events } = await stored(request, exam);
    await server.kill();
    const checkpoint = new Database(server.db);
    checkpoint.pragma("wal_checkpoint(TRUNCATE)");
    const folder = dirname(server.db);
    for (const end of ["", "-wal", "-shm"]) if (existsSync(server.db + end)) chmodSync(server.db + end, 0o444);
    chmodSync(folder, 0o555);
    under.asStranger = true;
    await server.restart();
    try {
      const health = await request.get("/api/health");
      expect([health.status(), await sentence(health)]).toEqual([200, expect.stringContaining('"read only"')]);
      expect((await stored(request, exam)).events.map(({ id }) => id)).toEqual(events.map(({ id }) => id));
      builder.add("note-written", { text: "not to be taken" });
      const refused = await request.post(`/api/exams/${exam}/events`, { data: { events: [builder.events.at(-1)] } });
      expect(refused.status()).toBe(503);
      expect(await sentence(refused)).toContain("read-only");
    } finally {
      chmodSync(folder, 0o755);
      checkpoint.close();
    }
  }, under);
});

test("a store that is moved from under the program: nothing more is taken, until it is back", async () => {
  await withOwnServer(async (server, request) => {
    const { exam, builder } = await prepareExam(request, readyToTest);
    builder.add("note-written", { text: "after it was moved" });
    const tap = () => request.post(`/api/exams/${exam}/events`, { data: { events: [builder.events.at(-1)] } });
    renameSync(server.db, `${server.db}.aside`);
    const refused = await tap();
    expect(refused.status()).toBe(503);
    expect(await sentence(refused)).toContain("deleted, moved or replaced");
    expect((await request.get("/api/health")).status()).toBe(503);
    renameSync(`${server.db}.aside`, server.db);
    expect((await tap()).ok()).toBe(true);
  });
});

test("a damaged store gives a sentence to every route, and no trace of how it failed", { tag: "@all" }, async () => {
  await withOwnServer(async (server, request) => {
    const { exam } = await prepareExam(request, readyToTest);
    await server.kill();
    const checkpoint = new Database(server.db);
    checkpoint.pragma("wal_checkpoint(TRUNCATE)");
    const pages = checkpoint.pragma("page_count", { simple: true }) as number;
    checkpoint.close();
    const file = openSync(server.db, "r+");
    const garbage = Buffer.alloc(4096, 0xa5);
    for (let at = 2; at < pages; at++) writeSync(file, garbage, 0, 4096, at * 4096);
    closeSync(file);
    await server.restart();
    for (const path of [
      "/api/health",
      "/api/people",
      `/api/exams/${exam}`,
      `/api/exams/${exam}/events`,
      "/api/evidence",
    ]) {
      const answer = await request.get(path);
      const said = await sentence(answer);
      expect(answer.status(), path).toBe(503);
      expect(said, path).toContain("damaged");
      expect(said, path).not.toMatch(/node_modules| at |SqliteError/);
    }
  });
});

test("two servers on one store take each other's taps, each once", { tag: "@all" }, async () => {
  await withOwnServer(async (server, request) => {
    const { exam, builder } = await prepareExam(request, readyToTest);
    const second = await startServer(server);
    const elsewhere = await requests.newContext({ baseURL: second.url });
    try {
      const before = (await stored(request, exam)).events.length;
      const answers = await Promise.all(
        Array.from({ length: 60 }, (_none, index) => {
          builder.add("note-written", { text: `note ${index}` });
          const data = { events: [builder.events.at(-1)] };
          return (index % 2 ? request : elsewhere).post(`/api/exams/${exam}/events`, { data });
        }),
      );
      expect(answers.every((answer) => answer.ok())).toBe(true);
      const [one, other] = [await stored(request, exam), await stored(elsewhere, exam)];
      expect(one.events).toHaveLength(before + 60);
      expect(other.events.map(({ id }) => id)).toEqual(one.events.map(({ id }) => id));
      expect(lantern(server.db, "verify", exam)).toContain("whole");
    } finally {
      await elsewhere.dispose();
      await second.stop();
    }
  });
});

const DAMAGED = ALL ? 1000 : 150;

test(`${DAMAGED} damaged events: each gets a sentence, none is half kept, and the record stays whole`, async ({
  request,
  prepare,
  server,
}) => {
  const { exam, builder } = await prepare(readyToTest);
  const before = (await stored(request, exam)).events.length;
  const damaged = fc
    .tuple(fc.constantFrom(...builder.events), fc.jsonValue({ maxDepth: 3 }), fc.nat(40))
    .map(([event, value, where]) => {
      const keys = [...Object.keys(event), ...Object.keys(event.body as object).map((key) => `body.${key}`)];
      const key = keys[where % keys.length]!;
      const copy = structuredClone({ ...event, id: idOf(9_000_000 + where) }) as Record<string, unknown>;
      if (key.startsWith("body.")) (copy.body as Record<string, unknown>)[key.slice(5)] = value;
      else copy[key] = value;
      return copy;
    });
  for (const event of fc.sample(damaged, { numRuns: DAMAGED, seed: 11 })) {
    const answer = await request.post(`/api/exams/${exam}/events`, { data: { events: [event] } });
    expect(answer.status(), JSON.stringify(event)).toBeLessThan(500);
    expect(await sentence(answer)).not.toMatch(/node_modules|\.ts:|SqliteError/);
  }
  const { events } = await stored(request, exam);
  expect(events.slice(0, before)).toHaveLength(before);
  expect(lantern(server.db, "verify", exam)).toContain("whole");
});

/** A client of a server with accounts, over TLS. */
const overTls = (url: string) => requests.newContext({ baseURL: url, ignoreHTTPSErrors: true });
const signIn = async (who: APIRequestContext) =>
  expect((await who.post("/api/account/sign-in", { data: { signIn: "ines", passphrase: WORDS } })).ok()).toBe(true);

test(
  "with accounts and TLS on, a server killed with answers on their way keeps each that it acknowledged, once",
  { tag: "@all" },
  () =>
    withOwnStore(
      async (server) => {
        const request = await overTls(server.url);
        await signIn(request);
        const { exam, builder } = await prepareExam(request, readyToTest);
        const acknowledged = new Set<string>();
        for (let round = 0; round < 3; round++) {
          const flights = Array.from({ length: 8 }, (_none, index) => {
            builder.add("note-written", { text: `round ${round}, ${index}` });
            const event = builder.events.at(-1)!;
            return request
              .post(`/api/exams/${exam}/events`, { data: { events: [event] }, timeout: 4000 })
              .then((answer) => void (answer.ok() && acknowledged.add(event.id)))
              .catch(() => {});
          });
          await new Promise((done) => setTimeout(done, 20 + round * 5));
          await server.kill();
          await Promise.all(flights);
          await server.restart();
        }
        const kept = (await stored(request, exam)).events.map(({ id }) => id);
        expect([...acknowledged].filter((id) => !kept.includes(id))).toEqual([]);
        expect(new Set(kept).size).toBe(kept.length);
        expect(lantern(server.db, "verify", exam)).toContain("whole");
        await request.dispose();
      },
      { onNetwork: true },
    ),
);

test(
  "with accounts and TLS on, every route answers a hostile request with a sentence, signed in or not",
  { tag: "@all" },
  () =>
    withOwnStore(
      async (server) => {
        const [request, nobody] = [await overTls(server.url), await overTls(server.url)];
        await signIn(request);
        const { exam } = await prepareExam(request, readyToTest);
        const hostile = [
          "null",
          "[]",
          "1",
          '{"toString":null}',
          `${"[".repeat(3000)}${"]".repeat(3000)}`,
          "{",
          '{"a":',
        ];
        for (const { method, path, act } of Object.values(ROUTES)) {
          const address = path.replaceAll(/\{[a-z]+\}/g, exam);
          /** What ends the session would end the test; what copies the database writes files. */
          if (/sign-out|\/lock$|backups|end-session|\/live$/.test(path)) continue;
          for (const who of [request, nobody])
            await Promise.all(
              (method === "GET" ? [""] : hostile).map(async (body, turn) => {
                const answer = await who.fetch(address, {
                  method,
                  ...(method === "GET"
                    ? {}
                    : { data: body, headers: { "content-type": turn % 3 === 2 ? "text/plain" : "application/json" } }),
                });
                const where = `${method} ${address} ${body.slice(0, 20)}`;
                expect(answer.status(), where).toBeLessThan(500);
                if (method !== "GET") expect(answer.status(), where).toBeGreaterThanOrEqual(400);
                if (who === nobody && act !== "anybody") expect(answer.status(), where).toBeGreaterThanOrEqual(400);
              }),
            );
        }
        await Promise.all([request, nobody].map((one) => one.dispose()));
      },
      { onNetwork: true },
    ),
);

test(
  "with accounts and TLS on, a copied session ends with its owner's, and guessing stops at a limit that a restart keeps",
  { tag: "@all" },
  () =>
    withOwnStore(
      async (server) => {
        const [request, nobody] = [await overTls(server.url), await overTls(server.url)];
        await signIn(request);
        const { exam } = await prepareExam(request, readyToTest);
        const thief = await requests.newContext({
          baseURL: server.url,
          ignoreHTTPSErrors: true,
          storageState: await request.storageState(),
        });
        expect((await thief.get(`/api/exams/${exam}`)).ok()).toBe(true);
        expect((await request.post("/api/account/sign-out", { data: {} })).ok()).toBe(true);
        expect((await thief.get(`/api/exams/${exam}`)).status()).toBe(401);
        const guess = async () =>
          (
            await nobody.post("/api/account/sign-in", { data: { signIn: "ines", passphrase: "some other words" } })
          ).status();
        const answers: number[] = [];
        for (let turn = 0; turn < 12; turn++) answers.push(await guess());
        expect(answers.at(-1)).toBe(429);
        await server.kill();
        await server.restart();
        expect(await guess()).toBe(429);
        await Promise.all([request, nobody, thief].map((one) => one.dispose()));
      },
      { onNetwork: true },
    ),
);
