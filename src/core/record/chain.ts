import { canonicalJson, portableSha256, type Sha256 } from "../base";
import type { StreamEnvelope, StreamKind } from "./envelope";
import { maySign, readPayload, signsWhatIsBefore } from "./signatures";

/** An event where it stands in its exam's chain. `seq` counts from 1. */
export type ChainLink = {
  readonly seq: number;
  /** The event as canonical JSON. */
  readonly payload: string;
  readonly previous: string;
  readonly hash: string;
};

/** The chain's end, kept apart from the events so that a dropped last one shows. */
export type ChainHead = { readonly head: string; readonly length: number };

/** The hash a stream's first event follows: SHA-256 of its kind and id. */
export const genesisOf = (id: string, kind: StreamKind = "exam", hash: Sha256 = portableSha256): string =>
  hash(`dust-lantern ${kind} ${id}`);

/** SHA-256 over the previous hash and the event's canonical JSON, as 64 hexadecimal digits. */
export const linkHash = (previous: string, payload: string, hash: Sha256 = portableSha256): string =>
  hash(`${previous}\n${payload}`);

/**
 * The next link of a chain.
 *
 * @example chainEvent({ head: genesisOf(exam), length: 0 }, event).seq // 1
 */
export function chainEvent(head: ChainHead, event: StreamEnvelope, hash: Sha256 = portableSha256): ChainLink {
  const payload = canonicalJson(event);
  return { seq: head.length + 1, payload, previous: head.head, hash: linkHash(head.head, payload, hash) };
}

/** One thing that is wrong with a chain, and the event it is about. */
export type ChainFault = {
  readonly kind: "changed" | "dropped" | "reordered" | "head" | "signature" | "row" | "journal";
  readonly seq: number;
  readonly event: string | null;
  readonly message: string;
};

/**
 * Every fault of one stream's chain: events that were changed, dropped (the last
 * ones too) or reordered, and a signature that is not of what stands before it.
 * An empty list means that the links agree with each other and with the head;
 * see docs/record.md for what that cannot show.
 *
 * @param links in the order they are stored
 * @param options the kind of stream; the hash, where a faster one than the portable is at hand
 * @example verifyChain(exam, links.slice(0, -1), head)[0]?.kind // "dropped"
 */
export function verifyChain(
  stream: string,
  links: readonly ChainLink[],
  head: ChainHead,
  { kind: streamKind = "exam", hash = portableSha256 }: { kind?: StreamKind; hash?: Sha256 } = {},
): ChainFault[] {
  const faults: ChainFault[] = [];
  const fault = (kind: ChainFault["kind"], seq: number, link: ChainLink | null, what: string) => {
    const { id } = link ? readPayload(link.payload) : {};
    const event = typeof id === "string" ? id : null;
    const named = event ? `Event ${seq} (${event})` : `Event ${seq}`;
    faults.push({ kind, seq, event, message: `${named} ${what}` });
  };
  const hashes = new Set(links.map((link) => link.hash));
  const genesis = genesisOf(stream, streamKind, hash);
  let expected = genesis;
  let nextSeq = 1;

  for (const link of links) {
    const signature = maySign(link.payload) ? readPayload(link.payload) : null;
    if (linkHash(link.previous, link.payload, hash) !== link.hash)
      fault("changed", link.seq, link, "was changed after it was recorded: its content does not give its hash.");
    const gap = link.seq - nextSeq;
    if (gap > 0)
      for (let seq = nextSeq; seq < link.seq; seq++) fault("dropped", seq, null, "is missing from the record.");
    if (link.previous !== expected) {
      const follows = link.previous === genesis || hashes.has(link.previous);
      if (follows)
        fault("reordered", link.seq, link, "does not stand where it was recorded: it follows another event.");
      else if (gap <= 0)
        fault(
          "dropped",
          link.seq,
          link,
          "does not follow the event before it: one between them was dropped or replaced.",
        );
    }
    if (signature && !signsWhatIsBefore(signature, link))
      fault(
        "signature",
        link.seq,
        link,
        "is a signature of another record than the one before it: what was signed was changed, and chained anew.",
      );
    expected = link.hash;
    nextSeq = link.seq + 1;
  }
  for (let seq = nextSeq; seq <= head.length; seq++)
    fault("dropped", seq, null, "is missing from the end of the record.");
  if (links.length > head.length)
    fault("head", links.length, null, `stands beyond the length of ${head.length} kept with the head.`);
  if (nextSeq === head.length + 1 && head.length > 0 && expected !== head.head)
    fault("head", head.length, null, "is not the one the kept head was made from.");
  return faults;
}
