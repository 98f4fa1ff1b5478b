"use client";

import { useHotkeys } from "react-hotkeys-hook";
import type { KeyEntry } from "./keymap";

/** A field that takes letters; a radio only takes arrows. */
const takesLetters = (target: EventTarget | null): boolean =>
  target instanceof HTMLInputElement && target.type !== "radio";

const OPEN_DIALOG = "[role=dialog], [role=alertdialog]";

/**
 * Listens for keys by what they type ("s", "+", "?", "Enter"). Radio buttons
 * keep only their arrows, so a letter works right after a tap on a scale. Text
 * fields, open dialogs, held-down keys and the browser's own Ctrl, Alt and Meta
 * combinations are left alone.
 */
export function useKeys({ keys }: KeyEntry, act: (event: KeyboardEvent) => void): void {
  useHotkeys(
    keys.map((key) => key.toLowerCase()).join("|"),
    (event) => {
      if (event.ctrlKey || event.altKey || event.metaKey || event.repeat) return;
      if (takesLetters(event.target)) return;
      if (document.querySelector(OPEN_DIALOG)) return;
      act(event);
    },
    { useKey: true, delimiter: "|", splitKey: "^", ignoreModifiers: true, enableOnFormTags: ["input"] },
  );
}
