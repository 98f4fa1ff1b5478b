import "fake-indexeddb/auto";
import { IDBFactory } from "fake-indexeddb";
import fc from "fast-check";
import { beforeEach, describe, expect, it } from "vitest";
import { forgetCode, learnCode, MOST_TRIES, openByCode } from "./lock-here";

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory();
});

const codes = fc.stringMatching(/^[0-9]{4,6}$/);

describe("a table that is locked while its server is gone", () => {
  it("opens by the code that was last used here, and by no other", async () => {
    await fc.assert(
      fc.asyncProperty(codes, codes, async (code, other) => {
        await learnCode("ines", code);
        expect(await openByCode(other)).toBe(other === code ? "open" : "wrong");
        expect(await openByCode(code)).toBe("open");
      }),
      { numRuns: 40 },
    );
  });

  it("is shut after five wrong codes, also for the right one, until the code is used with the server again", async () => {
    await learnCode("ines", "2468");
    const wrong: string[] = [];
    for (let turn = 0; turn < MOST_TRIES; turn++) wrong.push(await openByCode(`000${turn}`));
    expect(wrong).toEqual(["wrong", "wrong", "wrong", "wrong", "shut"]);
    expect(await openByCode("2468")).toBe("shut");
    await learnCode("ines", "2468");
    expect(await openByCode("2468")).toBe("open");
  });

  it("counts from the last right one", async () => {
    await learnCode("ines", "2468");
    for (let turn = 0; turn < 12; turn++) {
      expect(await openByCode("1111")).toBe("wrong");
      expect(await openByCode("2468")).toBe("open");
    }
  });

  it("opens for nobody whose code was never used here, or who has gone", async () => {
    expect(await openByCode("2468")).toBe("shut");
    await learnCode("ines", "2468");
    await forgetCode();
    expect(await openByCode("2468")).toBe("shut");
  });

  it("keeps no code, nor a key that a script could take out", async () => {
    await learnCode("ines", "246813");
    const db = await new Promise<IDBDatabase>((done) => {
      const opening = indexedDB.open("dust-lantern-codes");
      opening.onsuccess = () => done(opening.result);
    });
    const row = await new Promise<{ key: CryptoKey; hash: ArrayBuffer }>((done) => {
      const asked = db.transaction("codes").objectStore("codes").get("code");
      asked.onsuccess = () => done(asked.result as { key: CryptoKey; hash: ArrayBuffer });
    });
    expect(JSON.stringify(row) + new TextDecoder("latin1").decode(row.hash)).not.toContain("246813");
    await expect(crypto.subtle.exportKey("raw", row.key)).rejects.toThrow();
  });
});
