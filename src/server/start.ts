import { createServer, type IncomingMessage, type ServerResponse } from "node:http";
import next from "next";
import { DEFAULT_HEADERS, sentenceOf, turnedAway } from "./edge/front";
import { sweepAside, takeReady } from "./backup/backup";
import { keepBackingUp } from "./backup/keeper";
import { turns } from "./edge/turn";
import { storePath } from "./store/open";

/**
 * The program as it is served: a small server that looks at every request
 * before the pages do. It turns away what has no business here, puts the same
 * headers on everything, files included, and closes what is sent by halves.
 */

const SECOND = 1000;
/** A request's head, and the whole of it, have to be here by then. */
const HEAD_WITHIN = 10 * SECOND;
const WHOLE_WITHIN = 60 * SECOND;
/** An idle connection is kept that long, so that taps need no new one. */
const IDLE_FOR = 120 * SECOND;
const LOOKED_AFTER = 5 * SECOND;
const MOST_HEADERS = 100;

const hostname = process.env.DUST_LANTERN_HOST ?? "127.0.0.1";
const port = Number(process.env.PORT ?? 4180);

const one = (value: string | string[] | undefined): string | null => (typeof value === "string" ? value : null);

/** What is still on its way of a request that was turned away is let through to nowhere, so that its sender reads why. */
const DRAINED_WITHIN = 5 * SECOND;
function drain(request: IncomingMessage): void {
  request.resume();
  const late = setTimeout(() => request.destroy(), DRAINED_WITHIN).unref();
  request.once("close", () => clearTimeout(late));
}

/**
 * Pages and data are made one at a time, and none is begun while a tap is being
 * taken, so that a tap never stands behind twenty of them. Files, and what stays
 * open, do not wait.
 */
const READ_AT_ONCE = 1;
/** Whoever sends or reads slowly keeps nobody else waiting longer than that. */
const TAP_FOR = 0.25 * SECOND;
const READ_FOR = 2 * SECOND;
const reading = turns(READ_AT_ONCE, setImmediate);
const waitsItsTurn = ({ method, url = "" }: IncomingMessage): boolean =>
  method === "GET" && !url.startsWith("/_next/static/") && !/^\/api\/exams\/[^/]+\/live/.test(url);

const isTap = ({ method, url = "" }: IncomingMessage): boolean =>
  method === "POST" && /^\/api\/(exams|episodes)\/[^/]+\/events/.test(url);

function isTurnedAway(request: IncomingMessage, response: ServerResponse): boolean {
  const away = turnedAway({
    method: request.method ?? "",
    url: request.url ?? "",
    host: one(request.headers.host),
    origin: one(request.headers.origin),
    fetchSite: one(request.headers["sec-fetch-site"]),
    scheme: "http",
    length: request.headers["content-length"] === undefined ? null : Number(request.headers["content-length"]),
  });
  if (!away) return false;
  const { status, allow } = away;
  response.writeHead(status, {
    "content-type": "application/json; charset=utf-8",
    "cache-control": "no-store",
    ...(allow ? { allow } : {}),
  });
  response.end(JSON.stringify(sentenceOf(away)));
  drain(request);
  return true;
}

const begun = new Date().toISOString();
sweepAside(storePath(), begun);
const moved = takeReady(storePath(), begun);
if (moved) console.log(`A back-up was put in the store's place. What was there is kept as ${moved}.`);

const app = next({ dev: false, dir: process.cwd(), hostname, port });
await app.prepare();
const handle = app.getRequestHandler();

const server = createServer(
  {
    headersTimeout: HEAD_WITHIN,
    requestTimeout: WHOLE_WITHIN,
    keepAliveTimeout: IDLE_FOR,
    connectionsCheckingInterval: LOOKED_AFTER,
  },
  (request, response) => {
    for (const [name, value] of Object.entries(DEFAULT_HEADERS)) response.setHeader(name, value);
    if (isTurnedAway(request, response)) return;
    const answer = () =>
      handle(request, response).catch((error: unknown) => {
        console.error(error);
        if (!response.headersSent) response.writeHead(500);
        response.end();
      });
    const within = (most: number) => (ended: () => void) => {
      if (response.destroyed) return ended();
      const late = setTimeout(ended, most);
      response.once("close", () => {
        clearTimeout(late);
        ended();
      });
      void answer();
    };
    if (waitsItsTurn(request)) reading.take(within(READ_FOR));
    else if (isTap(request)) reading.goFirst(within(TAP_FOR));
    else void answer();
  },
);
server.maxHeadersCount = MOST_HEADERS;
/** Nothing here speaks another protocol. */
server.on("upgrade", (_request, socket) => socket.destroy());
server.on("clientError", (_error, socket) => {
  if (socket.writable) socket.end("HTTP/1.1 400 Bad Request\r\nconnection: close\r\ncontent-length: 0\r\n\r\n");
});
server.on("error", (error) => {
  console.error(`The server could not listen on ${hostname}:${port}: ${error.message}`);
  process.exit(1);
});
server.listen(port, hostname);
keepBackingUp();
for (const signal of ["SIGINT", "SIGTERM"] as const) process.on(signal, () => process.exit(0));
