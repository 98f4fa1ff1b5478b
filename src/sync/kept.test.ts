import "fake-indexeddb/auto";
import { IDBFactory } from "fake-indexeddb";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { call } from "@/wire/call";
import { EXAM_ROUTES } from "@/wire/exam-routes";
import { keepAnswersWith } from "@/wire/kept-answers";
import { ROUTES } from "@/wire/routes";
import { openKept } from "./kept";

const HOUR_MS = 3_600_000;
let now = Date.parse("2026-03-02T10:00:00Z");

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory();
  now = Date.parse("2026-03-02T10:00:00Z");
});
afterEach(() => void vi.unstubAllGlobals());

describe("what a browser keeps of the server's answers", () => {
  it("is found again by its address, the last one only", async () => {
    const kept = openKept(() => now);
    await kept.keep("/api/a", { one: 1 });
    await kept.keep("/api/a", { one: 2 });
    await kept.keep("/api/b", [3]);
    expect(await kept.find("/api/a")).toEqual({ one: 2 });
    expect(await openKept(() => now).find("/api/b")).toEqual([3]);
    expect(await kept.find("/api/c")).toBeNull();
  });

  it("is no longer shown than a session lasts", async () => {
    const kept = openKept(() => now);
    await kept.keep("/api/a", 1);
    now += 12 * HOUR_MS;
    expect(await kept.find("/api/a")).toBe(1);
    now += 1;
    expect(await kept.find("/api/a")).toBeNull();
  });

  it("opens for nobody once it was wiped, not even with what was written before", async () => {
    const kept = openKept(() => now);
    await Promise.all([kept.keep("/api/a", 1), openKept(() => now).keep("/api/b", 2)]);
    expect([await kept.find("/api/a"), await kept.find("/api/b")]).toEqual([1, 2]);
    await kept.wipe();
    expect(await kept.find("/api/a")).toBeNull();
    await kept.keep("/api/c", 3);
    expect(await kept.find("/api/c")).toBe(3);
  });
});

describe("an answer that cannot be had", () => {
  const HERE = {
    profile: null,
    words: {},
    acts: [],
    account: null,
    awaiting: 0,
    evidence: "shipped",
    missedBackup: null,
    now: "2026-03-02T10:00:00.000Z",
  };
  const answering = (answer: () => Promise<Response>) => vi.stubGlobal("fetch", vi.fn(answer));
  const gone = () => answering(() => Promise.reject(new TypeError("no network")));

  it("is the one before, marked as old, where the route keeps it; what the server refuses is refused", async () => {
    keepAnswersWith(openKept(() => now));
    answering(async () => Response.json(HERE));
    expect(await call(EXAM_ROUTES.here, {}, null)).toMatchObject({ ok: true, isOld: false });
    await vi.waitFor(async () => expect(await openKept(() => now).find("/api/here")).toEqual(HERE));
    gone();
    expect(await call(EXAM_ROUTES.here, {}, null)).toMatchObject({ ok: true, isOld: true, value: HERE });
    for (const status of [401, 403, 404, 500]) {
      answering(async () => Response.json({ problems: [{ where: "x", what: "y", todo: "z" }] }, { status }));
      expect(await call(EXAM_ROUTES.here, {}, null)).toMatchObject({ ok: false, status });
    }
  });

  it("is kept of no search, of nothing that is sent, and of no other route", async () => {
    keepAnswersWith(openKept(() => now));
    answering(async () => Response.json({ people: [] }));
    await call(ROUTES.searchPeople, {}, { q: "quill" });
    gone();
    expect(await call(ROUTES.searchPeople, {}, { q: "quill" })).toMatchObject({ ok: false, status: 0 });
    const keeping = Object.entries(ROUTES).filter(([, { isKept }]) => isKept);
    expect(keeping.map(([name]) => name).toSorted()).toEqual(["examPage", "here", "searchPeople"]);
    expect(keeping.every(([, { method }]) => method === "GET")).toBe(true);
  });

  it("is none when what was kept is not what the route answers any more", async () => {
    const kept = openKept(() => now);
    keepAnswersWith(kept);
    await kept.keep("/api/here", { from: "a version before" });
    gone();
    expect(await call(EXAM_ROUTES.here, {}, null)).toMatchObject({ ok: false, status: 0 });
  });
});
