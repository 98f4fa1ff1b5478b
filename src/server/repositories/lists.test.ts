import { describe, expect, it } from "vitest";
import { buildExam, idOf } from "@/fixtures/samples/build";
import { NOW, sampleStore, storeExam } from "@/fixtures/store";
import { LIST_PAGE, listPage } from "./lists";
import { addPeople, addPerson } from "./people";

const OWNER = { id: "o", name: "Ines", role: "owner" as const, hasLeft: false };

describe("the list of everybody", () => {
  it("comes a page after another, each person once, the most recent first", () => {
    const store = sampleStore();
    const persons = Array.from({ length: LIST_PAGE + 40 }, (_none, index) => ({
      id: idOf(50_000 + index),
      name: `Person ${index}`,
      birthDate: "1970-01-01",
      sex: "other" as const,
      notes: "",
    }));
    addPeople(
      store,
      persons.map((person) => ({ id: person.id, person, told: [] })),
      { now: NOW },
    );
    const first = listPage(store, 0, NOW.slice(0, 10), OWNER);
    expect(first.rows).toHaveLength(LIST_PAGE);
    const second = listPage(store, first.next!, NOW.slice(0, 10), OWNER);
    expect(second.next).toBeNull();
    const ids = [...first.rows, ...second.rows].map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
    expect(persons.every(({ id }) => ids.includes(id))).toBe(true);
  });

  it("tells of an open examination until it is signed or was a mistake", () => {
    const store = sampleStore();
    const exam = buildExam();
    const person = { id: idOf(2) };
    storeExam(store, exam);
    const own = () => listPage(store, 0, NOW.slice(0, 10), OWNER).rows.find(({ id }) => id === person.id)!;
    expect(own()).toMatchObject({ open: idOf(1), lastVisit: "2026-03-02" });
    addPerson(
      store,
      { id: idOf(31), name: "Nobody Yet", birthDate: "1990-02-28", sex: "female", notes: "" },
      { now: NOW },
    );
    expect(listPage(store, 0, NOW.slice(0, 10), null).rows.find(({ id }) => id === idOf(31))).toMatchObject({
      open: null,
      lastVisit: null,
      countersign: null,
    });
  });
});
