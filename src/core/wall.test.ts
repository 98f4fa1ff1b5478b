import { readFileSync } from "node:fs";
import { ESLint } from "eslint";
import ts from "typescript";
import { describe, expect, it } from "vitest";

const lint = new ESLint();
const complaintsAbout = async (code: string) => {
  const [result] = await lint.lintText(code, { filePath: "src/core/reading/probe.ts" });
  return (result?.messages ?? []).map(({ ruleId }) => ruleId);
};

describe("the wall around the core", () => {
  it.each([
    'import "react";',
    'import { drizzle } from "drizzle-orm/better-sqlite3";',
    'import { readFileSync } from "node:fs";',
    'import { theStore } from "../../server/store";',
    'import { Button } from "@/ui/primitives/button";',
    'import { scaleLinear } from "d3";',
  ])("lint refuses %s", async (code) => expect(await complaintsAbout(code)).toContain("no-restricted-imports"));

  it.each(["export const a = Date.now();", "export const a = new Date();", "export const a = Math.random();"])(
    "lint refuses %s",
    async (code) => expect(await complaintsAbout(code)).toContain("no-restricted-syntax"),
  );

  it.each(["export const a = window.name;", "export const a = process.env;"])("lint refuses %s", async (code) =>
    expect(await complaintsAbout(code)).toContain("no-restricted-globals"),
  );

  it("lint lets the core use itself, Yup and the hash", async () => {
    const code =
      'import { number } from "yup";\nimport { sha256 } from "@noble/hashes/sha2.js";\nimport { logit } from "./odds";\nexport const used = [number, sha256, logit];\n';
    expect(await complaintsAbout(code)).toEqual([]);
  });

  it("the compiler knows neither a document nor a process there", () => {
    const { config } = ts.readConfigFile("src/core/tsconfig.json", (path) => readFileSync(path, "utf8"));
    const parsed = ts.parseJsonConfigFileContent(config, ts.sys, "src/core");
    const options: ts.CompilerOptions = { ...parsed.options, noEmit: true, lib: ["lib.es2023.d.ts"], types: [] };
    const host = ts.createCompilerHost(options);
    const read = host.getSourceFile.bind(host);
    host.getSourceFile = (name, ...rest) =>
      name === "probe.ts"
        ? ts.createSourceFile(name, "document.title; process.exit(); fetch('');", ts.ScriptTarget.ES2023)
        : read(name, ...rest);
    const messages = ts
      .getPreEmitDiagnostics(ts.createProgram(["probe.ts"], options, host))
      .map(({ messageText }) => ts.flattenDiagnosticMessageText(messageText, " "));
    expect(parsed.options.lib).toEqual(["lib.es2023.d.ts"]);
    expect(parsed.options.types).toEqual([]);
    for (const name of ["document", "process", "fetch"])
      expect(messages.some((message) => message.includes(`'${name}'`))).toBe(true);
  });
});
