import Papa from "papaparse";
import { describe, expect, it } from "vitest";
import { fold, parseExamFile, verifyExamFile } from "@/core";
import { loadDemo } from "@/fixtures/demo/demo";
import { NOW, temporaryPath } from "@/fixtures/store";
import { examIds, loadExam } from "../repositories/exams";
import { searchPeople } from "../repositories/people";
import { openStore } from "../store/open";
import { openBundle, TABLES } from "./open-bundle";

const demo = openStore(temporaryPath());
loadDemo(demo, NOW);
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
      for (const name of ["visits", "measures", "techniques", "readings", "findings"])
        for (const { person } of table(files, name).data) expect(persons.has(person!), name).toBe(true);
    }
    const other = openBundle(demo, { isNamed: false, salt: "b", now: NOW });
    const of = (files: ReadonlyMap<string, string>) => new Set(table(files, "visits").data.map(({ exam }) => exam));
    expect([...of(other)].filter((exam) => of(nameless).has(exam))).toEqual([]);
  });
});
