import { v7 as newId } from "uuid";
import { appendTap, InputError, ladderOf } from "@/core";
import { announce } from "../edge/live";
import { appendEvents, historyNow } from "../repositories/exams";
import type { Store } from "../store/store";
import { isNewStop, type JoinedHere, showOnPads } from "./hub";

/**
 * A stop from a joined device: the one thing it records itself, so that it holds
 * whatever becomes of the screen. What it was for is said afterwards, at the
 * screen. It is recorded in the name of whoever let the device in.
 *
 * @returns whether something was recorded; false where the record takes no more, or it was stopped just now
 */
export function stopFrom(store: Store, { exam, device }: JoinedHere, now: number): boolean {
  showOnPads(exam, { show: "stopped" });
  if (!isNewStop(exam, now)) return false;
  const history = historyNow(store, exam);
  const last = history.state.runs.at(-1);
  const run = last && !last.stopped && ladderOf(last).here ? last.id : null;
  const at = new Date(now).toISOString();
  const taken = appendTap(history, [{ type: "run-stopped", body: { run, reason: "other", note: "" } }], {
    at,
    actor: device.by,
    device: `${device.role} ${device.id}`,
    newId,
    channel: device.role === "pad" ? "pad" : "device",
  });
  if (taken instanceof InputError) return false;
  const { receipts } = appendEvents(store, exam, taken.events, at);
  announce(exam);
  return receipts.every(({ result }) => result === "stored");
}
