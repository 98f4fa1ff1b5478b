import { SqliteError } from "better-sqlite3";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { InputError } from "@/core";
import { StoreError } from "../store/store";
import { pathKind, withoutData } from "./program-log";

describe("what the program says of itself", () => {
  it("holds nothing that an unexpected error says, whatever that is", () => {
    fc.assert(
      fc.property(fc.string({ minLength: 8 }), (words) => {
        const secret = `Quill ${words} Nandu`;
        const said = JSON.stringify([
          withoutData(new TypeError(secret)),
          withoutData(new InputError([{ where: "name", what: secret, todo: "x" }])),
          withoutData(secret),
          withoutData({ secret }),
        ]);
        expect(said).not.toContain("Quill");
        expect(said).toContain("TypeError");
      }),
    );
  });

  it("tells what the store and the database say, which is of files and tables, and where it arose", () => {
    expect(withoutData(new StoreError("The store is locked."))).toMatchObject({ said: "The store is locked." });
    const full = withoutData(new SqliteError("database or disk is full", "SQLITE_FULL"));
    expect(full).toMatchObject({ said: "database or disk is full", code: "SQLITE_FULL" });
    expect((full.at as string[])[0]).toContain("program-log.test");
  });

  it.each([
    ["/exams/0190a6f2-0000-7000-8000-000000000001/run?x=1", "/exams/…/run"],
    ["/api/people?q=quill", "/api/people"],
    ["/people/Rosa%20Quill", "/people/…"],
    ["/", "/"],
    ["/_next/static/chunks/a.js", "/…/static/chunks/…"],
  ])("%s is told as %s", (url, kind) => expect(pathKind(url)).toBe(kind));
});
