import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import {
  assessGuard,
  courseFrom,
  type ExamState,
  fold,
  isComplained,
  LANGUAGE_IDS,
  leadingSources,
  type Note,
  READER_IDS,
  readExam,
  settingsOf,
  sourceLabel,
  takeHome,
  URGENCY_LABELS,
  visitOf,
  writeNote,
  writeOrdinary,
  writeProgress,
  writeReferral,
} from "@/core";
import { loadDemo } from "@/fixtures/demo/demo";
import { buildExam } from "@/fixtures/samples/build";
import { examOfCase, TEST_CASES } from "@/fixtures/samples/cases";
import { NOW, temporaryPath } from "@/fixtures/store";
import { examIds, loadExam } from "../repositories/exams";
import { openStore } from "../store/open";

/** Every demo and sample examination × every letter × every language: harm first, then the complained side. */

const store = openStore(temporaryPath());
loadDemo(store, NOW);
const EXAMS: readonly (readonly [name: string, state: ExamState])[] = [
  ...examIds(store).map((id) => [`demo ${id.slice(-6)}`, fold(loadExam(store, id)!.events)] as const),
  ...TEST_CASES.map((one) => [`${one.test} ${one.kind}`, examOfCase(one).exam.state()] as const),
];
const readingOf = (state: ExamState) => readExam({ ...state, settings: settingsOf(state) });
const URGENCIES = ["emergency", "urgent", "soon"] as const;
const gravest = (state: ExamState) =>
  URGENCIES.find((urgency) => assessGuard(state).referrals.some((referral) => referral.urgency === urgency));
const END = { head: "0".repeat(64), length: 1 };

const firstLines = (note: Note): readonly string[] => note.sections[0]!.lines;
/** The progress letter of a course of one visit. */
const progressOf = (state: ExamState): Note =>
  writeProgress(courseFrom({ episode: state.id, events: [], visits: [visitOf(state)], today: NOW.slice(0, 10) }), {
    person: state.opened!.body.person,
    writer: { name: "Ines Calder", registration: "" },
    today: NOW.slice(0, 10),
    asked: "",
  });
/** The place of the first line that names one of these sources; none: behind all. */
const placeOf = (lines: readonly string[], labels: readonly string[]): number => {
  const found = lines.findIndex((line) => labels.some((label) => line.includes(`${label}: `)));
  return found < 0 ? Infinity : found;
};

describe("every letter to a colleague", () => {
  it("begins with what is most urgent, then with what can explain the complaint on its side", () =>
    forEvery(EXAMS, (_name, state) => {
      const reading = readingOf(state);
      const { complained, elsewhere } = leadingSources(state, reading);
      expect(complained.filter((read) => !isComplained(state, read))).toEqual([]);
      expect(elsewhere.filter((read) => isComplained(state, read))).toEqual([]);
      for (const reader of READER_IDS) {
        const lines = firstLines(writeOrdinary(state, reading, reader, {}));
        const urgency = gravest(state);
        if (urgency) expect(lines[0]).toContain(`${URGENCY_LABELS[urgency]}: `);
        const [own, other] = [complained, elsewhere].map((reads) =>
          placeOf(
            lines,
            reads.map(({ source, side }) => sourceLabel(source, side)),
          ),
        ) as [number, number];
        if (complained.length > 0) {
          expect(own).toBeLessThan(Infinity);
          expect(own).toBeLessThan(other);
        }
      }
    }));

  it("names what was positive and what was denied", () =>
    forEvery(EXAMS, (_name, state) => {
      const reading = readingOf(state);
      const letters = [
        ...READER_IDS.map((reader) => writeOrdinary(state, reading, reader, {})),
        writeNote(state, reading, END),
        progressOf(state),
      ];
      for (const letter of letters) {
        const text = letter.sections.flatMap(({ lines }) => lines).join("\n");
        if (Object.keys(state.guardAnswers).length > 0)
          expect(text).toMatch(/Positive: .*\n(Not known: .*\n)?Denied: /);
        else expect(text).toContain("Safety questions: none answered.");
      }
    }));

  it("a progress letter begins with what its reader is asked for, most urgent first", () =>
    forEvery(EXAMS, (_name, state) => {
      const urgency = gravest(state);
      const [first] = progressOf(state).sections;
      if (urgency) expect(first!.lines[0]).toMatch(new RegExp(`^${URGENCY_LABELS[urgency]}: .*[Pp]lease`));
      else expect(first!.heading).toBe("Complaint");
    }));

  it("a referral asks its reader for something, most urgent first, and never to refer", () =>
    forEvery(
      EXAMS.filter(([, state]) => gravest(state)),
      (_name, state) => {
        const letter = writeReferral(state)!;
        expect(firstLines(letter)[0]).toMatch(new RegExp(`^${URGENCY_LABELS[gravest(state)!]}: .*[Pp]lease`));
        expect(firstLines(letter).join(" ")).not.toMatch(/\brefer\b/i);
        expect(letter.sections.map(({ heading }) => heading)).toContain("Asked, positive and denied");
      },
    ));
});

describe("the page for the patient", () => {
  it("begins with whom to see, and gives the complained side before any other, in every language", () =>
    forEvery(EXAMS, (_name, state) => {
      const reading = readingOf(state);
      const urgency = gravest(state);
      for (const language of LANGUAGE_IDS) {
        const page = takeHome(state, reading, language);
        const lines = page.sections.flatMap((section) => section.lines);
        if (urgency)
          expect(lines[0]).toMatch(
            {
              en: { emergency: /help now/, urgent: /doctor today/, soon: /next few days/ },
              de: { emergency: /sofort Hilfe/, urgent: /heute noch/, soon: /nächsten Tagen/ },
            }[language][urgency],
          );
        expect(lines.join("\n")).not.toMatch(/\b0 (tests|Tests)\b|told you where|gesagt, wo/);
        if (state.runs.length === 0) expect(lines.join("\n")).not.toMatch(/sore for a day|wehtun/);
      }
    }));

  it("for a patient who was not tested says so, whom to see, and when to call", () => {
    const exam = buildExam({ birthDate: "1948-02-01" }).complaint("low-back.central");
    exam.add("guard-answered", { question: "lumbar-injury", answer: "yes", by: "them", parts: ["injury"] });
    const page = takeHome(exam.state(), readingOf(exam.state()), "en");
    const text = page.sections.flatMap(({ lines }) => lines).join("\n");
    expect(text).toContain("You need to see a doctor today: go to the emergency department");
    expect(text).toContain("We did not test you today.");
    expect(text).toContain("short of breath");
    expect(text).toContain("fever");
  });
});
