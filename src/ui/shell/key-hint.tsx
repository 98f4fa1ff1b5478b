import clsx from "clsx";
import type { KeyEntry } from "./keymap";

type KeyHintProps = {
  entry: KeyEntry;
  /** Of an entry with a key for each of several things: which one. */
  nth?: number;
  className?: string;
};

/** The key that does the same; hidden where there is likely no keyboard, and where there is none. */
export function KeyHint({ entry, nth, className }: KeyHintProps) {
  const shown = nth === undefined ? entry.shown : entry.keys[nth]?.toUpperCase();
  if (!shown) return null;
  return (
    <kbd
      aria-hidden
      className={clsx("hidden rounded border border-current px-1.5 text-xs font-medium md:inline", className)}
    >
      {shown}
    </kbd>
  );
}
