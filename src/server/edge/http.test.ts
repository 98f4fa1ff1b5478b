import Database from "better-sqlite3";
import { expect, it } from "vitest";
import { answer, parsed } from "./http";

it("what the database says of itself is said in its words, wherever it is met", async () => {
  for (const [code, says] of [
    ["SQLITE_CORRUPT", "is damaged"],
    ["SQLITE_FULL", "no room left"],
    ["SQLITE_NOTADB", "is not a store of this program"],
  ] as const) {
    const said = await answer(() => {
      throw new Database.SqliteError("database disk image is malformed", code);
    });
    expect([code, said.status]).toEqual([code, 503]);
    expect(await said.text()).toContain(says);
  }
});

it("half a letter in what is sent is made whole, and nothing else is changed", () => {
  expect(parsed('{"a":"x\\ud83d","b":["\\ud83d\\ude00","\\udc00y"],"\\ud800":1}')).toEqual({
    a: "x\ufffd",
    b: ["\u{1f600}", "\ufffdy"],
    "\ufffd": 1,
  });
  const text = '{"__proto__":{"x":"\\ud83d"},"n":1.5,"t":true,"o":null}';
  expect(Object.keys(parsed(text) as object)).toEqual(["__proto__", "n", "t", "o"]);
});
