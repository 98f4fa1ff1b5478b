import { phrase, type Problem, remembered, sayDay, type StreamKind } from "@/core";
import type { Store } from "../store/store";
import { clinicOf } from "./clinic";

/** What was erased here: nothing is put in its place, wherever it comes from. */

const statements = remembered(({ sqlite }: Store) => ({
  erased: sqlite
    .prepare<[string, string], string>("SELECT person FROM tombstones WHERE kind = ? AND stream = ?")
    .pluck(),
  erasedPerson: sqlite.prepare<[string], number>("SELECT 1 FROM tombstones WHERE person = ?").pluck(),
}));

/** Whether a person was erased here. */
export const isErased = (store: Store, person: string): boolean =>
  statements(store).erasedPerson.get(person) !== undefined;

/** Whether a record was erased here. */
export const isTombstoned = (store: Store, kind: StreamKind, stream: string): boolean =>
  statements(store).erased.get(kind, stream) !== undefined;

type Erasure = Pick<Problem, "what" | "todo">;

/** What stands against taking in something that was erased here; null when it was not. */
export function erasedProblem(store: Store, kind: StreamKind, stream: string): Erasure | null {
  const person = statements(store).erased.get(kind, stream);
  return person === undefined ? null : problemOf(store, person);
}

/** The same of a person, whatever record of theirs it is. */
export const erasedPersonProblem = (store: Store, person: string): Erasure | null =>
  isErased(store, person) ? problemOf(store, person) : null;

function problemOf(store: Store, person: string): Erasure {
  const erased = clinicOf(store).erased.find((one) => one.person === person);
  return {
    what: erased ? phrase`was erased here on ${sayDay(erased.at.slice(0, 10))} by ${erased.by}` : "was erased here",
    todo: "Nothing is taken in of it. Somebody who comes again is entered anew.",
  };
}
