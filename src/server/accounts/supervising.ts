import { may, refuse, remembered } from "@/core";
import type { Supervisor } from "@/wire/accounts";
import { RequestError } from "../edge/http";
import { allProfiles } from "../repositories/practitioners";
import type { Store } from "../store/store";
import { hasLockCode, isLockCode } from "./accounts";
import { countTry, forgetTries } from "./limits";
import { memberById } from "./who";

/**
 * A supervisor at a trainee's table: their short code, on the same screen, for
 * what a trainee may not do alone. It holds for that examination and for a
 * moment; who gave it stands in the record.
 */

/** Long enough to type the reason. */
export const HOLDS_MS = 5 * 60_000;

type Said = { readonly supervisor: Supervisor; readonly until: number };
const said = remembered((_store: Store) => new Map<string, Said>());

const mayDoItAlone = (store: Store, id: string): boolean => {
  const member = memberById(store, id);
  return member !== null && may(member, "override a block", null).may;
};

/** Those who can say so: with a short code, and who may do it alone. */
export const supervisors = (store: Store): Supervisor[] =>
  allProfiles(store)
    .filter(({ id }) => mayDoItAlone(store, id) && hasLockCode(store, id))
    .map(({ id, name }) => ({ id, name }));

type Asking = { readonly exam: string; readonly trainee: string; readonly address: string };

/**
 * Takes a supervisor's word for what comes next in an examination.
 *
 * @throws InputError when they do not supervise here; RequestError for a wrong code, or after too many
 */
export async function supervise(
  store: Store,
  { exam, trainee, address }: Asking,
  supervisor: string,
  code: string,
  now: number,
): Promise<Supervisor> {
  const who = supervisors(store).find(({ id }) => id === supervisor && id !== trainee);
  if (!who) return refuse("supervisor", "does not supervise here", "Choose somebody of the list.");
  await countTry(store, `supervise ${supervisor}`, address);
  if (!isLockCode(store, supervisor, code))
    throw new RequestError(403, { where: "code", what: "is not their short code", todo: "They enter it again." });
  await forgetTries(store, `supervise ${supervisor}`);
  said(store).set(`${exam} ${trainee}`, { supervisor: who, until: now + HOLDS_MS });
  return who;
}

/** Whether the supervisor that an event names said so, just now and for this examination. */
export function isSupervised(
  store: Store,
  { exam, trainee }: Omit<Asking, "address">,
  named: unknown,
  now: number,
): boolean {
  const there = said(store).get(`${exam} ${trainee}`);
  const id = (named as { practitioner?: unknown } | undefined)?.practitioner;
  return there !== undefined && now < there.until && there.supervisor.id === id && mayDoItAlone(store, id);
}
