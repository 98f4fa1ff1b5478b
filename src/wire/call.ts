import { check, describeProblem, InputError, phrase, type Problem } from "@/core/base";
import { keptAnswers } from "./kept-answers";
import { type Answering, refusalOf } from "./refusals";
import { readProblem, refusalBody, type SentProblem } from "./problems";
import { pathOf, type Route } from "./route";
import { askToSignIn } from "./sign-in-asked";

/** What a call came to: its answer, or what is wrong in a sentence and what may be done about it. */
export type Called<T> =
  /** Old: the server could not be reached, and this is what it answered before. */
  | { readonly ok: true; readonly value: T; readonly isOld: boolean }
  | {
      readonly ok: false;
      readonly status: number;
      readonly refusal: Answering;
      readonly problems: readonly Problem[];
      readonly message: string;
      readonly body: unknown;
    };

function problemsIn(body: unknown, status: number): readonly Problem[] {
  try {
    return (check(refusalBody, body, "answer") as { problems: readonly SentProblem[] }).problems.map(readProblem);
  } catch {
    return [
      {
        where: "server",
        what: phrase`answered ${status} and did not say why`,
        todo: "Try again; reload if it stays so.",
      },
    ];
  }
}

const failed = (status: number, body: unknown, problems: readonly Problem[]): Called<never> => ({
  ok: false,
  status,
  refusal: refusalOf(status),
  problems,
  message: problems.map(describeProblem).join(" "),
  body,
});

const UNREACHED: Problem = {
  where: "server",
  what: "cannot be reached",
  todo: "Nothing was changed; try again once it can.",
};

/** What would have been a call, and went wrong in this browser already. */
export const wrongHere = (problem: Problem): Called<never> => failed(0, null, [problem]);

/** The query of a GET; the body of everything else. A file goes as it is. */
function requestOf({ method, isFile }: Route, ask: unknown): { query: string; init: RequestInit } {
  if (method === "GET") {
    const asked = Object.entries((ask ?? {}) as Record<string, string | undefined>);
    const query = new URLSearchParams(asked.flatMap(([key, value]) => (value === undefined ? [] : [[key, value]])));
    return { query: query.size ? `?${query.toString()}` : "", init: { method } };
  }
  const body = isFile ? (ask as string) : JSON.stringify(ask ?? {});
  return { query: "", init: { method, headers: { "content-type": "application/json" }, body } };
}

/** What this browser kept of an answer, checked as if it came over the wire; null where it kept none. */
async function keptBefore<Answer>(route: Route<never, Answer>, address: string): Promise<Answer | null> {
  try {
    const body = await keptAnswers()?.find(address);
    if (body === null || body === undefined) return null;
    if (route.answer) check(route.answer, body, "answer");
    return body as Answer;
  } catch {
    return null;
  }
}

/** What was begun in this browser without the server, which has not heard of it yet. */
const isOnlyHere = (kept: unknown): boolean =>
  typeof kept === "object" && kept !== null && (kept as { isOnlyHere?: unknown }).isOnlyHere === true;

/**
 * Calls one of this program's own routes. What is answered is checked like
 * everything else that comes over an edge; nothing is thrown.
 *
 * @param ids the ids its address names
 * @param ask what is sent
 * @param within how long it may take, in ms: past it the server counts as not reached; left out: as long as the connection stands
 */
export async function call<Ask, Answer>(
  route: Route<Ask, Answer>,
  ids: Readonly<Record<string, string>>,
  ask: NoInfer<Ask>,
  within?: number,
): Promise<Called<Answer>> {
  const { query, init } = requestOf(route, ask);
  if (within !== undefined) init.signal = AbortSignal.timeout(within);
  const address = pathOf(route.path, ids) + query;
  try {
    const response = await fetch(address, init);
    const body: unknown = await response.json().catch(() => null);
    if (response.status === 404 && route.isKept) {
      const begun = await keptBefore<Answer>(route, address);
      if (begun !== null && isOnlyHere(begun)) return { ok: true, value: begun, isOld: true };
    }
    if (response.status === 401 && route.act !== "anybody") askToSignIn();
    if (!response.ok) return failed(response.status, body, problemsIn(body, response.status));
    if (route.answer) check(route.answer, body, "answer");
    if (route.isKept && query === "")
      void keptAnswers()
        ?.keep(address, body)
        .catch(() => {});
    return { ok: true, value: body as Answer, isOld: false };
  } catch (error) {
    if (error instanceof InputError) return failed(502, null, error.problems);
    const kept = route.isKept ? await keptBefore<Answer>(route, address) : null;
    return kept === null ? failed(0, null, [UNREACHED]) : { ok: true, value: kept, isOld: true };
  }
}
