import type { SiteId } from "../vocabulary";

export type Pair = readonly [lateral: number, down: number];

/** One half of a region that lies on both sides. */
export type HalfRegion = { readonly site: SiteId; readonly half: readonly Pair[] };

/** Shoulder to fingertips, from the midline outwards. */
export const ARM_REGIONS: readonly HalfRegion[] = [
  {
    site: "shoulder",
    half: [
      [38, 84],
      [50, 87],
      [60, 101],
      [62, 117],
      [49, 115],
      [42, 98],
    ],
  },
  {
    site: "lateral-upper-arm",
    half: [
      [56, 120],
      [62, 120],
      [67, 152],
      [71, 176],
      [66, 178],
      [61, 152],
    ],
  },
  {
    site: "inner-upper-arm",
    half: [
      [48, 122],
      [55, 121],
      [60, 154],
      [64, 179],
      [58, 182],
      [54, 154],
    ],
  },
  {
    site: "radial-forearm",
    half: [
      [67, 183],
      [73, 182],
      [85, 242],
      [80, 246],
    ],
  },
  {
    site: "ulnar-forearm",
    half: [
      [59, 184],
      [66, 184],
      [79, 247],
      [74, 246],
      [66, 214],
    ],
  },
  {
    site: "thumb-index",
    half: [
      [84, 247],
      [92, 258],
      [95, 277],
      [90, 284],
      [87, 268],
    ],
  },
  {
    site: "middle-finger",
    half: [
      [80, 250],
      [83, 250],
      [89, 287],
      [85, 296],
      [81, 280],
    ],
  },
  {
    site: "ring-little-finger",
    half: [
      [75, 250],
      [79, 252],
      [81, 293],
      [77, 288],
      [76, 266],
    ],
  },
];
