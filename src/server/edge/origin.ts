/** Names this program answers to: loopback, and what it was told to listen on. */
export function allowedHosts(configured: string | undefined = process.env.DUST_LANTERN_HOSTS): ReadonlySet<string> {
  const own = (configured ?? "")
    .split(",")
    .map((name) => name.trim().toLowerCase())
    .filter(Boolean);
  return new Set(["127.0.0.1", "localhost", "[::1]", ...own]);
}

/**
 * True when a Host header names this program; a page elsewhere that points its
 * own name at this machine is turned away.
 *
 * @example isAllowedHost("localhost:4180", allowedHosts("")) // true
 */
export function isAllowedHost(host: string | null, allowed: ReadonlySet<string>): boolean {
  const name = host?.toLowerCase().replace(/:\d+$/, "");
  return name !== undefined && allowed.has(name);
}

/**
 * True when a write comes from this program's own pages. A caller that sends no
 * Origin at all (a script on this machine) is let through; a browser always
 * sends one with a write.
 *
 * @example isSameOrigin("http://elsewhere.test", null, "127.0.0.1:4180") // false
 */
export function isSameOrigin(
  origin: string | null,
  fetchSite: string | null,
  host: string | null,
  scheme: "http" | "https" = "http",
): boolean {
  if (fetchSite && fetchSite !== "same-origin" && fetchSite !== "none") return false;
  if (origin === null) return true;
  try {
    const { host: from, protocol } = new URL(origin);
    return from === host && protocol === `${scheme}:`;
  } catch {
    return false;
  }
}
