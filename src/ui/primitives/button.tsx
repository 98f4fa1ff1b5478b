import clsx from "clsx";
import { Slot } from "radix-ui";
import type { ComponentProps } from "react";

type Look = "main" | "plain" | "quiet" | "stop";

const LOOKS: Record<Look, string> = {
  main: "bg-lantern text-on-lantern border-lantern font-semibold",
  plain: "bg-card text-ink border-edge",
  quiet: "bg-transparent text-ink border-transparent hover:bg-well",
  stop: "bg-stop text-on-stop border-stop font-semibold",
};

type ButtonProps = ComponentProps<"button"> & {
  look?: Look;
  big?: boolean;
  asChild?: boolean;
  /** Just pressed, and not kept yet. */
  pressing?: boolean;
};

/** What a press looks like until it is kept; the same everywhere. */
export const PRESSING = "ring-4 ring-lantern";

/** Every button: 44 px at least, 56 px where `big`, as on the run screen; one that is pressed in is dark. */
export function Button({
  look = "plain",
  big = false,
  asChild = false,
  pressing = false,
  className,
  type = "button",
  ...rest
}: ButtonProps) {
  const Tag = asChild ? Slot.Root : "button";
  return (
    <Tag
      type={asChild ? undefined : type}
      className={clsx(
        "inline-flex items-center justify-center gap-2 rounded-lg border px-4 text-center leading-tight no-underline disabled:cursor-not-allowed disabled:opacity-50",
        big ? "min-h-14 min-w-14" : "min-h-11 min-w-11",
        LOOKS[look],
        "aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper",
        pressing && PRESSING,
        className,
      )}
      {...rest}
    />
  );
}
