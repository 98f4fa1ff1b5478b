import type { Act, RecordFacts } from "@/core";
import type { Route } from "@/wire/route";
import { isGranted, isSigned } from "../repositories/grants";
import type { Store } from "../store/store";
import { goesByCare, isOutsideCare, personIn } from "./care";
import { isInvited } from "./helping";
import { assertMay, memberIn, type Who } from "./who";

/** What is known of a record where nothing is. */
export const NOTHING: RecordFacts = {
  isSigned: false,
  isGranted: false,
  signedBy: null,
  isOutside: false,
  isSupervised: false,
  isInvited: false,
};

/**
 * What of a record decides who may do something with it: whether it was given to
 * a reader, and whether the person is in the care of whoever asks. Null where
 * their role alone decides.
 */
export function recordFacts(
  store: Store,
  who: Who,
  act: Route["act"],
  ids: Readonly<Record<string, string>>,
  now: number,
): RecordFacts | null {
  const member = memberIn(who);
  const asked: Act = "see a record";
  if (!member || act === "anybody") return null;
  if (member.role === "helper")
    return ids.exam === undefined ? null : { ...NOTHING, isInvited: isInvited(store, ids.exam, member.id, now) };
  if (member.role !== "reader")
    return goesByCare(store) && isOutsideCare(store, personIn(store, ids), member.id, now)
      ? { ...NOTHING, isOutside: true }
      : null;
  return act === asked && ids.exam !== undefined
    ? { ...NOTHING, isSigned: isSigned(store, ids.exam), isGranted: isGranted(store, ids.exam, member.id) }
    : null;
}

/**
 * Refuses whoever may not see a record that is named by its id alone, be it an
 * examination, a course or a person.
 *
 * @returns the id under the name of what it is of
 */
export function assertMaySee(store: Store, who: Who, record: string, now: number): Readonly<Record<string, string>> {
  const kinds: readonly Readonly<Record<string, string>>[] = [
    { exam: record },
    { episode: record },
    { person: record },
  ];
  const ids = kinds.find((one) => personIn(store, one) !== null) ?? { exam: record };
  assertMay(who, "see a record", recordFacts(store, who, "see a record", ids, now), () => personIn(store, ids));
  return ids;
}
