"use client";

import { useEffect, useSyncExternalStore } from "react";
import { type Courier, createCourier, type Waiting } from "@/sync/courier";
import { openOutbox } from "@/sync/outbox";
import { httpTransport } from "@/sync/transport";
import { useHere } from "./here";

const ROUND_MS = 5000;
const NOTHING: readonly Waiting[] = [];

let made: Courier | null = null;
/** One for the page. */
export const courier = (): Courier => (made ??= createCourier(openOutbox(), httpTransport, waitsFor));

/** Who is here: not known yet; anybody, where there are no accounts; or the one who signed in. */
let isHere: "not known" | "anybody" | { readonly id: string } = "not known";

function waitsFor({ actor }: { readonly actor: { readonly id: string; readonly name: string } }): string | null {
  if (isHere === "anybody") return null;
  if (isHere === "not known") return "They wait until it is known who is here.";
  return isHere.id === actor.id ? null : `They wait until ${actor.name} signs in at this device again.`;
}

/** Open dialogs hold the page still with a style of their own: it carries the page's nonce. */
function allowOwnStyles(): void {
  const nonce = document.querySelector<HTMLScriptElement>("script[nonce]")?.nonce;
  if (nonce) Object.assign(globalThis, { __webpack_nonce__: nonce });
}

/** Sends what waits, from whatever screen is open. One tab of the browser does it at a time. */
export function CourierRounds() {
  const { here } = useHere();
  useEffect(allowOwnStyles, []);
  useEffect(() => {
    if (!here) return;
    isHere = here.account && here.profile ? { id: here.profile.id } : "anybody";
    void courier().round();
  }, [here]);
  useEffect(() => {
    const round = () => {
      if (document.visibilityState !== "visible") return;
      const go = () => courier().round();
      if ("locks" in navigator)
        void navigator.locks.request("dust-lantern-courier", { ifAvailable: true }, (lock) => (lock ? go() : null));
      else void go();
    };
    round();
    const timer = setInterval(round, ROUND_MS);
    window.addEventListener("online", round);
    document.addEventListener("visibilitychange", round);
    return () => {
      clearInterval(timer);
      window.removeEventListener("online", round);
      document.removeEventListener("visibilitychange", round);
    };
  }, []);
  return null;
}

/** What of every exam is still in this browser. */
export const useWaiting = (): readonly Waiting[] =>
  useSyncExternalStore(
    courier().subscribe,
    () => courier().snapshot(),
    () => NOTHING,
  );
