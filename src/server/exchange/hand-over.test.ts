import { strFromU8, unzipSync } from "fflate";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { escaped, type ExamFile, readablePage, verifyExamFile } from "@/core";
import { calfVisit, COURSE_PERSON, courseExams, episodeEvents, RAISE_SIGN } from "@/fixtures/samples/course";
import { NOW, sampleStore, storeExam } from "@/fixtures/store";
import { appendEpisodeEvents } from "../repositories/episodes";
import { loadExam } from "../repositories/exams";
import { updatePerson } from "../repositories/people";
import { handOver } from "./hand-over";

/** Somebody of two visits and a course, with a note beside the name that is no markup. */
function handed() {
  const store = sampleStore();
  const exams = courseExams([
    { date: "2026-03-02", tell: calfVisit({ onset: 42 }) },
    { date: "2026-03-16", tell: calfVisit({ onset: 58 }) },
  ]).map((exam) => storeExam(store, exam));
  const course = episodeEvents([RAISE_SIGN]);
  appendEpisodeEvents(store, (course[0] as unknown as { episode: string }).episode, course, NOW);
  const person = {
    id: COURSE_PERSON.id,
    name: "R. Quill",
    birthDate: "1984-05-12",
    sex: "female",
    notes: "likes <b>bold</b> & \"quotes\" <script>alert('x')</script>",
  };
  updatePerson(store, person, { now: NOW });
  const files = unzipSync(handOver(store, COURSE_PERSON.id, NOW));
  return { store, exams, files };
}

describe("a record that is handed over", () => {
  it("holds all of it: to read, as data whose chains verify, and a table for each visit", () => {
    const { store, exams, files } = handed();
    expect(Object.keys(files)).toEqual([
      "README.txt",
      "record.html",
      "record.json",
      "findings-01-2026-03-02.csv",
      "findings-02-2026-03-16.csv",
    ]);
    const file = JSON.parse(strFromU8(files["record.json"]!)) as ExamFile;
    expect(verifyExamFile(file)).toEqual([]);
    const held = new Set(file.streams.flatMap(({ links }) => links.map(({ event }) => event.id)));
    for (const exam of exams) for (const { id } of loadExam(store, exam)!.events) expect(held.has(id)).toBe(true);
    const html = strFromU8(files["record.html"]!);
    for (const said of ["R. Quill", "2 examinations, 1 course", "Straight leg raise", "Not signed yet."])
      expect(html).toContain(said);
    expect(handOver(store, COURSE_PERSON.id, NOW)).toEqual(handOver(store, COURSE_PERSON.id, NOW));
  });

  it("is a page without scripts, whatever was written", () => {
    const html = strFromU8(handed().files["record.html"]!);
    expect(html).not.toMatch(/<script|<b>|javascript:|src=|href=/i);
    expect(html).toContain("&lt;script&gt;");
    fc.assert(
      fc.property(fc.string({ unit: "grapheme", maxLength: 60 }), (text) => {
        expect(escaped(text)).not.toMatch(/[<>"']/);
        const page = readablePage({
          who: text,
          number: text,
          clinicNotes: text,
          on: "2026-03-02",
          courses: [{ name: text, sentence: text, techniques: [text] }],
          notes: [],
        });
        expect(page.match(/<script/gi)).toBeNull();
      }),
    );
  });

  it("is refused for somebody who is not here", () =>
    expect(() => handOver(sampleStore(), "00000000-0000-4000-8000-0000000000ff", NOW)).toThrow(/is on the roster/));
});
