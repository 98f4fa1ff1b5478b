import { isUnder, type SchoolChoice, type TestId, type Variant } from "./protocols";

/**
 * Which of their hands is free to hold an answer pad or a clicker while a test is
 * done, from how it is placed. Where none is, they say "now", or touch with what
 * is free, and whoever examines presses for them.
 */
export type FreeHand = {
  /** other: that of the side which is not tested. */
  readonly hand: "both" | "other" | "none";
  /** What the hands do instead; null where both are free. */
  readonly because: string | null;
};

type Busy = FreeHand & {
  readonly because: string;
  /** Only under a way of doing it; left out: always. */
  readonly under?: SchoolChoice;
};

const BOTH: FreeHand = { hand: "both", because: null };
const led: Busy = { hand: "other", because: "the arm of the tested side is led" };

/** What is not here leaves both hands free. */
const BUSY: Partial<Readonly<Record<TestId, Busy>>> = {
  slump: { hand: "none", because: "the hands are behind the back", under: { "slump-hands": ["behind"] } },
  "ulnt-1": led,
  "ulnt-2a": led,
  "ulnt-2b": led,
  "ulnt-3": led,
  "outlet-pulse": led,
  "shoulder-depression": { hand: "other", because: "the shoulder of the tested side is pressed down" },
  "shoulder-abduction-relief": { hand: "other", because: "the hand of the tested side lies on the head" },
  "elevated-arm": { hand: "none", because: "both arms are up, and both hands open and close" },
  "prone-instability": { hand: "none", because: "they hold on to the table" },
  "repeated-movements": { hand: "none", because: "the hands press the trunk up" },
  "abdominal-wall-tensing": { hand: "none", because: "the arms are crossed" },
  gaenslen: { hand: "none", because: "both hands hold the other knee" },
  valsalva: { hand: "other", because: "a thumb is in the mouth", under: { "valsalva-way": ["thumb"] } },
  "one-leg-lift": { hand: "other", because: "a hand is on the wall" },
};

/**
 * The hand that is free during a test, as it is done under a variant.
 *
 * @example freeHandIn("ulnt-1").hand // "other"
 * @example freeHandIn("slump", { "slump-hands": "free" }).hand // "both"
 */
export function freeHandIn(test: TestId, variant: Variant = {}): FreeHand {
  const busy = BUSY[test];
  if (!busy || (busy.under && !isUnder(busy.under, variant))) return BOTH;
  const { hand, because } = busy;
  return { hand, because };
}

/**
 * The same in a line for whoever examines; null where both hands are free.
 *
 * @example sayFreeHand(freeHandIn("ulnt-1"), "right") // "Pad in the left hand: the arm of the tested side is led."
 */
export function sayFreeHand({ hand, because }: FreeHand, side: "right" | "left" | null): string | null {
  if (hand === "both") return null;
  if (hand === "none") return `No hand is free: ${because}. They say "now", or tap with a foot; you press for them.`;
  const which = side === null ? "other" : side === "right" ? "left" : "right";
  return `Pad in the ${which} hand: ${because}.`;
}
