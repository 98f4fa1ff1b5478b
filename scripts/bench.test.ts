import { describe, expect, it } from "vitest";
import { historyOf, irregularities } from "@/core";
import { longExam } from "./bench/core";

describe("the long examination that speed is measured on", () => {
  it("is one that every door takes", () => {
    const { events } = longExam(600);
    expect(events).toHaveLength(600);
    expect(irregularities(historyOf(events[0]!.exam, events), true)).toEqual([]);
  });
});
