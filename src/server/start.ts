import { readFileSync } from "node:fs";
import { createServer, type IncomingMessage, type ServerResponse } from "node:http";
import { createServer as createEncrypted } from "node:https";
import { type AddressInfo, createServer as createListener, type Socket } from "node:net";
import { dirname, join } from "node:path";
import next from "next";
import { forgetSessions } from "./accounts/accounts";
import { ADDRESS_HEADER } from "./accounts/auth";
import { entranceOf } from "./accounts/who";
import { DEFAULT_HEADERS, sentenceOf, standInFront, turnedAway } from "./edge/front";
import { sweepAside, takeReady } from "./backup/backup";
import { keepBackingUp } from "./backup/keeper";
import { addresses } from "./edge/addresses";
import { bodyOf, isTap, requestOf, routeAsked, sendAnswer, straightAnswering } from "./edge/straight";
import { turns } from "./edge/turn";
import type { Route } from "@/wire/route";
import { logFailure, pathKind, programLog } from "./log/program-log";
import { keepTelling } from "./log/keep-telling";
import { allowedHosts, isAllowedHost } from "./edge/origin";
import { clearSoon, isUncleared } from "./repositories/scrub";
import { openAsFarAsMay, storePath, theStore } from "./store/open";
import { StoreError } from "./store/store";
import { type OwnCertificate, ownCertificate, reachedBy } from "./tls/certificates";
import { howToListen, type Listening } from "./tls/listening";
import { plainHttp, TRUST_PATH } from "./tls/plain-http";

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
 * taken, so that a tap never stands behind twenty of them. A request waits and
 * counts from when it is whole until its answer is made: how slowly it is sent or
 * read holds nobody else up. Files do not wait.
 */
const READ_AT_ONCE = 1;
/** An answer that is not made by then no longer counts; it goes on. */
const TAP_FOR = 0.25 * SECOND;
const READ_FOR = 2 * SECOND;
const reading = turns(READ_AT_ONCE, setImmediate);
const isPage = ({ method, url = "" }: IncomingMessage): boolean =>
  method === "GET" && !url.startsWith("/_next/static/");

function isTurnedAway(request: IncomingMessage, response: ServerResponse): boolean {
  const away = turnedAway({
    method: request.method ?? "",
    url: request.url ?? "",
    host: one(request.headers.host),
    origin: one(request.headers.origin),
    fetchSite: one(request.headers["sec-fetch-site"]),
    scheme,
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

function end(sentence: string): never {
  console.error(sentence);
  process.exit(1);
}

const begun = new Date();
sweepAside(storePath(), begun.toISOString());
const moved = takeReady(storePath(), begun.toISOString());
if (moved)
  console.log(
    `A back-up was put in the database's place. What was there is kept as ${moved.before}.${
      moved.lost ? ` It holds what is not in the back-up: ${moved.lost}. Merge it to get that back.` : ""
    }`,
  );

/** Whoever was signed in to the store that was there before is signed in no more. */
function lookAtStore(): Listening {
  const told = { host: hostname, tls: process.env.DUST_LANTERN_TLS };
  const files = { cert: process.env.DUST_LANTERN_CERT, key: process.env.DUST_LANTERN_KEY };
  try {
    const store = openAsFarAsMay(storePath());
    if (moved) forgetSessions(store);
    const by = entranceOf(store);
    store.sqlite.close();
    return howToListen({ ...told, ...files, entrance: by });
  } catch (error) {
    if (!(error instanceof StoreError)) throw error;
    /** The pages say what is wrong with it, at this machine; to a network it is not shown. */
    return howToListen({ ...told, ...files, entrance: "first" });
  }
}

const listening = lookAtStore();
if (listening.kind === "refused") end(listening.why);
const scheme = listening.kind === "encrypted" ? "https" : "http";
process.env.DUST_LANTERN_TLS = scheme === "https" ? "on" : "off";
if (scheme === "https") {
  const { names, addresses } = reachedBy(process.env.DUST_LANTERN_HOSTS);
  process.env.DUST_LANTERN_HOSTS = [...names, ...addresses.map((one) => (one.includes(":") ? `[${one}]` : one))].join(
    ",",
  );
}

standInFront();
const app = next({ dev: false, dir: process.cwd(), hostname, port });
await app.prepare();
const handle = app.getRequestHandler();

const addressOf = ({ socket }: IncomingMessage): string => socket.remoteAddress?.replace(/^::ffff:/, "") ?? "unknown";

/** What a client says of where it came from is thrown away; what the connection says is put in its place. */
function sayWhence(request: IncomingMessage): void {
  for (const name of Object.keys(request.headers))
    if (name.startsWith("x-forwarded") || name === "forwarded") delete request.headers[name];
  request.headers["x-forwarded-proto"] = scheme;
  request.headers[ADDRESS_HEADER] = addressOf(request);
}

/** A year; only where the clinic has a certificate that outlives a device's trust in ours. */
const STRICT = listening.kind === "encrypted" && listening.certificate ? "max-age=31536000" : null;

const SLOW_MS = 2 * SECOND;

/** A request that took long or failed, by its kind: no ids, no names. */
function watch({ method, url = "" }: IncomingMessage, response: ServerResponse, route: Route | null): void {
  const began = performance.now();
  response.once("finish", () => {
    const ms = Math.round(performance.now() - began);
    if (response.statusCode < 500 && (ms < SLOW_MS || route?.isStream)) return;
    programLog().warn({ method, path: pathKind(url), status: response.statusCode, ms }, "slow or failed");
  });
}

/** Says in short why a request is not answered, and closes the connection it came over. */
function turnAway(request: IncomingMessage, response: ServerResponse, status: number, what: string): void {
  response.writeHead(status, { "content-type": "application/json; charset=utf-8", "cache-control": "no-store" });
  response.end(JSON.stringify({ problems: [{ where: "request", what, todo: "Wait a moment, then try again." }] }));
  drain(request);
}

const limits = addresses();
/** Whoever has signed in is held to account by their session. */
const hasSession = ({ headers }: IncomingMessage): boolean => /session_token=/.test(headers.cookie ?? "");

let entrance = { isByAccounts: false, at: -Infinity };
/** Where nobody signs in, everybody is at this machine. */
function isByAccounts(now: number): boolean {
  if (now - entrance.at > SECOND) {
    try {
      entrance = { isByAccounts: entranceOf(theStore()) === "accounts", at: now };
    } catch (error) {
      if (!(error instanceof StoreError)) throw error;
      entrance = { ...entrance, at: now };
    }
  }
  return entrance.isByAccounts;
}

/** Ends a turn when the work has ended, its time is over or nobody waits for it any more. */
const during =
  (response: ServerResponse, most: number, work: () => Promise<void>) =>
  (ended: () => void): void => {
    if (response.destroyed) return ended();
    const late = setTimeout(ended, most);
    const over = () => {
      clearTimeout(late);
      ended();
    };
    response.once("close", over);
    void work().finally(over);
  };

/** Data, straight to what answers it: its turn ends when its answer is made. */
async function serveData(
  route: Route,
  answering: (request: Request) => Promise<Response>,
  request: IncomingMessage,
  response: ServerResponse,
): Promise<void> {
  const ended = limits.begin(addressOf(request));
  if (!ended) return turnAway(request, response, 429, "comes from an address that has too many begun and not sent");
  const body = await bodyOf(request, route.limit).finally(ended);
  if (body === null) return;
  const work = async (): Promise<void> => {
    try {
      const answer = await answering(requestOf(request, response, `${scheme}://${request.headers.host}`, body));
      void sendAnswer(answer, response, route.isStream).catch(() => response.destroy());
    } catch (error) {
      failWith(error, response);
    }
  };
  if (isTap(route)) reading.goFirst(during(response, TAP_FOR, work));
  else if (route.method === "GET") reading.take(during(response, READ_FOR, work));
  else void work();
}

function failWith(error: unknown, response: ServerResponse): void {
  logFailure("a page failed", error);
  if (!response.headersSent) response.writeHead(500);
  response.end();
}

/**
 * A page, made by the framework. What it writes is taken from it at once, so that
 * its turn ends when it is made, however slowly it is read.
 */
function servePage(request: IncomingMessage, response: ServerResponse): void {
  const work = () =>
    new Promise<void>((made) => {
      const [write, end] = [response.write.bind(response), response.end.bind(response)];
      response.write = ((...sent: Parameters<typeof write>) => {
        write(...sent);
        return true;
      }) as typeof response.write;
      response.end = ((...sent: Parameters<typeof end>) => {
        const ended = end(...sent);
        made();
        return ended;
      }) as typeof response.end;
      handle(request, response)
        .catch((error: unknown) => failWith(error, response))
        .finally(made);
    });
  if (isPage(request)) reading.take(during(response, READ_FOR, work));
  else void work();
}

function serveOne(request: IncomingMessage, response: ServerResponse): void {
  const route = routeAsked(request);
  watch(request, response, route);
  for (const [name, value] of Object.entries(DEFAULT_HEADERS)) response.setHeader(name, value);
  if (STRICT) response.setHeader("strict-transport-security", STRICT);
  if (isTurnedAway(request, response)) return;
  const now = Date.now();
  if (isByAccounts(now) && !hasSession(request) && !limits.take(addressOf(request), now))
    return turnAway(request, response, 429, "comes from an address that asks too often");
  sayWhence(request);
  const answering = route && straightAnswering();
  if (answering) void serveData(route, answering, request, response);
  else servePage(request, response);
}

const LIMITS = {
  headersTimeout: HEAD_WITHIN,
  requestTimeout: WHOLE_WITHIN,
  keepAliveTimeout: IDLE_FOR,
  connectionsCheckingInterval: LOOKED_AFTER,
};

/** What every server of ours is like, whatever it speaks. */
function guarded<S extends ReturnType<typeof createServer> | ReturnType<typeof createEncrypted>>(server: S): S {
  server.maxHeadersCount = MOST_HEADERS;
  /** Nothing here speaks another protocol. */
  server.on("upgrade", (_request, socket: Socket) => socket.destroy());
  server.on("clientError", (_error, socket: Socket) => {
    if (socket.writable) socket.end("HTTP/1.1 400 Bad Request\r\nconnection: close\r\ncontent-length: 0\r\n\r\n");
  });
  return server;
}

const TLS_HANDSHAKE = 0x16;

/** One port for both: what begins with a handshake is served, what does not is shown the way. */
function encrypted(shown: { cert: string; key: string }, own: OwnCertificate | null) {
  const hosts = allowedHosts();
  const serving = guarded(
    createEncrypted({ ...LIMITS, ...shown, minVersion: "TLSv1.2", handshakeTimeout: HEAD_WITHIN }, serveOne),
  );
  const plain = guarded(
    createServer(
      LIMITS,
      plainHttp({
        authority: own?.authority ?? null,
        fingerprint: own?.fingerprint ?? "",
        isAllowed: (host) => isAllowedHost(host, hosts),
      }),
    ),
  );
  /** Without it a small answer waits for the other side's word that the one before has come: 40 ms for each tap. */
  const listener = createListener({ noDelay: true }, (socket) => {
    socket.on("error", () => socket.destroy());
    socket.setTimeout(HEAD_WITHIN, () => socket.destroy());
    socket.once("data", (first) => {
      socket.setTimeout(0);
      socket.pause();
      socket.unshift(first);
      (first[0] === TLS_HANDSHAKE ? serving : plain).emit("connection", socket);
      process.nextTick(() => socket.resume());
    });
  });
  return { listener, serving };
}

const DAY = 86_400 * SECOND;

async function listener(): Promise<ReturnType<typeof createListener>> {
  if (listening.kind !== "encrypted") return guarded(createServer(LIMITS, serveOne));
  if (listening.certificate) {
    const { cert, key } = listening.certificate;
    try {
      return encrypted({ cert: readFileSync(cert, "utf8"), key: readFileSync(key, "utf8") }, null).listener;
    } catch (error) {
      return end(
        `The certificate cannot be used: ${(error as Error).message}. Look at DUST_LANTERN_CERT and DUST_LANTERN_KEY.`,
      );
    }
  }
  const folder = join(dirname(storePath()), "tls");
  const made = () => ownCertificate(folder, reachedBy(process.env.DUST_LANTERN_HOSTS), new Date());
  const own = await made();
  if (own.left.length > 0)
    console.log(
      `${own.left.join(", ")}: the clinic's authority was made before, and may not vouch for that. To change it, move ${folder} away, start again, and let every device trust the new one.`,
    );
  const { listener: both, serving } = encrypted(own, own);
  setInterval(() => void made().then((next) => next.isNew && serving.setSecureContext(next)), DAY).unref();
  console.log(`Devices that do not trust this machine yet: http://…:${port}${TRUST_PATH}. SHA-256 ${own.fingerprint}`);
  return both;
}

const server = await listener();
server.on("error", (error) => end(`The server could not listen on ${hostname}:${port}: ${error.message}`));
server.listen(port, hostname, () => {
  programLog().info({ scheme, port, node: process.version }, "listening");
  loadData();
});
/** What answers data is loaded before anybody asks for it: until then it goes by the framework. */
function loadData(): void {
  const loading = createServer((request, response) => void handle(request, response));
  loading.listen(0, "127.0.0.1", () => {
    const { port: own } = loading.address() as AddressInfo;
    void fetch(`http://127.0.0.1:${own}/api/health`)
      .catch(() => {})
      .finally(() => loading.close());
  });
}

/** What was erased before the program was ended may still stand beside the database. */
function clearWhatIsLeft(): void {
  try {
    const store = theStore();
    if (isUncleared(store)) void clearSoon(store, 0);
  } catch (error) {
    if (!(error instanceof StoreError)) throw error;
  }
}

/** The database is closed before the program ends: what is recorded stands in it, and nothing beside it. */
function closeAndExit(): never {
  try {
    const { sqlite } = theStore();
    sqlite.pragma("wal_checkpoint(TRUNCATE)");
    sqlite.close();
  } catch {
    /** A database that cannot be closed well is opened well the next time. */
  }
  process.exit(0);
}

keepBackingUp();
keepTelling();
clearWhatIsLeft();
/** Started by a script over a channel, as the demo is: a server whose script is gone would keep the port for nobody. */
process.on("disconnect", closeAndExit);
for (const signal of ["SIGINT", "SIGTERM"] as const)
  process.on(signal, () => {
    programLog().info({ signal }, "ending");
    closeAndExit();
  });
