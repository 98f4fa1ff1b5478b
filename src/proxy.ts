import { type NextRequest, NextResponse } from "next/server";
import { allowedHosts, isAllowedHost, isSameOrigin } from "@/server/edge/origin";

const isDevelopment = process.env.NODE_ENV === "development";

/** Nothing but this machine: no inline script without the page's nonce, no other origin. */
function contentSecurityPolicy(nonce: string): string {
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${isDevelopment ? " 'unsafe-eval'" : ""}`,
    "worker-src 'self'",
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data:",
    "font-src 'self'",
    "connect-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");
}

const refuse = (what: string, todo: string): NextResponse =>
  NextResponse.json({ problems: [{ where: "request", what, todo }] }, { status: 403 });

const READS = new Set(["GET", "HEAD"]);

export function proxy(request: NextRequest): NextResponse {
  const host = request.headers.get("host");
  if (!isAllowedHost(host, allowedHosts()))
    return refuse(
      "came to a name this program does not answer to",
      "Open the address that was printed when it started.",
    );
  if (
    !READS.has(request.method) &&
    !isSameOrigin(request.headers.get("origin"), request.headers.get("sec-fetch-site"), host)
  ) {
    return refuse("was sent by another site", "Use the program's own pages.");
  }
  const nonce = crypto.randomUUID().replaceAll("-", "");
  const policy = contentSecurityPolicy(nonce);
  const headers = new Headers(request.headers);
  headers.set("x-nonce", nonce);
  headers.set("content-security-policy", policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set("content-security-policy", policy);
  response.headers.set("x-content-type-options", "nosniff");
  response.headers.set("referrer-policy", "no-referrer");
  response.headers.set("permissions-policy", "camera=(), microphone=(), geolocation=()");
  return response;
}

export const config = { matcher: [{ source: "/((?!_next/static|favicon.ico|icon.svg).*)" }] };
