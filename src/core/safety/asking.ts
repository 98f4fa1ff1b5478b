import { GUARD_GROUPS, GUARD_QUESTIONS, type GuardGroupId, type GuardQuestion } from "../knowledge";
import type { ExamState } from "../record";
import type { Guard } from "./assess";

/** The questions of one group as they are asked, and how many still wait. */
export type AskedGroup = {
  readonly id: GuardGroupId;
  readonly label: string;
  readonly questions: readonly GuardQuestion[];
  readonly left: number;
};

/** The group a question stands in, by its id; one that is not known stands with the last. */
export const groupOf = ({ id }: Pick<GuardQuestion, "id">): GuardGroupId =>
  GUARD_QUESTIONS.find((question) => question.id === id)?.group ?? "body";

const placeOf = ({ id }: GuardQuestion): number => GUARD_QUESTIONS.findIndex((question) => question.id === id);

/** Pain on both sides may be cord, cauda equina or inflammation: those are asked first of all. */
const FIRST_OF_BOTH_SIDES: readonly GuardGroupId[] = ["grave", "inflammation"];

/**
 * The guard's questions in the order they are asked in, group by group: the
 * grave ones first. A question asked again counts as waiting.
 *
 * @param isBothSides the symptom is on both sides: inflammation is asked right after the grave
 * @example askedInOrder(assessGuard(openedState))[0]?.id // "grave"
 */
export function askedInOrder(
  { questions, unanswered, stale }: Pick<Guard, "questions" | "unanswered" | "stale">,
  isBothSides = false,
): readonly AskedGroup[] {
  const waiting = new Set([...unanswered, ...stale].map(({ id }) => id));
  const all = Object.keys(GUARD_GROUPS) as GuardGroupId[];
  const order = isBothSides ? [...new Set([...FIRST_OF_BOTH_SIDES, ...all])] : all;
  return order.flatMap((id) => {
    const own = questions.filter((question) => groupOf(question) === id).toSorted((a, b) => placeOf(a) - placeOf(b));
    if (own.length === 0) return [];
    return [
      { id, label: GUARD_GROUPS[id], questions: own, left: own.filter((question) => waiting.has(question.id)).length },
    ];
  });
}

/** Answers of one person no further apart than this were not asked one by one, in milliseconds. */
const TOGETHER_WITHIN_MS = 1000;

/**
 * The questions whose answers were stored within a second of another one, by
 * one person: they are marked where the answers are summed up.
 *
 * @example answeredTogether({ guardGiven: {} }).size // 0
 */
export function answeredTogether({ guardGiven }: Pick<ExamState, "guardGiven">): ReadonlySet<string> {
  const given = Object.entries(guardGiven)
    /** From records nobody answers; pages of a tablet are accepted in one press, and what was asked together has one. */
    .filter(([, { by, onPad, together }]) => by !== "records" && !onPad && !together)
    .map(([question, { at, actor }]) => ({ question, actor, at: Date.parse(at) }))
    .toSorted((a, b) => a.at - b.at);
  const together = new Set<string>();
  for (const [index, one] of given.entries())
    for (const next of given.slice(index + 1)) {
      if (next.at - one.at > TOGETHER_WITHIN_MS) break;
      if (next.actor === one.actor) together.add(one.question).add(next.question);
    }
  return together;
}
