import { REACTIONS_TOLD, type ReactionTold } from "@/core/record";

/** What can be told of a reaction, as it is chosen. */
export const REACTION_CHOICES = (Object.keys(REACTIONS_TOLD) as ReactionTold[]).map((what) => ({
  value: what,
  label: REACTIONS_TOLD[what],
}));

/** Nothing more is asked of these. */
export const NO_MORE: ReadonlySet<ReactionTold> = new Set(["none", "better"]);
