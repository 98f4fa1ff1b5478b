"use client";

import { useEffect } from "react";
import { openKept } from "@/sync/kept";
import { keepAnswersWith } from "@/wire/kept-answers";

const canKeep = typeof window !== "undefined" && window.isSecureContext && "indexedDB" in window;
if (canKeep) keepAnswersWith(openKept());

/** When the page has settled: what is on the screen comes first. */
const SETTLED_MS = 1500;

/** Has the browser keep the app itself, so that it opens when its server is gone. */
export function Offline() {
  useEffect(() => {
    if (!canKeep || !("serviceWorker" in navigator) || process.env.NODE_ENV !== "production") return;
    const timer = setTimeout(() => void navigator.serviceWorker.register("/offline.js").catch(() => {}), SETTLED_MS);
    return () => clearTimeout(timer);
  }, []);
  return null;
}

/** Names the pages that should open as well when the server is gone. */
export function usePagesKept(paths: readonly string[]): void {
  const all = paths.join(" ");
  useEffect(() => {
    if (all === "" || !("serviceWorker" in navigator)) return;
    let isHere = true;
    void navigator.serviceWorker.ready.then(({ active }) => isHere && active?.postMessage({ keep: all.split(" ") }));
    return () => void (isHere = false);
  }, [all]);
}
