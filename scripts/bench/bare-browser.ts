import { type ChildProcess, spawn } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Readable, Writable } from "node:stream";
import { LAUNCH } from "../../e2e/support/chromium";

/**
 * A browser that nobody looks into, as it stands at the table: what follows
 * every request and notes where each script asked for it costs a page a third
 * of its time. It is told where to go and asked for one value, no more.
 */
export type BareBrowser = {
  /** A tab in which a script of ours runs before those of each page. */
  readonly tab: (script: string) => Promise<BareTab>;
  readonly stop: () => Promise<void>;
};

export type BareTab = {
  readonly goto: (url: string) => Promise<void>;
  /** The value of an expression in the page. */
  readonly value: (expression: string) => Promise<unknown>;
  readonly close: () => Promise<void>;
};

type Answer = { readonly id?: number; readonly result?: unknown; readonly error?: { readonly message: string } };
type Ask = <T>(method: string, params: object, session?: string) => Promise<T>;

/** Messages end with a zero byte. */
const END = "\u0000";

/** Asks over the browser's pipe: each question by a number, which its answer names. */
function asking(write: Writable, read: Readable): Ask {
  const waiting = new Map<number, (answer: Answer) => void>();
  let told = "";
  read.setEncoding("utf8");
  read.on("data", (part: string) => {
    const messages = (told + part).split(END);
    told = messages.pop()!;
    for (const message of messages) {
      const answer = JSON.parse(message) as Answer;
      if (answer.id !== undefined) waiting.get(answer.id)?.(answer);
    }
  });
  let last = 0;
  return <T>(method: string, params: object, session?: string) =>
    new Promise<T>((done, fail) => {
      const id = ++last;
      waiting.set(id, ({ result, error }) => {
        waiting.delete(id);
        if (error) fail(new Error(`${method}: ${error.message}`));
        else done(result as T);
      });
      write.write(JSON.stringify({ id, method, params, ...(session ? { sessionId: session } : {}) }) + END);
    });
}

async function openTab(ask: Ask, script: string): Promise<BareTab> {
  /** A window of its own: what lies behind another tab is not drawn by a browser that has windows. */
  const { targetId } = await ask<{ targetId: string }>("Target.createTarget", { url: "about:blank", newWindow: true });
  const { sessionId } = await ask<{ sessionId: string }>("Target.attachToTarget", { targetId, flatten: true });
  await ask("Page.enable", {}, sessionId);
  await ask("Page.addScriptToEvaluateOnNewDocument", { source: script }, sessionId);
  return {
    goto: async (url) => void (await ask("Page.navigate", { url }, sessionId)),
    value: async (expression) => {
      const question = { expression, returnByValue: true };
      const { result } = await ask<{ result: { value?: unknown } }>("Runtime.evaluate", question, sessionId);
      return result.value;
    },
    close: async () => void (await ask("Target.closeTarget", { targetId })),
  };
}

const GOES_WITHIN_MS = 3000;
const ended = (browser: ChildProcess): Promise<unknown> => new Promise((done) => browser.once("exit", done));

/** Starts one with a folder of its own, in which it keeps what it was sent, scripts as it has compiled them too. */
export function startBareBrowser({ width, height }: { width: number; height: number }): BareBrowser {
  const folder = mkdtempSync(join(tmpdir(), "bench-browser-"));
  const browser = spawn(
    LAUNCH.executablePath!,
    [
      ...LAUNCH.args!,
      "--headless",
      "--disable-backgrounding-occluded-windows",
      "--disable-renderer-backgrounding",
      "--disable-background-timer-throttling",
      "--remote-debugging-pipe",
      `--user-data-dir=${folder}`,
      `--window-size=${width},${height}`,
      "about:blank",
    ],
    { stdio: ["ignore", "ignore", "ignore", "pipe", "pipe"] },
  );
  const ask = asking(browser.stdio[3] as Writable, browser.stdio[4] as Readable);
  return {
    tab: (script) => openTab(ask, script),
    stop: async () => {
      const gone = ended(browser);
      const kill = setTimeout(() => browser.kill("SIGKILL"), GOES_WITHIN_MS);
      void ask("Browser.close", {}).catch(() => {});
      await gone;
      clearTimeout(kill);
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
