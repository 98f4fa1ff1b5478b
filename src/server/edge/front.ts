import { type Message, phrase } from "@/core";
import { sentProblem } from "@/wire/problems";
import { patternOf } from "@/wire/route";
import { ROUTES } from "@/wire/routes";
import { sizeText } from "./size-text";
import { allowedHosts, isAllowedHost, isSameOrigin } from "./origin";

/** A request as far as it is looked at before anything else is done with it. */
export type Knock = {
  readonly method: string;
  /** Path and query as they came. */
  readonly url: string;
  readonly host: string | null;
  readonly origin: string | null;
  readonly fetchSite: string | null;
  readonly scheme: "http" | "https";
  /** What the body says it has, in bytes; null where it says nothing. */
  readonly length: number | null;
};

/** Why a request goes no further. */
export type TurnedAway = {
  readonly status: 400 | 403 | 404 | 405 | 413 | 414;
  readonly what: Message;
  readonly todo: Message;
  readonly allow?: string;
};

const READS: ReadonlySet<string> = new Set(["GET", "HEAD"]);
const METHODS = ["GET", "HEAD", "POST", "PUT"];
const MOST_LETTERS = 4000;

const BY_ADDRESS = Object.values(ROUTES).map(({ method, path, limit }) => ({
  method,
  limit,
  pattern: patternOf(path),
}));

function decoded(path: string): string | null {
  try {
    const text = decodeURIComponent(path);
    return text.includes("\0") ? null : text;
  } catch {
    return null;
  }
}

const wrongMethod = (methods: readonly string[]): TurnedAway => ({
  status: 405,
  what: `uses a method that this address does not have`,
  todo: phrase`Use ${methods.join(" or ")}.`,
  allow: methods.join(", "),
});

export const NOT_HERE = {
  status: 404,
  what: "names an address that is not here",
  todo: "Use the program's own pages.",
} as const;

/** Addresses of data are those of the wire, with their methods, and no others. */
function routeProblem(path: string, method: string, length: number | null): TurnedAway | null {
  const routes = BY_ADDRESS.filter(({ pattern }) => pattern.test(path));
  const here = routes.map((one) => one.method);
  if (here.length === 0) return NOT_HERE;
  const allowed = here.includes("GET") ? [...here, "HEAD"] : here;
  if (!allowed.includes(method)) return wrongMethod(allowed);
  const limit = routes.find((one) => one.method === method)?.limit ?? 0;
  return length !== null && length > limit
    ? { status: 413, what: phrase`is larger than ${sizeText(limit)}`, todo: "Send less at once." }
    : null;
}

/**
 * Why a request is turned away before anybody reads it: a method, an address or
 * a sender that has no business here. Null when it may come in.
 *
 * @param hosts the names this program answers to
 */
export function turnedAway(
  { method, url, host, origin, fetchSite, scheme, length }: Knock,
  hosts: ReadonlySet<string> = allowedHosts(),
): TurnedAway | null {
  if (!METHODS.includes(method)) return wrongMethod(METHODS);
  if (!isAllowedHost(host, hosts))
    return {
      status: 403,
      what: "came to a name this program does not answer to",
      todo: "Open the address that was printed when it started.",
    };
  if (!READS.has(method) && !isSameOrigin(origin, fetchSite, host, scheme))
    return { status: 403, what: "was sent by another site", todo: "Use the program's own pages." };
  if (url.length > MOST_LETTERS) return { status: 414, what: "has too long an address", todo: "Shorten it." };
  const path = decoded(url.split("?", 1)[0]!);
  if (path === null || !path.startsWith("/"))
    return { status: 400, what: "has an address that cannot be read", todo: "Use the address that a page links to." };
  if (path === "/api" || path.startsWith("/api/")) return routeProblem(path, method, length);
  return READS.has(method) || method === "POST" ? null : wrongMethod(["GET", "HEAD"]);
}

/** The same as every other refusal: what, where, what to do. */
export const sentenceOf = ({ what, todo }: TurnedAway) => ({
  problems: [sentProblem({ where: "request", what, todo })],
});

/** The same as an answer. */
export const refusal = (away: TurnedAway): Response =>
  Response.json(sentenceOf(away), { status: away.status, headers: away.allow ? { allow: away.allow } : {} });

/** A request that came by the framework, as far as it is looked at. */
export function knockOf({ headers, method, url }: Request): Knock {
  const { pathname, search, protocol, host } = new URL(url);
  return {
    method,
    url: pathname + search,
    host: headers.get("host") ?? host,
    origin: headers.get("origin"),
    fetchSite: headers.get("sec-fetch-site"),
    scheme: protocol === "https:" ? "https" : "http",
    length: headers.has("content-length") ? Number(headers.get("content-length")) : null,
  };
}

const IN_FRONT = "DUST_LANTERN_IN_FRONT";

/** Says that a server in front looks at every request of this process. */
export function standInFront(does = true): void {
  if (does) process.env[IN_FRONT] = "yes";
  else delete process.env[IN_FRONT];
}

/** Whether one does; while the program is written on, none does. */
export const isInFront = (): boolean => process.env[IN_FRONT] === "yes";

/** What every answer carries, files included. */
export const DEFAULT_HEADERS: Readonly<Record<string, string>> = {
  "x-content-type-options": "nosniff",
  "referrer-policy": "no-referrer",
  "permissions-policy": "camera=(), microphone=(), geolocation=()",
  "cross-origin-opener-policy": "same-origin",
  "cross-origin-resource-policy": "same-origin",
  "x-frame-options": "DENY",
};
