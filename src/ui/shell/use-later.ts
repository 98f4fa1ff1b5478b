"use client";

import { useEffect } from "react";

/** What opens over a screen on request: not needed to show it, and there before a network can drop. */
const LATER: readonly (() => Promise<unknown>)[] = [
  () => import("../run/stage-figure"),
  () => import("../run/sign-panel"),
  () => import("../reading/reading-panel"),
  () => import("../run/reason-dialog"),
  () => import("../run/ended-card"),
  () => import("../guard/emergency-alert"),
  () => import("../run/stop-dialog"),
  () => import("../run/more-menu"),
  () => import("../run/stage-note-dialog"),
  () => import("../run/technique-dialog"),
  () => import("../run/sheet-dialog"),
  () => import("../drawing/body-chart"),
];

/** Fetches the rest of an exam's screens as soon as the first is up. */
export function useLater(): void {
  useEffect(() => void LATER.forEach((load) => void load().catch(() => {})), []);
}
