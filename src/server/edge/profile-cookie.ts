import { isEncrypted } from "../accounts/auth";

/** Names the profile chosen in this browser, where nobody signs in. */
export const PROFILE_COOKIE = "dust-lantern-profile";

const A_YEAR_SECONDS = 31_536_000;

/**
 * The cookie that says which profile was chosen; over TLS it goes over nothing else.
 *
 * @example profileCookie("one").startsWith("dust-lantern-profile=one; Path=/") // true
 */
export const profileCookie = (profile: string): string =>
  `${PROFILE_COOKIE}=${profile}; Path=/; Max-Age=${A_YEAR_SECONDS}; HttpOnly; SameSite=Strict${isEncrypted() ? "; Secure" : ""}`;
