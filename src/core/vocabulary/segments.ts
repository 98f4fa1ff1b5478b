/** Motion segments of the spine, from above, and what hands find of one. */

const VERTEBRAE = [
  ...["C0", "C1", "C2", "C3", "C4", "C5", "C6", "C7"],
  ...["T1", "T2", "T3", "T4", "T5", "T6", "T7", "T8", "T9", "T10", "T11", "T12"],
  ...["L1", "L2", "L3", "L4", "L5", "S1"],
] as const;

/** Each by its two bones, the upper one first: "c5-c6". */
export const SEGMENT_IDS: readonly string[] = VERTEBRAE.slice(1).map((lower, index) =>
  `${VERTEBRAE[index]}-${lower}`.toLowerCase(),
);

/** The part of the spine a segment belongs to, by its lower bone. */
export type SpinePart = "neck" | "upper back" | "low back";

/**
 * The part of the spine a segment belongs to.
 *
 * @example spinePartOf("c7-t1") // "neck"
 */
export const spinePartOf = (segment: string): SpinePart =>
  segment.startsWith("c") ? "neck" : segment.startsWith("t") ? "upper back" : "low back";

/**
 * A segment as it is written: "C5-C6".
 *
 * @example segmentLabel("c5-c6") // "C5-C6"
 */
export const segmentLabel = (segment: string): string => segment.toUpperCase();

export const SEGMENT_PLAY = { normal: "normal play", stiff: "stiff", loose: "hypermobile" } as const;
export const SEGMENT_PAIN = {
  none: "no pain",
  other: "another pain",
  familiar: "familiar pain",
} as const;
export const END_FEELS = {
  normal: "normal end feel",
  firm: "early firm end feel",
  hard: "hard end feel",
  springy: "springy end feel",
  empty: "empty end feel (stopped by pain)",
  guarded: "muscle guarding at the end",
} as const;

export type SegmentPlay = keyof typeof SEGMENT_PLAY;
export type SegmentPain = keyof typeof SEGMENT_PAIN;
export type EndFeel = keyof typeof END_FEELS;
