import { readdirSync, readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";

const DOCS = readdirSync("docs").filter((name) => name.endsWith(".md"));
const tests = ["src", "e2e", "scripts"].flatMap((folder) =>
  readdirSync(folder, { recursive: true, encoding: "utf8" }).filter((name) => /\.(test|spec)\.tsx?$/.test(name)),
);
const named = new Set(
  tests.map((name) =>
    name
      .split("/")
      .at(-1)!
      .replace(/\.tsx?$/, ""),
  ),
);

describe("the documents", () => {
  it.each(DOCS)("%s names tests and files that are there", (name) => {
    const text = readFileSync(`docs/${name}`, "utf8");
    for (const [, test] of text.matchAll(/`([\w-]+\.(?:test|spec))`/g)) expect(named.has(test!), test).toBe(true);
    for (const [, link] of text.matchAll(/\]\((?!https?:|#)([^)#]+)/g))
      expect(() => readdirSync("docs").length && readFileSyncOrFolder(`docs/${link!}`), link).not.toThrow();
  });
});

/** A file's text, or a folder's list. */
function readFileSyncOrFolder(path: string): unknown {
  return path.endsWith("/") ? readdirSync(path) : readFileSync(path);
}
