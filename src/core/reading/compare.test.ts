import { describe, expect, it } from "vitest";
import { isSameReading, readingDifferences } from "./compare";
import type { SourceReading } from "./reading";
import { stepsFrom } from "./steps";
import { type Word, WORD_TRAITS } from "./words";

const WORDS = Object.keys(WORD_TRAITS) as Word[];
const read = (word: Word, probability: number, examined = true, source = "sacroiliac") =>
  ({ source, side: "right", examined, probability, wording: { word } }) as unknown as SourceReading;

describe("the same reading", () => {
  it("is the same word and a chance within half of one in a hundred, for every pair of words", () => {
    for (const here of WORDS)
      for (const there of WORDS)
        for (const apart of [0, 0.0049, 0.0051, 0.2])
          expect(isSameReading(read(here, 0.4), read(there, 0.4 + apart))).toBe(here === there && apart < 0.005);
  });

  it("lists what differs among the sources that either of two readings examined", () => {
    const [before, after] = [
      [read("likely", 0.8), read("unsettled", 0.3, false, "hip")],
      [read("suggested", 0.6), read("unsettled", 0.5, false, "hip"), read("likely", 0.9, true, "lumbar-disc")],
    ];
    expect(readingDifferences(before, after).map(({ after: { source } }) => source)).toEqual(["sacroiliac"]);
    const nowExamined = [read("suggested", 0.6), read("unsettled", 0.5, true, "hip")];
    expect(readingDifferences(before, nowExamined).map(({ after: { source } }) => source)).toEqual([
      "sacroiliac",
      "hip",
    ]);
    expect(readingDifferences(before, before)).toEqual([]);
  });
});

describe("the steps along the way", () => {
  it("begin where the one before ended, and add up", () => {
    const steps = [1.2, -0.4, 0.1].map((moves) => ({ moves }) as Parameters<typeof stepsFrom>[1][number]);
    const along = stepsFrom(-1, steps);
    expect(along.map(({ from }) => from)).toEqual([-1, ...along.slice(0, -1).map(({ to }) => to)]);
    expect(along.at(-1)!.to).toBeCloseTo(-0.1, 12);
    expect(stepsFrom(2, [])).toEqual([]);
  });
});
