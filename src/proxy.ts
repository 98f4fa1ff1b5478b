import { type NextRequest, NextResponse } from "next/server";
import { DEFAULT_HEADERS, knockOf, refusal, turnedAway } from "@/server/edge/front";

const isDevelopment = process.env.NODE_ENV === "development";

/** Nothing but this machine: no inline script without the page's nonce, no other origin. */
function contentSecurityPolicy(nonce: string): string {
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${isDevelopment ? " 'unsafe-eval'" : ""}`,
    "worker-src 'self'",
    isDevelopment ? "style-src 'self' 'unsafe-inline'" : `style-src-elem 'self' 'nonce-${nonce}'`,
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data:",
    "font-src 'self'",
    "connect-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");
}

/**
 * Each page's own script policy. What may come in at all is asked before, by the
 * server in front (`server/start.ts`); here once more, for a server that was
 * started without it. What answers data asks for itself: it has no script.
 */
export function proxy(request: NextRequest): Response {
  const away = turnedAway(knockOf(request));
  if (away) return refusal(away);
  const nonce = crypto.randomUUID().replaceAll("-", "");
  const policy = contentSecurityPolicy(nonce);
  const headers = new Headers(request.headers);
  headers.set("x-nonce", nonce);
  headers.set("content-security-policy", policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set("content-security-policy", policy);
  for (const [name, value] of Object.entries(DEFAULT_HEADERS)) response.headers.set(name, value);
  return response;
}

export const config = { matcher: [{ source: "/((?!api/|_next/static|favicon.ico|icon.svg).*)" }] };
