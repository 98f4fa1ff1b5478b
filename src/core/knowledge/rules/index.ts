import { OTHER_RULES } from "./other";
import { SACROILIAC_RULES } from "./sacroiliac";
import type { ClusterRule, FactMember, RuleMember, TestMember } from "./types";

export type {
  ClusterRule,
  Fact,
  FactMember,
  PrintedFigures,
  RuleFigures,
  RuleMember,
  Stratum,
  TestMember,
} from "./types";

export const RULES: readonly ClusterRule[] = [...SACROILIAC_RULES, ...OTHER_RULES];

/** Any name the command line or a file may use for a rule, or undefined. */
export const findRule = (id: string): ClusterRule | undefined => RULES.find((rule) => rule.id === id);

/**
 * The rule that counts for a source unless another is chosen: the one marked
 * so, else the only one there is.
 *
 * @param rules one source's rules
 * @returns a rule's id, or "none"
 * @example usualRule(RULES.filter(({ source }) => source === "cervical-root")) // "cervical-root-four-item"
 */
export const usualRule = (rules: readonly Pick<ClusterRule, "id" | "usual">[]): string =>
  rules.find(({ usual }) => usual)?.id ?? (rules.length === 1 ? rules[0]!.id : "none");

export const isFact = (member: RuleMember): member is FactMember => "fact" in member;
export const testMembers = ({ members }: Pick<ClusterRule, "members">): TestMember[] =>
  members.filter((member): member is TestMember => !isFact(member));

/** Rules that are read in words: the paper gives no figure for them. */
export const RULES_WITHOUT_FIGURE = [
  {
    id: "root-level",
    label: "level of a lumbosacral root",
    source: "lower-lumbosacral-root",
    rule: "three of four at the same level: pain in its dermatome, sensory deficit, reflex, power",
    citation: "petersen-2017",
    standing: "rule only",
  },
  {
    id: "upper-cervical-laxity",
    label: "upper cervical laxity",
    source: "alar-ligament",
    rule: "the upper cervical ligament tests as they are read, in the order the guard gives; for caution, not for a probability",
    citation: "",
    standing: "rule only",
  },
] as const;
