import type { IncomingMessage, ServerResponse } from "node:http";
import { Readable } from "node:stream";
import type { ReadableStream as WebStream } from "node:stream/web";
import { patternOf, type Route } from "@/wire/route";
import { ROUTES } from "@/wire/routes";
import { shared } from "../store/shared";

/**
 * Data goes from the server in front straight to what answers it, without the
 * framework between. It is the same program that the framework calls, in the same
 * copy; only the way to it is a third as long.
 */

type Answering = (request: Request) => Promise<Response>;

const kept = () => shared("answering", () => ({ data: null as Answering | null }));

/** Says what answers data, once it is loaded; until then a request goes by the framework, like a page. */
export function answerStraightBy(answering: Answering): void {
  kept().data = answering;
}

/** What answers without the framework; null while it is not loaded. */
export const straightAnswering = (): Answering | null => kept().data;

type Asked = Pick<IncomingMessage, "method" | "url">;

const KNOWN = (Object.values(ROUTES) as unknown as Route[]).map((route) => ({ route, pattern: patternOf(route.path) }));

/** The route that a request is for; null where it is for a page or a file. */
export function routeAsked({ method, url = "" }: Asked): Route | null {
  const [path = ""] = url.split("?", 1);
  const asked = method === "HEAD" ? "GET" : method;
  return KNOWN.find(({ route, pattern }) => route.method === asked && pattern.test(path))?.route ?? null;
}

const TAPS: ReadonlySet<Route> = new Set([ROUTES.appendEvents, ROUTES.courseEvents] as unknown as Route[]);

/** Whether a route appends to an exam or a course. */
export const isTap = (route: Route): boolean => TAPS.has(route);

/**
 * What was sent, or as much of it as shows that it is too much; null when its
 * sender left. Until it is whole, the request holds nobody up.
 */
export function bodyOf(request: IncomingMessage, limit: number): Promise<Buffer | null> {
  return new Promise((done) => {
    const chunks: Buffer[] = [];
    let size = 0;
    request.on("data", (chunk: Buffer) => {
      if (size <= limit) chunks.push(chunk);
      size += chunk.length;
      if (size > limit) done(Buffer.concat(chunks));
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

/** The request as what answers it knows requests; it is given up when its sender leaves. */
export function requestOf(request: IncomingMessage, response: ServerResponse, origin: string, body: Buffer): Request {
  const left = new AbortController();
  response.once("close", () => left.abort());
  const hasBody = request.method !== "GET" && request.method !== "HEAD";
  return new Request(origin + request.url, {
    method: request.method!,
    headers: headersOf(request),
    signal: left.signal,
    ...(hasBody ? { body: new Uint8Array(body) } : {}),
  });
}

/** Sends an answer: one that goes on piece by piece, any other whole. */
export async function sendAnswer(answer: Response, response: ServerResponse, isStream: boolean): Promise<void> {
  const headers: Record<string, string | string[]> = Object.fromEntries(answer.headers);
  const cookies = answer.headers.getSetCookie();
  if (cookies.length > 0) headers["set-cookie"] = cookies;
  if (isStream && answer.body) {
    response.writeHead(answer.status, headers);
    response.flushHeaders();
    const pieces = Readable.fromWeb(answer.body as WebStream);
    response.once("close", () => pieces.destroy());
    /** A sender that leaves ends it; that is no fault. */
    pieces.on("error", () => response.destroy());
    pieces.pipe(response);
    return;
  }
  const bytes = Buffer.from(await answer.arrayBuffer());
  response.writeHead(answer.status, { ...headers, "content-length": String(bytes.length) });
  response.end(bytes);
}
