import { canonicalJson, portableSha256 } from "../base";
import type { EvidenceSet } from "./evidence-set";
import { type EvidenceChanges, evidenceUnder, shippedUnder } from "./own-figures";

/**
 * The version a set of changes makes: the first 16 digits of the hash of its
 * content, so that the same figures have the same name everywhere.
 *
 * @example versionOf(NO_CHANGES) // "shipped-2"
 */
export function versionOf(changes: EvidenceChanges): string {
  const { on: _on, ...lists } = changes;
  const empty = Object.values(lists).every((list) => list.length === 0);
  return empty ? shippedUnder(changes) : portableSha256(canonicalJson(changes)).slice(0, 16);
}

/**
 * The same as `evidenceUnder`, for changes whose version is not at hand.
 *
 * @example resolveEvidence(NO_CHANGES) === SHIPPED_EVIDENCE // true
 */
export const resolveEvidence = (changes: EvidenceChanges): EvidenceSet => evidenceUnder(changes, versionOf(changes));
