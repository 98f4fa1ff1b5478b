/** Where an exam begins; the guard asks for it, and the sheet can go beyond it. */
export const EXAM_REGIONS = ["lumbopelvic", "neck-arm"] as const;

export type ExamRegion = (typeof EXAM_REGIONS)[number];

/** Parts of the body a test belongs to, for the guard's questions and the library. */
export const REGIONS = {
  neck: "neck",
  arm: "arm",
  "low-back": "low back",
  leg: "leg",
  pelvis: "pelvis",
  hip: "hip",
} as const;

export type Region = keyof typeof REGIONS;

/** Whether a part of the body is of its upper half. */
export const isUpperRegion = (region: Region): boolean => region === "neck" || region === "arm";

export const REGION_IDS = Object.keys(REGIONS) as Region[];
