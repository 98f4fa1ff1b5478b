import { readdirSync, readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import * as door from "@/core";
import { exampleScope } from "@/fixtures/samples/example-scope";

const ROOT = new URL(".", import.meta.url).pathname;
const modules = import.meta.glob<Record<string, unknown>>(["./**/*.ts", "!./**/*.test.ts"], { eager: true });

type Example = { readonly place: string; readonly code: string; readonly promised: string };

/** Every "@example code // value" of the core's sources; a value may go on in the next line. */
const examples: Example[] = readdirSync(ROOT, { recursive: true, encoding: "utf8" })
  .filter((file) => file.endsWith(".ts") && !file.endsWith(".test.ts"))
  .flatMap((file) => {
    const text = readFileSync(ROOT + file, "utf8");
    return [...text.matchAll(/@example ([^\n]*?)(?: \*\/)?\n(?:\s*\* (\/\/ [^\n]*)\n)?/g)].map(([, line, next]) => {
      const [code = "", promised = ""] = [line!.split(" // ")[0], line!.split(" // ")[1] ?? next?.slice(3)];
      return { place: file, code, promised };
    });
  });

const scope: Record<string, unknown> = { ...door, ...exampleScope() };
const evaluate = (code: string, names: Record<string, unknown>): unknown =>
  new Function(...Object.keys(names), `"use strict"; return (${code});`)(...Object.values(names));

/** The value a comment promises; what is told in words ("a number near 0.25") promises none. */
function promisedValue(promised: string): { value: unknown } | null {
  try {
    return { value: evaluate(promised, {}) };
  } catch {
    return null;
  }
}

/** Equal, with numbers as exact as the comment writes them. */
function same(actual: unknown, wanted: unknown): void {
  if (typeof wanted === "number") {
    const digits = String(wanted).split(".")[1]?.length ?? 0;
    expect(actual).toBeCloseTo(wanted, digits);
  } else if (Array.isArray(wanted)) {
    expect(actual).toHaveLength(wanted.length);
    wanted.forEach((value, index) => same((actual as unknown[])[index], value));
  } else if (typeof wanted === "object" && wanted !== null) {
    expect(Object.keys(actual as object).toSorted()).toEqual(Object.keys(wanted).toSorted());
    for (const [field, value] of Object.entries(wanted)) same((actual as Record<string, unknown>)[field], value);
  } else expect(actual).toEqual(wanted);
}

describe("the examples of the docstrings", () => {
  it("are found", () => expect(examples.length).toBeGreaterThan(90));

  it("every worked example in a docstring gives what it says", () =>
    forEvery(
      examples.map((example) => [example.place, example.code, example] as const),
      (place, code, example) => {
        const value = evaluate(code, { ...modules[`./${place}`], ...scope });
        const promised = promisedValue(example.promised);
        if (promised) same(value, promised.value);
        else expect(value).toBeDefined();
      },
    ));

  it("nearly all promise a value that can be checked", () => {
    const told = examples.filter(({ promised }) => promisedValue(promised) === null);
    expect(told.map(({ code }) => code).length).toBeLessThanOrEqual(12);
  });
});
