import { SACROILIAC_RULES } from "./sacroiliac";
import type { ClusterRule } from "./types";

export type { ClusterRule, RuleMember } from "./types";

export const RULES: readonly ClusterRule[] = SACROILIAC_RULES;

/** Any name the command line or a file may use for a rule, or undefined. */
export const findRule = (id: string): ClusterRule | undefined => RULES.find((rule) => rule.id === id);
