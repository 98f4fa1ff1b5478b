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

type ButtonProps = ComponentProps<"button"> & { look?: Look; big?: boolean; asChild?: boolean };

/** Every button: 44 px at least, 56 px where `big`, as on the run screen. */
export function Button({
  look = "plain",
  big = false,
  asChild = false,
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
        className,
      )}
      {...rest}
    />
  );
}
