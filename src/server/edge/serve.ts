import { check, isUuid, type Schema } from "@/core";
import type { Route } from "@/wire/route";
import { assertMay, type Who, whoAsks, whoStill } from "../accounts/who";
import { answer, jsonText, parsed, RequestError } from "./http";
import { personIn } from "../accounts/care";
import { shownTo } from "../accounts/fields";
import { recordFacts } from "../accounts/granted";
import { noteAct, noteRefusal } from "../log/noted";
import type { Store } from "../store/store";
import { assertSameFile, theStore } from "../store/open";
import { StoreError } from "../store/store";

/** What a route's work is given: the store, the ids of its address, and what was sent, checked. */
export type Asked<Ask> = {
  readonly store: Store;
  readonly ids: Ids;
  readonly ask: Ask;
  readonly request: Request;
  readonly who: Who;
  /** Whether whoever asked may still do it: for an answer that goes on after it was begun. */
  readonly stillMay: () => boolean;
};

type Ids = Readonly<Record<string, string>>;

/** What answers at one address and method: it knows the route it stands for. */
export type Handler = {
  (request: Request, ids: Ids): Promise<Response>;
  readonly route: Route;
};

function checkedIds(ids: Ids): Ids {
  for (const [where, id] of Object.entries(ids))
    if (!isUuid(id))
      throw new RequestError(404, { where, what: "is not an id", todo: "Use the address that a page links to." });
  return ids;
}

async function sentWith(route: Route, request: Request): Promise<unknown> {
  if (route.method === "GET") return Object.fromEntries(new URL(request.url).searchParams);
  const text = await jsonText(request, route.limit);
  return route.isFile ? text : parsed(text);
}

const BUSY_FOR_MS = 5000;
const FIRST_WAIT_MS = 4;
/** So that a tap waits no more than a third longer than it has to. */
const WAITS_GROW = 1.3;
const LONGEST_WAIT_MS = 200;

/**
 * Does the work again while another program holds the store: by waiting, not by
 * standing still, so that everybody else is answered meanwhile.
 */
async function oncePossible<T>(work: () => T): Promise<Awaited<T>> {
  const until = Date.now() + BUSY_FOR_MS;
  for (let wait = FIRST_WAIT_MS; ; wait = Math.min(wait * WAITS_GROW, LONGEST_WAIT_MS)) {
    try {
      return await work();
    } catch (error) {
      if (!(error instanceof StoreError && error.isBusy) || Date.now() > until) throw error;
      await new Promise((done) => setTimeout(done, wait * (0.5 + Math.random())));
    }
  }
}

/**
 * Serves a route of the wire: who asks has to be somebody who may, and what is
 * sent is checked by its schema before anything looks at it.
 */
export function serve<Ask, Answer>(route: Route<Ask, Answer>, work: (asked: Asked<Ask>) => unknown): Handler {
  const handle = (request: Request, sentTo: Ids): Promise<Response> =>
    answer(async () => {
      const ids = checkedIds(sentTo);
      const store = theStore();
      const who = await whoAsks(store, request, Date.now());
      const noted = { store, who, route, ids, ask: null, request };
      const act = route.act;
      const assertItMay = (now: Who): void => {
        if (act !== "anybody")
          assertMay(now, act, recordFacts(store, now, act, ids, Date.now()), () => personIn(store, ids));
      };
      const stillMay = (): boolean => {
        const now = whoStill(store, who, Date.now());
        try {
          assertItMay(now);
          return true;
        } catch (error) {
          if (error instanceof RequestError) return false;
          throw error;
        }
      };
      const done = async (): Promise<unknown> => {
        assertItMay(who);
        const sent = await sentWith(route, request);
        const ask = (route.ask ? check(route.ask as Schema<Ask>, sent, "") : sent) as Ask;
        await oncePossible(() => noteAct({ ...noted, ask }));
        return oncePossible(() => work({ store, ids, ask, request, who, stillMay }));
      };
      const result = await done().catch((error: unknown) => {
        if (error instanceof RequestError && error.status === 403 && route.act !== "anybody") noteRefusal(noted);
        throw error;
      });
      if (route.method !== "GET") assertSameFile(store);
      return shownTo(store, who, { route: route as Route, ids }, result, Date.now());
    });
  return Object.assign(handle, { route: route as Route });
}
