"use client";

import { useEffect } from "react";
import { knowsCode, setLockedHere } from "@/sync/lock-here";
import { askToSignIn } from "@/wire/sign-in-asked";
import { call } from "@/wire/call";
import { ROUTES } from "@/wire/routes";

const MINUTE = 60_000;
const AFTER_MS = 5 * MINUTE;
const LOOKED_AFTER_MS = 10_000;
const USES = ["pointerdown", "keydown", "wheel", "touchmove"] as const;

/** Something on the page that is used without being touched: a test in hand, a hold, a rest. */
const isAtWork = (): boolean => document.querySelector("[data-at-work]") !== null;

/** Locks the table, and shows its lock: without the server too, where its code is known here. */
export async function lockTable(): Promise<string | null> {
  const locked = await call(ROUTES.lock, {}, {});
  const isAlone = !locked.ok && locked.status === 0 && (await knowsCode().catch(() => false));
  if (!locked.ok && !isAlone) return locked.message;
  if (isAlone) setLockedHere(true);
  askToSignIn();
  return null;
}

/** Locks the table after minutes without use; never while somebody is being tested. */
export function AutoLock() {
  useEffect(() => {
    let last = Date.now();
    const used = () => (last = Date.now());
    USES.forEach((use) => window.addEventListener(use, used, { passive: true, capture: true }));
    const timer = setInterval(() => {
      if (isAtWork()) used();
      else if (Date.now() - last > AFTER_MS) void lockTable().then(used);
    }, LOOKED_AFTER_MS);
    return () => {
      USES.forEach((use) => window.removeEventListener(use, used, { capture: true }));
      clearInterval(timer);
    };
  }, []);
  return null;
}
