"use client";

import { useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { later } from "../primitives/later";

const Palette = later(() => import("./palette").then((module) => module.Palette));

const FROM_ANYWHERE = { enableOnFormTags: true, preventDefault: true } as const;

/** Control and K, or Command and K, from any screen. */
export function PaletteKey() {
  const [isOpen, setOpen] = useState(false);
  useHotkeys("mod+k", () => setOpen((before) => !before), FROM_ANYWHERE);
  return isOpen && <Palette onClose={() => setOpen(false)} />;
}
