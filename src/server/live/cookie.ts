import { parseCookies } from "better-auth/cookies";
import { isEncrypted } from "../accounts/auth";
import { RequestError } from "../edge/http";
import { type JoinedHere, joinedBy } from "./hub";

/** What a joined device is known by: no script sees it, and no other address is sent it. */
const JOINED_COOKIE = "dust-lantern-joined";

const cookie = (value: string, seconds: number): string =>
  `${JOINED_COOKIE}=${value}; Path=/api/join; Max-Age=${seconds}; HttpOnly; SameSite=Strict${isEncrypted() ? "; Secure" : ""}`;

export const joinedCookie = (token: string): string => cookie(token, 12 * 3600);
export const leftCookie = (): string => cookie("", 0);

export const tokenOf = (request: Request): string =>
  parseCookies(request.headers.get("cookie") ?? "").get(JOINED_COOKIE) ?? "";

/** The device that asks, or a refusal. */
export function whichDevice(request: Request): JoinedHere {
  const joined = joinedBy(tokenOf(request), Date.now());
  if (joined) return joined;
  throw new RequestError(401, {
    where: "device",
    what: "has not joined, or was sent off",
    todo: "Ask for a new code and enter it here.",
  });
}
