import { type Place, placeParts, SITES } from "@/core/vocabulary";
import { SideBadge } from "../primitives/side-badge";

/** Short names for the places that come up most at the table. */
const SHORT: Partial<Record<string, string>> = {
  "si-area": "buttock below L5",
  "low-back": "low back above L5",
  "dorsum-foot": "top of foot",
  "medial-knee-shin": "inner knee, shin",
  "upper-trapezius-scapula": "shoulder blade",
  "head-occiput": "head",
  "ring-little-finger": "ring, little finger",
  "thumb-index": "thumb, index",
};

/** A place by its short name, with the side it is on. */
export const PlaceName = ({ place }: { place: Place }) => {
  const { site, side } = placeParts(place);
  return (
    <>
      {side !== "central" && <SideBadge side={side} size="sm" />}
      <span className="leading-tight">
        {SHORT[site] ?? SITES[site].label}
        {side === "central" && SITES[site].sides.length > 1 ? ", middle" : ""}
      </span>
    </>
  );
};
