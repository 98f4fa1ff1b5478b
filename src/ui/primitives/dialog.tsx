"use client";

import { useEffect } from "react";
import { later } from "./later";
import type { DialogProps } from "./shown-dialog";

const ShownDialog = later(() => import("./shown-dialog").then((module) => module.ShownDialog));

/**
 * Something asked or shown above the screen, until it is closed. What it is
 * drawn with is fetched when the screen is up, not when it is opened.
 */
export function Dialog({ open, ...shown }: DialogProps & { open: boolean }) {
  useEffect(() => void ShownDialog.fetch(), []);
  return open && <ShownDialog {...shown} />;
}
