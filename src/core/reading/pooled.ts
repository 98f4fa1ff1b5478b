import { remembered } from "../base";
import type { ClusterRule } from "../knowledge";

const SUFFIX = ".pooled";

/** The id under which a rule's pooled figure is drawn. */
export const pooledId = (id: string): string => `${id}${SUFFIX}`;

/** The rule whose pooled figure an id means, or null when it means the rule's own. */
export const ownIdOf = (id: string): string | null => (id.endsWith(SUFFIX) ? id.slice(0, -SUFFIX.length) : null);

/**
 * A rule with the figure that was pooled over several studies in place of its
 * own; null where none was, or where it has no single number it is met at.
 *
 * @example pooledRule(fiveTest)?.figures.lrPositive // 2.44
 */
export const pooledRule = remembered((rule: ClusterRule): ClusterRule | null => {
  const { pooled, figures } = rule;
  if (!pooled || figures.kind !== "k of n") return null;
  return {
    ...rule,
    figures: {
      kind: "k of n",
      k: figures.k,
      lrPositive: pooled.lrPositive,
      lrNegative: pooled.lrNegative,
      ...(pooled.lrPositive95 ? { lrPositive95: pooled.lrPositive95 } : {}),
      ...(pooled.lrNegative95 ? { lrNegative95: pooled.lrNegative95 } : {}),
    },
    citation: pooled.citation,
    standing: pooled.standing,
  };
});
