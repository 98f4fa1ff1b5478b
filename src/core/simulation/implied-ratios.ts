import { type ClusterRule, isFact } from "../knowledge";
import { chanceThatAtLeast, chancesOf, CORRELATION, type Planning } from "../planning";
import { pooledRule, ratiosOf, readSource } from "../reading";
import type { Asked, World } from "./patient";

/** What a cluster's members come to in simulated patients, beside what was published of the cluster. */

export type ImpliedRatio = {
  readonly rule: string;
  /** From and to how many positive members. */
  readonly positives: readonly [from: number, to: number];
  /** The likelihood ratio among simulated patients, whose members are as published, the one without figures fitted. */
  readonly implied: number;
  readonly published: number | null;
  /** Pooled over several studies; null: there is none. */
  readonly pooled: number | null;
};

type Printed = { readonly positives: readonly [from: number, to: number]; readonly ratio: number | null };

/** A rule's own ratios, by how many of its members are positive. */
function printed(figures: ClusterRule["figures"], members: number): readonly Printed[] {
  if (figures.kind === "by count")
    return figures.strata.map(({ from, to, lr }) => ({ positives: [from, to], ratio: lr }));
  const cutOffs =
    figures.kind === "k of n"
      ? [{ k: figures.k, ...ratiosOf(figures) }]
      : figures.cutOffs.map(({ k, sensitivity, specificity, lrPositive }) => ({
          k,
          lrPositive: lrPositive ?? sensitivity / (1 - specificity),
          lrNegative: (1 - sensitivity) / specificity,
        }));
  return cutOffs.flatMap(({ k, lrPositive, lrNegative }): readonly Printed[] => [
    { positives: [k, members], ratio: lrPositive },
    { positives: [0, k - 1], ratio: lrNegative },
  ]);
}

/**
 * The clusters of these questions whose members are all tests: what the members'
 * figures come to, and what was published and pooled of the cluster itself.
 * Nothing is made to agree: where they differ, both cannot be true under the
 * dependence that is taken.
 */
export function impliedRatios(
  questions: readonly Asked[],
  plan: Planning,
  { dependence = CORRELATION }: World = {},
): readonly ImpliedRatio[] {
  const told = new Map<string, readonly ImpliedRatio[]>();
  for (const { source, side } of questions) {
    const { preferred } = readSource(plan.context, source, side);
    const own = plan.evidence.rules.find(({ id }) => id === preferred?.rule.id);
    if (!preferred || !own || told.has(own.id) || preferred.members.some(({ member }) => isFact(member))) continue;
    const chances = preferred.members.flatMap((member) => {
      const known = chancesOf(member, preferred, plan);
      return known ? [known] : [];
    });
    if (chances.length < preferred.members.length) continue;
    const within = ([from, to]: Printed["positives"], which: 0 | 1) => {
      const shares = chances.map((each) => each[which]);
      return chanceThatAtLeast(from, shares, dependence) - chanceThatAtLeast(to + 1, shares, dependence);
    };
    const pooled = pooledRule(own);
    const ofPooled = pooled ? printed(pooled.figures, chances.length) : [];
    told.set(
      own.id,
      printed(own.figures, chances.length).map(({ positives, ratio }) => ({
        rule: own.id,
        positives,
        implied: within(positives, 0) / within(positives, 1),
        published: ratio,
        pooled: ofPooled.find((one) => one.positives[0] === positives[0])?.ratio ?? null,
      })),
    );
  }
  return [...told.values()].flat();
}
