import Papa from "papaparse";
import {
  assertColumns,
  canonicalJson,
  check,
  type ColumnsChosen,
  columnsGuessed,
  type DateOrder,
  describeProblem,
  InputError,
  type KeptResource,
  keptResource,
  kindOfNumber,
  type KindsChosen,
  MOST_TOLD_NUMBERS,
  NOT_TAKEN,
  notesOfTold,
  numberTaken,
  type PersonInput,
  personOfRow,
  personSchema,
  type PersonTold,
  readBundle,
  refuse,
  type RowRead,
  type Schema,
  searchable,
  type ToldBody,
  type NumberKind,
  numberKinds,
  type ToldNumber,
  toldNumber,
  phrase,
} from "@/core";
import type { Fate, Fates, TakenIn } from "@/wire/incoming";
import { addPeople, duplicateFinder, type TakenPerson, toldOf as toldBefore } from "../repositories/people";
import type { Sayer } from "../repositories/streams";
import type { Store } from "../store/store";
import { fromBase64 } from "./fhir";

export type Incoming = {
  readonly kind: "csv" | "fhir";
  readonly content: string;
  /** Of a table; a column that is null is guessed from its heading when none at all is chosen. */
  readonly columns: ColumnsChosen;
  readonly dates: DateOrder;
  /** What the numbers of a bundle are; what is not said is proposed. */
  readonly numbers: KindsChosen;
};

const MOST_PERSONS = 20_000;
/** Rows that are told of when a file is not taken. */
const MOST_TOLD = 20;

type Read = {
  readonly rows: readonly RowRead[];
  readonly headings: readonly string[];
  readonly left: readonly string[];
};

function readTable({ content, columns, dates }: Incoming, isTrial: boolean): Read {
  if (content.includes("\u0000"))
    refuse("file", "is no text, or in an encoding this does not read", "Save it as CSV in UTF-8.");
  const { data, errors, meta } = Papa.parse<Record<string, string>>(content.replace(/^\uFEFF/, ""), {
    header: true,
    skipEmptyLines: "greedy",
    delimitersToGuess: [",", ";", "\t", "|"],
    transformHeader: (heading) => heading.trim(),
  });
  const headings = meta.fields ?? [];
  if (headings.length < 2)
    refuse(
      "file › row 1",
      "has fewer than two columns",
      "Put the headings in the first row, by commas, semicolons or tabs.",
    );
  if (meta.renamedHeaders && Object.keys(meta.renamedHeaders).length > 0)
    refuse("file › row 1", "names a column twice", "Give each column a heading of its own.");
  const [torn] = errors.filter(({ type }) => type === "Quotes");
  if (torn)
    refuse(`file › row ${(torn.row ?? 0) + 2}`, "has a quote that does not end", "Close the quote, or take it out.");
  if (data.length === 0) refuse("file", "holds no persons", "Choose a file with a row below its headings.");
  if (data.length > MOST_PERSONS) refuse("file", phrase`holds more than ${MOST_PERSONS} rows`, "Bring it in parts.");
  const chosen = Object.values(columns).some((column) => column !== null) ? columns : columnsGuessed(headings);
  try {
    assertColumns(chosen, headings);
  } catch (error) {
    if (!(error instanceof InputError) || !isTrial) throw error;
    return { headings, rows: [], left: error.problems.map(describeProblem) };
  }
  const short = new Map(errors.map(({ row, message }) => [row, message]));
  return {
    headings,
    left: [],
    rows: data.map((cells, index) => {
      const odd = short.get(index);
      const where = `row ${index + 2}`;
      return odd
        ? {
            where,
            problem: {
              where,
              what: phrase`has another number of cells than row 1 (${odd})`,
              todo: "Check its separators and quotes.",
            },
          }
        : personOfRow(cells, index + 2, chosen, dates);
    }),
  };
}

function readPersons({ content }: Incoming): Read {
  const { files, persons, left } = readBundle(content, fromBase64);
  if (files.length && persons.length === 0)
    refuse("bundle", "is of this program, with its records in it", "Bring it in where exam files are brought in.");
  return {
    headings: [],
    rows: persons.map((told) => ({ told })),
    left: left.map(({ where, what, why }) => `${where}: ${what} ${why}.`),
  };
}

/** What becomes of one, and what is written of them; null: nothing. */
type Judged = { readonly fate: Fate; readonly taken: TakenPerson | null };

type Judging = {
  readonly taking: Taking;
  /** Who stood in the file before, by name and birth date. */
  readonly seen: Map<string, string>;
  readonly alikeTo: ReturnType<typeof duplicateFinder>;
  readonly toldOf: (told: PersonTold, person: string | null) => readonly ToldBody[];
};

const count = (told: readonly ToldBody[]): number =>
  told.reduce((sum, { numbers, kept }) => sum + numbers.length + kept.length, 0);

/** What becomes of one, and the person to be entered when it is a new one. */
function judge(row: RowRead, { taking: { now, newId }, seen, alikeTo, toldOf }: Judging): Judged {
  if ("problem" in row)
    return {
      fate: { where: row.where, name: "", birthDate: "", fate: "refused", why: describeProblem(row.problem), told: 0 },
      taken: null,
    };
  const { told } = row;
  const { where, name, birthDate } = told;
  const as = (fate: Fate["fate"], why: string, taken: TakenPerson | null = null): Judged => ({
    fate: { where, name, birthDate, fate, why, told: taken ? count(taken.told) : 0 },
    taken,
  });
  const person = personOf(told, newId());
  try {
    check(personSchema(now.slice(0, 10)), person, where);
  } catch (error) {
    if (error instanceof InputError) return as("refused", error.problems.map(describeProblem).join(" "));
    throw error;
  }
  const key = `${searchable(name)} ${birthDate}`;
  const before = seen.get(key);
  if (before) return as("here already", `the same as ${before}`);
  seen.set(key, where);
  const alike = alikeTo({ name, birthDate });
  const same = alike.find((one) => searchable(one.name) === searchable(name));
  if (same) {
    const more = toldOf(told, same.id);
    return as(
      "here already",
      `${same.name}, ${same.number}`,
      more.length ? { id: same.id, person: null, told: more } : null,
    );
  }
  if (alike[0])
    return as(
      "perhaps here",
      `${alike[0].name}, ${alike[0].number}, was born that day; add them by hand if it is another`,
    );
  return as("new", "", { id: person.id, person, told: toldOf(told, null) });
}

const personOf = (told: PersonTold, id: string): PersonInput => ({
  id,
  name: told.name,
  birthDate: told.birthDate,
  sex: told.sex,
  notes: notesOfTold(told),
  contact: told.contact,
});

/** As many events as it takes: each holds so many numbers. */
function toldBodies(numbers: readonly ToldNumber[], kept: readonly KeptResource[]): readonly ToldBody[] {
  const bodies: ToldBody[] = [];
  for (let from = 0; from === 0 || from < numbers.length; from += MOST_TOLD_NUMBERS)
    bodies.push({
      from: ANOTHER_SYSTEM,
      numbers: numbers.slice(from, from + MOST_TOLD_NUMBERS),
      kept: from === 0 ? [...kept] : [],
    });
  return bodies.filter((body) => body.numbers.length + body.kept.length > 0);
}

const ANOTHER_SYSTEM = "another system";

/** What is told of somebody and not known of them yet; a number that cannot be what was chosen is told of in `left`. */
function tellerOf(store: Store, kinds: readonly NumberKind[], left: string[]): Judging["toldOf"] {
  const chosen = new Map(kinds.map(({ kind, is }) => [kind, is]));
  return ({ where, numbers, kept }, person) => {
    const known = new Set(
      person === null
        ? []
        : toldBefore(store, person).flatMap((once) => [...once.numbers, ...once.kept].map((one) => canonicalJson(one))),
    );
    const isNew = (one: object): boolean => {
      const text = canonicalJson(one);
      return known.has(text) ? false : known.add(text) && true;
    };
    /** What the record could not be read back with is told of, and not written. */
    const fits = <T extends object>(schema: Schema<T>, one: T, where: string): boolean => {
      try {
        check(schema, one, where);
        return true;
      } catch (error) {
        if (!(error instanceof InputError)) throw error;
        left.push(error.problems.map(describeProblem).join(" "));
        return false;
      }
    };
    const taken = numbers.flatMap((read) => {
      const one = numberTaken(read, chosen.get(kindOfNumber(read)) ?? NOT_TAKEN);
      if (typeof one === "string") left.push(one);
      return one === null || typeof one === "string" || !fits(toldNumber, one, read.where) ? [] : [one];
    });
    return toldBodies(
      taken.filter(isNew),
      kept.filter((one) => fits(keptResource, one, `${where} › ${one.what}`) && isNew(one)),
    );
  };
}

export type Taking = Pick<Sayer, "now" | "actor"> & { readonly newId: () => string; readonly isTrial: boolean };

/**
 * Takes persons in from a table or a bundle: all that are new, or, when one
 * cannot be taken, nobody. A trial says what would become of each and writes
 * nothing. Who is there already stays as they are, but for what is told of them
 * and not known yet, so twice is once.
 *
 * @throws InputError when the file cannot be read, or one of its persons cannot be taken
 */
export function takeIn(store: Store, incoming: Incoming, taking: Taking): Fates & TakenIn {
  const { rows, headings, left } =
    incoming.kind === "csv" ? readTable(incoming, taking.isTrial) : readPersons(incoming);
  const told = rows.flatMap((row) => ("told" in row ? row.told.numbers : []));
  const kinds = numberKinds(told, incoming.numbers);
  const more: string[] = [];
  const judging: Judging = {
    taking,
    seen: new Map<string, string>(),
    alikeTo: duplicateFinder(store),
    toldOf: tellerOf(store, kinds, more),
  };
  const judged = rows.map((row) => judge(row, judging));
  const fates = judged.map(({ fate }) => fate);
  const answer = { fates, headings, left: [...left, ...more], numbers: kinds };
  if (taking.isTrial) return { ...answer, added: 0 };
  const refused = fates.filter(({ fate }) => fate === "refused");
  if (refused.length)
    throw new InputError(
      refused.slice(0, MOST_TOLD).map(({ why }) => ({
        where: "file",
        what: why.replace(/\.$/, ""),
        todo: "Nobody was taken in. Mend the row, or take it out, and bring the file again.",
      })),
    );
  const taken = judged.flatMap((one) => one.taken ?? []);
  addPeople(store, taken, taking);
  return { ...answer, added: taken.filter(({ person }) => person !== null).length };
}
