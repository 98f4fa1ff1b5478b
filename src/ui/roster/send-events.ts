import type { ExamEvent } from "@/core/record";
import { call } from "@/wire/call";
import { ROUTES } from "@/wire/routes";

/** Sends events of an exam that has no screen open; the sentence they were refused with, or null. */
export async function sendEvents(exam: string, events: readonly ExamEvent[]): Promise<string | null> {
  const written = await call(ROUTES.appendEvents, { exam }, { events: [...events] });
  if (!written.ok) return written.message;
  return written.value.receipts.find(({ result }) => result === "refused")?.why ?? null;
}
