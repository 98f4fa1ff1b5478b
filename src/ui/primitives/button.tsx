import clsx from "clsx";
import { Link } from "./link";
import type { ComponentProps } from "react";

type Look = "main" | "plain" | "quiet" | "stop";

const LOOKS: Record<Look, string> = {
  main: "bg-lantern text-on-lantern border-lantern font-semibold",
  plain: "bg-card text-ink border-edge",
  quiet: "bg-transparent text-ink border-transparent hover:bg-well",
  stop: "bg-stop text-on-stop border-stop font-semibold",
};

type Size = { look?: Look; big?: boolean };

/** What a press looks like until it is kept; the same everywhere. */
export const PRESSING = "ring-4 ring-lantern";

const shape = ({ look = "plain", big = false }: Size, ...more: readonly (string | false | undefined)[]): string =>
  clsx(
    "inline-flex items-center justify-center gap-2 rounded-lg border px-4 text-center leading-tight no-underline disabled:cursor-not-allowed disabled:opacity-50",
    big ? "min-h-14 min-w-14" : "min-h-11 min-w-11",
    LOOKS[look],
    "aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper",
    ...more,
  );

/** Pressing: just pressed, and not kept yet. */
type ButtonProps = ComponentProps<"button"> & Size & { pressing?: boolean };

/** Every button: 44 px at least, 56 px where `big`, as on the run screen; one that is pressed in is dark. */
export const Button = ({ look, big, pressing = false, className, type = "button", ...rest }: ButtonProps) => (
  <button type={type} className={shape({ look, big }, pressing && PRESSING, className)} {...rest} />
);

/** The same shape, for going somewhere. */
export const ButtonLink = ({ look, big, className, ...rest }: ComponentProps<typeof Link> & Size) => (
  <Link className={shape({ look, big }, className)} {...rest} />
);

/** The same shape, for what is taken away as a file. */
export const DownloadLink = ({ look, big, className, ...rest }: ComponentProps<"a"> & Size) => (
  <a download className={shape({ look, big }, className)} {...rest} />
);
