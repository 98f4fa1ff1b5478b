import type { ChainHead, RecordedEvent } from "@/core/record";
import { call } from "@/wire/call";
import type { Receipt, RecordEnd } from "@/wire/exam-events";
import type { Answering } from "@/wire/refusals";
import { isOfCourse } from "./outbox";
import { EXAM_ROUTES } from "@/wire/exam-routes";

/** What came of sending: a receipt for each event, or why none was taken and what may be done about it. */
export type Sent =
  | {
      readonly kind: "answered";
      readonly receipts: readonly Receipt[];
      readonly head: ChainHead;
      readonly anchor: string;
    }
  | { readonly kind: "not taken"; readonly refusal: Answering; readonly why: string };

export type Transport = {
  send: (exam: string, events: readonly RecordedEvent[]) => Promise<Sent>;
  /** Events after a position; null when the server cannot be reached. */
  fetchAfter: (
    exam: string,
    seq: number,
  ) => Promise<(RecordEnd & { readonly events: readonly RecordedEvent[] }) | null>;
};

/**
 * A network that has gone without a word leaves a request open for minutes, and
 * what waits behind it with it. Past this it is sent again: once is enough, and
 * twice is once.
 */
const WITHIN_MS = 20_000;

export const httpTransport: Transport = {
  async send(exam, events) {
    const sent = events.some(isOfCourse)
      ? await call(EXAM_ROUTES.courseEvents, { episode: exam }, { events: [...events] }, WITHIN_MS)
      : await call(EXAM_ROUTES.appendEvents, { exam }, { events: [...events] }, WITHIN_MS);
    return sent.ok
      ? { kind: "answered", ...sent.value }
      : {
          kind: "not taken",
          refusal: sent.refusal,
          why: sent.status === 0 ? "The server cannot be reached." : sent.message,
        };
  },
  async fetchAfter(exam, seq) {
    const news = await call(EXAM_ROUTES.eventsAfter, { exam }, { after: String(seq) }, WITHIN_MS);
    return news.ok ? news.value : null;
  },
};
