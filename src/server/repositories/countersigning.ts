import { eq, ne } from "drizzle-orm";
import { type Message, InputError, may, type RecordFacts, type RecordedEvent, SIGNATURES } from "@/core";
import type { Awaiting, SignatureStanding } from "@/wire/countersigning";
import { awaiting, exams, people } from "../store/schema";
import type { Store } from "../store/store";
import { clinicOf } from "./clinic";
import { findProfile } from "./practitioners";
import { atOnce, endOf, say, type Sayer, storeIdOf } from "./streams";

/** Puts a record on the list of those to be countersigned when a trainee has signed it. Within the writer's transaction. */
export function noteSignature(
  store: Store,
  { exam, actor, at, type }: RecordedEvent & { exam: string },
  head: string,
): void {
  if (!SIGNATURES.has(type as never) || findProfile(store, actor.id)?.role !== "trainee") return;
  const row = { exam, by: actor.id, at, head };
  store.db.insert(awaiting).values(row).onConflictDoUpdate({ target: awaiting.exam, set: row }).run();
}

/** What somebody else signed and this member may countersign. */
export function awaitingFor(store: Store, member: Parameters<typeof may>[0]): Awaiting[] {
  if (!may(member, "countersign", null).may) return [];
  return store.db
    .select({ exam: awaiting.exam, at: awaiting.at, by: awaiting.by, person: people.name, number: people.number })
    .from(awaiting)
    .innerJoin(exams, eq(exams.id, awaiting.exam))
    .innerJoin(people, eq(people.id, exams.personId))
    .where(ne(awaiting.by, member.id))
    .orderBy(awaiting.at)
    .all()
    .map(({ by, ...row }) => ({ ...row, by: findProfile(store, by)?.name ?? "" }));
}

const waiting = (store: Store, exam: string) =>
  store.db.select().from(awaiting).where(eq(awaiting.exam, exam)).get() ?? null;

/** What is known of a record's signature, for whoever asks to countersign it. */
export const signatureFacts = (store: Store, exam: string): RecordFacts => {
  const row = waiting(store, exam);
  return {
    isSigned: row !== null,
    isGranted: false,
    signedBy: row?.by ?? null,
    isOutside: false,
    isSupervised: false,
    isInvited: false,
  };
};

/**
 * Countersigns what a trainee signed, or gives it back with a reason. Nothing is
 * written over: it stands in the clinic's own record, and names the end of the
 * examination that was looked at.
 *
 * @throws InputError when it does not wait, or has moved on since it was looked at
 */
export function countersign(store: Store, exam: string, head: string, reason: string | null, sayer: Sayer): void {
  atOnce(store, () => {
    const fail = (what: Message, todo: Message): never => {
      throw new InputError([{ where: "exam", what, todo }]);
    };
    if (!waiting(store, exam)) fail("does not wait for a countersignature", "Look at the list on the roster again.");
    if (endOf(store, "exam", exam)?.head !== head)
      fail("has moved on since you looked at it", "Look at the record again, then countersign.");
    const draft =
      reason === null
        ? ({ type: "record-countersigned", body: { exam, head } } as const)
        : ({ type: "record-returned", body: { exam, head, reason } } as const);
    say(store, "clinic", storeIdOf(store), [draft], sayer);
    store.db.delete(awaiting).where(eq(awaiting.exam, exam)).run();
  });
}

/** How a trainee's signature stands. */
export function standing(store: Store, exam: string): SignatureStanding {
  const nameOf = (id: string): string => findProfile(store, id)?.name ?? "";
  const row = waiting(store, exam);
  if (row) return { state: "waits", by: nameOf(row.by), byId: row.by };
  const said = clinicOf(store).countersigned[exam];
  if (!said) return { state: "none" };
  const { at, returnedFor: reason } = said;
  return { state: reason === null ? "countersigned" : "returned", by: nameOf(said.by), at, reason };
}
