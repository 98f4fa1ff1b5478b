import { readdirSync, readFileSync } from "node:fs";
import { dirname, join, relative, resolve } from "node:path";
import ts from "typescript";
import { describe, expect, it } from "vitest";

/** Rooms of the core, lowest first: a room imports from those before it, and from itself. */
const FLOORS = [
  "base",
  "vocabulary",
  "access",
  "measurement",
  "knowledge",
  "poses",
  "record",
  "evidence",
  "reading",
  "safety",
  "admission",
  "planning",
  "simulation",
  "course",
  "exchange",
];

/** What each room outside the core may look at. */
const MAY_IMPORT: Readonly<Record<string, readonly string[]>> = {
  core: [],
  wire: ["core"],
  sync: ["core", "wire"],
  devices: ["core", "wire"],
  workers: ["core"],
  server: ["core", "wire"],
  fixtures: ["core", "wire", "server"],
  cli: ["core", "server", "fixtures"],
  ui: ["core", "wire", "sync", "devices", "workers"],
  app: ["core", "wire", "server", "ui"],
};

const MOST_LINES = 400;
const SRC = import.meta.dirname;

type Import = { readonly from: string; readonly to: string; readonly line: number; readonly text: string };

const files = readdirSync(SRC, { recursive: true, encoding: "utf8" })
  .filter((name) => /\.tsx?$/.test(name))
  .map((name) => name.replaceAll("\\", "/"));
const present = new Set(files);
const isTest = (file: string): boolean => file.includes(".test.");

function target(from: string, specifier: string): string | null {
  if (!specifier.startsWith(".") && !specifier.startsWith("@/")) return null;
  const path = specifier.startsWith("@/")
    ? specifier.slice(2)
    : relative(SRC, resolve(SRC, dirname(from), specifier)).replaceAll("\\", "/");
  return [path, `${path}.ts`, `${path}.tsx`, `${path}/index.ts`].find((one) => present.has(one)) ?? null;
}

/** Every import and re-export, those of types too, as the compiler sees them. */
function importsOf(file: string): Import[] {
  const text = readFileSync(join(SRC, file), "utf8");
  return ts.preProcessFile(text, true, true).importedFiles.flatMap(({ fileName, pos }) => {
    const to = target(file, fileName);
    const line = text.slice(0, pos).split("\n").length;
    return to ? [{ from: file, to, line, text: text.split("\n")[line - 1]!.trim() }] : [];
  });
}

const graph = new Map(files.filter((file) => !isTest(file)).map((file) => [file, importsOf(file)] as const));
const all = [...graph.values()].flat();
const topRoom = (file: string): string => (file.includes("/") ? file.split("/")[0]! : "app");
const coreRoom = (file: string): string => (file.split("/").length > 2 ? file.split("/")[1]! : "door");
const told = ({ from, line, text, to }: Import): string => `src/${from}:${line} looks at ${to}: ${text}`;

/** Files that reach themselves again, each circle once. */
function circles(): string[] {
  const state = new Map<string, "open" | "done">();
  const found: string[] = [];
  const walk = (file: string, path: readonly string[]): void => {
    if (state.get(file) === "done") return;
    if (state.get(file) === "open") return void found.push([...path.slice(path.indexOf(file)), file].join(" → "));
    state.set(file, "open");
    for (const { to } of graph.get(file) ?? []) walk(to, [...path, file]);
    state.set(file, "done");
  };
  for (const file of graph.keys()) walk(file, []);
  return found;
}

describe("the rooms", () => {
  it("stand where the plan of the house says, every file in one", () => {
    expect(files.filter((file) => !(topRoom(file) in MAY_IMPORT)).filter((file) => !isTest(file))).toEqual([]);
    const rooms = new Set(files.filter((file) => topRoom(file) === "core").map(coreRoom));
    expect([...rooms].filter((room) => room !== "door" && !FLOORS.includes(room))).toEqual([]);
  });

  it("look one way only outside the core", () => {
    const wrong = all.filter(
      ({ from, to }) => topRoom(from) !== topRoom(to) && !MAY_IMPORT[topRoom(from)]!.includes(topRoom(to)),
    );
    expect(wrong.map(told)).toEqual([]);
  });

  it("look downwards only inside the core", () => {
    const floor = (file: string) => (coreRoom(file) === "door" ? FLOORS.length : FLOORS.indexOf(coreRoom(file)));
    const wrong = all.filter(
      ({ from, to }) => topRoom(from) === "core" && topRoom(to) === "core" && floor(to) > floor(from),
    );
    expect(wrong.map(told)).toEqual([]);
  });

  it("are entered by their doors only: outside the core by the whole door, from screens by a room's", () => {
    const isScreen = (file: string) => ["wire", "sync", "devices", "workers", "ui", "app"].includes(topRoom(file));
    const doors = (from: string): RegExp =>
      topRoom(from) === "core" || isScreen(from) ? /^core\/[a-z]+\/index\.ts$/ : /^core\/index\.ts$/;
    const crossing = all.filter(
      ({ from, to }) => topRoom(to) === "core" && (topRoom(from) !== "core" || coreRoom(from) !== coreRoom(to)),
    );
    expect(crossing.length).toBeGreaterThan(300);
    expect(crossing.filter(({ from, to }) => !doors(from).test(to)).map(told)).toEqual([]);
  });

  it("hold no circle of files", () => {
    expect(circles()).toEqual([]);
  });

  it("hold no file that is two", () => {
    const long = files
      .filter((file) => !file.startsWith("core/knowledge/") && !file.startsWith("fixtures/"))
      .map((file) => ({ file, lines: readFileSync(join(SRC, file), "utf8").split("\n").length - 1 }))
      .filter(({ file, lines }) => lines > MOST_LINES && !isTest(file));
    expect(long.map(({ file, lines }) => `src/${file} has ${lines} lines: split it by idea`)).toEqual([]);
  });

  it("are told of in docs/architecture.md in the same order, and every way it names leads to a file", () => {
    const map = readFileSync(join(SRC, "..", "docs", "architecture.md"), "utf8");
    expect([...map.matchAll(/^\| `([a-z]+)` +\|/gm)].map(([, room]) => room)).toEqual(FLOORS);
    const named = [...map.matchAll(/`(?:core\/)?((?:[a-z]+\/)+[a-z-]+)`/g)].map(([, path]) => path!);
    expect(named.length).toBeGreaterThan(10);
    const stands = (path: string) =>
      files.some((file) => file.replace(/\.tsx?$/, "").endsWith(path) || file.includes(`/${path}/`));
    expect(named.filter((path) => !path.startsWith("api/") && !path.startsWith("src/") && !stands(path))).toEqual([]);
  });
});
