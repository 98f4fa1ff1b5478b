import { type ClinicState, foldClinic, InputError, remembered, type StreamEvent, toldSentences } from "@/core";
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
