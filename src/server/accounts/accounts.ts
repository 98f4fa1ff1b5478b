import { createHmac, randomBytes, timingSafeEqual } from "node:crypto";
import { and, desc, eq, ne } from "drizzle-orm";
import { v7 as newId } from "uuid";
import { InputError, type Problem, type Role } from "@/core";
import type { MemberAccount, OwnAccount } from "@/wire/accounts";
import { allProfiles, findProfile, saveProfile, setMember } from "../repositories/practitioners";
import { atOnce, type Sayer } from "../repositories/streams";
import {
  accountCredentials,
  accountPasskeys,
  accountSessions,
  accountTwoFactors,
  accountUsers,
  accountVerifications,
} from "../store/schema";
import type { Store } from "../store/store";
import { hashed, passphraseProblem } from "./passphrase";
import { secretOf } from "./secret";

/** A new member of the clinic, and what they sign in with. */
export type NewMember = {
  readonly id: string;
  readonly name: string;
  readonly registration: string;
  readonly role: Role;
  readonly signIn: string;
  readonly passphrase: string;
};

const fail = (problem: Problem): never => {
  throw new InputError([problem]);
};

/** The library knows people by an address; this one leads nowhere. */
export const addressOf = (signIn: string): string => `${signIn.toLowerCase()}@clinic.invalid`;
const signInOf = (address: string): string => address.split("@")[0]!;

async function checkedHash(passphrase: string, known: readonly string[]): Promise<string> {
  const problem = await passphraseProblem(passphrase, known);
  return problem ? fail(problem) : hashed(passphrase);
}

function assertNew(store: Store, { id, signIn }: NewMember, isFirst: boolean): void {
  const others = store.db.select().from(accountUsers).all();
  if (isFirst && others.length > 0)
    fail({ where: "owner", what: "is there already", todo: "Sign in, or ask the owner." });
  if (others.some((one) => one.id === id))
    fail({ where: "practitioner", what: "has an account already", todo: "Change that one instead." });
  if (others.some((one) => one.email === addressOf(signIn)))
    fail({ where: "signIn", what: "is somebody else's", todo: "Take another name to sign in with." });
}

/**
 * Gives somebody an account: who has a profile already keeps it, with everything
 * they did.
 *
 * @param isFirst only where nobody has an account yet, also after the passphrase was hashed
 *
 * @throws InputError when the passphrase is easy to guess, or the name to sign in with is taken
 */
export async function addMember(store: Store, member: NewMember, sayer: Sayer, isFirst = false): Promise<void> {
  const { id, name, registration, role, signIn, passphrase } = member;
  assertNew(store, member, isFirst);
  const password = await checkedHash(passphrase, [name, signIn]);
  const made = { createdAt: new Date(sayer.now), updatedAt: new Date(sayer.now) };
  atOnce(store, () => {
    assertNew(store, member, isFirst);
    saveProfile(store, { id, name, registration }, sayer);
    setMember(store, id, role, false, sayer);
    store.db
      .insert(accountUsers)
      .values({ id, name, email: addressOf(signIn), emailVerified: true, ...made })
      .run();
    store.db
      .insert(accountCredentials)
      .values({ id: newId(), accountId: id, providerId: "credential", userId: id, password, ...made })
      .run();
  });
}

/** Ends the sessions of an account; of all of them, or of all but one. */
export function endSessions({ db }: Store, user: string, but: string | null = null): void {
  const theirs = eq(accountSessions.userId, user);
  db.delete(accountSessions)
    .where(but === null ? theirs : and(theirs, ne(accountSessions.token, but)))
    .run();
}

/** Ends one session of an account; another's is left as it is. */
export const endSession = ({ db }: Store, user: string, id: string): void =>
  void db
    .delete(accountSessions)
    .where(and(eq(accountSessions.userId, user), eq(accountSessions.id, id)))
    .run();

/** Those who own the store: with an account, where anybody has one. */
function owners(store: Store): string[] {
  const all = members(store).filter(({ role, hasLeft }) => role === "owner" && !hasLeft);
  const withAccount = all.filter(({ signIn }) => signIn !== null);
  return (withAccount.length > 0 ? withAccount : all).map(({ id }) => id);
}

/** Changes what somebody is here; whoever leaves is signed out everywhere. */
export function changeMember(store: Store, id: string, role: Role, hasLeft: boolean, sayer: Sayer): void {
  atOnce(store, () => {
    const last = owners(store);
    if (last.length === 1 && last[0] === id && (role !== "owner" || hasLeft))
      fail({
        where: "role",
        what: "would leave the store without an owner",
        todo: "Make somebody else an owner first.",
      });
    setMember(store, id, role, hasLeft, sayer);
    if (hasLeft) endSessions(store, id);
  });
}

/** Gives an account another passphrase, takes its one-time codes, passkeys and short code away, and ends its sessions. */
export async function resetAccount(store: Store, id: string, passphrase: string, now: string): Promise<void> {
  const user = store.db.select().from(accountUsers).where(eq(accountUsers.id, id)).get();
  if (!user) return fail({ where: "practitioner", what: "has no account", todo: "Make one for them first." });
  const password = await checkedHash(passphrase, [user.name, signInOf(user.email)]);
  atOnce(store, () => {
    const updatedAt = new Date(now);
    store.db.update(accountCredentials).set({ password, updatedAt }).where(eq(accountCredentials.userId, id)).run();
    store.db.delete(accountTwoFactors).where(eq(accountTwoFactors.userId, id)).run();
    store.db.delete(accountPasskeys).where(eq(accountPasskeys.userId, id)).run();
    store.db
      .update(accountUsers)
      .set({ twoFactorEnabled: false, lockCode: null, updatedAt })
      .where(eq(accountUsers.id, id))
      .run();
    endSessions(store, id);
  });
}

/** Everybody who has a profile here, with whether they can sign in. */
export function members(store: Store): MemberAccount[] {
  const users = new Map(
    store.db
      .select()
      .from(accountUsers)
      .all()
      .map((user) => [user.id, user]),
  );
  return allProfiles(store).map(({ settings: _settings, ...profile }) => {
    const user = users.get(profile.id);
    return { ...profile, signIn: user ? signInOf(user.email) : null, hasCodes: user?.twoFactorEnabled === true };
  });
}

/** The name somebody signs in with; null when they have no account. */
export const signInNameOf = ({ db }: Store, id: string): string | null => {
  const user = db.select({ email: accountUsers.email }).from(accountUsers).where(eq(accountUsers.id, id)).get();
  return user ? signInOf(user.email) : null;
};

/** Keyed with what stands beside the store: a short code could be guessed from a hash alone. */
const codeHash = (store: Store, user: string, code: string): string =>
  createHmac("sha256", secretOf(store.path)).update(`table lock\n${user}\n${code}`).digest("hex");

/** Chooses the code that opens a locked table, or none. */
export const setLockCode = (store: Store, user: string, code: string | null): void =>
  void store.db
    .update(accountUsers)
    .set({ lockCode: code === null ? null : codeHash(store, user, code) })
    .where(eq(accountUsers.id, user))
    .run();

export const hasLockCode = ({ db }: Store, user: string): boolean =>
  db.select({ code: accountUsers.lockCode }).from(accountUsers).where(eq(accountUsers.id, user)).get()?.code != null;

/** Whether a code opens somebody's table; never where they chose none. */
export function isLockCode(store: Store, user: string, code: string): boolean {
  const kept = store.db.select().from(accountUsers).where(eq(accountUsers.id, user)).get()?.lockCode;
  return kept != null && timingSafeEqual(Buffer.from(kept, "hex"), Buffer.from(codeHash(store, user, code), "hex"));
}

/** Wrong codes stay counted where they are not named. */
type Lock = { readonly lockedAt: number | null; readonly lockTries?: number };
export const setLock = ({ db }: Store, token: string, lock: Lock): void =>
  void db.update(accountSessions).set(lock).where(eq(accountSessions.token, token)).run();

/** Where the store was put in another's place: whoever was signed in to that one is signed in no more. */
export function forgetSessions({ db }: Store): void {
  db.delete(accountSessions).run();
  db.delete(accountVerifications).run();
}

/** Makes the store's first account. Somebody who had a profile already may take it on. */
export async function makeOwner(store: Store, member: Omit<NewMember, "role">, now: string): Promise<void> {
  const there = findProfile(store, member.id);
  const registration = member.registration || (there?.registration ?? "");
  await addMember(
    store,
    { ...member, registration, role: "owner" },
    { now, actor: { id: member.id, name: member.name } },
    true,
  );
}

/** Somebody's passkeys, the newest first. */
export const passkeysOf = ({ db }: Store, user: string): OwnAccount["passkeys"] =>
  db
    .select()
    .from(accountPasskeys)
    .where(eq(accountPasskeys.userId, user))
    .orderBy(desc(accountPasskeys.createdAt))
    .all()
    .map(({ id, name, createdAt }) => ({ id, name: name ?? "", since: (createdAt ?? new Date(0)).toISOString() }));

const SEAL_BYTES = 32;

/** What somebody's waiting taps are sealed under, the same at every sign-in; it stands in the store, so that a restored one opens them too. */
export const sealOf = (store: Store, user: string): string =>
  atOnce(store, () => {
    const asked = store.db.select({ seal: accountUsers.seal }).from(accountUsers).where(eq(accountUsers.id, user));
    const there = asked.get()?.seal;
    if (there) return there;
    const made = randomBytes(SEAL_BYTES).toString("base64");
    store.db.update(accountUsers).set({ seal: made }).where(eq(accountUsers.id, user)).run();
    return made;
  });
