import { randomBytes, timingSafeEqual } from "node:crypto";
import { and, eq, isNull } from "drizzle-orm";
import { v4 as randomId } from "uuid";
import { isUuid, type Scope } from "@/core";
import type { TokenShown } from "@/wire/tokens";
import { nativeSha256 } from "../store/native-hash";
import { accessTokens } from "../store/schema";
import type { Store } from "../store/store";

/** Tokens by which other systems read here. What is kept of one is its hash: who has lost it is given another. */

/** How a token is told from anything else, also by programs that look for secrets in files. */
const PREFIX = "dust";
const SECRET_BYTES = 32;

export type Token = { readonly id: string; readonly name: string; readonly scope: Scope };

const hashOf = (id: string, secret: string): string => nativeSha256(`access token\n${id}\n${secret}`);

/** Makes a token, and gives its text: the only time that it is seen. */
export function makeToken(
  store: Store,
  { name, scope }: { readonly name: string; readonly scope: Scope },
  { now, by }: { readonly now: string; readonly by: string },
): string {
  const [id, secret] = [randomId(), randomBytes(SECRET_BYTES).toString("hex")];
  const row = { id, name, scope, hash: hashOf(id, secret), madeAt: now, madeBy: by };
  store.db.insert(accessTokens).values(row).run();
  return `${PREFIX}_${id}_${secret}`;
}

/** The tokens that were made and not ended, the newest first. */
export const tokensOf = ({ db }: Store): TokenShown[] =>
  db
    .select()
    .from(accessTokens)
    .where(isNull(accessTokens.endedAt))
    .all()
    .toSorted((a, b) => b.madeAt.localeCompare(a.madeAt))
    .map(({ id, name, scope, madeAt, madeBy, usedOn }) => ({
      id,
      name,
      scope: scope as Scope,
      madeAt,
      madeBy,
      usedOn,
    }));

/** From now on it opens nothing. */
export const endToken = ({ db }: Store, id: string, now: string): void =>
  void db
    .update(accessTokens)
    .set({ endedAt: now })
    .where(and(eq(accessTokens.id, id), isNull(accessTokens.endedAt)))
    .run();

/** The token that a text is, for a scope; null: it is none, was ended, or is of another scope. */
export function tokenIn(store: Store, text: string, scope: Scope, now: string): Token | null {
  const [prefix, id = "", secret = ""] = text.split("_");
  if (prefix !== PREFIX || !isUuid(id)) return null;
  const row = store.db.select().from(accessTokens).where(eq(accessTokens.id, id)).get();
  if (!row || row.endedAt !== null || row.scope !== scope) return null;
  if (!timingSafeEqual(Buffer.from(row.hash, "hex"), Buffer.from(hashOf(id, secret), "hex"))) return null;
  const today = now.slice(0, 10);
  if (row.usedOn !== today) noteUse(store, id, today);
  return { id, name: row.name, scope };
}

/** A store that may only be read is read all the same. */
function noteUse(store: Store, id: string, today: string): void {
  try {
    store.db.update(accessTokens).set({ usedOn: today }).where(eq(accessTokens.id, id)).run();
  } catch (error) {
    if (!(error instanceof Error && "code" in error)) throw error;
  }
}
