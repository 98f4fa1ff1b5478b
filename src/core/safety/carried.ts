import type { EventDraft } from "../record";
import { groupOf } from "./asking";
import type { Guard } from "./assess";

/**
 * Answers of an earlier visit that stand again once the person says that nothing
 * is new: never those of the grave group, which are asked at every visit, and
 * nothing that was not asked then. Each says that it is from the records.
 *
 * @param earlier the answers of the earlier visit, by question
 * @returns none while a grave question still waits
 * @example carriedAnswers(assessGuard(openedState), {}) // []
 */
export function carriedAnswers(
  { unanswered }: Pick<Guard, "unanswered">,
  earlier: Readonly<Record<string, string>>,
): readonly (EventDraft & { readonly type: "guard-answered" })[] {
  if (unanswered.some(({ id }) => isGrave(id))) return [];
  return unanswered.flatMap(({ id, options }) => {
    const answer = earlier[id];
    return answer !== undefined && options.some((option) => option.id === answer)
      ? [{ type: "guard-answered" as const, body: { question: id, answer, by: "records" as const } }]
      : [];
  });
}

/** Asked in their own words at every visit. */
export const isGrave = (question: string): boolean => groupOf({ id: question }) === "grave";
