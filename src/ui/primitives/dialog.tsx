"use client";

import dynamic from "next/dynamic";
import { useEffect } from "react";
import type { DialogProps } from "./shown-dialog";

const load = () => import("./shown-dialog");
const ShownDialog = dynamic(() => load().then((module) => module.ShownDialog), { ssr: false });

/**
 * Something asked or shown above the screen, until it is closed. What it is
 * drawn with is fetched when the screen is up, not when it is opened.
 */
export function Dialog({ open, ...shown }: DialogProps & { open: boolean }) {
  useEffect(() => void load().catch(() => {}), []);
  return open && <ShownDialog {...shown} />;
}
