import { Agent, request as ask } from "node:http";
import { demoExam } from "@/fixtures/demo/demo-ids";
import { buildExam, type ExamBuilder, idOf } from "@/fixtures/samples/build";
import { addPerson } from "@/server/repositories/people";
import { appendEvents } from "@/server/repositories/exams";
import { openStore } from "@/server/store/open";
import { type Server, startServer } from "../../e2e/support/server";
import { type BareBrowser, type BareTab, startBareBrowser } from "./bare-browser";
import { type EmptyPage, serveEmptyPage } from "./empty-page";
import { atMost, limitOf, measured, median, ms, type Row } from "./measure";
import { heldByBareInserts, longFile } from "./store";

/** The server as a whole, asked over HTTP from the same machine. */

const NOW = "2026-03-02T10:00:00.000Z";
const PEOPLE = 10_000;
const CLIENTS = 20;
/** Enough taps beside them that one in a hundred is not the worst of a few. */
const BURSTS = 8;

/** Kept connections, as a browser has them. */
const agent = new Agent({ keepAlive: true, maxSockets: 64 });

export function send(url: string, body?: unknown): Promise<{ status: number; took: number; text: string }> {
  const began = performance.now();
  return new Promise((done, failed) => {
    const sent = ask(
      url,
      { agent, method: body === undefined ? "GET" : "POST", headers: { "content-type": "application/json" } },
      (answer) => {
        let text = "";
        answer.setEncoding("utf8");
        answer.on("data", (chunk: string) => (text += chunk));
        answer.on("end", () => done({ status: answer.statusCode ?? 0, took: performance.now() - began, text }));
      },
    );
    sent.on("error", failed);
    sent.end(typeof body === "string" || body === undefined ? body : JSON.stringify(body));
  });
}

/** The value that a share of them does not go beyond. */
export const percentile = (values: readonly number[], share: number): number =>
  values.toSorted((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))]!;

export type Sitting = { readonly exam: string; readonly builder: ExamBuilder };

/** Exams that can be tapped, one for each clinician. */
export function sittings(server: Server): Sitting[] {
  const store = openStore(server.db);
  const first = ["Ada", "Bo", "Cleo", "Dag", "Esme", "Finn", "Gwen", "Hal", "Ira", "Jun"];
  const last = ["Reed", "Marsh", "Tern", "Quay", "Holt", "Wick", "Lume", "Sallow"];
  const add = (number: number, name: string, at: string) =>
    addPerson(
      store,
      { id: idOf(number), name, birthDate: `19${30 + (number % 60)}-05-12`, sex: "female", notes: "" },
      { now: at, confirmed: true },
    );
  store.sqlite.transaction(() => {
    for (let index = 0; index < PEOPLE; index++)
      add(100_000 + index, `${first[index % 10]} ${last[index % 8]} ${index}`, "2020-01-01T00:00:00.000Z");
  })();
  const made = Array.from({ length: CLIENTS }, (_none, index): Sitting => {
    const person = add(900_000 + index, `Sitting ${index}`, NOW);
    const builder = buildExam({
      exam: idOf(910_000 + index),
      idsFrom: 2_000_000 + index * 10_000,
      actor: { id: idOf(900_001), name: "Ines Calder" },
      birthDate: person.birthDate,
      person: { id: person.id, number: person.number, name: person.name },
    });
    builder.complaint("si-area.right").consent().guard().rest(1);
    appendEvents(store, builder.events[0]!.exam, builder.events, NOW);
    return { exam: builder.events[0]!.exam, builder };
  });
  store.sqlite.close();
  return made;
}

export async function tap(server: Server, { exam, builder }: Sitting): Promise<number> {
  builder.add("note-written", { text: "a line" });
  const answer = await send(`${server.url}/api/exams/${exam}/events`, { events: [builder.events.at(-1)] });
  if (answer.status !== 200 || answer.text.includes('"refused"'))
    throw new Error(`A tap was not taken: ${answer.text}`);
  return answer.took;
}

/** A route of the framework that does next to nothing: data no longer goes by the framework, so none of it is a floor. */
const idle = async (server: Server): Promise<number> => (await send(`${server.url}/fhir/metadata`)).took;

/** Each of some clients does the same again and again, one after the other. */
async function together(clients: number, times: number, work: (client: number) => Promise<number>): Promise<number[]> {
  const all = await Promise.all(
    Array.from({ length: clients }, async (_none, client) => {
      const took: number[] = [];
      for (let time = 0; time < times; time++) took.push(await work(client));
      return took;
    }),
  );
  return all.flat();
}

async function perSecond(clients: number, times: number, work: (client: number) => Promise<number>): Promise<number> {
  const began = performance.now();
  await together(clients, times, work);
  return (clients * times * 1000) / (performance.now() - began);
}

const ROUNDS = 5;

async function tapRows(server: Server, exams: readonly Sitting[]): Promise<Row[]> {
  await together(4, 60, (client) => tap(server, exams[client]!));
  await together(4, 60, () => idle(server));
  /** In turns: what a server has done more often it does faster. */
  const rates: { idle: number; tap: number }[] = [];
  for (let round = 0; round < ROUNDS; round++)
    rates.push({
      idle: await perSecond(4, 120, () => idle(server)),
      tap: await perSecond(4, 120, (client) => tap(server, exams[client]!)),
    });
  const idleRate = median(rates.map((one) => one.idle));
  const tapRate = median(rates.map((one) => one.tap));
  const idleMany = percentile(await together(CLIENTS, 30, () => idle(server)), 0.99);
  const tapMany = percentile(await together(CLIENTS, 30, (client) => tap(server, exams[client]!)), 0.99);
  return [
    {
      what: "taps a second, 4 clients",
      value: `${(tapRate / idleRate).toFixed(2)} × (${tapRate.toFixed(0)}/s)`,
      baseline: `a route that does nothing ${idleRate.toFixed(0)}/s`,
      asked: "≥ 0.8 ×",
      ok: tapRate / idleRate >= 0.8,
    },
    {
      what: `99 % of taps, ${CLIENTS} clients on ${CLIENTS} exams`,
      value: `${(tapMany / idleMany).toFixed(2)} × (${ms(tapMany)})`,
      baseline: `the route that does nothing, ${CLIENTS} clients ${ms(idleMany)}`,
      asked: "≤ 3 ×",
      ok: tapMany / idleMany <= 3,
    },
  ];
}

/** How long taps take while something else is done, against alone. */
async function beside(
  server: Server,
  exam: Sitting,
  work: () => Promise<unknown>,
): Promise<{ alone: number; beside: number; during: number }> {
  const alone = percentile(await together(1, 200, () => tap(server, exam)), 0.99);
  let isDone = false;
  const working = work().finally(() => (isDone = true));
  const took: number[] = [];
  while (!isDone) took.push(await tap(server, exam));
  await working;
  return { alone, beside: percentile(took, 0.99), during: took.length };
}

const page = async (server: Server, exam: string): Promise<void> => {
  await send(`${server.url}/exams/${exam}/run`);
  await Promise.all([send(`${server.url}/api/here`), send(`${server.url}/api/exams/${exam}`)]);
};

async function besideRows(server: Server, exams: readonly Sitting[]): Promise<Row[]> {
  /** A server runs for days: what it does for the first time is not what is measured. */
  for (let turn = 0; turn < 3; turn++) await page(server, exams[turn]!.exam);
  const small = longFile({ exam: idOf(989_999), idsFrom: 4_000_000 }).content;
  await send(`${server.url}/api/import`, small);
  const pages = await beside(server, exams[0]!, async () => {
    for (let burst = 0; burst < BURSTS; burst++) await Promise.all(exams.map(({ exam }) => page(server, exam)));
  });
  const files = [1, 2, 3].map(
    (number) => longFile({ exam: idOf(990_000 + number), idsFrom: 5_000_000 * number }).content,
  );
  const imports = await beside(server, exams[0]!, async () => {
    for (const content of files) {
      const { status, text } = await send(`${server.url}/api/import`, content);
      if (status !== 200) throw new Error(`A file was not imported: ${text}`);
    }
  });
  return [
    {
      what: `99 % of ${pages.during} taps while 20 pages open at once, again and again`,
      value: `${(pages.beside / pages.alone).toFixed(2)} × (${ms(pages.beside)})`,
      baseline: `taps alone ${ms(pages.alone)}`,
      asked: "≤ 5 ×",
      ok: pages.beside / pages.alone <= 5,
    },
    {
      what: `99 % of ${imports.during} taps while three exams of 5,000 events are imported`,
      value: `${(imports.beside / imports.alone).toFixed(2)} × (${ms(imports.beside)})`,
      baseline: `taps alone ${ms(imports.alone)}; bare inserts of one such exam hold the writer ${ms(heldByBareInserts())}`,
      asked: "≤ 15 ×",
      ok: imports.beside / imports.alone <= 15,
      limit: limitOf("≤ 2 ×", imports.beside / imports.alone <= 2),
    },
  ];
}

/** From the answer to a tap on one screen to the word of it on another. */
async function liveRow(server: Server, exam: Sitting): Promise<Row> {
  let heard: (at: number) => void = () => {};
  const listening = ask(`${server.url}/api/exams/${exam.exam}/live`, (answer) => {
    answer.setEncoding("utf8");
    answer.on("data", (chunk: string) => chunk.includes("data:") && heard(performance.now()));
  });
  listening.end();
  await new Promise((done) => setTimeout(done, 500));
  const took: number[] = [];
  for (let turn = 0; turn < 60; turn++) {
    const word = new Promise<number>((done) => (heard = done));
    const began = performance.now();
    await tap(server, exam);
    took.push((await word) - began);
  }
  listening.destroy();
  const alone = await together(1, 60, () => tap(server, exam));
  return atMost(
    "a tap on one screen, shown on another, 95 % of 60 taps",
    { value: percentile(took, 0.95) },
    { is: "the same taps until they are acknowledged", value: percentile(alone, 0.95) },
    10,
    250,
  );
}

const SCREENS: readonly (readonly [name: string, path: string, there: string])[] = [
  ["roster", "/", 'ul[aria-label="People"] li'],
  ["run", `/exams/${demoExam("Marit Oakhanger")}/run`, "[data-sync]"],
  ["reading", `/exams/${demoExam("Marit Oakhanger")}/reading`, "[data-beam]"],
  ["record", `/exams/${demoExam("Marit Oakhanger")}/sign`, "[data-sync]"],
  ["evidence", "/evidence", '[role="tab"]'],
];

/** The page itself notes the first frame in which something is there. */
const noteShown = (there: string): string => `
  new MutationObserver((_changes, watching) => {
    if (!document.querySelector(${JSON.stringify(there)})) return;
    watching.disconnect();
    requestAnimationFrame(() => setTimeout(() => (window.shownAt = performance.now())));
  }).observe(document, { subtree: true, childList: true, attributes: true });`;

/** When its outline and its data were drawn, since the first byte; null: not yet. */
const SHOWN = `window.shownAt === undefined ? null : {
  outline: performance.getEntriesByName("first-paint")[0].startTime - performance.getEntriesByType("navigation")[0].responseStart,
  data: window.shownAt - performance.getEntriesByType("navigation")[0].responseStart,
}`;

type Opened = { readonly outline: number; readonly data: number };

/** What comes after a screen stands has come by then, and the page is asked once. */
const SETTLED_MS = 600;
const PATIENCE = 50;

async function opened(tab: BareTab, url: string): Promise<Opened> {
  await tab.goto(url);
  for (let asked = 0; asked < PATIENCE; asked++) {
    await new Promise((done) => setTimeout(done, SETTLED_MS));
    const shown = (await tab.value(SHOWN)) as Opened | null;
    if (shown) return shown;
  }
  throw new Error(`${url} did not show what was waited for.`);
}

/** A browser keeps a script as it has compiled it from the third opening on. */
const FIRST_TURNS = 3;
const TURNS = 20;
const times = (all: readonly Opened[], part: keyof Opened, share: number) =>
  percentile(
    all.slice(FIRST_TURNS).map((one) => one[part]),
    share,
  );

async function screenRow(
  browser: BareBrowser,
  empty: EmptyPage,
  [name, url, there]: readonly [name: string, url: string, there: string],
): Promise<Row> {
  const [screen, blank] = await Promise.all([browser.tab(noteShown(there)), browser.tab(noteShown(empty.there))]);
  const all: Opened[] = [];
  const beside: Opened[] = [];
  /** In turns, so that both meet the same machine. */
  for (let turn = 0; turn < TURNS; turn++) {
    beside.push(await opened(blank, empty.url));
    all.push(await opened(screen, url));
  }
  await Promise.all([screen.close(), blank.close()]);
  const told = (of: readonly Opened[]) =>
    (["outline", "data"] as const)
      .map((part) => `${part} ${ms(times(of, part, 0.5))} (95 %: ${ms(times(of, part, 0.95))})`)
      .join(", ");
  return {
    what: `opening the ${name}, ${PEOPLE.toLocaleString("en")} people in the store`,
    value: told(all),
    baseline: `an empty page ${told(beside)}; since the first byte, scripts from the browser's cache`,
    asked: "outline ≤ 3 ×, data ≤ 8 ×",
    ok:
      times(all, "outline", 0.5) <= 3 * times(beside, "outline", 0.5) &&
      times(all, "data", 0.5) <= 8 * times(beside, "data", 0.5),
    limit: limitOf(
      "outline ≤ 100 ms, data ≤ 300 ms",
      times(all, "outline", 0.5) <= 100 && times(all, "data", 0.5) <= 300,
    ),
  };
}

async function screenRows(server: Server): Promise<Row[]> {
  const browser = startBareBrowser({ width: 1280, height: 800 });
  const empty = await serveEmptyPage();
  try {
    const rows: Row[] = [];
    for (const [name, path, there] of SCREENS)
      rows.push(
        ...(await measured(`opening the ${name}`, async () => [
          await screenRow(browser, empty, [name, server.url + path, there]),
        ])),
      );
    return rows;
  } finally {
    empty.stop();
    await browser.stop();
  }
}

export async function edgeRows(): Promise<Row[]> {
  const server = await startServer();
  try {
    const exams = sittings(server);
    return [
      ...(await tapRows(server, exams)),
      ...(await besideRows(server, exams)),
      await liveRow(server, exams[2]!),
      ...(await screenRows(server)),
    ];
  } finally {
    agent.destroy();
    await server.stop();
  }
}
