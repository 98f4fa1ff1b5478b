import { existsSync } from "node:fs";
import { join } from "node:path";
import { Worker } from "node:worker_threads";
import { theStore } from "../store/open";
import { shared } from "../store/shared";
import { type Done, errorOf, type Job } from "./messages";
import { type TaskArgs, type TaskName, type TaskResult, TASKS } from "./tasks";

/** The build puts the thread's own script here; without one, as in unit tests, the work is done where it is asked. */
const SCRIPT = join(/* turbopackIgnore: true */ process.cwd(), ".next", "heavy.mjs");
const THREADS = 2;
/** The longest work, a back-up of a large clinic onto a slow drive, takes a fraction of that. */
const DEADLINE_MS = 20 * 60_000;

/**
 * Threads are shared by every copy of this module that the program is bundled
 * into. What came of a job is handed over as it is: a copy makes an error of its
 * own class, so that whoever asked knows it again.
 */
type Waiting = { readonly done: (done: Done) => void; readonly failed: (error: Error) => void };
type Thread = { readonly worker: Worker; readonly waiting: Map<number, Waiting> };

const pool = () => shared("heavy", () => ({ threads: [] as Thread[], next: 1 }));

function begin(): Thread {
  const waiting: Thread["waiting"] = new Map();
  const worker = new Worker(/* turbopackIgnore: true */ SCRIPT);
  const thread = { worker, waiting };
  /** It does not keep the program alive. */
  worker.unref();
  worker.on("message", (done: Done) => {
    const asked = waiting.get(done.id);
    waiting.delete(done.id);
    asked?.done(done);
  });
  /** A thread that ended is begun anew for the next job; what it was asked is told that nothing was done. */
  const end = (error: Error) => {
    pool().threads = pool().threads.filter((other) => other !== thread);
    waiting.forEach(({ failed }) => failed(error));
    waiting.clear();
  };
  worker.on("error", (error) => end(error instanceof Error ? error : new Error(String(error))));
  worker.on("exit", (code) => end(new Error(`The thread ended with ${code}.`)));
  return thread;
}

/** The thread with the least to do. */
function leastBusy(): Thread {
  const { threads } = pool();
  const idle = threads.find(({ waiting }) => waiting.size === 0);
  if (idle) return idle;
  if (threads.length < THREADS) {
    const made = begin();
    threads.push(made);
    return made;
  }
  return threads.reduce((least, thread) => (thread.waiting.size < least.waiting.size ? thread : least));
}

/**
 * Does heavy work in a thread of its own: taps are answered meanwhile.
 *
 * @throws what the work throws, InputError and StoreError as such
 */
export function heavy<T extends TaskName>(task: T, ...args: TaskArgs<T>): Promise<Awaited<TaskResult<T>>> {
  const store = theStore();
  if (!existsSync(/* turbopackIgnore: true */ SCRIPT)) {
    const work = TASKS[task] as (...all: unknown[]) => unknown;
    return Promise.resolve().then(() => work(store, ...args)) as Promise<Awaited<TaskResult<T>>>;
  }
  return new Promise<Done>((done, failed) => {
    const thread = leastBusy();
    const job: Job = { id: pool().next++, path: store.path, task, args: args as readonly string[] };
    /** A thread that does not come back is ended, and with it whatever else it was asked. */
    const late = setTimeout(() => void thread.worker.terminate(), DEADLINE_MS).unref();
    const ended =
      <V>(then: (value: V) => void) =>
      (value: V) => {
        clearTimeout(late);
        then(value);
      };
    thread.waiting.set(job.id, { done: ended(done), failed: ended(failed) });
    thread.worker.postMessage(job);
  }).then((done) => {
    if (done.kind !== "done") throw errorOf(done);
    return done.value as Awaited<TaskResult<T>>;
  });
}
