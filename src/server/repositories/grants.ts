import { eq } from "drizzle-orm";
import { type Message, type Grant, InputError, remembered } from "@/core";
import type { Given, RecordGrants } from "@/wire/grants";
import { exams, people } from "../store/schema";
import type { Store } from "../store/store";
import { clinicOf } from "./clinic";
import { allProfiles, findProfile } from "./practitioners";
import { atOnce, say, type Sayer, storeIdOf } from "./streams";

const grants = (store: Store): readonly Grant[] => Object.values(clinicOf(store).grants);

const signature = remembered(({ sqlite }: Store) =>
  sqlite
    .prepare<[string], number>("SELECT 1 FROM stream_events WHERE stream = ? AND type = 'exam-signed' LIMIT 1")
    .pluck(),
);

/** Whether an examination was signed. */
export const isSigned = (store: Store, exam: string): boolean => signature(store).get(exam) === 1;

/** Whether a record was given to a reader. */
export const isGranted = (store: Store, exam: string, reader: string): boolean =>
  grants(store).some((one) => one.exam === exam && one.reader === reader);

/** Who there is to give a record to, and who has it. */
export const grantsOf = (store: Store, exam: string): RecordGrants => {
  const given = new Map(grants(store).flatMap((one) => (one.exam === exam ? [[one.reader, one.reason]] : [])));
  return {
    readers: allProfiles(store)
      .filter(({ role, hasLeft }) => role === "reader" && !hasLeft)
      .map(({ id, name }) => ({ id, name, reason: given.get(id) ?? null })),
  };
};

/**
 * Gives a signed record to a reader to look at, or takes it back.
 *
 * @param reason why; null takes it back
 * @throws InputError when there is nothing to give yet, or nobody to give it to
 */
export function giveRecord(store: Store, exam: string, reader: string, reason: string | null, sayer: Sayer): void {
  atOnce(store, () => {
    const fail = (where: string, what: Message, todo: Message): never => {
      throw new InputError([{ where, what, todo }]);
    };
    if (findProfile(store, reader)?.role !== "reader")
      fail("reader", "is not a reader of this store", "Add them under who works here, as a reader.");
    if (reason !== null && !isSigned(store, exam))
      fail("exam", "is not signed", "Sign it first: a reader sees signed records only.");
    const draft =
      reason === null
        ? ({ type: "grant-ended", body: { exam, reader } } as const)
        : ({ type: "record-granted", body: { exam, reader, reason } } as const);
    say(store, "clinic", storeIdOf(store), [draft], sayer);
  });
}

/** Whose examination it is; null where there is none. */
export const whoseExam = (store: Store, exam: string): { person: string; number: string } | null =>
  store.db
    .select({ person: people.name, number: people.number })
    .from(exams)
    .innerJoin(people, eq(people.id, exams.personId))
    .where(eq(exams.id, exam))
    .get() ?? null;

/** What was given to a reader, the newest first. */
export const givenTo = (store: Store, reader: string): Given[] =>
  grants(store)
    .filter((one) => one.reader === reader)
    .flatMap(({ exam, reason, at }) => {
      const whose = whoseExam(store, exam);
      return whose ? [{ exam, reason, at, isRun: false, ...whose }] : [];
    })
    .toReversed();
