import clsx from "clsx";
import { type Side, sideLetter } from "@/core/vocabulary";

/** R in a square, L in a circle: letter and shape say the side, the hue only repeats it. */
export function SideBadge({ side, size = "md" }: { side: Side; size?: "sm" | "md" | "lg" }) {
  return (
    <span
      role="img"
      aria-label={side}
      className={clsx(
        "inline-grid shrink-0 place-items-center font-bold text-on-side",
        side === "right" ? "rounded-[3px] bg-right-side" : "rounded-full bg-left-side",
        { sm: "size-5 text-xs", md: "size-7 text-base", lg: "size-11 text-2xl" }[size],
      )}
    >
      {sideLetter(side)}
    </span>
  );
}
