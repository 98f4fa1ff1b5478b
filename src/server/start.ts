import { readFileSync } from "node:fs";
import { createServer, type IncomingMessage, type ServerResponse } from "node:http";
import { createServer as createEncrypted } from "node:https";
import { createServer as createListener, type Socket } from "node:net";
import { dirname, join } from "node:path";
import next from "next";
import { forgetSessions } from "./accounts/accounts";
import { ADDRESS_HEADER } from "./accounts/auth";
import { entranceOf } from "./accounts/who";
import { DEFAULT_HEADERS, sentenceOf, standInFront, turnedAway } from "./edge/front";
import { sweepAside, takeReady } from "./backup/backup";
import { keepBackingUp } from "./backup/keeper";
import { answerStraight, goesStraight, isTap, straightAnswering } from "./edge/straight";
import { turns } from "./edge/turn";
import { logFailure, pathKind, programLog } from "./log/program-log";
import { keepTelling } from "./log/keep-telling";
import { allowedHosts, isAllowedHost } from "./edge/origin";
import { openAsFarAsMay, storePath } from "./store/open";
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
 * taken, so that a tap never stands behind twenty of them. Files, and what stays
 * open, do not wait.
 */
const READ_AT_ONCE = 1;
/** Whoever sends or reads slowly keeps nobody else waiting longer than that. */
const TAP_FOR = 0.25 * SECOND;
const READ_FOR = 2 * SECOND;
const reading = turns(READ_AT_ONCE, setImmediate);
const isKeptOpen = (url: string): boolean => /^\/api\/exams\/[^/]+\/live/.test(url);
const waitsItsTurn = ({ method, url = "" }: IncomingMessage): boolean =>
  method === "GET" && !url.startsWith("/_next/static/") && !isKeptOpen(url);

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
    const entrance = entranceOf(store);
    store.sqlite.close();
    return howToListen({ ...told, ...files, entrance });
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

/** What a client says of where it came from is thrown away; what the connection says is put in its place. */
function sayWhence(request: IncomingMessage): void {
  for (const name of Object.keys(request.headers))
    if (name.startsWith("x-forwarded") || name === "forwarded") delete request.headers[name];
  request.headers["x-forwarded-proto"] = scheme;
  request.headers[ADDRESS_HEADER] = request.socket.remoteAddress?.replace(/^::ffff:/, "") ?? "unknown";
}

/** A year; only where the clinic has a certificate that outlives a device's trust in ours. */
const STRICT = listening.kind === "encrypted" && listening.certificate ? "max-age=31536000" : null;

const SLOW_MS = 2 * SECOND;

/** A request that took long or failed, by its kind: no ids, no names. */
function watch({ method, url = "" }: IncomingMessage, response: ServerResponse): void {
  const began = performance.now();
  response.once("finish", () => {
    const ms = Math.round(performance.now() - began);
    if (response.statusCode < 500 && (ms < SLOW_MS || isKeptOpen(url))) return;
    programLog().warn({ method, path: pathKind(url), status: response.statusCode, ms }, "slow or failed");
  });
}

function serveOne(request: IncomingMessage, response: ServerResponse): void {
  watch(request, response);
  for (const [name, value] of Object.entries(DEFAULT_HEADERS)) response.setHeader(name, value);
  if (STRICT) response.setHeader("strict-transport-security", STRICT);
  if (isTurnedAway(request, response)) return;
  sayWhence(request);
  const straight = goesStraight(request) ? straightAnswering() : null;
  const made = () =>
    straight
      ? answerStraight(straight, request, response, `${scheme}://${request.headers.host}`)
      : handle(request, response);
  const answer = () =>
    made().catch((error: unknown) => {
      logFailure("a page failed", error);
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
server.listen(port, hostname, () => programLog().info({ scheme, port, node: process.version }, "listening"));
keepBackingUp();
keepTelling();
/** Started by a script over a channel, as the demo is: a server whose script is gone would keep the port for nobody. */
process.on("disconnect", () => process.exit(0));
for (const signal of ["SIGINT", "SIGTERM"] as const)
  process.on(signal, () => {
    programLog().info({ signal }, "ending");
    process.exit(0);
  });
