import { parseCookies } from "better-auth/cookies";
import { and, desc, eq, lt } from "drizzle-orm";
import { type Message, InputError, phrase } from "@/core";
import type { OwnAccount, SessionShown, SignedIn } from "@/wire/accounts";
import { RequestError, UNKEPT } from "../edge/http";
import { accountSessions, accountUsedCodes, accountUsers, accountVerifications } from "../store/schema";
import type { Store } from "../store/store";
import { addressOf, endSessions, hasLockCode, isLockCode, passkeysOf, setLock, signInNameOf } from "./accounts";
import { ADDRESS_HEADER, authOf, COOKIE_PREFIX, isEncrypted } from "./auth";
import { noteEntrance } from "../log/noted";
import { countTry, forgetTries } from "./limits";
import { memberById, type SignedInWho, type Who } from "./who";

const MOST_TRIES = 5;

/** Where a request came from. */
export const addressIn = (request: Request): string => request.headers.get(ADDRESS_HEADER) ?? "here";

/** Our own answer with the library's cookies: what it says itself holds the session's key, which no script is to see. */
export function answered(body: object, cookies: readonly string[]): Response {
  const headers = new Headers(UNKEPT);
  cookies.forEach((cookie) => headers.append("set-cookie", cookie));
  return Response.json(body, { headers });
}

const wrong = (todo = "Look at both, and at the Caps Lock key."): never => {
  throw new RequestError(401, { where: "you", what: "that name and passphrase do not belong together", todo });
};
const wrongCode = (todo: Message): never => {
  throw new RequestError(401, { where: "code", what: "is not the right code, or was used before", todo });
};

const wrongPassphrase = (where: string): never => {
  throw new RequestError(403, { where, what: "is not the right passphrase", todo: "Type it again." });
};

const idOfAddress = ({ db }: Store, address: string): string | null =>
  db.select({ id: accountUsers.id }).from(accountUsers).where(eq(accountUsers.email, address)).get()?.id ?? null;

export type Asked = { readonly store: Store; readonly request: Request };

/** Signs somebody in; where they have one-time codes, that is asked next. A wrong name and a wrong passphrase look alike. */
export async function signIn({ store, request }: Asked, name: string, passphrase: string): Promise<Response> {
  const address = addressOf(name);
  await countTry(store, address, addressIn(request));
  const said = await authOf(store).api.signInEmail({
    body: { email: address, password: passphrase },
    headers: request.headers,
    asResponse: true,
  });
  const id = said.ok ? idOfAddress(store, address) : null;
  const member = id === null ? null : memberById(store, id);
  if (!member || member.hasLeft) {
    if (member) endSessions(store, member.id);
    noteEntrance({ store, request }, "refused: signing in", null, name);
    return wrong();
  }
  await forgetTries(store, address);
  const { twoFactorRedirect } = (await said.json()) as { twoFactorRedirect?: boolean };
  const next: SignedIn["next"] = twoFactorRedirect ? "code" : "come in";
  if (next === "come in") noteEntrance({ store, request }, "signed in", member);
  return answered({ next }, said.headers.getSetCookie());
}

const CODE_LIVES_MS = 5 * 60_000;

/** Takes a one-time code out of use; false when it was used before. */
function useCode({ db }: Store, user: string, code: string, now: number): boolean {
  db.delete(accountUsedCodes)
    .where(and(eq(accountUsedCodes.user, user), lt(accountUsedCodes.at, now - CODE_LIVES_MS)))
    .run();
  return db.insert(accountUsedCodes).values({ user, code, at: now }).onConflictDoNothing().run().changes === 1;
}

/** Who has given a passphrase and is asked for a code next, by what the library keeps of it. */
function halfwayIn({ db }: Store, request: Request): string | null {
  const cookie = [...parseCookies(request.headers.get("cookie") ?? "")].find(([name]) => name.endsWith(".two_factor"));
  const identifier = decodeURIComponent(cookie?.[1] ?? "").split(".")[0]!;
  const asked = db.select().from(accountVerifications).where(eq(accountVerifications.identifier, identifier));
  return asked.get()?.value ?? null;
}

/** The second step of a sign-in. A code is taken once, whoever is first with it. */
export async function giveCode(
  { store, request }: Asked,
  code: string,
  kind: "one-time" | "recovery",
  now: number,
): Promise<Response> {
  const digits = code.replaceAll(/\s/g, "");
  const whose = `second step ${halfwayIn(store, request) ?? addressIn(request)}`;
  await countTry(store, whose, addressIn(request));
  const { api } = authOf(store);
  const asking = { body: { code: digits }, headers: request.headers, asResponse: true } as const;
  const said = kind === "one-time" ? await api.verifyTOTP(asking) : await api.verifyBackupCode(asking);
  if (!said.ok) {
    noteEntrance({ store, request }, "refused: signing in", null, "code");
    return wrongCode("Take the next one; after a while, sign in anew.");
  }
  await forgetTries(store, whose);
  const { token, user } = (await said.json()) as { token: string; user: { id: string } };
  if (kind === "one-time" && !useCode(store, user.id, digits, now)) {
    store.db.delete(accountSessions).where(eq(accountSessions.token, token)).run();
    noteEntrance({ store, request }, "refused: signing in", memberById(store, user.id), "code used again");
    return wrongCode("Wait for the next one.");
  }
  noteEntrance({ store, request }, "signed in", memberById(store, user.id), kind);
  return answered({ next: "come in" } satisfies SignedIn, said.headers.getSetCookie());
}

const expired = (name: string): string =>
  `${name}=; Path=/; Max-Age=0; HttpOnly; SameSite=Strict${isEncrypted() ? "; Secure" : ""}`;

/** Ends the session; whoever else is signed in at this device stays so. */
export function signOut({ store, request }: Asked, who: Who): Response {
  if (who.kind !== "session") return answered({ done: true }, []);
  noteEntrance({ store, request }, "signed out", who.member);
  const { token } = who.session;
  store.db.delete(accountSessions).where(eq(accountSessions.token, token)).run();
  const name = `${isEncrypted() ? "__Secure-" : ""}${COOKIE_PREFIX}.session_token`;
  return answered({ done: true }, [expired(name), expired(`${name}_multi-${token.toLowerCase()}`)]);
}

/** Whoever asks, with their session; a store without accounts has none. */
export function signedIn(who: Who): SignedInWho {
  if (who.kind === "session") return who;
  throw new RequestError(who.kind === "here" ? 409 : 401, {
    where: "you",
    what: who.kind === "here" ? "this store has no accounts" : "you are not signed in",
    todo: who.kind === "here" ? "Make the owner's account first." : "Sign in, then go on: nothing is lost.",
  });
}

/** Whoever changes what protects an account says the passphrase again. */
export async function assertPassphrase({ store, request }: Asked, user: string, passphrase: string): Promise<void> {
  await countTry(store, `again ${user}`, addressIn(request));
  const said = await authOf(store)
    .api.verifyPassword({ body: { password: passphrase }, headers: request.headers, asResponse: true })
    .catch(() => null);
  if (!said?.ok) return wrongPassphrase("passphrase");
  await forgetTries(store, `again ${user}`);
}

/** Opens a locked table by its short code; after five wrong ones only the passphrase does. */
export function unlock(store: Store, who: Who, code: string): void {
  const { session, member } = signedIn(who);
  if (session.lockedAt === null) return;
  const spent = (): never => {
    throw new RequestError(429, {
      where: "code",
      what: "was wrong five times",
      todo: "Sign in with your passphrase; nothing is lost.",
    });
  };
  if (session.lockTries >= MOST_TRIES) spent();
  /** Counted before it is looked at, so that many at once are as many tries. */
  const tries = session.lockTries + 1;
  const counted = store.db
    .update(accountSessions)
    .set({ lockTries: tries })
    .where(and(eq(accountSessions.token, session.token), eq(accountSessions.lockTries, session.lockTries)))
    .run();
  if (counted.changes === 1 && isLockCode(store, member.id, code))
    return setLock(store, session.token, { lockedAt: null, lockTries: 0 });
  if (tries >= MOST_TRIES) spent();
  throw new RequestError(403, {
    where: "code",
    what: "is not the right one",
    todo: phrase`${MOST_TRIES - tries} more, then the passphrase is asked.`,
  });
}

/** Others who are signed in at the same device. */
async function othersHere({ store, request }: Asked, user: string): Promise<OwnAccount["others"]> {
  const here = await authOf(store).api.listDeviceSessions({ headers: request.headers });
  return here
    .filter((one) => one.user.id !== user && memberById(store, one.user.id)?.hasLeft === false)
    .map((one) => ({ session: one.session.id, name: one.user.name }));
}

/** An account as its owner sees it. */
export async function ownAccount(asked: Asked, who: Who): Promise<OwnAccount> {
  const { session, member } = signedIn(who);
  const { store } = asked;
  const user = member.id;
  const sessions = store.db
    .select()
    .from(accountSessions)
    .where(eq(accountSessions.userId, user))
    .orderBy(desc(accountSessions.createdAt))
    .all();
  return {
    signIn: signInNameOf(store, user) ?? "",
    hasCodes:
      store.db.select({ has: accountUsers.twoFactorEnabled }).from(accountUsers).where(eq(accountUsers.id, user)).get()
        ?.has === true,
    hasLockCode: hasLockCode(store, user),
    sessions: sessions.map((one): SessionShown => ({
      id: one.id,
      since: one.createdAt.toISOString(),
      lastUsed: new Date(Math.max(one.usedAt, one.createdAt.getTime())).toISOString(),
      device: one.userAgent ?? "",
      address: one.ipAddress ?? "",
      isThis: one.token === session.token,
    })),
    others: await othersHere(asked, user),
    passkeys: passkeysOf(store, user),
  };
}

/** Gives the device to somebody else who is signed in at it; they open it with their own code. */
export async function changeHands(asked: Asked, who: Who, session: string): Promise<Response> {
  const { store, request } = asked;
  const { session: mine } = signedIn(who);
  const here = await authOf(store).api.listDeviceSessions({ headers: request.headers });
  const theirs = here.find((one) => one.session.id === session);
  if (!theirs)
    throw new InputError([
      { where: "session", what: "is not signed in at this device", todo: "Let them sign in here once." },
    ]);
  const said = await authOf(store).api.setActiveSession({
    body: { sessionToken: theirs.session.token },
    headers: request.headers,
    asResponse: true,
  });
  if (!said.ok)
    throw new RequestError(401, { where: "session", what: "has ended", todo: "Let them sign in here again." });
  /** Wrong codes that were tried on either stay counted: handing over gives nobody five more. */
  const lockedAt = Date.now();
  [mine.token, theirs.session.token].forEach((token) => setLock(store, token, { lockedAt }));
  return answered({ done: true }, said.headers.getSetCookie());
}

/** Begins with one-time codes: the address for the app that makes them, and the recovery codes, shown once. */
export async function beginCodes(
  { store, request }: Asked,
  passphrase: string,
): Promise<{ address: string; recovery: readonly string[] }> {
  const said = await authOf(store).api.enableTwoFactor({
    body: { password: passphrase },
    headers: request.headers,
    asResponse: true,
  });
  if (!said.ok) return wrongPassphrase("passphrase");
  const { totpURI, backupCodes } = (await said.json()) as { totpURI: string; backupCodes: string[] };
  return { address: totpURI, recovery: backupCodes };
}

/** One-time codes are asked from now on, once one of them was right. */
export async function confirmCodes({ store, request }: Asked, user: string, code: string): Promise<Response> {
  await countTry(store, `codes ${user}`, addressIn(request));
  const said = await authOf(store).api.verifyTOTP({
    body: { code },
    headers: request.headers,
    asResponse: true,
  });
  if (!said.ok) return wrongCode("Take the next one the app shows.");
  await forgetTries(store, `codes ${user}`);
  useCode(store, user, code, Date.now());
  return answered({ done: true }, said.headers.getSetCookie());
}

/** One-time codes are asked no more. */
export async function endCodes({ store, request }: Asked, passphrase: string): Promise<Response> {
  const said = await authOf(store).api.disableTwoFactor({
    body: { password: passphrase },
    headers: request.headers,
    asResponse: true,
  });
  if (!said.ok) return wrongPassphrase("passphrase");
  return answered({ done: true }, said.headers.getSetCookie());
}

/** Gives oneself another passphrase; every other session ends. */
export async function changePassphrase(
  { store, request }: Asked,
  passphrases: { now: string; next: string },
): Promise<Response> {
  const said = await authOf(store).api.changePassword({
    body: { currentPassword: passphrases.now, newPassword: passphrases.next, revokeOtherSessions: true },
    headers: request.headers,
    asResponse: true,
  });
  if (!said.ok) return wrongPassphrase("now");
  return answered({ done: true }, said.headers.getSetCookie());
}
