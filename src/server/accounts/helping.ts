import { refuse } from "@/core";
import type { Given, RunHelpers } from "@/wire/grants";
import { clinicOf } from "../repositories/clinic";
import { isSigned, whoseExam } from "../repositories/grants";
import { allProfiles } from "../repositories/practitioners";
import { atOnce, say, type Sayer, storeIdOf } from "../repositories/streams";
import type { Store } from "../store/store";

/** Helpers at the keys of a run: for one examination, while it is open and for a day's work at most. */

const HOUR = 3_600_000;
export const INVITED_MS = 12 * HOUR;

/** Whether somebody was invited to the keys of an examination, and may still be at them. */
export function isInvited(store: Store, exam: string, helper: string, now: number): boolean {
  const invited = clinicOf(store).invited[`${exam} ${helper}`];
  return invited !== undefined && now - Date.parse(invited.at) < INVITED_MS && !isSigned(store, exam);
}

/** Who there is to keep the keys, and who was invited to. */
export const helpersOf = (store: Store, exam: string, now: number): RunHelpers => ({
  helpers: allProfiles(store)
    .filter(({ role, hasLeft }) => role === "helper" && !hasLeft)
    .map(({ id, name }) => ({ id, name, isInvited: isInvited(store, exam, id, now) })),
});

/** Invites a helper to the keys of an examination, or sends them off. */
export function inviteHelper(store: Store, exam: string, helper: string, isIn: boolean, sayer: Sayer): void {
  if (!helpersOf(store, exam, Date.parse(sayer.now)).helpers.some(({ id }) => id === helper))
    refuse("helper", "is not a helper of this store", "Add them under who works here, as a helper.");
  if (whoseExam(store, exam) === null) refuse("exam", "is not in this store", "Open it from the roster.");
  if (isIn && isSigned(store, exam)) refuse("exam", "is signed", "There is nothing to keep the keys of.");
  atOnce(store, () =>
    say(
      store,
      "clinic",
      storeIdOf(store),
      [{ type: isIn ? "helper-invited" : "helper-sent-off", body: { exam, helper } }],
      sayer,
    ),
  );
}

/** The examinations whose keys somebody was given, the newest first. */
export const invitationsOf = (store: Store, helper: string, now: number): Given[] =>
  Object.values(clinicOf(store).invited)
    .filter((one) => one.helper === helper && isInvited(store, one.exam, helper, now))
    .flatMap(({ exam, by, at }) => {
      const whose = whoseExam(store, exam);
      return whose ? [{ exam, reason: `${by} asks you to the keys`, at, isRun: true, ...whose }] : [];
    })
    .toReversed();
