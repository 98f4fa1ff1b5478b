import type { StreamKind } from "@/core";
import { branchLinksOf, endOf, hashAt, streamIds } from "../repositories/streams";
import { isTombstoned } from "../repositories/tombstones";
import type { Store } from "../store/store";

/** What is compared between two stores: what is said of a clinic and its settings is each store's own. */
const COMPARED: readonly StreamKind[] = ["person", "exam", "episode"];

/** How one record stands in two stores. */
export type Standing = "same" | "only here" | "only there" | "longer here" | "longer there" | "forked" | "erased here";

export type Compared = {
  readonly kind: StreamKind;
  readonly id: string;
  readonly standing: Standing;
  /** Events that are here and not there. */
  readonly onlyHere: number;
};

function standingOf(here: Store, there: Store, kind: StreamKind, id: string): Compared {
  const [own, other] = [endOf(here, kind, id), endOf(there, kind, id)];
  const said = (standing: Standing, onlyHere = 0): Compared => ({ kind, id, standing, onlyHere });
  if (!own) return said(isTombstoned(here, kind, id) ? "erased here" : "only there");
  if (!other) return said("only here", own.length);
  if (own.head === other.head) return said("same");
  /** It was taken in before: its way is kept beside the record. */
  if (branchLinksOf(here, kind, id).some(({ hash }) => hash === other.head)) return said("same");
  if (other.length < own.length && hashAt(here, kind, id, other.length) === other.head)
    return said("longer here", own.length - other.length);
  if (own.length < other.length && hashAt(there, kind, id, own.length) === own.head) return said("longer there");
  const shared = Array.from({ length: Math.min(own.length, other.length) }, (_none, index) => index + 1).findIndex(
    (seq) => hashAt(here, kind, id, seq) !== hashAt(there, kind, id, seq),
  );
  return said("forked", own.length - Math.max(shared, 0));
}

/** Every record of two stores, and in which of them it goes further. */
export const compareStores = (here: Store, there: Store): Compared[] =>
  COMPARED.flatMap((kind) =>
    [...new Set([...streamIds(here, kind), ...streamIds(there, kind)])]
      .toSorted()
      .map((id) => standingOf(here, there, kind, id)),
  );

const counted = (number: number, one: string, many: string): string => `${number} ${number === 1 ? one : many}`;

/** What would be gone if the one store took the other's place, in a sentence; null when nothing would. */
export function lostBy(compared: readonly Compared[]): string | null {
  const whole = (kind: StreamKind) =>
    compared.filter((one) => one.kind === kind && one.standing === "only here").length;
  const events = compared
    .filter(({ standing }) => standing === "longer here" || standing === "forked")
    .reduce((sum, { onlyHere }) => sum + onlyHere, 0);
  const parts = [
    [whole("person"), "person", "people"],
    [whole("exam"), "examination", "examinations"],
    [whole("episode"), "course", "courses"],
    [events, "later event of records that are in both", "later events of records that are in both"],
  ] as const;
  const said = parts.filter(([number]) => number > 0).map(([number, one, many]) => counted(number, one, many));
  return said.length ? said.join(", ") : null;
}
