import {
  angleAgreement,
  type ClinicError,
  type ClinicState,
  errorsThatJudge,
  foldClinic,
  InputError,
  notMeasuredBy,
  type OwnError,
  type OwnErrorInput,
  protocolOf,
  refuse,
  remembered,
  type StreamEvent,
  toldSentences,
  phrase,
} from "@/core";
import type { Store } from "../store/store";
import { atOnce, eventsOf, headIn, say, type Sayer, storeIdOf } from "./streams";

type Kept = { head: string; state: ClinicState };
const kept = remembered((_store: Store): { now: Kept | null } => ({ now: null }));

/** What the clinic's own stream adds up to: worked out again only when it has moved on. */
export function clinicOf(store: Store): ClinicState {
  const id = storeIdOf(store);
  const head = headIn(store, "clinic", id);
  const known = kept(store);
  if (known.now?.head !== head) known.now = { head, state: foldClinic(eventsOf<StreamEvent>(store, "clinic", id)) };
  return known.now.state;
}

/** What is said to people here in other words than those that ship. */
export const clinicWords = (store: Store): ClinicState["words"] => clinicOf(store).words;

/** How far measuring errs here, where that was measured: worked out again only when the clinic's stream has moved on. */
export const clinicErrors = (store: Store): readonly ClinicError[] => judging(clinicOf(store));
const judging = remembered(errorsThatJudge);

/** What was measured of the own error, the newest first. */
export const ownErrorsOf = (store: Store): OwnError[] =>
  Object.values(clinicOf(store).errors).toSorted((a, b) => (a.at < b.at ? 1 : -1));

/**
 * Keeps pairs that were measured here; from then on changes are judged by them.
 *
 * @throws InputError when the test does not measure that, the device cannot, or nothing can be reckoned of the pairs
 */
export function keepOwnError(store: Store, id: string, of: OwnErrorInput, sayer: Sayer): OwnError[] {
  const measure = protocolOf(of.test).measures.find(({ id: known }) => known === of.measure);
  if (!measure) refuse("measure", phrase`"${of.measure}" is not measured in that test`, "Choose one of its numbers.");
  const not = of.device ? notMeasuredBy(of.test, of.measure, of.device) : null;
  if (not) refuse("device", "cannot measure that", not);
  angleAgreement(of.pairs as [number, number][]);
  atOnce(store, () => {
    if (!Object.hasOwn(clinicOf(store).errors, id))
      say(store, "clinic", storeIdOf(store), [{ type: "error-measured", body: { error: id, of } }], sayer);
  });
  return ownErrorsOf(store);
}

/** What was measured is withdrawn: from then on it judges nothing. */
export function withdrawOwnError(store: Store, id: string, sayer: Sayer): OwnError[] {
  if (!Object.hasOwn(clinicOf(store).errors, id))
    refuse("error", "is not one that is kept here", "Load the page again.");
  atOnce(store, () =>
    say(store, "clinic", storeIdOf(store), [{ type: "error-withdrawn", body: { error: id } }], sayer),
  );
  return ownErrorsOf(store);
}

/**
 * Says a sentence in the clinic's own words from now on.
 *
 * @param own null: as it ships again
 * @throws InputError when it is none of those that are said
 */
export function saySentence(store: Store, shipped: string, own: string | null, sayer: Sayer): ClinicState["words"] {
  return atOnce(store, () => {
    const words = clinicWords(store);
    const isAsShipped = own === null || own === shipped;
    if (isAsShipped && !Object.hasOwn(words, shipped)) return words;
    if (!isAsShipped && !toldSentences().some(({ text }) => text === shipped))
      throw new InputError([
        {
          where: "sentence",
          what: "is none of those that are said here",
          todo: "Choose one from the list of what is said.",
        },
      ]);
    const draft = isAsShipped
      ? ({ type: "sentence-as-shipped", body: { shipped } } as const)
      : ({ type: "sentence-said", body: { shipped, own } } as const);
    say(store, "clinic", storeIdOf(store), [draft], sayer);
    return clinicWords(store);
  });
}
