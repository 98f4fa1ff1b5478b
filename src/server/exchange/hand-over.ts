import { strToU8, zipSync } from "fflate";
import { dayOfVisit, fold, personLine, readablePage, readExam, writeNote } from "@/core";
import { coursesOf } from "../repositories/episodes";
import { evidenceFor } from "../repositories/evidence";
import { loadExam, noSuchExam } from "../repositories/exams";
import { findPerson } from "../repositories/people";
import type { Store } from "../store/store";
import { examFileText, exportFindings, exportPerson } from "./exchange";

const readme = (exams: number): string =>
  [
    "This is everything that Dust Lantern keeps of one person.",
    "",
    "record.html    to read, in any browser",
    "record.json    the same as data: every event with its chain, in the published format of an exam file",
    exams > 0 ? "findings-*.csv one table for each examination: a row a finding" : "",
    "",
  ].join("\r\n");

/**
 * A person's whole record to be handed to them: a page to read, the same as
 * data, and tables.
 *
 * @returns the bytes of a zip file
 * @throws InputError for a person who is not on the roster
 */
export function handOver(store: Store, person: string, now: string): Uint8Array {
  const record = examFileText(exportPerson(store, person, now));
  const row = findPerson(store, person)!;
  const exams = row.exams.map(({ id }) => loadExam(store, id) ?? noSuchExam(id)).toReversed();
  const states = exams.map(({ events }) => fold(events));
  const notes = states.map((state, index) =>
    writeNote(state, readExam(state, evidenceFor(store, state.evidenceVersion)), exams[index]!.head),
  );
  const { courses } = coursesOf(store, person, now.slice(0, 10));
  const page = readablePage({
    who: states.length ? personLine(states.at(-1)!) : `${row.name}, born ${row.birthDate}`,
    number: row.number,
    clinicNotes: row.notes,
    on: now.slice(0, 10),
    courses: courses.map(({ name, sentence, techniques }) => ({
      name,
      sentence,
      techniques: techniques.map(({ date, text }) => `${date}: ${text}`),
    })),
    notes,
  });
  const tables = states.map((state, index) => [
    `findings-${String(index + 1).padStart(2, "0")}-${dayOfVisit(state)}.csv`,
    strToU8(exportFindings(store, state.id)),
  ]);
  return zipSync(
    {
      "README.txt": strToU8(readme(exams.length)),
      "record.html": strToU8(page),
      "record.json": strToU8(record),
      ...(Object.fromEntries(tables) as Record<string, Uint8Array>),
    },
    { mtime: new Date(now) },
  );
}
