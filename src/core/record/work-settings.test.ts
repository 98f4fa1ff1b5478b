import { describe, expect, it } from "vitest";
import { DEFAULT_WORK_SETTINGS, workSettingsSchema } from "./work-settings";

const takes = (words: unknown): boolean =>
  workSettingsSchema.isValidSync({ ...DEFAULT_WORK_SETTINGS, words }, { strict: true });

describe("sentences in own words", () => {
  it("are kept as they are typed, in any script", () => {
    expect(takes(undefined)).toBe(true);
    expect(takes({})).toBe(true);
    expect(takes({ "Does that bring on your pain?": "Kommt da Ihr Schmerz? 痛みますか。" })).toBe(true);
  });

  it.each([
    ["not an object", "text"],
    ["a list", ["text"]],
    ["no text", { a: 5 }],
    ["empty", { a: " " }],
    ["too long", { a: "x".repeat(401) }],
    ["a promise", { a: "You are safe with me." }],
    ["another promise", { a: "This confirms it." }],
    ["a third", { a: "You are clear." }],
    ["too many", Object.fromEntries(Array.from({ length: 601 }, (_, index) => [`s${index}`, "two"]))],
  ])("are refused when %s", (_, words) => expect(takes(words)).toBe(false));
});

describe("how a course is judged", () => {
  const takesCourse = (over: object): boolean =>
    workSettingsSchema.isValidSync({ ...DEFAULT_WORK_SETTINGS, ...over }, { strict: true });

  it("may be left out, and is held to what makes sense", () => {
    expect(takesCourse({})).toBe(true);
    expect(takesCourse({ cover: false, sendOn: { visits: 3, weeks: 4 } })).toBe(true);
    for (const sendOn of [{ visits: 1, weeks: 6 }, { visits: 4, weeks: 99 }, { visits: 4 }, { visits: 2.5, weeks: 6 }])
      expect(takesCourse({ sendOn })).toBe(false);
    expect(takesCourse({ cover: "yes" })).toBe(false);
  });
});
