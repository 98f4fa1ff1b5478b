import type { IncomingMessage, ServerResponse } from "node:http";
import { patternOf, type Route } from "@/wire/route";
import { ROUTES } from "@/wire/routes";
import { shared } from "../store/shared";

/**
 * The way of what nobody may wait for, taps above all: from the server in front
 * straight to what answers data, without the framework between. It is the same
 * program that the framework calls, in the same copy; only the way to it is a
 * third as long.
 */

type Answering = (request: Request) => Promise<Response>;

const kept = () => shared("answering", () => ({ data: null as Answering | null }));

/** Says what answers data, once it is loaded; until then a tap goes by the framework, like everything else. */
export function answerStraightBy(answering: Answering): void {
  kept().data = answering;
}

/** What answers without the framework; null while it is not loaded. */
export const straightAnswering = (): Answering | null => kept().data;

const TAPS = [ROUTES.appendEvents, ROUTES.courseEvents];
/** What a joined device says, and what is shown on one: sixty times a second, and a limb moves meanwhile. */
const LIVE = [ROUTES.joinedSay, ROUTES.showOnPad];

type Asked = Pick<IncomingMessage, "method" | "url">;

const oneOf = (routes: readonly Pick<Route, "method" | "path">[]) => {
  const known = routes.map(({ method, path }) => ({ method, pattern: patternOf(path) }));
  return ({ method, url = "" }: Asked): boolean => {
    const [path = ""] = url.split("?", 1);
    return known.some((route) => route.method === method && route.pattern.test(path));
  };
};

/** Whether a request appends to an exam or a course. */
export const isTap = oneOf(TAPS);

/** Whether a request goes straight to what answers it. */
export const goesStraight = oneOf([...TAPS, ...LIVE]);

/** Read no further than that; one piece beyond says that it is too much. */
const MOST = Math.max(...[...TAPS, ...LIVE].map(({ limit }) => limit));

/** What was sent, or as much of it as shows that it is too much; null when its sender left. */
function bodyOf(request: IncomingMessage): Promise<Buffer | null> {
  return new Promise((done) => {
    const chunks: Buffer[] = [];
    let size = 0;
    request.on("data", (chunk: Buffer) => {
      if (size <= MOST) chunks.push(chunk);
      size += chunk.length;
      if (size > MOST) done(Buffer.concat(chunks));
    });
    request.once("end", () => done(Buffer.concat(chunks)));
    request.once("close", () => done(null));
    request.once("error", () => done(null));
  });
}

function headersOf({ headers }: IncomingMessage): Headers {
  const all = new Headers();
  for (const [name, value] of Object.entries(headers))
    if (typeof value === "string") all.set(name, value);
    else for (const one of value ?? []) all.append(name, one);
  return all;
}

/** Answers one; whatever else of it is on its way is let through to nowhere. */
export async function answerStraight(
  answering: Answering,
  request: IncomingMessage,
  response: ServerResponse,
  origin: string,
): Promise<void> {
  const body = await bodyOf(request);
  if (body === null) return;
  const answer = await answering(
    new Request(origin + request.url, {
      method: request.method!,
      headers: headersOf(request),
      body: new Uint8Array(body),
    }),
  );
  const text = Buffer.from(await answer.arrayBuffer());
  response.writeHead(answer.status, { ...Object.fromEntries(answer.headers), "content-length": text.length });
  response.end(text);
}
