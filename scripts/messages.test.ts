import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { LANGUAGE_IDS, WORDINGS } from "@/core/vocabulary";
import { messagesInSources, messagesPage } from "./lib/messages";

const { found, loose } = messagesInSources();
const messages = new Set(found.map(({ message }) => message));
const holesOf = (message: string): string[] => (message.match(/\{\d+\}/g) ?? []).toSorted();

/** Where what a joined device is told comes from; what its own program would never send is left out. */
const TOLD_TO_DEVICES = [
  "src/app/api/join/handlers.ts",
  "src/app/api/join/say/handlers.ts",
  "src/server/live/cookie.ts",
  "src/server/accounts/limits.ts",
  "src/wire/call.ts",
];

describe("what is said when something cannot be taken", () => {
  it("is found in the sources at all", () => {
    expect(messages.size).toBeGreaterThan(250);
    expect(found.find(({ message }) => message === "no person {1} is on the roster")).toBeDefined();
    expect(found.find(({ message }) => message === "is longer than {1} characters")).toBeDefined();
  });

  it("is never put together in place: what is filled in stays apart from the words", () =>
    expect(loose.map(({ file, line }) => `${file}:${line}`)).toEqual([]));

  it("stands on its page", () => expect(readFileSync("docs/messages.md", "utf8")).toBe(messagesPage()));

  it.each(LANGUAGE_IDS.filter((id) => id !== "en"))("in %s: all of it that a joined device is told", (language) => {
    const wordings = WORDINGS[language];
    const told = found.filter(({ file }) => TOLD_TO_DEVICES.includes(file)).map(({ message }) => message);
    expect(new Set(told).size).toBeGreaterThanOrEqual(10);
    expect(told.filter((message) => !Object.hasOwn(wordings, message))).toEqual([]);
    /** Nothing that is no longer said, and the same filled in. */
    const FILLED = new Set(["minute", "minutes"]);
    for (const [message, words] of Object.entries(wordings)) {
      expect(messages.has(message) || FILLED.has(message), message).toBe(true);
      expect(holesOf(words), message).toEqual(holesOf(message));
    }
  });
});
