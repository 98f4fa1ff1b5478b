import { getSessionCookie, parseCookies } from "better-auth/cookies";
import {
  type Act,
  ACTS,
  type Actor,
  type Asker,
  may,
  OUTSIDE_CARE,
  type Problem,
  type RecordFacts,
  remembered,
  type Role,
} from "@/core";
import { RequestError } from "../edge/http";
import { PROFILE_COOKIE } from "../edge/profile-cookie";
import type { Store } from "../store/store";
import { authOf, COOKIE_PREFIX } from "./auth";

/** Somebody who works here, as far as it decides what they may do. */
export type Member = Asker & { readonly name: string };

type Session = {
  readonly id: string;
  readonly token: string;
  readonly lockedAt: number | null;
  readonly lockTries: number;
};

/** Somebody who signed in. */
export type SignedInWho = { readonly kind: "session"; readonly member: Member; readonly session: Session };

/** Who is asking. */
export type Who =
  /** Somebody at this machine, in a store without accounts; null: nobody has a profile yet. */
  | { readonly kind: "here"; readonly member: Member | null }
  | SignedInWho
  /** Nobody that is known. First: this store has no owner yet. */
  | { readonly kind: "nobody"; readonly isFirst: boolean };

const MINUTE = 60_000;
/** A session that nobody used for that long has ended. */
export const IDLE_MS = 60 * MINUTE;
const COOKIES_KEPT = 500;

type MemberRow = { id: string; name: string; role: Role; hasLeft: number };
const MEMBER = "SELECT id, name, role, has_left AS hasLeft FROM practitioners";

const kept = remembered(({ sqlite }: Store) => ({
  /** What a cookie's seal was found to hold. */
  tokens: new Map<string, string>(),
  used: new Map<string, number>(),
  hasAccounts: sqlite.prepare<[], number>("SELECT EXISTS (SELECT 1 FROM account_users)").pluck(),
  isDemo: sqlite.prepare<[], number>("SELECT is_demo FROM store").pluck(),
  session: sqlite.prepare<
    [string],
    { id: string; user: string; expiresAt: number; usedAt: number; lockedAt: number | null; lockTries: number }
  >(
    "SELECT id, user_id AS user, expires_at AS expiresAt, max(used_at, created_at) AS usedAt, locked_at AS lockedAt, lock_tries AS lockTries FROM account_sessions WHERE token = ? GROUP BY id",
  ),
  use: sqlite.prepare("UPDATE account_sessions SET used_at = ? WHERE token = ?"),
  end: sqlite.prepare("DELETE FROM account_sessions WHERE token = ?"),
  member: sqlite.prepare<[string], MemberRow>(`${MEMBER} WHERE id = ?`),
  named: sqlite.prepare<[string], { name: string; registration: string }>(
    "SELECT name, registration FROM practitioners WHERE id = ?",
  ),
  firstMember: sqlite.prepare<[], MemberRow>(`${MEMBER} WHERE has_left = 0 ORDER BY role = 'owner' DESC, name LIMIT 1`),
}));

const memberOf = (row: MemberRow | undefined): Member | null => (row ? { ...row, hasLeft: row.hasLeft === 1 } : null);

/** Somebody who has a profile here; null when nobody has that id. */
export const memberById = (store: Store, id: string): Member | null => memberOf(kept(store).member.get(id));

/** How people come in: by their accounts; at this machine, without any; or not yet, as nobody owns the store. */
export type Entrance = "accounts" | "here" | "first";

export function entranceOf(store: Store): Entrance {
  const sql = kept(store);
  if (sql.hasAccounts.get() === 1) return "accounts";
  return process.env.DUST_LANTERN_ACCOUNTS === "none" || sql.isDemo.get() === 1 ? "here" : "first";
}

async function tokenIn(store: Store, request: Request): Promise<string | null> {
  const { tokens } = kept(store);
  const cookie = getSessionCookie(request.headers, { cookiePrefix: COOKIE_PREFIX });
  if (!cookie) return null;
  const known = tokens.get(cookie);
  if (known) return known;
  const found = await authOf(store).api.getSession({ headers: request.headers });
  if (!found) return null;
  if (tokens.size >= COOKIES_KEPT) tokens.clear();
  tokens.set(cookie, found.session.token);
  return found.session.token;
}

/** Notes once a minute that a session is used; a store that cannot be written goes on being read. */
function noteUse(store: Store, token: string, before: number, now: number): void {
  const { used, use } = kept(store);
  if (now - Math.max(before, used.get(token) ?? 0) < MINUTE) return;
  if (used.size >= COOKIES_KEPT) used.clear();
  used.set(token, now);
  try {
    use.run(now, token);
  } catch (error) {
    if (!(error instanceof Error && "code" in error)) throw error;
  }
}

/** Who is asking, as the request's cookies say and the store confirms: looked up anew each time, so that what has ended has ended. */
export async function whoAsks(store: Store, request: Request, now: number): Promise<Who> {
  const entrance = entranceOf(store);
  if (entrance === "first") return { kind: "nobody", isFirst: true };
  const sql = kept(store);
  if (entrance === "here") {
    const chosen = parseCookies(request.headers.get("cookie") ?? "").get(PROFILE_COOKIE);
    const row = (chosen && sql.member.get(chosen)) || sql.firstMember.get();
    return { kind: "here", member: memberOf(row) };
  }
  const token = await tokenIn(store, request);
  const session = token === null ? undefined : sql.session.get(token);
  const member = session && memberById(store, session.user);
  if (!token || !session || !member || member.hasLeft || session.expiresAt < now)
    return { kind: "nobody", isFirst: false };
  const lastUsed = Math.max(session.usedAt, sql.used.get(token) ?? 0);
  if (now - lastUsed > IDLE_MS) {
    sql.end.run(token);
    return { kind: "nobody", isFirst: false };
  }
  noteUse(store, token, session.usedAt, now);
  const { id, lockedAt, lockTries } = session;
  return { kind: "session", member, session: { id, token, lockedAt, lockTries } };
}

/** Who that is now who asked a while ago: somebody whose session has ended, or is locked, is nobody any more. */
export function whoStill(store: Store, who: Who, now: number): Who {
  if (who.kind === "nobody") return who;
  if (who.kind === "here")
    return entranceOf(store) === "here"
      ? { kind: "here", member: who.member && memberById(store, who.member.id) }
      : { kind: "nobody", isFirst: false };
  const session = kept(store).session.get(who.session.token);
  const member = session && memberById(store, session.user);
  const lastUsed = Math.max(session?.usedAt ?? 0, kept(store).used.get(who.session.token) ?? 0);
  if (!session || !member || member.hasLeft || session.expiresAt < now || now - lastUsed > IDLE_MS)
    return { kind: "nobody", isFirst: false };
  const { id, lockedAt, lockTries } = session;
  return { kind: "session", member, session: { id, token: who.session.token, lockedAt, lockTries } };
}

/** Where nobody has a profile yet, whoever is at the machine may do all of it. */
const WHOEVER: Member = { id: "", name: "", role: "owner", hasLeft: false };

/** Somebody who has come in. */
export const memberIn = (who: Who): Member | null => (who.kind === "nobody" ? null : (who.member ?? WHOEVER));

const away = (problem: Omit<Problem, "where">): never => {
  throw new RequestError(401, { where: "you", ...problem });
};

/** Somebody who has come in, as one who says something; undefined where nobody has a profile yet. */
export const sayerIn = (who: Who): Actor | undefined => {
  const member = memberIn(who);
  return member && member.id !== "" ? { id: member.id, name: member.name } : undefined;
};

/** Where people sign in, each looks after their own profile; the owner adds the others as members. */
export function assertOwn(who: Who, id: unknown): void {
  if (who.kind === "session" && who.member.id !== id)
    throw new RequestError(403, {
      where: "practitioner",
      what: "is somebody else's profile",
      todo: "Change your own; the owner adds members in the settings.",
    });
}

/**
 * Where people sign in, name and registration stand under what they record: those
 * who sign for themselves say their own, everybody else's the owner enters.
 */
export function assertMayName(
  store: Store,
  who: Who,
  { name, registration }: { readonly name?: unknown; readonly registration?: unknown },
): void {
  if (who.kind !== "session") return;
  const said = may(who.member, "sign", null);
  if (said.may && said.countersigned === "no need") return;
  const there = kept(store).named.get(who.member.id);
  if (there?.name !== name || there?.registration !== registration)
    throw new RequestError(403, {
      where: "practitioner",
      what: "has another name or registration than the one that the owner entered",
      todo: "Ask the owner to change it.",
    });
}

/** What somebody may do here, as far as no record is asked about. */
export const actsOf = (member: Member): Act[] =>
  (Object.keys(ACTS) as Act[]).filter((act) => may(member, act, null).may);

/** Whoever does what a route does has come in, and is not behind a locked table. */
export function assertIn(who: Who): Member {
  if (who.kind === "nobody")
    return who.isFirst
      ? away({ what: "this store has no owner yet", todo: "Make the owner's account first." })
      : away({ what: "you are not signed in", todo: "Sign in, then go on: nothing is lost." });
  if (who.kind === "session" && who.session.lockedAt !== null)
    away({ what: "the table is locked", todo: "Unlock it with your code, then go on: nothing is lost." });
  return memberIn(who)!;
}

/** Refuses what somebody may not do. */
export function assertMay(
  who: Who,
  act: Act,
  record: RecordFacts | null,
  personOf: () => string | null = () => null,
): Member {
  const member = assertIn(who);
  const said = may(member, act, record);
  if (!said.may)
    throw new RequestError(403, said.problem, said.problem.where === OUTSIDE_CARE ? { person: personOf() } : {});
  return member;
}
