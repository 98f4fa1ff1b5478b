import { findPerson } from "../repositories/people";
import type { Store } from "../store/store";
import { seesFindings } from "./fields";
import { memberIn, type Who } from "./who";

/**
 * A person's entry as somebody sent it. Whoever does not see the person's records
 * never saw the notes: those stay as they were.
 */
export function entered(store: Store, who: Who, sent: unknown): unknown {
  if (typeof sent !== "object" || sent === null || Array.isArray(sent)) return sent;
  const id = (sent as { id?: unknown }).id;
  const there = typeof id === "string" ? findPerson(store, id) : null;
  const member = memberIn(who);
  const sees = member !== null && seesFindings(store, member, there?.id ?? null, Date.now());
  return sees ? sent : { ...sent, notes: there?.notes ?? "" };
}
