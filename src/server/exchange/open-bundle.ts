import Papa from "papaparse";
import { createHash } from "node:crypto";
import {
  type ExamState,
  FINDING_COLUMNS,
  findingRows,
  fold,
  measuredText,
  namedId,
  protocolOf,
  readExam,
  settingsOf,
} from "@/core";
import type { PersonCourses } from "@/wire/course";
import { coursesOf } from "../repositories/episodes";
import { evidenceFor } from "../repositories/evidence";
import { examIds, loadExam } from "../repositories/exams";
import { toldOf } from "../repositories/people";
import type { Store } from "../store/store";
import { examFileText, exportExam } from "./exchange";

/** All of a store as tables that any statistics program opens, and as the records themselves. */

type Cell = string | number;
type Row = Readonly<Record<string, Cell>>;

/** Every table, and what each of its columns holds; the findings' columns are those of their own export. */
export const TABLES = {
  persons: {
    person: "the person in all tables: their number here, or an id that says nothing",
    name: "empty without names",
    birth_date: "year-month-day; the year alone without names",
    sex: "female, male, other, not stated",
  },
  visits: {
    exam: "the examination",
    person: "see persons",
    date: "when it was opened, year-month-day",
    region: "lumbopelvic or neck-arm",
    purpose: "care or practice",
    signed: "when it was signed; empty: not signed",
    practitioner: "who opened it; empty without names",
    runs: "how many runs were recorded",
    techniques: "how many techniques were logged",
    ended: "why it ended, where it was said",
  },
  measures: {
    exam: "the examination",
    person: "see persons",
    test: "the test's id",
    side: "right, left or empty",
    run: "the run",
    measure: "the number's id within its test",
    value: "the number",
    unit: "its unit",
    techniques_before: "how many techniques the course had had by then",
    measured_with: "with what, where it was told",
  },
  safety: {
    exam: "the examination",
    person: "see persons",
    question: "the safety question's id",
    answer: "the answer's id",
    parts: "the ids of the sentences that were a yes, separated by spaces; empty: none was named",
    by: "who answered: them, interpreter, relative, records; empty: not told",
    on_tablet: "yes: answered on a tablet",
  },
  techniques: {
    exam: "the examination",
    person: "see persons",
    at: "when, in UTC",
    kind: "what was done",
    region: "where",
    side: "right, left or empty",
  },
  readings: {
    exam: "the examination",
    person: "see persons",
    source: "the source's id",
    side: "right, left or empty",
    word: "the word it was signed with",
    read_by: "figures or sign",
    point: "the chance as it was signed",
    low_95: "95 in 100 draws lie above",
    high_95: "95 in 100 draws lie below",
  },
  courses: {
    course: "the course of visits",
    person: "see persons",
    visits: "how many visits it has",
    first_visit: "year-month-day",
    last_visit: "year-month-day",
    ended: "the day it was ended; empty: it goes on",
    end: "settled, sent on, no longer seen, other",
  },
  signs: {
    course: "see courses",
    person: "see persons",
    exam: "see visits",
    date: "the day of the visit",
    kind: "measure, answer, neuro, rest or activity",
    sign: "what is followed; empty without names where it is in somebody's own words",
    test: "the test's id, where it is read in one",
    side: "right, left or empty",
    measure: "the number's id within its test",
    better: "more or less is better; empty: neither is known to be",
    value: "the number; empty: it was asked, and there is none",
    after_technique: "yes: after a technique of the same visit",
  },
  told: {
    person: "see persons",
    what: "in the words of the system that told it; empty without names",
    is: "what it was said to be: test, measure and side of the catalogue, or rating; empty: as it was told",
    value: "the number, measured elsewhere and by unknown means",
    unit: "deg, of 10, or empty: none was told",
    day: "the day it is of; empty: none was told",
  },
  outcomes: {
    course: "see courses",
    person: "see persons",
    source: "the source's id",
    side: "right, left or empty",
    found: "what turned out to be so: found, not found, still open",
    known_by: "how it is known",
    on: "the day it was found out",
  },
} as const satisfies Record<string, Readonly<Record<string, string>>>;
type Table = keyof typeof TABLES;

const csv = (fields: readonly string[], data: readonly Row[]): string =>
  `${Papa.unparse({ fields: [...fields], data: [...data] }, { newline: "\r\n", escapeFormulae: true })}\r\n`;

type Told = { readonly person: string; readonly exam: string; readonly isNamed: boolean };

const visitRow = ({ opened, signed, runs, techniques, ended }: ExamState, { person, exam, isNamed }: Told): Row => ({
  exam,
  person,
  date: opened!.at.slice(0, 10),
  region: opened!.body.region,
  purpose: opened!.body.purpose,
  signed: signed?.at.slice(0, 10) ?? "",
  practitioner: isNamed ? opened!.actor.name : "",
  runs: runs.length,
  techniques: techniques.length,
  ended: ended?.reason ?? "",
});

const measureRows = ({ runs }: ExamState, { person, exam }: Told): Row[] =>
  runs.flatMap((run) =>
    protocolOf(run.test).measures.flatMap(({ id, unit }) => {
      const [value, how] = [run.measures[id], run.measured[id]];
      return value === undefined
        ? []
        : [
            {
              exam,
              person,
              test: run.test,
              side: run.side ?? "",
              run: run.id,
              measure: id,
              value,
              unit,
              techniques_before: run.techniquesBefore,
              measured_with: how ? measuredText(how) : "",
            },
          ];
    }),
  );

const safetyRows = ({ guardAnswers, guardGiven }: ExamState, { person, exam }: Told): Row[] =>
  Object.entries(guardAnswers).map(([question, answer]) => {
    const given = guardGiven[question];
    return {
      exam,
      person,
      question,
      answer,
      parts: given?.parts.join(" ") ?? "",
      by: given?.by ?? "",
      on_tablet: given?.onPad ? "yes" : "",
    };
  });

const techniqueRows = ({ techniques }: ExamState, { person, exam }: Told): Row[] =>
  techniques.map(({ at, kind, region, side }) => ({ exam, person, at, kind, region: region ?? "", side: side ?? "" }));

const readingRows = ({ signed }: ExamState, { person, exam }: Told): Row[] =>
  (signed?.body.reading?.sources ?? []).map(({ source, side, word, readBy, point, p95 }) => ({
    exam,
    person,
    source,
    side: side ?? "",
    word,
    read_by: readBy,
    point,
    low_95: p95?.[0] ?? "",
    high_95: p95?.[1] ?? "",
  }));

const toldRows = (store: Store, whom: string, person: string, isNamed: boolean): Row[] =>
  toldOf(store, whom).flatMap(({ numbers }) =>
    numbers.map(({ what, is, value, unit, day }) => ({
      person,
      what: isNamed ? what : "",
      is: is ?? "",
      value,
      unit: unit ?? "",
      day: day ?? "",
    })),
  );

type Courses = Readonly<Record<"courses" | "signs" | "outcomes", Row[]>>;

/** What became of somebody's visits: their courses, the signs that were followed, and what turned out to be so. */
function courseRows(
  { courses }: Pick<PersonCourses, "courses">,
  person: string,
  isNamed: boolean,
  shownAs: (id: string) => string,
): Courses {
  const rows: Courses = { courses: [], signs: [], outcomes: [] };
  for (const { episode, visits, signs, outcomes, ended } of courses) {
    const course = shownAs(episode);
    rows.courses.push({
      course,
      person,
      visits: visits.length,
      first_visit: visits[0]?.date ?? "",
      last_visit: visits.at(-1)?.date ?? "",
      ended: ended?.on ?? "",
      end: ended?.reason ?? "",
    });
    for (const { sign, label, better, points } of signs)
      for (const { exam, date, value, isAfter } of points)
        rows.signs.push({
          course,
          person,
          exam: shownAs(exam),
          date,
          kind: sign.kind,
          sign: isNamed || sign.words === "" ? label : "",
          test: sign.test,
          side: sign.side ?? "",
          measure: sign.measure,
          better: better ?? "",
          value: value ?? "",
          after_technique: isAfter ? "yes" : "no",
        });
    for (const { source, side, found, by, on } of outcomes)
      rows.outcomes.push({ course, person, source, side: side ?? "", found, known_by: by ?? "", on });
  }
  return rows;
}

function readme(isNamed: boolean, exams: number): string {
  const tables = (Object.keys(TABLES) as Table[]).map((table) => {
    const columns = Object.entries(TABLES[table]).map(([column, holds]) => `| \`${column}\` | ${holds} |`);
    return `## ${table}.csv\n\n| column | holds |\n| --- | --- |\n${columns.join("\n")}`;
  });
  return [
    "# Everything of this store",
    `${exams} examinations. CSV by RFC 4180 in UTF-8; a cell that a spreadsheet would run is prefixed with an apostrophe.`,
    isNamed
      ? "`exams/` holds each record whole, as an exam file with its chain. Everything here names people: keep it as you keep the records."
      : "Without names: people and examinations have ids that say nothing and are others in each bundle, no practitioner, no free words, the year of birth alone. Who knows a person may still find them by their findings.",
    ...tables,
    "## findings.csv",
    "One row for each answered or skipped stage; its columns are in the paper on formats. Without names it lacks `remark` and `reported`.",
    "",
  ].join("\n\n");
}

/** Words that somebody typed: nobody knows what stands in them. */
const FREE_WORDS = ["remark", "reported"] as const;

/**
 * The files of an open bundle, by their path in it.
 *
 * @param salt makes the ids of a bundle without names: nobody who has another bundle can join the two
 */
export function openBundle(
  store: Store,
  { isNamed, salt, now }: { readonly isNamed: boolean; readonly salt: string; readonly now: string },
): ReadonlyMap<string, string> {
  const hidden = (id: string): string => namedId(createHash("sha256").update(`${salt} ${id}`).digest("hex"));
  const files = new Map<string, string>();
  const rows: Record<Table, Row[]> = {
    persons: [],
    visits: [],
    measures: [],
    safety: [],
    techniques: [],
    readings: [],
    courses: [],
    signs: [],
    told: [],
    outcomes: [],
  };
  const findings: Row[] = [];
  const persons = new Set<string>();
  for (const id of examIds(store)) {
    const state = fold(loadExam(store, id)!.events);
    if (!state.opened) continue;
    const { id: whom, number, name, birthDate, sex } = state.opened.body.person;
    const told: Told = { person: isNamed ? number : hidden(whom), exam: isNamed ? id : hidden(id), isNamed };
    if (!persons.has(whom)) {
      persons.add(whom);
      rows.persons.push({
        person: told.person,
        name: isNamed ? name : "",
        birth_date: isNamed ? birthDate : birthDate.slice(0, 4),
        sex,
      });
      const became = courseRows(coursesOf(store, whom, now.slice(0, 10)), told.person, isNamed, (one) =>
        isNamed ? one : hidden(one),
      );
      for (const table of ["courses", "signs", "outcomes"] as const) rows[table].push(...became[table]);
      rows.told.push(...toldRows(store, whom, told.person, isNamed));
    }
    rows.visits.push(visitRow(state, told));
    rows.measures.push(
      ...measureRows(state, told).map((row) => (isNamed ? row : { ...row, run: hidden(String(row.run)) })),
    );
    rows.safety.push(...safetyRows(state, told));
    rows.techniques.push(...techniqueRows(state, told));
    rows.readings.push(...readingRows(state, told));
    const reading = readExam({ ...state, settings: settingsOf(state) }, evidenceFor(store, state.evidenceVersion));
    for (const row of findingRows(state, reading)) {
      const shown: Record<string, Cell> = { ...row, exam: told.exam, person: told.person };
      if (!isNamed) {
        shown.run = hidden(String(row.run));
        for (const column of FREE_WORDS) delete shown[column];
      }
      findings.push(shown);
    }
    if (isNamed) files.set(`exams/${id}.json`, examFileText(exportExam(store, id, now)));
  }
  for (const table of Object.keys(TABLES) as Table[])
    files.set(`${table}.csv`, csv(Object.keys(TABLES[table]), rows[table]));
  const columns = FINDING_COLUMNS.filter((column) => isNamed || !(FREE_WORDS as readonly string[]).includes(column));
  files.set("findings.csv", csv(columns, findings));
  files.set("README.md", readme(isNamed, rows.visits.length));
  return files;
}
