import { isInFront, knockOf, NOT_HERE, refusal, turnedAway } from "./front";
import { answer, RequestError } from "./http";
import type { Handler } from "./serve";

const segmentsOf = (path: string): string[] => path.split("/").filter(Boolean);
const NAME = /^\{(\w+)\}$/;

/** The ids an address names where a path has braces; null: it is another address. */
function idsIn(asked: readonly string[], path: readonly string[]): Record<string, string> | null {
  const ids: Record<string, string> = {};
  if (asked.length !== path.length) return null;
  for (const [index, part] of path.entries()) {
    const name = NAME.exec(part)?.[1];
    if (name) ids[name] = asked[index]!;
    else if (part !== asked[index]) return null;
  }
  return ids;
}

/**
 * All addresses of data behind one: whose turn it is, is found by method and
 * path. They share one copy of the program that way, loaded once. Where no
 * server in front has looked at a request, it is looked at here.
 *
 * @param modules the handlers of each address, by method
 * @returns answers a request; 404 for what none of them stands for
 */
export function dispatcher(modules: readonly Readonly<Record<string, Handler>>[]) {
  const served = modules
    .flatMap((module) => Object.values(module))
    .map((handler) => ({ handler, method: handler.route.method, path: segmentsOf(handler.route.path) }));
  return async (request: Request): Promise<Response> => {
    const away = isInFront() ? null : turnedAway(knockOf(request));
    if (away) return refusal(away);
    const asked = segmentsOf(new URL(request.url).pathname);
    const method = request.method === "HEAD" ? "GET" : request.method;
    for (const { handler, ...one } of served) {
      const ids = one.method === method ? idsIn(asked, one.path) : null;
      if (ids) return handler(request, ids);
    }
    return answer(() => {
      const { status, what, todo } = NOT_HERE;
      throw new RequestError(status, { where: "request", what, todo });
    });
  };
}
