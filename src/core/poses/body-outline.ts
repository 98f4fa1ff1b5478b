import type { SiteId } from "../vocabulary";
import { ARM_REGIONS, type HalfRegion, type Pair } from "./arm-outline";

export type View = "front" | "back";

/** Half a body, from the midline outwards; the other half is its mirror. */
export const OUTLINE: readonly Pair[] = [
  [0, 3],
  [13, 7],
  [20, 22],
  [19, 38],
  [13, 54],
  [10, 62],
  [11, 73],
  [25, 80],
  [45, 85],
  [57, 97],
  [63, 120],
  [67, 150],
  [73, 180],
  [79, 212],
  [85, 240],
  [93, 257],
  [96, 276],
  [91, 294],
  [82, 297],
  [76, 288],
  [75, 266],
  [73, 246],
  [65, 216],
  [57, 188],
  [53, 160],
  [48, 128],
  [46, 120],
  [43, 150],
  [39, 176],
  [40, 196],
  [47, 220],
  [53, 246],
  [54, 276],
  [50, 312],
  [44, 344],
  [40, 364],
  [42, 390],
  [39, 422],
  [32, 454],
  [31, 470],
  [38, 484],
  [35, 494],
  [14, 494],
  [11, 480],
  [14, 460],
  [12, 425],
  [12, 394],
  [10, 364],
  [9, 338],
  [7, 304],
  [3, 270],
  [0, 262],
];

const strip = (top: number, bottom: number, from: number, to: number): readonly Pair[] => [
  [from, top],
  [to, top],
  [to, bottom],
  [from, bottom],
];

type MidRegion = { readonly site: SiteId; readonly top: number; readonly bottom: number; readonly width: number };

export const HALVES: Record<View, readonly HalfRegion[]> = {
  front: [
    { site: "head-occiput", half: strip(8, 23, 7, 16) },
    { site: "face", half: strip(26, 42, 7, 17) },
    {
      site: "jaw",
      half: [
        [3, 46],
        [16, 43],
        [12, 55],
        [4, 58],
      ],
    },
    { site: "neck", half: strip(62, 77, 5, 11) },
    ...ARM_REGIONS,
    {
      site: "abdomen",
      half: [
        [12, 148],
        [30, 148],
        [29, 176],
        [29, 198],
        [12, 198],
      ],
    },
    {
      site: "flank",
      half: [
        [32, 148],
        [41, 150],
        [38, 174],
        [39, 196],
        [31, 198],
      ],
    },
    {
      site: "groin",
      half: [
        [12, 228],
        [34, 204],
        [44, 214],
        [28, 238],
        [13, 252],
      ],
    },
    {
      site: "lateral-hip",
      half: [
        [44, 206],
        [50, 228],
        [54, 258],
        [46, 262],
        [42, 234],
      ],
    },
    {
      site: "anterior-thigh",
      half: [
        [21, 252],
        [30, 245],
        [43, 252],
        [49, 282],
        [45, 318],
        [43, 328],
        [23, 328],
        [21, 300],
      ],
    },
    {
      site: "inner-thigh",
      half: [
        [8, 266],
        [19, 254],
        [19, 300],
        [21, 328],
        [13, 328],
        [10, 306],
      ],
    },
    {
      site: "knee",
      half: [
        [14, 331],
        [42, 331],
        [40, 348],
        [13, 348],
      ],
    },
    {
      site: "medial-knee-shin",
      half: [
        [11, 350],
        [24, 350],
        [24, 384],
        [22, 446],
        [14, 448],
        [13, 400],
      ],
    },
    {
      site: "lateral-calf",
      half: [
        [28, 352],
        [39, 354],
        [41, 392],
        [38, 424],
        [31, 448],
        [26, 446],
        [27, 390],
      ],
    },
    {
      site: "dorsum-foot",
      half: [
        [14, 462],
        [25, 460],
        [25, 490],
        [13, 490],
      ],
    },
    {
      site: "lateral-foot",
      half: [
        [28, 460],
        [31, 468],
        [37, 485],
        [34, 492],
        [28, 490],
      ],
    },
  ],
  back: [
    { site: "head-occiput", half: strip(10, 42, 7, 17) },
    { site: "neck", half: strip(50, 74, 5, 11) },
    ...ARM_REGIONS.filter(({ site }) => site !== "thumb-index" && site !== "radial-forearm"),
    {
      site: "upper-trapezius-scapula",
      half: [
        [9, 78],
        [26, 82],
        [42, 92],
        [44, 118],
        [32, 132],
        [9, 128],
      ],
    },
    {
      site: "thoracic",
      half: [
        [9, 134],
        [32, 137],
        [43, 128],
        [40, 154],
        [9, 156],
      ],
    },
    {
      site: "low-back",
      half: [
        [9, 160],
        [28, 159],
        [28, 192],
        [9, 192],
      ],
    },
    {
      site: "flank",
      half: [
        [30, 159],
        [38, 158],
        [40, 192],
        [30, 192],
      ],
    },
    {
      site: "si-area",
      half: [
        [5, 197],
        [24, 197],
        [23, 218],
        [12, 234],
        [6, 226],
      ],
    },
    {
      site: "central-buttock",
      half: [
        [28, 202],
        [42, 208],
        [46, 236],
        [32, 254],
        [13, 250],
        [15, 238],
        [27, 222],
      ],
    },
    {
      site: "lateral-hip",
      half: [
        [46, 206],
        [51, 228],
        [54, 254],
        [50, 262],
        [49, 236],
      ],
    },
    {
      site: "posterior-thigh",
      half: [
        [7, 268],
        [28, 260],
        [50, 264],
        [50, 300],
        [44, 344],
        [13, 344],
        [9, 308],
      ],
    },
    {
      site: "posterior-calf",
      half: [
        [13, 352],
        [38, 352],
        [40, 390],
        [35, 430],
        [30, 450],
        [15, 450],
        [14, 400],
      ],
    },
    {
      site: "sole",
      half: [
        [14, 464],
        [29, 462],
        [32, 488],
        [14, 490],
      ],
    },
  ],
};

export const MIDLINES: Record<View, readonly MidRegion[]> = {
  front: [
    { site: "head-occiput", top: 6, bottom: 23, width: 5 },
    { site: "face", top: 26, bottom: 42, width: 5 },
    { site: "neck", top: 62, bottom: 77, width: 4 },
    { site: "abdomen", top: 148, bottom: 198, width: 10 },
    { site: "pubis", top: 234, bottom: 248, width: 10 },
  ],
  back: [
    { site: "head-occiput", top: 8, bottom: 42, width: 5 },
    { site: "neck", top: 50, bottom: 74, width: 4 },
    { site: "thoracic", top: 80, bottom: 156, width: 7 },
    { site: "low-back", top: 160, bottom: 192, width: 7 },
    { site: "coccyx", top: 222, bottom: 240, width: 4 },
    { site: "saddle", top: 252, bottom: 264, width: 8 },
  ],
};
