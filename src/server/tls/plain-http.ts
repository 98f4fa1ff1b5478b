import type { RequestListener, ServerResponse } from "node:http";

/** What plain HTTP answers on a network: how to trust this machine, and the way to HTTPS. Nothing else. */

type Plain = {
  /** The authority's certificate; null where the clinic has one that devices trust already. */
  readonly authority: string | null;
  readonly fingerprint: string;
  readonly isAllowed: (host: string | null) => boolean;
};

const HEADERS = {
  "cache-control": "no-store",
  "x-content-type-options": "nosniff",
  "referrer-policy": "no-referrer",
  "x-frame-options": "DENY",
  "content-security-policy": "default-src 'none'; style-src 'unsafe-inline'",
} as const;

export const TRUST_PATH = "/trust";
export const AUTHORITY_PATH = "/trust/authority.crt";

const STEPS: readonly (readonly [device: string, steps: readonly string[]])[] = [
  [
    "Tablet or phone with Android",
    ["Save the certificate.", "Settings, search for “CA certificate”, install it from the file."],
  ],
  [
    "iPad or iPhone",
    [
      "Open the certificate and allow the profile.",
      "Settings, General, VPN & Device Management: install it.",
      "Settings, General, About, Certificate Trust Settings: switch it on.",
    ],
  ],
  ["Windows", ["Open the certificate, Install, Local Machine, “Trusted Root Certification Authorities”."]],
  ["Mac", ["Open the certificate in Keychain Access, then set it to “Always Trust”."]],
  ["Firefox, on any of them", ["Settings, Certificates, View, Authorities, Import: for websites."]],
];

const list = (steps: readonly string[]): string => `<ol>${steps.map((step) => `<li>${step}</li>`).join("")}</ol>`;

/** The page that says what to do on which device of the clinic. */
export const trustPage = (fingerprint: string): string => `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Trust this machine · Dust Lantern</title>
<style>
:root { color-scheme: light dark }
body { font: 1.1rem/1.5 system-ui, sans-serif; max-width: 42rem; margin: 2rem auto; padding: 0 1rem }
code { font-size: 1rem; overflow-wrap: anywhere }
a.get { display: inline-block; padding: .75rem 1.25rem; border: 2px solid; border-radius: .5rem; font-weight: bold }
</style>
<h1>Trust this machine</h1>
<p>Once on each device of the clinic, and on no other: nobody's own phone should trust a clinic's certificate.</p>
<p><a class="get" href="${AUTHORITY_PATH}">Fetch the certificate</a></p>
<p>Before you install it, compare its SHA-256 with what the program printed where it was started, and what its
owner's settings show:<br><code>${fingerprint}</code></p>
${STEPS.map(([device, steps]) => `<h2>${device}</h2>${list(steps)}`).join("\n")}
<p>It vouches for this machine, names that end in .local, and private addresses; for nothing outside the clinic.</p>
</html>
`;

function send(response: ServerResponse, status: number, type: string, body: string, more: object = {}): void {
  response.writeHead(status, { ...HEADERS, "content-type": type, ...more });
  response.end(body);
}

/** Answers what comes without TLS. */
export const plainHttp =
  ({ authority, fingerprint, isAllowed }: Plain): RequestListener =>
  ({ method = "", url = "/", headers }, response) => {
    const host = headers.host ?? null;
    const text = "text/plain; charset=utf-8";
    if (!isAllowed(host)) return send(response, 403, text, "This program does not answer to that name.");
    if (method !== "GET" && method !== "HEAD")
      return send(response, 403, text, "Nothing is taken without encryption. Use https.", { connection: "close" });
    const path = url.split("?", 1)[0]!;
    if (path === TRUST_PATH && authority)
      return send(response, 200, "text/html; charset=utf-8", trustPage(fingerprint));
    if (path === AUTHORITY_PATH && authority)
      return send(response, 200, "application/x-x509-ca-cert", authority, {
        "content-disposition": 'attachment; filename="dust-lantern-authority.crt"',
      });
    const safe = /^\/[\w\-./~%?=&]*$/.test(url) && !url.startsWith("//") ? url : "/";
    send(response, 308, text, "Use https.", { location: `https://${host}${safe}` });
  };
