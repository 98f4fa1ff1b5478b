import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import { forEvery, forEveryAsync } from "@/fixtures/for-every";
import { pathOf, type Route } from "@/wire/route";
import { ROUTES } from "@/wire/routes";
import { idOf } from "@/fixtures/samples/build";
import { standInFront, turnedAway } from "./front";
import type { Handler } from "./serve";

vi.mock("next/headers", () => ({ cookies: async () => ({ get: () => undefined }) }));

type Served = (request: Request) => Promise<Response>;
const inApp = import.meta.glob<Record<string, Served>>("../../app/api/*/route.ts", { eager: true });
const files = import.meta.glob<Record<string, Handler>>("../../app/api/**/*/handlers.ts", { eager: true });
const listed = import.meta.glob<{ HANDLERS: readonly Record<string, Handler>[] }>("../../app/api/handlers.ts", {
  eager: true,
});

/** What the framework is given: one file for every address of data. */
const served = inApp["../../app/api/[...path]/route.ts"]!;

/** The address a file of handlers stands for. */
const addressOf = (file: string): string =>
  file
    .replace("../../app", "")
    .replace("/handlers.ts", "")
    .replaceAll(/\[(\w+)\]/g, "{$1}");

const KNOWN: readonly Route<never, never>[] = Object.values(ROUTES) as never;
const keyOf = ({ method, path }: { method: string; path: string }) => `${method} ${path}`;

const IDS = { exam: idOf(1), person: idOf(2), practitioner: idOf(3), episode: idOf(4), token: idOf(5) };
const BAD_BODIES: readonly (readonly [name: string, text: string])[] = [
  ["null", "null"],
  ["a list", "[]"],
  ["a number", "1"],
  ["text", '"words"'],
  ["nothing", ""],
  ["half of it", '{"events": ['],
  ["an object that cannot be written", '{"toString": null}'],
  ["a prototype", '{"__proto__": {"isAdmin": true}}'],
  ["3,000 levels", "[".repeat(3000) + "]".repeat(3000)],
  ["3,000 levels of objects", '{"a":'.repeat(3000) + "1" + "}".repeat(3000)],
  ["200 kB of brackets", "[".repeat(200_000)],
];

let folder = "";
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "dust-lantern-routes-"));
  process.env.DUST_LANTERN_DB = join(folder, "store.sqlite");
  process.env.DUST_LANTERN_ACCOUNTS = "none";
  standInFront();
});
afterAll(() => {
  delete process.env.DUST_LANTERN_DB;
  delete process.env.DUST_LANTERN_ACCOUNTS;
  standInFront(false);
  rmSync(folder, { recursive: true, force: true });
});

const ask = (route: Route<never, never>, init: RequestInit, ids: Record<string, string> = IDS, query = "") =>
  served[route.method]!(new Request(`http://127.0.0.1:4180${pathOf(route.path, ids)}${query}`, init));

async function saysWhatIsWrong(answer: Response): Promise<void> {
  expect(answer.status).toBeGreaterThanOrEqual(400);
  expect(answer.status).toBeLessThan(500);
  const { problems } = (await answer.json()) as { problems: { what: string; todo: string }[] };
  expect(problems.length).toBeGreaterThan(0);
  problems.forEach(({ what, todo }) => {
    expect(what.length).toBeGreaterThan(5);
    expect(todo.length).toBeGreaterThan(3);
    expect(what + todo).not.toMatch(/ at .*\.ts|node_modules|Error:|sqlite/i);
  });
}

const WRITES = KNOWN.filter(({ method }) => method !== "GET");
const READS = KNOWN.filter(({ method, ask: asked }) => method === "GET" && asked);
const JSON_BODY = { "content-type": "application/json" };

describe("the routes of the wire", () => {
  it("are served, each of them once and from where its address says, and no others are", async () => {
    const handlers = listed["../../app/api/handlers.ts"]!.HANDLERS.flatMap((module) => Object.values(module));
    expect(handlers.map(({ route }) => keyOf(route)).toSorted()).toEqual(KNOWN.map(keyOf).toSorted());
    const inFiles = Object.entries(files).flatMap(([file, module]) =>
      Object.entries(module).map(([method, { route }]) => [`${method} ${addressOf(file)}`, keyOf(route)]),
    );
    expect(inFiles.length).toBe(KNOWN.length);
    inFiles.forEach(([file, stands]) => expect(stands).toBe(file));
    const nowhere = await served.GET!(new Request("http://127.0.0.1:4180/api/nothing"));
    expect(nowhere.status).toBe(404);
    await saysWhatIsWrong(nowhere);
  });

  it("every write route refuses another site's page where no server stands in front", () =>
    forEveryAsync(
      WRITES.map((route) => [keyOf(route), route] as const),
      async (_key, route) => {
        standInFront(false);
        for (const headers of [
          { ...JSON_BODY, origin: "http://elsewhere.test" },
          { ...JSON_BODY, "sec-fetch-site": "cross-site" },
        ]) {
          const answer = await ask(route, { method: route.method, headers, body: "{}" });
          expect(answer.status).toBe(403);
          await saysWhatIsWrong(answer);
        }
        standInFront();
      },
    ));

  describe("every write route", () => {
    it("every body that is not one is refused with a sentence", () =>
      forEveryAsync(
        WRITES.map((route) => [keyOf(route), route] as const),
        (_key, route) =>
          forEveryAsync(BAD_BODIES, async (_name, body) =>
            saysWhatIsWrong(await ask(route, { method: route.method, headers: JSON_BODY, body })),
          ),
      ));

    it("sent 8 MB of brackets, says so at once", () =>
      forEveryAsync(
        WRITES.map((route) => [keyOf(route), route] as const),
        async (_key, route) => {
          const began = performance.now();
          const answer = await ask(route, { method: route.method, headers: JSON_BODY, body: "[".repeat(8_000_000) });
          await saysWhatIsWrong(answer);
          expect(answer.status).toBe(route.limit < 8_000_000 ? 413 : 400);
          expect(performance.now() - began).toBeLessThan(1500);
        },
      ));

    it("every other content type is refused, and says what is taken", () =>
      forEveryAsync(
        WRITES.map((route) => [keyOf(route), route] as const),
        (_key, route) =>
          forEveryAsync(
            ["text/plain", "multipart/form-data; boundary=x", "application/x-www-form-urlencoded", ""],
            async (type) => {
              const headers: Record<string, string> = type ? { "content-type": type } : {};
              const answer = await ask(route, { method: route.method, headers, body: new TextEncoder().encode("{}") });
              expect(answer.status).toBe(415);
              await saysWhatIsWrong(answer);
            },
          ),
      ));
  });

  it("every read route refuses a query it does not know", () =>
    forEveryAsync(
      READS.map((route) => [keyOf(route), route] as const),
      async (_k, route) => saysWhatIsWrong(await ask(route, { method: "GET" }, IDS, "?nonsense=1&after=-1&as=exe")),
    ));

  it("every route with an id refuses one that is not", () =>
    forEveryAsync(
      KNOWN.filter(({ path }) => path.includes("{")).map((route) => [keyOf(route), route] as const),
      async (_key, route) => {
        for (const id of ["..", "1", "%00", "x".repeat(3000), "' OR 1=1"]) {
          const ids = { exam: id, person: id, practitioner: id, token: id };
          const init = route.method === "GET" ? {} : { headers: JSON_BODY, body: "{}" };
          const answer = await ask(route, { method: route.method, ...init }, ids);
          expect(answer.status).toBe(404);
          await saysWhatIsWrong(answer);
        }
      },
    ));
});

describe("what is turned away at the door", () => {
  const knock = {
    method: "GET",
    url: "/",
    host: "127.0.0.1:4180",
    origin: null,
    fetchSite: null,
    scheme: "http",
    length: null,
  } as const;
  const status = (over: Partial<Parameters<typeof turnedAway>[0]>) => turnedAway({ ...knock, ...over })?.status ?? 200;

  it("every route takes its own method and no other", () =>
    forEvery(
      KNOWN.map((route) => [keyOf(route), route] as const),
      (_key, route) => {
        const url = pathOf(route.path, IDS);
        const here = new Set(KNOWN.filter(({ path }) => path === route.path).map(({ method }) => method as string));
        for (const method of ["GET", "POST", "PUT", "DELETE", "PATCH", "OPTIONS", "TRACE", "CONNECT", "PROPFIND"])
          expect(status({ method, url }), method).toBe(here.has(method) ? 200 : 405);
      },
    ));

  it.each([
    ["/api/nothing", 404],
    ["/api", 404],
    ["/%E0%A4%A", 400],
    ["/%00", 400],
    ["//elsewhere.test/x", 200],
    ["http://elsewhere.test/", 400],
    [`/${"x".repeat(5000)}`, 414],
    ["/exams/1/run?x=%E0%A4%A", 200],
  ])("%s: %s", (url, wanted) => expect(status({ url })).toBe(wanted));

  it("every write route stops reading at its limit", () =>
    forEvery(
      WRITES.map((route) => [keyOf(route), route] as const),
      (_key, route) => {
        const write = { method: route.method, url: pathOf(route.path, IDS) };
        expect(status({ ...write, length: route.limit })).toBe(200);
        expect(status({ ...write, length: route.limit + 1 })).toBe(413);
      },
    ));

  it("asks where a write comes from, the scheme as well", () => {
    const write = { method: "POST", url: "/api/import" };
    expect(status({ ...write, origin: "http://127.0.0.1:4180" })).toBe(200);
    expect(status({ ...write, origin: "https://127.0.0.1:4180" })).toBe(403);
    expect(status({ ...write, origin: "http://elsewhere.test" })).toBe(403);
    expect(status({ ...write, fetchSite: "cross-site" })).toBe(403);
    expect(status({ ...write, host: "rebound.test" })).toBe(403);
  });
});
