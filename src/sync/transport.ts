import { describeProblem, type Problem } from "@/core/base";
import type { ChainHead, RecordedEvent } from "@/core/record";
import type { Receipt } from "@/wire/exam-events";

/** What came of sending: receipts, or why it has to be tried again, or that it never will be taken. */
export type Sent =
  | {
      readonly kind: "answered";
      readonly receipts: readonly Receipt[];
      readonly head: ChainHead;
      readonly anchor: string;
    }
  | { readonly kind: "try again"; readonly why: string }
  | { readonly kind: "refused"; readonly why: string };

export type Transport = {
  send: (exam: string, events: readonly RecordedEvent[]) => Promise<Sent>;
  /** Events after a position; null when the server cannot be reached. */
  fetchAfter: (
    exam: string,
    seq: number,
  ) => Promise<{ events: RecordedEvent[]; head: ChainHead; anchor: string } | null>;
};

const reasonOf = async (response: Response): Promise<string> => {
  const body = (await response.json().catch(() => null)) as { problems?: Problem[] } | null;
  return body?.problems?.map(describeProblem).join(" ") ?? `The server answered ${response.status}.`;
};

export const httpTransport: Transport = {
  async send(exam, events) {
    try {
      const response = await fetch(`/api/exams/${exam}/events`, {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify({ events }),
      });
      if (response.ok)
        return {
          kind: "answered",
          ...((await response.json()) as { receipts: Receipt[]; head: ChainHead; anchor: string }),
        };
      return { kind: response.status === 400 ? "refused" : "try again", why: await reasonOf(response) };
    } catch {
      return { kind: "try again", why: "The server cannot be reached." };
    }
  },
  async fetchAfter(exam, seq) {
    try {
      const response = await fetch(`/api/exams/${exam}/events?after=${seq}`);
      return response.ok
        ? ((await response.json()) as { events: RecordedEvent[]; head: ChainHead; anchor: string })
        : null;
    } catch {
      return null;
    }
  },
};
