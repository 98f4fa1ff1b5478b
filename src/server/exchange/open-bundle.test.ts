import Papa from "papaparse";
import { describe, expect, it } from "vitest";
import { fold, parseExamFile, verifyExamFile } from "@/core";
import { loadDemo } from "@/fixtures/demo/demo";
import { idOf } from "@/fixtures/samples/build";
import { NOW, temporaryPath } from "@/fixtures/store";
import { examIds, loadExam } from "../repositories/exams";
import { appendEpisodeEvents, coursesOf } from "../repositories/episodes";
import { searchPeople, toldOf } from "../repositories/people";
import { openStore } from "../store/open";
import { openBundle, TABLES } from "./open-bundle";

const demo = openStore(temporaryPath());
loadDemo(demo, NOW);
/** What turned out to be so in one of its courses. */
const KNOWN = {
  source: "sacroiliac",
  side: "right",
  found: "found",
  by: "controlled block",
  on: "2026-02-20",
} as const;
const known = searchPeople(demo, "")
  .flatMap(({ id }) => coursesOf(demo, id, NOW.slice(0, 10)).courses)
  .find(({ events }) => events.length > 0)!;
const told = appendEpisodeEvents(
  demo,
  known.episode,
  [
    {
      ...known.events.at(-1)!,
      id: idOf(777_777),
      type: "outcome-told",
      body: { ...KNOWN, who: "Dr. Ash", note: "told by telephone" },
    },
  ],
  NOW,
).receipts[0]!;
const named = openBundle(demo, { isNamed: true, salt: "a", now: NOW });
const nameless = openBundle(demo, { isNamed: false, salt: "a", now: NOW });
const table = (files: ReadonlyMap<string, string>, name: string) =>
  Papa.parse<Record<string, string>>(files.get(`${name}.csv`)!, { header: true, skipEmptyLines: true });

describe("an open bundle of a store", () => {
  it("has a table for each, every column of it told of, and every cell under its column", () => {
    for (const files of [named, nameless])
      for (const [name, columns] of Object.entries(TABLES)) {
        const { data, meta, errors } = table(files, name);
        expect(errors).toEqual([]);
        expect(meta.fields).toEqual(Object.keys(columns));
        expect(data.length, name).toBeGreaterThan(0);
        for (const column of Object.keys(columns)) expect(files.get("README.md")).toContain(`\`${column}\``);
      }
  });

  it("holds every examination, each record whole where people are named", () => {
    const ids = examIds(demo);
    expect(table(named, "visits").data.map(({ exam }) => exam)).toEqual(ids);
    expect(table(nameless, "visits").data).toHaveLength(ids.length);
    for (const id of ids) expect(verifyExamFile(parseExamFile(named.get(`exams/${id}.json`)!))).toEqual([]);
    const measured = ids
      .flatMap((id) => fold(loadExam(demo, id)!.events).runs)
      .flatMap(({ measures }) => Object.keys(measures));
    expect(table(named, "measures").data).toHaveLength(measured.length);
  });

  it("says what turned out to be so, and by whom to nobody", () => {
    expect(told.why).toBeNull();
    for (const files of [named, nameless]) {
      expect(table(files, "outcomes").data).toMatchObject([
        { source: "sacroiliac", side: "right", found: "found", known_by: "controlled block", on: "2026-02-20" },
      ]);
      expect(files.get("outcomes.csv")).not.toMatch(/Ash|telephone/);
    }
  });

  it("holds every point of every sign that is followed, as the course page shows it", () => {
    let points = 0;
    for (const { id, number } of searchPeople(demo, "")) {
      const { courses } = coursesOf(demo, id, NOW.slice(0, 10));
      const shown = courses.flatMap(({ episode, signs }) =>
        signs.flatMap(({ label, points: all }) =>
          all.map(({ exam, value }) => [episode, exam, label, value === null ? "" : String(value)]),
        ),
      );
      const told = table(named, "signs").data.filter(({ person }) => person === number);
      expect(told.map(({ course, exam, sign, value }) => [course, exam, sign, value])).toEqual(shown);
      points += shown.length;
    }
    expect(points).toBeGreaterThan(20);
    expect(table(nameless, "signs").data).toHaveLength(points);
    const typed = table(named, "signs").data.filter(({ kind }) => kind === "activity");
    expect(typed.length).toBeGreaterThan(0);
    expect(table(nameless, "signs").data.filter(({ kind, sign }) => kind === "activity" && sign !== "")).toEqual([]);
  });

  it("holds each number that another system told, in its words to those alone who see names", () => {
    const numbers = searchPeople(demo, "").flatMap(({ id }) => toldOf(demo, id).flatMap((once) => once.numbers));
    expect(numbers.length).toBeGreaterThan(3);
    for (const files of [named, nameless])
      expect(table(files, "told").data.map(({ is, value }) => [is, Number(value)])).toEqual(
        numbers.map(({ is, value }) => [is ?? "", value]),
      );
    expect(table(named, "told").data.map(({ what }) => what)).toEqual(numbers.map(({ what }) => what));
    expect(table(nameless, "told").data.filter(({ what }) => what !== "")).toEqual([]);
  });

  it("without names, names nobody: no name, number, id, birthday or free word of any record", () => {
    const all = [...nameless].map(([path, text]) => `${path}\n${text}`).join("\n");
    expect([...nameless.keys()].filter((path) => path.startsWith("exams/"))).toEqual([]);
    for (const { id, name, number, birthDate } of searchPeople(demo, ""))
      for (const said of [id, name, number, birthDate]) expect(all).not.toContain(said);
    for (const id of examIds(demo)) {
      const state = fold(loadExam(demo, id)!.events);
      expect(all).not.toContain(id);
      expect(all).not.toContain(state.opened!.actor.name);
      for (const { id: run } of state.runs) expect(all).not.toContain(run);
      for (const { text } of state.notes) expect(all).not.toContain(text);
      if (state.familiar) expect(all).not.toContain(state.familiar.words);
    }
  });

  it("joins its own tables, and no other bundle's", () => {
    for (const files of [named, nameless]) {
      const persons = new Set(table(files, "persons").data.map(({ person }) => person));
      for (const name of [
        "visits",
        "measures",
        "techniques",
        "readings",
        "findings",
        "courses",
        "signs",
        "told",
        "outcomes",
      ])
        for (const { person } of table(files, name).data) expect(persons.has(person!), name).toBe(true);
    }
    const other = openBundle(demo, { isNamed: false, salt: "b", now: NOW });
    const of = (files: ReadonlyMap<string, string>) => new Set(table(files, "visits").data.map(({ exam }) => exam));
    expect([...of(other)].filter((exam) => of(nameless).has(exam))).toEqual([]);
  });
});
