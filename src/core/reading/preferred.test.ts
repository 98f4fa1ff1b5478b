import { readdirSync, readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { buildExam } from "@/fixtures/samples/build";
import { examOfCase, TEST_CASES } from "@/fixtures/samples/cases";
import { eventsIn, examIn, parseExamFile } from "@/core";
import { RULES } from "../knowledge";
import { type ExamState, fold, type ReadingSettings } from "../record";
import { sourceKey } from "./context";
import { chosenRules } from "./preferred";
import { readExam } from "./reading";

const examsKept = () =>
  ["v1", "v2"].flatMap((version) => {
    const folder = new URL(`../../fixtures/frozen/${version}/`, import.meta.url);
    return readdirSync(folder)
      .filter((name) => name.endsWith(".exam.json"))
      .map((name) => eventsIn(examIn(parseExamFile(readFileSync(new URL(name, folder), "utf8")))));
  });

/** What the chosen rules came to, by source: those of a whole reading, and those had without it. */
const both = (state: ExamState) => {
  const keyed = ({ sources }: ReturnType<typeof chosenRules>) =>
    Object.fromEntries(
      sources.flatMap(({ source, side, preferred }) => (preferred ? [[sourceKey(source, side), preferred]] : [])),
    );
  return { alone: keyed(chosenRules(state)), inReading: keyed(readExam(state)) };
};

describe("the chosen rules without the rest of the reading", () => {
  it("are those of the reading, at every point of every examination that is kept", () => {
    let settled = 0;
    for (const events of examsKept())
      for (let end = events.length; end > 0; end -= 2) {
        const { alone, inReading } = both(fold(events.slice(0, end)));
        expect(alone).toEqual(inReading);
        settled += Object.values(alone).filter((verdict) => verdict.settled).length;
      }
    expect(settled).toBeGreaterThan(20);
  });

  it("are those of the reading for every case of the catalogue, and for any choice of rules", () => {
    for (const one of TEST_CASES) {
      const { alone, inReading } = both(examOfCase(one).exam.state());
      expect(alone).toEqual(inReading);
    }
    const choices = fc.record<Partial<ReadingSettings>>({
      preferredRule: fc.constantFrom("none", ...RULES.map(({ id }) => id)),
      ruleFigures: fc.constantFrom("own", "pooled"),
    });
    const births = fc.constantFrom("1984-05-12", "1950-01-02", "2012-01-02");
    fc.assert(
      fc.property(choices, births, fc.constantFrom(...TEST_CASES), (settings, birthDate, one) => {
        const { runs } = examOfCase(one).exam.state();
        const { alone, inReading } = both({ ...buildExam({ settings, birthDate }).state(), runs });
        expect(alone).toEqual(inReading);
      }),
      { numRuns: 150 },
    );
  });
});
