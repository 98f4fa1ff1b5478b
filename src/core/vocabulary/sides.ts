/** Right and left are always the patient's own. */
export const SIDES = ["right", "left"] as const;
export type Side = (typeof SIDES)[number];

export const PLACE_SIDES = ["right", "left", "central"] as const;
export type PlaceSide = (typeof PLACE_SIDES)[number];

/**
 * The patient's other side.
 *
 * @example otherSide("right") // "left"
 */
export const otherSide = (side: Side): Side => (side === "right" ? "left" : "right");

/** "R" or "L": shown beside every colour or position that means a side. */
export const sideLetter = (side: Side): "R" | "L" => (side === "right" ? "R" : "L");
