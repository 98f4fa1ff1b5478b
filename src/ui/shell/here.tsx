"use client";

import { createContext, type ReactNode, useCallback, useContext, useEffect, useMemo, useState } from "react";
import { call } from "@/wire/call";
import type { Here } from "@/wire/here";
import { sealFor } from "@/sync/seal";
import { EXAM_ROUTES } from "@/wire/exam-routes";
import { THEME_COOKIE } from "./theme-cookie";

type HereValue = {
  /** Who works here; null until it is known. */
  readonly here: Here | null;
  /** How far this device's clock is behind the server's, in milliseconds. */
  readonly behindMs: number;
  readonly problem: string | null;
  readonly reload: () => Promise<void>;
};

const HereContext = createContext<HereValue>({
  here: null,
  behindMs: 0,
  problem: null,
  reload: () => Promise.resolve(),
});

export const useHere = (): HereValue => useContext(HereContext);

const A_YEAR_SECONDS = 31_536_000;
const AGAIN_AFTER_MS = 3000;
const WITHIN_MS = 20_000;

/** Light, dark, or as the device has it: at once, and kept for the next page. */
function showTheme(theme: string): void {
  if (theme === "system") delete document.documentElement.dataset.theme;
  else document.documentElement.dataset.theme = theme;
  document.cookie = `${THEME_COOKIE}=${theme}; Path=/; Max-Age=${A_YEAR_SECONDS}; SameSite=Strict`;
}

/** The key that what waits of theirs is sealed under; null when the server cannot be asked. */
async function askForSeal(): Promise<Uint8Array<ArrayBuffer> | null> {
  const told = await call(EXAM_ROUTES.seal, {}, {});
  return told.ok ? Uint8Array.from(atob(told.value.key), (letter) => letter.charCodeAt(0)) : null;
}

/** Who works in this browser, asked once for all screens and again when that is changed. */
export function HereProvider({ children }: { children: ReactNode }) {
  const [here, setHere] = useState<Here | null>(null);
  const [behindMs, setBehindMs] = useState(0);
  const [problem, setProblem] = useState<string | null>(null);
  const reload = useCallback(async () => {
    const told = await call(EXAM_ROUTES.here, {}, null, WITHIN_MS);
    if (!told.ok) return setProblem(told.message);
    setProblem(null);
    const { account, profile } = told.value;
    await sealFor(account && profile ? profile.id : null, askForSeal);
    /** An old answer says nothing of the clocks. */
    if (!told.isOld) setBehindMs(Date.parse(told.value.now) - Date.now());
    setHere(told.value);
    showTheme(profile?.settings.work.theme ?? "system");
  }, []);
  useEffect(() => {
    /** A joined device is nobody: it is not asked who it is. */
    if (location.pathname === "/join") return;
    const timer = setTimeout(() => void reload(), 0);
    return () => clearTimeout(timer);
  }, [reload]);
  /** No screen stands without it, so it is asked for until it is there. */
  useEffect(() => {
    if (problem === null || here !== null) return;
    const timer = setInterval(() => void reload(), AGAIN_AFTER_MS);
    return () => clearInterval(timer);
  }, [problem, here, reload]);
  const value = useMemo(() => ({ here, behindMs, problem, reload }), [here, behindMs, problem, reload]);
  return <HereContext value={value}>{children}</HereContext>;
}
