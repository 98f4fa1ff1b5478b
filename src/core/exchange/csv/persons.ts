import { type Message, InputError, type Problem, phrase } from "../../base";
import type { Sex } from "../../vocabulary";
import type { PersonTold } from "../fhir/from-bundle";

/** Persons in a table: which column says what, and how its dates are written. */

export const INCOMING_COLUMNS = ["name", "family", "birthDate", "sex", "number", "contact"] as const;
export type IncomingColumn = (typeof INCOMING_COLUMNS)[number];
/** The column's heading for each; null: the table does not tell it. */
export type ColumnsChosen = Readonly<Record<IncomingColumn, string | null>>;

export const DATE_ORDERS = ["year-month-day", "day.month.year", "month/day/year"] as const;
export type DateOrder = (typeof DATE_ORDERS)[number];

/** Headings that say by themselves what stands below them. */
const HEADINGS: Readonly<Record<IncomingColumn, RegExp>> = {
  name: /^(full.?name|name|given.?name|first.?name|vorname)$/i,
  family: /^(family.?name|last.?name|surname|nachname)$/i,
  birthDate: /^(birth.?date|date.?of.?birth|dob|born|geburtsdatum)$/i,
  sex: /^(sex|gender|geschlecht)$/i,
  number: /^(number|no|id|patient.?(id|number)|nummer)$/i,
  contact: /^(contact|phone|telephone|mobile|e-?mail|telefon)$/i,
};

/**
 * The columns as their headings suggest them; whoever brings the table in may choose others.
 *
 * @example columnsGuessed(["Surname", "First name", "DOB"]).birthDate // "DOB"
 */
export const columnsGuessed = (headings: readonly string[]): ColumnsChosen =>
  Object.fromEntries(
    INCOMING_COLUMNS.map((column) => [
      column,
      headings.find((heading) => HEADINGS[column].test(heading.trim().replaceAll(/[ _]/g, "."))) ?? null,
    ]),
  ) as ColumnsChosen;

const PARTS: Readonly<Record<DateOrder, readonly ["y" | "m" | "d", "y" | "m" | "d", "y" | "m" | "d"]>> = {
  "year-month-day": ["y", "m", "d"],
  "day.month.year": ["d", "m", "y"],
  "month/day/year": ["m", "d", "y"],
};

/** A date as this program writes it; null when it is none in that order. */
function dateOf(cell: string, order: DateOrder): string | null {
  const parts = /^(\d{1,4})[.\-/](\d{1,2})[.\-/](\d{1,4})$/.exec(cell.trim());
  if (!parts) return null;
  const by = Object.fromEntries(PARTS[order].map((part, index) => [part, parts[index + 1]!])) as Record<
    "y" | "m" | "d",
    string
  >;
  if (by.y.length !== 4 || by.m.length > 2 || by.d.length > 2) return null;
  const date = `${by.y}-${by.m.padStart(2, "0")}-${by.d.padStart(2, "0")}`;
  const at = new Date(`${date}T00:00:00Z`);
  return Number.isNaN(at.getTime()) || at.toISOString().slice(0, 10) !== date ? null : date;
}

const SEX_WORDS: Readonly<Record<string, Sex>> = {
  f: "female",
  female: "female",
  w: "female",
  woman: "female",
  weiblich: "female",
  m: "male",
  male: "male",
  man: "male",
  männlich: "male",
  o: "other",
  x: "other",
  other: "other",
  divers: "other",
  d: "other",
  "": "not stated",
  unknown: "not stated",
  "not stated": "not stated",
  "?": "not stated",
};

export type RowRead = { readonly told: PersonTold } | { readonly where: string; readonly problem: Problem };

/**
 * One row of a table as a person; or what is wrong with it, in which column.
 *
 * @param row its number in the file, the headings being row 1
 * @example personOfRow({ name: "R. Quill", born: "12.05.1984" }, 2, { ...columnsGuessed(["name", "born"]), birthDate: "born" }, "day.month.year").told.birthDate // "1984-05-12"
 */
export function personOfRow(
  cells: Readonly<Record<string, string | undefined>>,
  row: number,
  columns: ColumnsChosen,
  dates: DateOrder,
): RowRead {
  const where = `row ${row}`;
  const cell = (column: IncomingColumn): string => (columns[column] ? (cells[columns[column]] ?? "") : "").trim();
  const wrong = (column: IncomingColumn, what: Message, todo: Message): RowRead => ({
    where,
    problem: { where: `${where} › ${columns[column] ?? column}`, what, todo },
  });
  const lost = INCOMING_COLUMNS.find((column) => cell(column).includes("\ufffd"));
  if (lost) return wrong(lost, "has letters that were lost: the file is not in UTF-8", "Save it as CSV in UTF-8.");
  const name = [cell("name"), cell("family")].filter(Boolean).join(" ");
  if (!name) return wrong("name", "is empty", "Write who it is.");
  const born = cell("birthDate");
  const birthDate = dateOf(born, dates);
  if (birthDate === null)
    return wrong(
      "birthDate",
      born ? phrase`"${born.slice(0, 40)}" is no date written as ${dates}` : "is empty",
      "Write the date of birth, or choose how dates are written in this file.",
    );
  const sex = SEX_WORDS[cell("sex").toLowerCase()];
  if (sex === undefined)
    return wrong(
      "sex",
      phrase`"${cell("sex").slice(0, 40)}" is not known`,
      "Use female, male, other, or leave it empty.",
    );
  return {
    told: { where, name, birthDate, sex, number: cell("number"), contact: cell("contact"), numbers: [], kept: [] },
  };
}

/** A table must say at least who and when born. */
export function assertColumns(columns: ColumnsChosen, headings: readonly string[]): void {
  const problems = INCOMING_COLUMNS.flatMap((column): Problem[] => {
    const chosen = columns[column];
    if (chosen === null)
      return column === "birthDate" || (column === "name" && columns.family === null)
        ? [{ where: `columns › ${column}`, what: "is not chosen", todo: "Choose the column that holds it." }]
        : [];
    return headings.includes(chosen)
      ? []
      : [
          {
            where: `columns › ${column}`,
            what: phrase`"${chosen}" is no column of this file`,
            todo: "Choose another.",
          },
        ];
  });
  if (problems.length > 0) throw new InputError(problems);
}
