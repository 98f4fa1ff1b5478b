import { passkey } from "@better-auth/passkey";
import { betterAuth } from "better-auth";
import { drizzleAdapter } from "better-auth/adapters/drizzle";
import { multiSession, twoFactor } from "better-auth/plugins";
import { v7 as newId } from "uuid";
import { remembered } from "@/core";
import {
  accountCredentials,
  accountPasskeys,
  accountSessions,
  accountTwoFactors,
  accountUsers,
  accountVerifications,
} from "../store/schema";
import type { Store } from "../store/store";
import { hashed, isPassphrase, LONGEST } from "./passphrase";
import { secretOf } from "./secret";

/** A day's work; then the passphrase is asked again. */
export const SESSION_SECONDS = 12 * 60 * 60;
/** So many people may be signed in at one tablet, and change hands at it. */
const AT_ONE_TABLE = 6;
export const COOKIE_PREFIX = "dust-lantern";
/** The program's own server says here where a request came from; what a client says of it is thrown away. */
export const ADDRESS_HEADER = "x-dust-lantern-address";
/** Whether what is answered goes over TLS. */
export const isEncrypted = (): boolean => process.env.DUST_LANTERN_TLS === "on";

/** Somebody whose device did not look who holds it has a key, and is nobody yet. */
const assertLooked = ({ verification }: { verification: { authenticationInfo: { userVerified: boolean } } }): void => {
  if (!verification.authenticationInfo.userVerified) throw new Error("the device did not look who holds it");
};

/**
 * The library that keeps sessions, codes and passkeys, for a store. None of its
 * own routes is served: ours call it.
 *
 * @param name the name the program is reached by, which a passkey belongs to
 */
const made = (store: Store, name: string) =>
  betterAuth({
    appName: "Dust Lantern",
    baseURL: "http://localhost",
    secret: secretOf(store.path),
    database: drizzleAdapter(store.db, {
      provider: "sqlite",
      schema: {
        user: accountUsers,
        session: accountSessions,
        account: accountCredentials,
        verification: accountVerifications,
        twoFactor: accountTwoFactors,
        passkey: accountPasskeys,
      },
    }),
    emailAndPassword: {
      enabled: true,
      disableSignUp: true,
      minPasswordLength: 1,
      maxPasswordLength: LONGEST,
      password: { hash: hashed, verify: ({ hash, password }) => isPassphrase(hash, password) },
    },
    session: { expiresIn: SESSION_SECONDS, disableSessionRefresh: true, cookieCache: { enabled: false } },
    rateLimit: { enabled: false },
    telemetry: { enabled: false },
    logger: { disabled: true },
    advanced: {
      cookiePrefix: COOKIE_PREFIX,
      useSecureCookies: isEncrypted(),
      defaultCookieAttributes: { sameSite: "strict", httpOnly: true, path: "/" },
      ipAddress: { ipAddressHeaders: [ADDRESS_HEADER] },
      database: { generateId: () => newId() },
    },
    plugins: [
      twoFactor({ issuer: "Dust Lantern" }),
      multiSession({ maximumSessions: AT_ONE_TABLE }),
      passkey({
        rpID: name,
        rpName: "Dust Lantern",
        authenticatorSelection: { residentKey: "required", userVerification: "required" },
        advanced: { webAuthnChallengeCookie: `${COOKIE_PREFIX}-passkey` },
        authentication: { afterVerification: assertLooked },
      }),
    ],
  });

type Auth = ReturnType<typeof made>;
const kept = remembered((_store: Store) => new Map<string, Auth>());
const NAMES_KEPT = 20;

/** The same, as it is reached by a name. */
export function authAt(store: Store, name: string): Auth {
  const byName = kept(store);
  const there = byName.get(name);
  if (there) return there;
  if (byName.size >= NAMES_KEPT) byName.clear();
  const auth = made(store, name);
  byName.set(name, auth);
  return auth;
}

/** For what hangs on no name. */
export const authOf = (store: Store): Auth => authAt(store, "localhost");
