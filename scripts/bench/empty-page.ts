import { createServer } from "node:http";
import { build } from "esbuild";

/**
 * The least that a page like ours can be on this machine: an outline, the
 * drawing package, one request, one list. What a screen takes is read beside it.
 */

const PROGRAM = `
import { createElement as h, useEffect, useState } from "react";
import { hydrateRoot } from "react-dom/client";
function Page() {
  const [people, setPeople] = useState(null);
  useEffect(() => void fetch("/list").then((told) => told.json()).then(({ list }) => setPeople(list)), []);
  return people ? h("ul", { "aria-label": "People" }, people.map((name) => h("li", { key: name }, name))) : h("p", null, "Loading.");
}
hydrateRoot(document.getElementById("page"), h(Page));
`;

const PAGE = `<!doctype html><html lang="en"><meta charset="utf-8"><title>Empty</title>
<script src="/page.js" defer></script><body><main id="page"><p>Loading.</p></main></body></html>`;

export type EmptyPage = { readonly url: string; readonly there: string; readonly stop: () => void };

/** Serves it, on a port of its own, its script kept by the browser as ours are. */
export async function serveEmptyPage(): Promise<EmptyPage> {
  const { outputFiles } = await build({
    stdin: { contents: PROGRAM, resolveDir: process.cwd() },
    bundle: true,
    minify: true,
    write: false,
    format: "iife",
    define: { "process.env.NODE_ENV": '"production"' },
  });
  const script = outputFiles[0]!.text;
  const server = createServer(({ url }, answer) => {
    if (url === "/page.js")
      answer.writeHead(200, { "content-type": "text/javascript", "cache-control": "max-age=31536000, immutable" });
    else if (url === "/list") answer.writeHead(200, { "content-type": "application/json" });
    else answer.writeHead(200, { "content-type": "text/html" });
    answer.end(url === "/page.js" ? script : url === "/list" ? '{"list":["Ada Reed","Bo Marsh"]}' : PAGE);
  });
  await new Promise<void>((done) => server.listen(0, "127.0.0.1", done));
  const { port } = server.address() as { port: number };
  return { url: `http://127.0.0.1:${port}/`, there: 'ul[aria-label="People"] li', stop: () => void server.close() };
}
