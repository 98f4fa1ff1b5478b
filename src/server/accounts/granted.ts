import type { Act, RecordFacts } from "@/core";
import type { Route } from "@/wire/route";
import { isGranted, isSigned } from "../repositories/grants";
import type { Store } from "../store/store";
import { memberIn, type Who } from "./who";

/**
 * What decides whether a reader may see a record; null for everybody else, as
 * their role alone decides.
 */
export function readerFacts(store: Store, who: Who, act: Route["act"], exam: string | undefined): RecordFacts | null {
  const member = memberIn(who);
  const asked: Act = "see a record";
  if (act !== asked || member?.role !== "reader" || exam === undefined) return null;
  return { isSigned: isSigned(store, exam), isGranted: isGranted(store, exam, member.id), signedBy: null };
}
