import { InputError, type Problem } from "@/core";
import { StoreBusyError, StoreError } from "../store/store";
import type { TaskName } from "./tasks";

export type Job = {
  readonly id: number;
  readonly path: string;
  readonly task: TaskName;
  readonly args: readonly string[];
};

/** What came of a job, as it crosses between threads: an error's class does not. */
export type Done =
  | { readonly id: number; readonly kind: "done"; readonly value: unknown }
  | { readonly id: number; readonly kind: "input"; readonly problems: readonly Problem[] }
  | { readonly id: number; readonly kind: "store"; readonly message: string; readonly isBusy: boolean }
  | { readonly id: number; readonly kind: "other"; readonly message: string };

export function failed(id: number, error: unknown): Done {
  if (error instanceof InputError) return { id, kind: "input", problems: error.problems };
  if (error instanceof StoreError) return { id, kind: "store", message: error.message, isBusy: error.isBusy };
  return { id, kind: "other", message: error instanceof Error ? (error.stack ?? error.message) : String(error) };
}

/** The error as it was in the other thread. */
export function errorOf(done: Exclude<Done, { kind: "done" }>): Error {
  if (done.kind === "input") return new InputError(done.problems);
  if (done.kind === "store") return new (done.isBusy ? StoreBusyError : StoreError)(done.message);
  return new Error(done.message);
}
