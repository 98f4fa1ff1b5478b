import { REACTION_AFTER, type ReactionReport, REACTIONS_TOLD } from "../record";

/**
 * How they were after something, in a line.
 *
 * @example reactionText({ after: "technique", what: "sore", where: "", intensity: 4, hours: null, done: "" }) // "after a technique: sore, 4 of 10"
 */
export function reactionText({
  after,
  what,
  where,
  intensity,
  hours,
  done,
}: Pick<ReactionReport, "after" | "what" | "where" | "intensity" | "hours" | "done">): string {
  const said = [
    REACTIONS_TOLD[what],
    where,
    intensity === null ? "" : `${intensity} of 10`,
    hours === null ? "" : `${hours} h`,
  ];
  return `${REACTION_AFTER[after]}: ${said.filter(Boolean).join(", ")}${done && `; ${done}`}`;
}
