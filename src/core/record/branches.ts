import { type ChainLink, genesisOf } from "./chain";
import { maySign, readPayload, SIGNATURES, signsWhatIsBefore } from "./signatures";
import type { StreamKind } from "./envelope";

/** A stream that was continued apart: one continuation is the record, the others are kept whole beside it. */
export type Branched<L extends ChainLink> = {
  /** The record, from its first event. */
  readonly trunk: readonly L[];
  /** Each other continuation from where it leaves, the smallest head first. Its head is its name. */
  readonly branches: readonly (readonly L[])[];
};

const hasSignature = (path: readonly ChainLink[]): boolean =>
  path.some((link) => {
    if (!maySign(link.payload)) return false;
    const payload = readPayload(link.payload);
    return typeof payload.type === "string" && SIGNATURES.has(payload.type) && signsWhatIsBefore(payload, link);
  });

/** The links from the first event to this one; null when they do not reach the beginning. */
function pathTo<L extends ChainLink>(leaf: L, byHash: ReadonlyMap<string, L>, genesis: string): L[] | null {
  const path: L[] = [];
  for (let link: L | undefined = leaf; link; link = byHash.get(link.previous)) {
    path.push(link);
    if (link.previous === genesis) return path.toReversed();
  }
  return null;
}

/** How many links two paths have in common from the first on. */
export function sharedLength(here: readonly ChainLink[], there: readonly ChainLink[]): number {
  let shared = 0;
  while (here[shared] && here[shared]!.hash === there[shared]?.hash) shared++;
  return shared;
}

type Path<L extends ChainLink> = { readonly leaf: L; readonly path: readonly L[] };

/** Every way from the first event to a last one. */
function waysOf<L extends ChainLink>(kind: StreamKind, stream: string, links: readonly L[]): readonly Path<L>[] {
  const genesis = genesisOf(stream, kind);
  const byHash = new Map(links.map((link) => [link.hash, link]));
  const followed = new Set(links.map(({ previous }) => previous));
  return [...byHash.values()]
    .filter(({ hash }) => !followed.has(hash))
    .flatMap((leaf) => {
      const path = pathTo(leaf, byHash, genesis);
      return path ? [{ leaf, path }] : [];
    });
}

/**
 * The continuations beside a record that stands: where it began here, nothing
 * that comes from elsewhere makes it longer, whatever it says of itself.
 *
 * @param trunk the record, from its first event
 * @param beside links that are known besides, each once or more, in any order
 * @returns each continuation from where it leaves, the smallest head first
 * @example besideRecord("exam", exam, links, []) // []
 */
export function besideRecord<L extends ChainLink>(
  kind: StreamKind,
  stream: string,
  trunk: readonly L[],
  beside: readonly L[],
): readonly (readonly L[])[] {
  if (beside.length === 0) return [];
  const inTrunk = new Set(trunk.map(({ hash }) => hash));
  return waysOf(kind, stream, [...trunk, ...beside])
    .filter(({ leaf }) => !inTrunk.has(leaf.hash))
    .toSorted((a, b) => (a.leaf.hash < b.leaf.hash ? -1 : 1))
    .map(({ path }) => path.slice(sharedLength(trunk, path)));
}

/**
 * Which continuation of a stream is the record. A signed one comes first, then
 * the one that goes on from what was recorded here, then the longer; where all
 * that is equal, the smaller head, so that every store comes to the same. It
 * hangs on the set of links alone: in which order they came, and how often,
 * changes nothing.
 *
 * @param links every link that is known, each once or more, in any order
 * @param own the hash of the last event that was recorded in this store itself, or null
 * @example branchesOf("exam", exam, links, null).branches // []
 */
export function branchesOf<L extends ChainLink>(
  kind: StreamKind,
  stream: string,
  links: readonly L[],
  own: string | null,
): Branched<L> {
  const whole = waysOf(kind, stream, links);
  if (whole.length === 1) return { trunk: whole[0]!.path, branches: [] };
  const paths = whole
    .map(({ leaf, path }) => {
      const isOwn = own !== null && path.some(({ hash }) => hash === own);
      return { path, head: leaf.hash, rank: [hasSignature(path) ? 1 : 0, isOwn ? 1 : 0, path.length] as const };
    })
    .sort(
      (a, b) => b.rank[0] - a.rank[0] || b.rank[1] - a.rank[1] || b.rank[2] - a.rank[2] || (a.head < b.head ? -1 : 1),
    );
  const [first, ...others] = paths;
  const trunk = first?.path ?? [];
  return {
    trunk,
    branches: others
      .toSorted((a, b) => (a.head < b.head ? -1 : 1))
      .map(({ path }) => path.slice(sharedLength(trunk, path))),
  };
}
