import { courseBegunBy, type ExamState } from "../record";

/**
 * The course a visit belongs to: the one it names, else one of its own.
 *
 * @example courseOf(openedState) === courseBegunBy(openedState.id) // true
 */
export const courseOf = ({ id, opened }: Pick<ExamState, "id" | "opened">): string =>
  opened?.body.visit?.course?.episode ?? courseBegunBy(id);
