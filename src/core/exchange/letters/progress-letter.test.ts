import { describe, expect, it } from "vitest";
import { idOf } from "@/fixtures/samples/build";
import { calfVisit, courseVisits, episodeEvents, RAISE_SIGN, sign, type VisitPlan } from "@/fixtures/samples/course";
import { courseFrom } from "../../course";
import { NEVER_SAID } from "../../knowledge";
import { noteText } from "./note";
import { writeProgress } from "./progress-letter";

const ASKED = {
  person: { name: "R. Quill", number: "DL-0001", birthDate: "1984-05-12" },
  writer: { name: "Ines Calder", registration: "made-up 0417" },
  today: "2026-04-20",
  asked: "",
};

const letterOf = (plans: readonly VisitPlan[], asked = "") =>
  noteText(
    writeProgress(
      courseFrom({
        episode: idOf(600),
        events: episodeEvents([RAISE_SIGN, sign({ kind: "rest", isMain: false }, 701)]),
        visits: courseVisits(plans),
        today: ASKED.today,
      }),
      { ...ASKED, asked },
    ),
  );

const visits = (...onsets: readonly number[]): VisitPlan[] =>
  onsets.map((onset, at) => ({
    date: `2026-03-${String(2 + at * 7).padStart(2, "0")}`,
    tell: (exam) => {
      if (at > 0)
        exam.add("reaction-told", {
          after: "last visit",
          which: null,
          what: "sore",
          where: "the buttock",
          hours: 18,
          intensity: 3,
          done: "",
        });
      calfVisit({ onset })(exam);
    },
  }));

describe("the progress letter", () => {
  it("says signs first and latest with their error, what was done and how it was taken, and what stays open", () => {
    const text = letterOf(visits(42, 50, 58), "May she lift flour sacks again?");
    expect(text).toContain("raise at onset: 42°, then 58° on 16 Mar 2026: better, beyond the error (error 9°)");
    expect(text).toContain("mobilisation, low back L5 right (grade 3, 20 times): 2 Mar 2026, 9 Mar 2026, 16 Mar 2026.");
    expect(text).toContain("Told on 9 Mar 2026: sore, the buttock, 18 h.");
    expect(text).toContain("No referral is due.");
    expect(text).toContain("May she lift flour sacks again?");
  });

  it("says why somebody is to be sent on", () =>
    expect(letterOf(visits(42, 32, 31))).toContain(
      "is worse than at the start, beyond the error, at two visits running",
    ));

  it("of one visit compares nothing, and never says what nobody can know", () => {
    for (const onsets of [[42], [42, 58], [42, 34, 33], [42, 43, 44, 45]]) {
      const text = letterOf(visits(...onsets));
      if (onsets.length === 1) expect(text).toContain("42°, measured once");
      expect(text).not.toMatch(NEVER_SAID);
    }
  });
});
