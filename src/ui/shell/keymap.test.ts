import { readdirSync, readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { GUARD_LIST, keyRows, PLAN_LIST, RUN_LIST } from "./key-lists";
import { type KeyName, KEYS } from "./keymap";

const screens = ["run", "guard", "plan", "roster", "library", "shell"].map((folder) => {
  const path = new URL(`../${folder}/`, import.meta.url).pathname;
  const files = readdirSync(path).filter((file) => /(?<!\.test)\.tsx?$/.test(file));
  return { folder, text: files.map((file) => readFileSync(path + file, "utf8")).join("\n") };
});
const heardIn = (folder: string) =>
  [...screens.find((screen) => screen.folder === folder)!.text.matchAll(/useKeys\(KEYS\.(\w+)/g)].map(
    ([, name]) => name as KeyName,
  );

describe("the keymap", () => {
  it.each([
    ["run", RUN_LIST],
    ["guard", GUARD_LIST],
    ["plan", PLAN_LIST],
  ] as const)("lists every key that the %s screen hears, once, and hears every key it lists", (screen, list) => {
    const listed = list.flatMap(([names]) => names);
    expect(new Set(listed).size).toBe(listed.length);
    expect(listed.toSorted()).toEqual([...new Set(heardIn(screen))].toSorted());
  });

  it.each(["run", "guard", "plan", "roster", "library"])("gives no key two meanings on the %s screen", (folder) => {
    const keys = [...new Set(heardIn(folder))].flatMap((name) => [...KEYS[name].keys]);
    expect(keys.length).toBeGreaterThan(0);
    expect(new Set(keys).size).toBe(keys.length);
    expect(keys).not.toContain(KEYS.help.keys[0]);
  });

  it("knows every key that a screen hears, and has none that nobody hears", () => {
    const heard = screens.flatMap(({ folder }) => heardIn(folder));
    expect(Object.keys(KEYS).toSorted()).toEqual([...new Set(heard)].toSorted());
    for (const { text } of screens) expect(text).not.toMatch(/useKeys\(\[/);
  });

  it("writes a line's keys as they are pressed", () => {
    const rows = new Map(keyRows("run").map(([keys, does]) => [does, keys]));
    expect(rows.get("how bad, one step up or down")).toBe("+  −");
    expect(rows.get("skip this test, or do it later, with a reason")).toBe("X  P");
    expect(keyRows("other").map(([keys]) => keys)).toEqual(["Alt 1 … Alt 7", "Alt 0", "Ctrl K", "?"]);
  });
});
