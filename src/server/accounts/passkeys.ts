import type { Message } from "@/core";
import { isIP } from "node:net";
import { and, eq } from "drizzle-orm";
import type { PasskeyStep, SignedIn } from "@/wire/accounts";
import { RequestError, UNKEPT } from "../edge/http";
import { noteEntrance } from "../log/noted";
import { accountPasskeys, accountSessions } from "../store/schema";
import { authAt } from "./auth";
import { countTry, forgetTries } from "./limits";
import { addressIn, type Asked, answered, assertPassphrase } from "./signing-in";
import { memberById } from "./who";

/**
 * Passkeys: a device signs what it is asked, once it has looked who holds it.
 * They belong to the name that the program is reached by, never to an address.
 */

const refused = (what: Message, todo: Message, status = 400): never => {
  throw new RequestError(status, { where: "passkey", what, todo });
};

/** The name a request came to. */
function nameOf(request: Request): string {
  const host = (request.headers.get("host") ?? "").replace(/:\d+$/, "");
  const bare = host.replace(/^\[|\]$/g, "");
  return host === "" || isIP(bare) !== 0
    ? refused(
        "needs a name, and this page is reached by an address",
        "Open it by the name of the machine; for everybody else the passphrase goes on working.",
      )
    : host;
}

const stepOf = async (said: Response): Promise<Response> => {
  const headers = new Headers(UNKEPT);
  said.headers.getSetCookie().forEach((cookie) => headers.append("set-cookie", cookie));
  return Response.json({ options: (await said.json()) as object } satisfies PasskeyStep, { headers });
};

/** What a device is asked so that it makes a key: the passphrase was said again before. */
export async function beginPasskey(asked: Asked, user: string, passphrase: string): Promise<Response> {
  await assertPassphrase(asked, user, passphrase);
  const { store, request } = asked;
  const said = await authAt(store, nameOf(request)).api.generatePasskeyRegistrationOptions({
    headers: request.headers,
    query: { name: memberById(store, user)?.name ?? "" },
    asResponse: true,
  });
  if (!said.ok) return refused("could not be begun", "Sign in anew, then try again.", said.status);
  return stepOf(said);
}

/** Keeps the public half of what the device made. */
export async function keepPasskey({ store, request }: Asked, name: string, response: unknown): Promise<Response> {
  const said = await authAt(store, nameOf(request))
    .api.verifyPasskeyRegistration({ headers: request.headers, body: { name, response }, asResponse: true })
    .catch(() => null);
  if (!said?.ok) return refused("is not what was asked of the device", "Begin again.");
  return answered({ done: true }, said.headers.getSetCookie());
}

/** A passkey opens nothing any more. */
export async function endPasskey(asked: Asked, user: string, id: string, passphrase: string): Promise<void> {
  await assertPassphrase(asked, user, passphrase);
  asked.store.db
    .delete(accountPasskeys)
    .where(and(eq(accountPasskeys.id, id), eq(accountPasskeys.userId, user)))
    .run();
}

/** What a device is asked so that somebody comes in by it: the same for everybody. */
export async function askForPasskey({ store, request }: Asked): Promise<Response> {
  return stepOf(
    await authAt(store, nameOf(request)).api.generatePasskeyAuthenticationOptions({
      headers: withoutSession(request.headers),
      asResponse: true,
    }),
  );
}

/** Whoever is signed in at the device already is not whom the question is for. */
function withoutSession(headers: Headers): Headers {
  const bare = new Headers(headers);
  bare.delete("cookie");
  return bare;
}

/** Signs in whoever holds the key that answered. */
export async function signInByPasskey({ store, request }: Asked, response: object): Promise<Response> {
  await countTry(store, `passkey ${addressIn(request)}`, addressIn(request));
  const said = await authAt(store, nameOf(request))
    .api.verifyPasskeyAuthentication({
      headers: request.headers,
      body: { response: response as never },
      asResponse: true,
    })
    .catch(() => null);
  const { session, user } = (said?.ok ? await said.json() : {}) as {
    session?: { token: string };
    user?: { id: string };
  };
  const member = user ? memberById(store, user.id) : null;
  if (!said?.ok || !member || member.hasLeft) {
    if (session) store.db.delete(accountSessions).where(eq(accountSessions.token, session.token)).run();
    noteEntrance({ store, request }, "refused: signing in", member, "passkey");
    return refused("opens nothing here", "Sign in with your passphrase.", 401);
  }
  await forgetTries(store, `passkey ${addressIn(request)}`);
  noteEntrance({ store, request }, "signed in", member, "passkey");
  return answered({ next: "come in" } satisfies SignedIn, said.headers.getSetCookie());
}
