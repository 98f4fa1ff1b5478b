import { parentPort } from "node:worker_threads";
import { openAsFarAsMay } from "../store/open";
import type { Store } from "../store/store";
import { type Done, failed, type Job } from "./messages";
import { TASKS } from "./tasks";

/** One of the threads that heavy work is done in. It waits for a lock as long as it takes: nobody waits for it. */
let open: Store | null = null;

function storeAt(path: string): Store {
  if (open?.path === path) return open;
  open?.sqlite.close();
  return (open = openAsFarAsMay(path));
}

parentPort?.on("message", async ({ id, path, task, args }: Job) => {
  let done: Done;
  try {
    const work = TASKS[task] as (store: Store, ...args: readonly string[]) => unknown;
    done = { id, kind: "done", value: await work(storeAt(path), ...args) };
  } catch (error) {
    done = failed(id, error);
  }
  parentPort?.postMessage(done);
});
