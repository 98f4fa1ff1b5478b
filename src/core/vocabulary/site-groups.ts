import type { SiteId } from "./sites";

export const BELOW_KNEE = [
  "medial-knee-shin",
  "lateral-calf",
  "posterior-calf",
  "dorsum-foot",
  "lateral-foot",
  "sole",
] as const satisfies readonly SiteId[];

export const LEG = [
  "posterior-thigh",
  "anterior-thigh",
  "inner-thigh",
  "knee",
  ...BELOW_KNEE,
] as const satisfies readonly SiteId[];

export const BACK = [
  "low-back",
  "thoracic",
  "flank",
  "si-area",
  "central-buttock",
  "coccyx",
] as const satisfies readonly SiteId[];

export const ARM = [
  "shoulder",
  "lateral-upper-arm",
  "inner-upper-arm",
  "radial-forearm",
  "ulnar-forearm",
  "thumb-index",
  "middle-finger",
  "ring-little-finger",
] as const satisfies readonly SiteId[];

export const NECK_AND_HEAD = [
  "neck",
  "head-occiput",
  "upper-trapezius-scapula",
  "face",
  "jaw",
] as const satisfies readonly SiteId[];

export const NECK_OR_ARM = [...NECK_AND_HEAD, ...ARM] as const satisfies readonly SiteId[];
