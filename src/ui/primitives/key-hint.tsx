import clsx from "clsx";

/** The key that does the same; hidden where there is likely no keyboard. */
export const KeyHint = ({ keys, className }: { keys: string; className?: string }) => (
  <kbd
    aria-hidden
    className={clsx("hidden rounded border border-current px-1.5 text-xs font-medium md:inline", className)}
  >
    {keys}
  </kbd>
);
