import type { Entrance } from "../accounts/who";

/** How the program is reached, and who may reach it. */
export type Listening =
  /** From this machine only, unencrypted. */
  | { readonly kind: "here" }
  /** Over TLS: with the clinic's own certificate, or with one of our own making. */
  | { readonly kind: "encrypted"; readonly certificate: { readonly cert: string; readonly key: string } | null }
  | { readonly kind: "refused"; readonly why: string };

export const isLoopback = (host: string): boolean =>
  host === "localhost" || host === "::1" || host === "[::1]" || /^127\.\d+\.\d+\.\d+$/.test(host);

type Told = {
  readonly host: string;
  readonly entrance: Entrance;
  /** DUST_LANTERN_TLS: "on" asks for TLS at this machine, too. */
  readonly tls: string | undefined;
  readonly cert: string | undefined;
  readonly key: string | undefined;
};

/**
 * How to listen. On a network nothing opens without accounts, and nothing goes
 * over it unencrypted: there is no way to ask for that.
 *
 * @example howToListen({ host: "127.0.0.1", entrance: "here", tls: undefined, cert: undefined, key: undefined }) // { kind: "here" }
 */
export function howToListen({ host, entrance, tls, cert, key }: Told): Listening {
  if ((cert === undefined) !== (key === undefined))
    return {
      kind: "refused",
      why: "DUST_LANTERN_CERT and DUST_LANTERN_KEY belong together: name both files, or neither.",
    };
  const certificate = cert !== undefined && key !== undefined ? { cert, key } : null;
  if (isLoopback(host) && tls !== "on" && !certificate) return { kind: "here" };
  if (!isLoopback(host) && entrance !== "accounts")
    return {
      kind: "refused",
      why: `DUST_LANTERN_HOST is ${host}, so that others on the network could reach the records, and this store has no accounts. Start once without DUST_LANTERN_HOST, make the owner's account, and start again.`,
    };
  return { kind: "encrypted", certificate };
}
