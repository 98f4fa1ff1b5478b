import { describeProblem, type Problem } from "@/core/base";

/** What a write came to: its answer, or what is wrong in a sentence. */
export type Written<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly status: number; readonly message: string; readonly body: unknown };

/** Sends a write to this program's own server. */
export async function send<T>(method: "POST" | "PUT", path: string, body: unknown): Promise<Written<T>> {
  try {
    const response = await fetch(path, {
      method,
      headers: { "content-type": "application/json" },
      body: typeof body === "string" ? body : JSON.stringify(body),
    });
    const answer: unknown = await response.json().catch(() => null);
    if (response.ok) return { ok: true, value: answer as T };
    const problems = (answer as { problems?: Problem[] } | null)?.problems;
    return {
      ok: false,
      status: response.status,
      message: problems?.map(describeProblem).join(" ") ?? `The server answered ${response.status}.`,
      body: answer,
    };
  } catch {
    return {
      ok: false,
      status: 0,
      message: "The server cannot be reached. Nothing was changed; try again.",
      body: null,
    };
  }
}
