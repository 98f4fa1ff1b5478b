import { CacheFirst, NetworkFirst, type RuntimeCaching, Serwist, type SerwistPlugin } from "serwist";

/**
 * Keeps the app itself in the browser, so that it opens when its server is gone:
 * scripts, styles and fonts as the build made them, and the pages that were
 * opened. A page is a shell: it holds nobody's data. Data goes past this, untouched.
 */

type Around = {
  readonly location: { readonly origin: string };
  addEventListener: (
    type: "install" | "activate" | "message",
    listener: (event: { readonly data?: unknown; waitUntil: (work: Promise<unknown>) => void }) => void,
  ) => void;
};
const around = globalThis as unknown as Around;

/** Written in by the build: what it made, and its name. */
declare const BUILD: { readonly id: string; readonly files: readonly string[] };

const PAGES_OF = "dust-lantern-pages-";
const PAGES = `${PAGES_OF}${BUILD.id}`;
/** Opened by themselves, whichever page was opened before. */
const ALWAYS = ["/", "/library"];
/** A server that says nothing for so long is taken to be gone. */
const GONE_AFTER_SECONDS = 4;

const DATA = ["/api/", "/trust", "/due.ics", "/fhir"];
const isData = (path: string): boolean => DATA.some((start) => path.startsWith(start));

const runtimeCaching: RuntimeCaching[] = [
  {
    matcher: ({ request, url }) => request.mode === "navigate" && !isData(url.pathname),
    handler: new NetworkFirst({
      cacheName: PAGES,
      networkTimeoutSeconds: GONE_AFTER_SECONDS,
      matchOptions: { ignoreSearch: true, ignoreVary: true },
    }),
  },
  { matcher: ({ url }) => url.pathname === "/icon.svg", handler: new CacheFirst({ cacheName: PAGES }) },
];

/**
 * A thread of the page begins with what stands behind the # of its own address,
 * which an answer with an address of its own would take away.
 */
const withoutAddress: SerwistPlugin = {
  handlerWillRespond: ({ request, response }) =>
    Promise.resolve(
      request.destination === "worker"
        ? new Response(response.body, { status: response.status, headers: response.headers })
        : response,
    ),
};

/** The old version stays whole until its last page is closed: nobody is stranded in the middle of an examination. */
const serwist = new Serwist({
  precacheOptions: { plugins: [withoutAddress] },
  precacheEntries: BUILD.files.map((url) => ({ url, revision: null })),
  skipWaiting: false,
  clientsClaim: true,
  navigationPreload: false,
  runtimeCaching,
  disableDevLogs: true,
});
serwist.addEventListeners();

const keep = async (paths: readonly string[]): Promise<void> => {
  const cache = await caches.open(PAGES);
  const missing = await Promise.all(paths.map(async (path) => ((await cache.match(path)) ? [] : [path])));
  for (const path of missing.flat()) await cache.add(path).catch(() => {});
};

const oldCaches = async (): Promise<readonly string[]> =>
  (await caches.keys()).filter((name) => name.startsWith(PAGES_OF) && name !== PAGES);

const pathsIn = async (name: string): Promise<readonly string[]> =>
  (await (await caches.open(name)).keys()).map(({ url }) => new URL(url).pathname);

/** What opened without the server before an update opens without it after that too. */
const keepAsBefore = async (): Promise<void> => {
  const before = (await Promise.all((await oldCaches()).map(pathsIn))).flat();
  await keep([...new Set([...ALWAYS, ...before])]);
};

/** An old page is dropped once this version has it as well. */
const dropOld = async (): Promise<void> => {
  const here = new Set(await pathsIn(PAGES));
  for (const name of await oldCaches())
    if ((await pathsIn(name)).every((path) => here.has(path))) await caches.delete(name);
};

around.addEventListener("install", (event) => event.waitUntil(keepAsBefore()));
around.addEventListener("activate", (event) => event.waitUntil(dropOld()));

const MOST_PAGES = 20;
const isPath = (one: unknown): one is string => typeof one === "string" && /^\/[\w/-]*$/.test(one) && !isData(one);

/** A page that is open names those that belong to it, so that they open as well. */
around.addEventListener("message", (event) => {
  const { keep: paths } = (event.data ?? {}) as { keep?: unknown };
  if (Array.isArray(paths)) event.waitUntil(keep(paths.filter(isPath).slice(0, MOST_PAGES)));
});
