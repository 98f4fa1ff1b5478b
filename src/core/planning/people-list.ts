import { searchable } from "../base";
import type { ListShows, ListSort } from "../record";

/** Whom a list of people is of, and in which order. */
export type ListOf = { readonly words: string; readonly shows: ListShows; readonly sort: ListSort };

/** What a list needs to know of a person. */
export type Listed = {
  readonly name: string;
  readonly number: string;
  readonly birthDate: string;
  readonly recentAt: string;
  readonly lastVisit: string | null;
  /** The examination that is not signed; null: none. */
  readonly open: string | null;
  readonly waits: readonly string[];
  /** A record whose signature waits for whoever looks; null: none. */
  readonly countersign: string | null;
};

const belongs = (row: Listed, shows: ListShows): boolean => {
  switch (shows) {
    case "everyone":
      return true;
    case "open":
      return row.open !== null;
    case "countersign":
      return row.countersign !== null;
    default:
      return row.waits.includes(shows);
  }
};

const compare = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);

/** By which two stand one before the other; what is newest comes first where it is a time. */
const ORDERS: Readonly<Record<ListSort, (a: Listed, b: Listed) => number>> = {
  recent: (a, b) => compare(b.recentAt, a.recentAt),
  name: (a, b) => compare(searchable(a.name), searchable(b.name)),
  number: (a, b) => compare(a.number, b.number),
  born: (a, b) => compare(a.birthDate, b.birthDate),
  "last visit": (a, b) => compare(b.lastVisit ?? "", a.lastVisit ?? ""),
};

/**
 * The people of a list: who belongs to it and holds every word in name, number or
 * birth date, in its order; who stands alike stays in the order given.
 *
 * @example peopleOfList([], { words: "", shows: "everyone", sort: "name" }) // []
 */
export function peopleOfList<Row extends Listed>(rows: readonly Row[], { words, shows, sort }: ListOf): readonly Row[] {
  const wanted = searchable(words).split(" ").filter(Boolean);
  const found = rows.filter((row) => {
    if (!belongs(row, shows)) return false;
    if (wanted.length === 0) return true;
    const text = searchable(`${row.name} ${row.number} ${row.birthDate}`);
    return wanted.every((word) => text.includes(word));
  });
  return found.toSorted(ORDERS[sort]);
}
