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
import { evidenceFor } from "../repositories/evidence";
import { examIds, loadExam } from "../repositories/exams";
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
  const rows: Record<Table, Row[]> = { persons: [], visits: [], measures: [], techniques: [], readings: [] };
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
    }
    rows.visits.push(visitRow(state, told));
    rows.measures.push(
      ...measureRows(state, told).map((row) => (isNamed ? row : { ...row, run: hidden(String(row.run)) })),
    );
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
