import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { isDue, KEEP, missedOf, toDrop } from "./keep";

const HOUR = 3_600_000;
const START = Date.parse("2026-03-02T10:00:00.000Z");
const at = (hours: number): string => new Date(START + hours * HOUR).toISOString();
const run = (hours: number, anchor = "5·abc", problem: string | null = null) => ({ at: at(hours), anchor, problem });

describe("which back-ups are kept", () => {
  it("of two years, one an hour: 24 of the last day, one of each of 30 days and 12 months", () => {
    const all = Array.from({ length: 2 * 365 * 24 }, (_none, hour) => ({ at: at(hour) }));
    const gone = new Set(toDrop(all));
    const kept = all.filter((one) => !gone.has(one)).map((one) => one.at);
    /** The hours reach into two of the days, and the days into two of the months: what counts twice is kept once. */
    expect(kept).toHaveLength(24 + (30 - 2) + (12 - 2));
    expect(new Set(kept.map((one) => one.slice(0, 7))).size).toBe(12);
    expect(kept).toContain(all.at(-1)!.at);
  });

  it("thinned out as they are made or all at once: the newest stays, the same number or fewer stay, and again drops none", () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.nat(24 * 500), { minLength: 1, maxLength: 120 }), (hours) => {
        const made = hours.toSorted((a, b) => a - b).map((hour) => ({ at: at(hour) }));
        let kept: { at: string }[] = [];
        for (const one of made) {
          kept.push(one);
          const gone = new Set(toDrop(kept));
          kept = kept.filter((other) => !gone.has(other));
          expect(kept).toContain(one);
        }
        expect(kept.length).toBeLessThanOrEqual(KEEP.hours + KEEP.days + KEEP.months);
        expect(toDrop(kept)).toEqual([]);
      }),
    );
  });
});

describe("when one is due", () => {
  it.each([
    ["the first", [], 0, true],
    ["within the hour", [run(0)], 0.9, false],
    ["after an hour, with something new", [run(0, "4·old")], 1, true],
    ["after an hour, with nothing new", [run(0)], 5, false],
    ["after a day, with nothing new", [run(0)], 24, true],
    ["after one that failed", [run(0, "", "no room")], 0.1, true],
    ["after one that failed and an older one that did not", [run(1, "", "no room"), run(0, "4·old")], 1.1, true],
    ["when the clock went back", [run(3)], 0, true],
  ])("%s", (_what, runs, hours, due) => expect(isDue(runs, "5·abc", at(hours))).toBe(due));
});

describe("what somebody is told", () => {
  const plan = { since: at(0) };
  it.each([
    ["none set up", null, [], 100, null],
    ["just set up", plan, [], 1, null],
    ["set up and never made", plan, [], 27, "No back-up was made yet."],
    ["all well", plan, [run(10)], 30, null],
    ["made too long ago", plan, [run(10)], 37, "The last back-up was made on 2026-03-02."],
    [
      "made, of a store that is not whole",
      plan,
      [run(10, "5·abc", "made, and the store is not whole")],
      11,
      "not whole",
    ],
    ["failing since yesterday", plan, [run(36, "", "no room"), run(9)], 36, "The last try failed: no room"],
    ["failed once", plan, [run(11, "", "no room"), run(10)], 12, "The last back-up: no room"],
  ])("%s", (_what, given, runs, hours, said) => {
    const told = missedOf(given, runs, at(hours));
    if (said === null) expect(told).toBeNull();
    else expect(told).toContain(said);
  });
});
