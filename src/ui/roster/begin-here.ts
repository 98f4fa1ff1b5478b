import { type ExamEvent, genesisOf } from "@/core/record";
import { openOutbox } from "@/sync/outbox";
import { EXAM_ROUTES } from "@/wire/exam-routes";
import type { ExamPage } from "@/wire/exam-page";
import { keptAnswers } from "@/wire/kept-answers";
import { pathOf } from "@/wire/route";

/** Whether this browser keeps the pages of an examination, so that it can be begun without a server. */
const canOpen = async (exam: string): Promise<boolean> =>
  typeof caches !== "undefined" &&
  keptAnswers() !== null &&
  (await caches.match(`/exams/${exam}/complaint`)) !== undefined;

/**
 * Begins an examination in this browser alone: its opening waits in the outbox
 * like every tap, and goes to the server with the first of them.
 *
 * @param evidence the version in force when the server was last reached; only what ships is at hand without it
 * @returns whether it was begun
 */
export async function beginHere(exam: string, events: readonly ExamEvent[], evidence: string): Promise<boolean> {
  if (!(await canOpen(exam))) return false;
  const page: ExamPage & { readonly isOnlyHere: true } = {
    events: [],
    head: { head: genesisOf(exam), length: 0 },
    anchor: "",
    importedUpTo: 0,
    branches: [],
    previous: null,
    course: null,
    evidence: { held: {}, current: evidence },
    farTimes: [],
    isOnlyHere: true,
  };
  await keptAnswers()!.keep(pathOf(EXAM_ROUTES.examPage.path, { exam }), page);
  await openOutbox().add(events);
  return true;
}
