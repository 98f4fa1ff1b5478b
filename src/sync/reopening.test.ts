import "fake-indexeddb/auto";
import { IDBFactory } from "fake-indexeddb";
import { type DBSchema, openDB } from "idb";
import { beforeEach, describe, expect, it } from "vitest";
import type { RecordedEvent } from "@/core/record";
import { openOutbox } from "./outbox";
import { reopening } from "./reopening";
import { sealFor } from "./seal";

type Schema = DBSchema & { s: { key: string; value: string } };
const INES = { id: "ines", name: "Ines Calder" };
const tapped = (text: string): RecordedEvent =>
  ({ id: text, exam: "one", at: "", actor: INES, device: "d", type: "note-written", body: { text } }) as RecordedEvent;
const keyOf = (byte: number) => () => Promise.resolve(new Uint8Array(32).fill(byte));

beforeEach(async () => {
  globalThis.indexedDB = new IDBFactory();
  await sealFor(null, () => Promise.resolve(null));
});

describe("a browser's database", () => {
  it("that would not open is opened anew the next time, without a reload", async () => {
    let tries = 0;
    const withIt = reopening<Schema>(() => {
      tries++;
      if (tries === 1) return Promise.reject(new Error("no room left"));
      return openDB<Schema>("d", 1, { upgrade: (db) => void db.createObjectStore("s") });
    });
    await expect(withIt((db) => db.getAll("s"))).rejects.toThrow("no room left");
    expect(await withIt((db) => db.getAll("s"))).toEqual([]);
    expect(tries).toBe(2);
  });

  it("whose connection was closed is opened anew within the same call", async () => {
    let opened = 0;
    const withIt = reopening<Schema>(() => {
      opened++;
      return openDB<Schema>("d", 1, { upgrade: (db) => void db.createObjectStore("s") });
    });
    await withIt((db) => Promise.resolve(db.close()));
    expect(await withIt((db) => db.getAll("s"))).toEqual([]);
    expect(opened).toBe(2);
  });
});

describe("an entry that was sealed under a key that is gone", () => {
  it("stays on every list, and says why it cannot be sent", async () => {
    await sealFor("ines", keyOf(7));
    await openOutbox().add([tapped("she said the left hip")]);
    /** The database was put back to before her key was made: the same name, another key. */
    await sealFor(null, () => Promise.resolve(null));
    await new Promise((done) => (indexedDB.deleteDatabase("dust-lantern-seals").onsuccess = done));
    await sealFor("ines", keyOf(9));
    const outbox = openOutbox();
    for (const entries of [await outbox.all(), await outbox.forExam("one")])
      expect(entries).toMatchObject([{ exam: "one", refusal: "forbidden", event: { actor: INES } }]);
    expect((await outbox.all())[0]!.refused).toContain("cannot be read here");
  });
});
