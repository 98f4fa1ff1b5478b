import type { ExamEvent } from "@/core/record";
import { call } from "@/wire/call";
import { ROUTES } from "@/wire/routes";

/** What became of what was sent: taken, refused with a sentence, or not reached by anybody. */
export type Sent = { readonly refused: string | null; readonly isUnreached: boolean };

/** Sends events of an exam that has no screen open. */
export async function sendEvents(exam: string, events: readonly ExamEvent[]): Promise<Sent> {
  const written = await call(ROUTES.appendEvents, { exam }, { events: [...events] });
  if (!written.ok) return { refused: written.message, isUnreached: written.status === 0 };
  const refused = written.value.receipts.find(({ result }) => result === "refused")?.why ?? null;
  return { refused, isUnreached: false };
}
