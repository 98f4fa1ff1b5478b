import "fake-indexeddb/auto";
import { IDBFactory } from "fake-indexeddb";
import fc from "fast-check";
import { beforeEach, describe, expect, it } from "vitest";
import type { RecordedEvent } from "@/core/record";
import { openOutbox } from "./outbox";
import { forgetSeal, sealFor, sealHere } from "./seal";

const INES = { id: "ines", name: "Ines Calder" };
const TILDA = { id: "tilda", name: "Tilda Marsh" };
const KEY_OF: Readonly<Record<string, number>> = { ines: 7, tilda: 9 };

/** The server hands everybody the same key at each of their sign-ins. */
const comeIn = (who: string) => sealFor(who, () => Promise.resolve(new Uint8Array(32).fill(KEY_OF[who]!)));

let ids = 0;
const tapped = (actor: typeof INES, text: string, exam = "one"): RecordedEvent =>
  ({ id: `e${++ids}`, exam, at: "", actor, device: "d", type: "note-written", body: { text } }) as RecordedEvent;

/** Everything this browser has on its disk, as a copy of it would show. */
async function onDisk(): Promise<string> {
  const db = await new Promise<IDBDatabase>((done, fail) => {
    const opening = indexedDB.open("dust-lantern");
    opening.onsuccess = () => done(opening.result);
    opening.onerror = () => fail(new Error("the outbox did not open"));
  });
  const rows = await new Promise<unknown[]>((done) => {
    const asked = db.transaction("outbox").objectStore("outbox").getAll();
    asked.onsuccess = () => done(asked.result as unknown[]);
  });
  db.close();
  const bytes = rows.map((row) => {
    const { sealed } = row as { sealed?: { data: ArrayBuffer } };
    return JSON.stringify(row) + (sealed ? new TextDecoder("latin1").decode(sealed.data) : "");
  });
  return bytes.join("\n");
}

beforeEach(async () => {
  globalThis.indexedDB = new IDBFactory();
  await sealFor(null, () => Promise.resolve(null));
});

describe("what waits in a browser that is shared", () => {
  it("is sealed while its owner is here, read by them as they tapped it, and in its order", async () => {
    await comeIn("ines");
    const outbox = openOutbox();
    const events = [tapped(INES, "she said the left hip"), tapped(INES, "and then the right")];
    for (const event of events) await outbox.add([event]);
    expect((await outbox.all()).map(({ event }) => event)).toEqual(events);
    expect((await openOutbox().forExam("one")).map(({ event }) => event)).toEqual(events);
    expect(await onDisk()).not.toContain("left hip");
  });

  it("stays at sign-out, opens for nobody, is told to the next one as somebody's, and opens for its owner again", async () => {
    await comeIn("ines");
    const event = tapped(INES, "she said the left hip");
    await openOutbox().add([event]);
    await forgetSeal();
    expect(sealHere()).toBeNull();
    await comeIn("tilda");
    const [waiting] = await openOutbox().all();
    expect(waiting).toMatchObject({ exam: "one", refused: null, event: { actor: INES, body: {} } });
    expect(JSON.stringify(waiting)).not.toContain("left hip");
    const hers = tapped(TILDA, "of somebody else", "two");
    await openOutbox().add([hers]);
    expect((await openOutbox().forExam("two")).map((one) => one.event)).toEqual([hers]);
    await forgetSeal();
    await comeIn("ines");
    expect((await openOutbox().forExam("one")).map((one) => one.event)).toEqual([event]);
    expect((await openOutbox().all()).map(({ event: { actor } }) => actor.name)).toEqual([INES.name, TILDA.name]);
  });

  it("keeps a refusal and its taking back through the seal, and goes when it is taken", async () => {
    await comeIn("ines");
    const outbox = openOutbox();
    const [entry] = await outbox.add([tapped(INES, "a line")]);
    await outbox.refuse(new Map([[entry!.order, { why: "not now", refusal: "depends" }]]));
    expect((await outbox.all())[0]).toMatchObject({ refused: "not now", refusal: "depends" });
    await outbox.offerAgain([entry!.order]);
    expect((await outbox.all())[0]).toMatchObject({ refused: null });
    await outbox.remove([entry!.order]);
    expect(await outbox.all()).toEqual([]);
  });

  it("loses no tap for want of a key: nobody signed in, no key to be had, no way to seal", async () => {
    for (const prepare of [
      () => sealFor(null, () => Promise.resolve(null)),
      () => sealFor("ines", () => Promise.resolve(null)),
      () => sealFor("ines", () => Promise.reject(new Error("no network"))),
    ]) {
      await prepare();
      const event = tapped(INES, "plain");
      await openOutbox().add([event]);
      expect((await openOutbox().all()).at(-1)!.event).toEqual(event);
    }
    /** What was kept as it is before a key was there is read after. */
    await comeIn("ines");
    expect(await openOutbox().all()).toHaveLength(3);
  });

  it("asks the server once, and holds the key where no script can take it out", async () => {
    let asked = 0;
    const ask = () => {
      asked++;
      return Promise.resolve(new Uint8Array(32).fill(7));
    };
    await sealFor("ines", ask);
    await sealFor("ines", ask);
    expect(asked).toBe(1);
    await expect(crypto.subtle.exportKey("raw", sealHere()!.key)).rejects.toThrow();
  });

  it("gives back any tap as it was, whoever comes and goes between", async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.constantFrom(INES, TILDA), fc.string({ unit: "grapheme", maxLength: 40 })), {
          minLength: 1,
          maxLength: 12,
        }),
        async (taps) => {
          globalThis.indexedDB = new IDBFactory();
          const events: RecordedEvent[] = [];
          for (const [who, text] of taps) {
            await forgetSeal();
            await comeIn(who.id);
            events.push(tapped(who, text));
            await openOutbox().add([events.at(-1)!]);
          }
          for (const who of [INES, TILDA]) {
            await forgetSeal();
            await comeIn(who.id);
            const own = (await openOutbox().all()).filter(({ event }) => event.actor.id === who.id);
            expect(own.map(({ event }) => event)).toEqual(events.filter(({ actor }) => actor.id === who.id));
          }
        },
      ),
      { numRuns: 25 },
    );
  });
});
