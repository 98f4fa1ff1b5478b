import type { RootLevelId } from "@/core/knowledge";
import type { SiteId } from "@/core/vocabulary";
import type { Pair, View } from "@/core/poses";

/** Where a level's key muscle is tested and its reflex struck: from the midline outwards, and down. */
export type NeuroPoint = {
  readonly level: RootLevelId;
  readonly kind: "power" | "reflex";
  readonly view: View;
  readonly at: Pair;
};

export const NEURO_POINTS: readonly NeuroPoint[] = [
  { level: "c4", kind: "power", view: "front", at: [33, 82] },
  { level: "c5", kind: "power", view: "front", at: [56, 106] },
  { level: "c5", kind: "reflex", view: "front", at: [61, 168] },
  { level: "c6", kind: "power", view: "front", at: [69, 198] },
  { level: "c6", kind: "reflex", view: "front", at: [77, 226] },
  { level: "c7", kind: "power", view: "back", at: [57, 142] },
  { level: "c7", kind: "reflex", view: "back", at: [63, 176] },
  { level: "c8", kind: "power", view: "front", at: [82, 272] },
  { level: "t1", kind: "power", view: "back", at: [86, 270] },
  { level: "l2", kind: "power", view: "front", at: [37, 258] },
  { level: "l3", kind: "power", view: "front", at: [33, 316] },
  { level: "l4", kind: "reflex", view: "front", at: [27, 355] },
  { level: "l4", kind: "power", view: "front", at: [19, 434] },
  { level: "l5", kind: "power", view: "front", at: [18, 478] },
  { level: "s1", kind: "power", view: "back", at: [27, 420] },
  { level: "s1", kind: "reflex", view: "back", at: [23, 448] },
];

/** Where a narrow area's label stands beside it, outwards and down. */
export const LABEL_SHIFT: Partial<Record<SiteId, Pair>> = {
  shoulder: [-2, 14],
  "lateral-upper-arm": [16, 0],
  "inner-upper-arm": [-14, 4],
  "radial-forearm": [17, 0],
  "ulnar-forearm": [-16, 4],
  "thumb-index": [15, 0],
  "middle-finger": [4, 34],
  "ring-little-finger": [-13, 6],
  groin: [0, -4],
  "inner-thigh": [0, -14],
  "dorsum-foot": [-2, -2],
  "lateral-foot": [10, 0],
};
