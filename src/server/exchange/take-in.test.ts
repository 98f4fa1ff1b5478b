import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { runs } from "@/fixtures/property-runs";
import {
  AS_TOLD,
  type ColumnsChosen,
  columnsGuessed,
  DATE_ORDERS,
  type DateOrder,
  INCOMING_COLUMNS,
  InputError,
  NOT_TAKEN,
} from "@/core";
import { NOW, sampleStore, temporaryPath } from "@/fixtures/store";
import { searchPeople, toldOf } from "../repositories/people";
import { verifyStore } from "../repositories/verify";
import { openStore } from "../store/open";
import { examFileText, exportPerson, importExam } from "./exchange";
import { type Incoming, takeIn } from "./take-in";

const NONE = Object.fromEntries(INCOMING_COLUMNS.map((column) => [column, null])) as ColumnsChosen;
const ids = () => {
  let next = 0;
  return () => `00000000-0000-4000-8000-${(++next).toString(16).padStart(12, "0")}`.replace("-0000-4", "-beef-4");
};
const table = (content: string, more: Partial<Incoming> = {}): Incoming => ({
  kind: "csv",
  content,
  columns: NONE,
  dates: "year-month-day",
  numbers: [],
  ...more,
});
const taking = (isTrial: boolean) => ({ now: NOW, newId: ids(), isTrial });
const store = () => openStore(temporaryPath());
const names = (of: ReturnType<typeof store>) =>
  searchPeople(of, "")
    .map(({ name }) => name)
    .toSorted();

const THREE =
  'Name,Born,Sex,Phone\r\nOona Reed,1990-05-02,f,0000 1\r\n"Vale, Ida",1971-12-31,male,\r\nTam Ash,2001-01-09,,\r\n';

describe("persons from a table", () => {
  it("are shown in a trial, then all written, each with a number of ours; twice is once", () => {
    const here = store();
    const trial = takeIn(here, table(THREE), taking(true));
    expect(trial.fates.map(({ where, fate }) => `${where} ${fate}`)).toEqual(["row 2 new", "row 3 new", "row 4 new"]);
    expect(names(here)).toEqual([]);
    expect(takeIn(here, table(THREE), taking(false)).added).toBe(3);
    expect(names(here)).toEqual(["Oona Reed", "Tam Ash", "Vale, Ida"]);
    const [, , vale] = searchPeople(here, "").toSorted((a, b) => a.name.localeCompare(b.name));
    expect(vale).toMatchObject({ sex: "male", birthDate: "1971-12-31" });
    expect(takeIn(here, table(THREE), taking(false))).toMatchObject({ added: 0 });
    expect(names(here)).toHaveLength(3);
    expect(verifyStore(here).store).toEqual([]);
  });

  it("are taken by commas, semicolons, tabs and bars, with a mark of their order of bytes or without", () => {
    for (const separator of [",", ";", "\t", "|"])
      for (const mark of ["", "\ufeff"]) {
        const content = `${mark}First name${separator}Surname${separator}DOB\nOona${separator}Reed${separator}1990-05-02\n`;
        expect(takeIn(store(), table(content), taking(false)).fates).toMatchObject([
          { name: "Oona Reed", fate: "new" },
        ]);
      }
  });

  it("have their dates read in the order that is chosen, in no other", () => {
    const written: Readonly<Record<DateOrder, string>> = {
      "year-month-day": "1990-02-05",
      "day.month.year": "05.02.1990",
      "month/day/year": "02/05/1990",
    };
    for (const asked of DATE_ORDERS)
      for (const [order, born] of Object.entries(written)) {
        const [fate] = takeIn(store(), table(`name,born\nOona Reed,${born}\n`, { dates: asked }), taking(true)).fates;
        const isTaken = fate!.fate === "new" && fate!.birthDate === "1990-02-05";
        expect([asked, order, isTaken]).toEqual([asked, order, asked === order]);
      }
    const [fate] = takeIn(
      store(),
      table("name,born\nA B,31.02.1990\n", { dates: "day.month.year" }),
      taking(true),
    ).fates;
    expect(fate).toMatchObject({ fate: "refused" });
    expect(fate!.why).toContain("row 2 › born");
  });

  it("who are here already, or perhaps, are said and left as they are", () => {
    const here = sampleStore();
    const { fates, added } = takeIn(
      here,
      table("name,born\nR. Quill,1984-05-12\nRuth Quill,1984-05-12\nOona Reed,1990-05-02\noona reed,1990-05-02\n"),
      taking(false),
    );
    expect(fates.map(({ fate }) => fate)).toEqual(["here already", "perhaps here", "new", "here already"]);
    expect(added).toBe(1);
  });

  it("one that cannot be taken holds up all: nobody is written", () => {
    const here = store();
    const content =
      "name,born,sex\nOona Reed,1990-05-02,f\n,1990-05-03,f\nTam Ash,1890-01-01,f\nIda Vale,1971-12-31,robot\n";
    const fates = takeIn(here, table(content), taking(true)).fates;
    expect(fates.map(({ fate }) => fate)).toEqual(["new", "refused", "refused", "refused"]);
    expect(fates[1]!.why).toContain("row 3 › name");
    expect(fates[3]!.why).toContain("row 5 › sex");
    expect(() => takeIn(here, table(content), taking(false))).toThrow("Nobody was taken in");
    expect(names(here)).toEqual([]);
  });

  it.each([
    ["nothing", " ", "row 1"],
    ["one column", "name\nOona\n", "fewer than two columns"],
    ["headings alone", "name,born\n", "holds no persons"],
    ["a heading twice", "name,name,born\na,b,c\n", "twice"],
    ["a quote that does not end", 'name,born\n"Oona,1990-05-02\nTam,1991-01-01\n', "quote"],
    ["another encoding", "n\u0000a\u0000m\u0000e\u0000", "UTF-8"],
    ["no date of birth", "name,shoe\nOona,38\n", "birthDate"],
  ])("a table with %s is refused with where", (_, content, where) => {
    expect(() => takeIn(store(), table(content), taking(false))).toThrow(InputError);
    expect(() => takeIn(store(), table(content), taking(false))).toThrow(where);
  });

  it("letters that were lost are told by row and column", () => {
    const [fate] = takeIn(store(), table("name,born\nBj\ufffdrn Ash,1990-05-02\n"), taking(true)).fates;
    expect(fate).toMatchObject({ fate: "refused" });
    expect(fate!.why).toMatch(/row 2 › name.*UTF-8/);
  });

  it("whatever is damaged about it, is read or refused with a sentence, and a trial writes nothing", () => {
    const here = store();
    fc.assert(
      fc.property(fc.nat(THREE.length), fc.nat(30), fc.string({ maxLength: 6 }), (at, cut, put) => {
        const content = THREE.slice(0, at) + put + THREE.slice(at + cut);
        try {
          for (const { fate, why } of takeIn(here, table(content), taking(true)).fates)
            if (fate === "refused") expect(why).toMatch(/row \d+/);
        } catch (error) {
          expect(error).toBeInstanceOf(InputError);
        }
      }),
      { numRuns: runs(300) },
    );
    expect(names(here)).toEqual([]);
  });

  it("columns are guessed from the words that tables use", () => {
    for (const [column, headings] of Object.entries({
      name: ["Name", "Full name", "first_name", "Vorname"],
      family: ["Surname", "Last Name", "family_name", "Nachname"],
      birthDate: ["DOB", "Birth date", "date_of_birth", "Geburtsdatum"],
      sex: ["Sex", "Gender"],
      number: ["ID", "Patient number"],
      contact: ["Phone", "E-mail"],
    }))
      for (const heading of headings) expect(columnsGuessed([heading])[column as keyof ColumnsChosen]).toBe(heading);
  });
});

describe("persons from another system", () => {
  const bundle = JSON.stringify({
    resourceType: "Bundle",
    entry: [
      {
        fullUrl: "urn:uuid:1",
        resource: {
          resourceType: "Patient",
          id: "1",
          identifier: [{ value: "77-12" }],
          name: [{ text: "Oona Reed" }],
          gender: "female",
          birthDate: "1990-05-02",
        },
      },
      {
        resource: {
          resourceType: "Observation",
          code: { text: "Lumbar flexion" },
          subject: { reference: "urn:uuid:1" },
          valueQuantity: { value: 42, code: "deg" },
        },
      },
      { resource: { resourceType: "Coverage" } },
      ...["Pain", "Shoe"].map((text) => ({
        resource: {
          resourceType: "Observation",
          code: { text },
          subject: { reference: "Patient/1" },
          effectiveDateTime: "2026-01-05",
          valueInteger: 4,
        },
      })),
      {
        resource: {
          resourceType: "Condition",
          code: { text: "Stiff in the morning" },
          subject: { reference: "Patient/1" },
        },
      },
    ],
  });

  const brought = (more: Partial<Incoming> = {}) => table(bundle, { kind: "fhir", ...more });
  const told = (here: ReturnType<typeof store>) => toldOf(here, searchPeople(here, "oona")[0]!.id);

  it("bring what was measured of them as numbers, each as what it is; what is not read is listed, and kept", () => {
    const here = store();
    const taken = takeIn(here, brought(), taking(false));
    expect(taken.added).toBe(1);
    expect(taken.left).toEqual([
      "entry 3: Coverage is not read here.",
      "entry 6: Condition is not read here; it is kept beside the person as it came.",
    ]);
    expect(taken.numbers.map(({ what, unit, times, is }) => [what, unit, times, is])).toEqual([
      ["Lumbar flexion", "deg", 1, "lumbar-range.flexion-t12"],
      ["Pain", null, 1, "rating"],
      ["Shoe", null, 1, NOT_TAKEN],
    ]);
    expect(searchPeople(here, "oona")[0]!.notes).toBe("Number elsewhere: 77-12.");
    expect(told(here)).toMatchObject([
      {
        by: "this store",
        numbers: [
          { what: "Lumbar flexion", value: 42, unit: "deg", is: "lumbar-range.flexion-t12" },
          { what: "Pain", value: 4, unit: "of 10", is: "rating" },
        ],
        kept: [{ what: "Condition" }],
      },
    ]);
    expect(verifyStore(here).store).toEqual([]);
  });

  it("are mapped by hand: another movement, as it is told, or not at all; what cannot be so is told of", () => {
    const kinds = takeIn(store(), brought(), taking(true)).numbers;
    for (const [is, kept] of [
      ["straight-leg-raise.end.left", { value: 42, is: "straight-leg-raise.end.left" }],
      [AS_TOLD, { value: 42, is: null }],
      [NOT_TAKEN, null],
      ["rating", null],
      ["shoe size", null],
    ] as const) {
      const here = store();
      const { left } = takeIn(
        here,
        brought({
          numbers: kinds.map(({ kind, what, ...one }) => ({ kind, is: what === "Lumbar flexion" ? is : one.is })),
        }),
        taking(false),
      );
      const found = told(here)[0]!.numbers.filter(({ what }) => what === "Lumbar flexion");
      expect(found, is).toMatchObject(kept ? [kept] : []);
      expect(
        left.some((line) => line.startsWith("entry 2: Lumbar flexion")),
        is,
      ).toBe(kept === null && is !== NOT_TAKEN);
    }
  });

  it("who are here already have what is new told of them beside their record, once", () => {
    const here = store();
    takeIn(here, table("name,born\nOona Reed,1990-05-02\n"), taking(false));
    const [fate] = takeIn(here, brought(), taking(true)).fates;
    expect(fate).toMatchObject({ fate: "here already", told: 3 });
    expect(told(here)).toEqual([]);
    expect(takeIn(here, brought(), taking(false))).toMatchObject({ added: 0 });
    expect(takeIn(here, brought(), taking(false)).fates).toMatchObject([{ fate: "here already", told: 0 }]);
    expect(told(here)).toHaveLength(1);
    expect(searchPeople(here, "oona")[0]!.notes).toBe("");
    expect(verifyStore(here).store).toEqual([]);
  });

  it("go along with everything of theirs to another store", () => {
    const here = store();
    takeIn(here, brought(), taking(false));
    const { id } = searchPeople(here, "oona")[0]!;
    const there = store();
    importExam(there, examFileText(exportPerson(here, id, NOW)), NOW);
    expect(toldOf(there, id)).toEqual(toldOf(here, id));
  });

  it("words that cannot be seen are told of, and nothing is written with them", () => {
    const here = store();
    const odd = bundle.replace("Lumbar flexion", "Lumbar \\u202e flexion");
    const { left } = takeIn(here, brought({ content: odd }), taking(false));
    expect(left.some((line) => line.startsWith("entry 1 › what") || line.includes("entry 2"))).toBe(true);
    expect(told(here)[0]!.numbers.map(({ what }) => what)).toEqual(["Pain"]);
  });
});
