import { betterAuth } from "better-auth";
import { drizzleAdapter } from "better-auth/adapters/drizzle";
import { multiSession, twoFactor } from "better-auth/plugins";
import { v7 as newId } from "uuid";
import { remembered } from "@/core";
import {
  accountCredentials,
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

/** The library that keeps sessions and codes, for a store. None of its own routes is served: ours call it. */
export const authOf = remembered((store: Store) =>
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
    plugins: [twoFactor({ issuer: "Dust Lantern" }), multiSession({ maximumSessions: AT_ONE_TABLE })],
  }),
);
