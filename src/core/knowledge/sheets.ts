import type { ExamRegion } from "../vocabulary";
import type { TestId } from "./protocols/test-ids";

export type Sheet = {
  readonly id: string;
  readonly label: string;
  readonly region: ExamRegion;
  readonly tests: readonly TestId[];
  /** For whom it is usually chosen. */
  readonly when: string;
};

/** Run sheets the app comes with. The tests stand in the order they are done in within a body position. */
export const SHEETS: readonly Sheet[] = [
  {
    id: "sacroiliac",
    label: "Sacroiliac provocation",
    region: "lumbopelvic",
    when: "buttock pain below L5",
    tests: ["si-distraction", "thigh-thrust", "faber", "gaenslen", "si-compression", "sacral-thrust"],
  },
  {
    id: "buttock-pelvis",
    label: "Buttock and pelvis",
    region: "lumbopelvic",
    when: "buttock, groin or pubic pain, with hip and pelvic ring",
    tests: [
      "squat",
      "seated-piriformis",
      "active-straight-leg-raise",
      "si-distraction",
      "thigh-thrust",
      "active-hip-flexion",
      "hip-internal-rotation",
      "faber",
      "gaenslen",
      "scour",
      "flexion-adduction-rotation",
      "resisted-piriformis",
      "pubic-shear",
      "pump-handle",
      "active-piriformis",
      "si-compression",
      "active-hip-extension",
      "sacral-sulcus",
      "prone-extension",
      "sacral-thrust",
      "one-leg-lift",
      "hip-rotation-difference",
      "pelvic-levels",
    ],
  },
  {
    id: "low-back-leg",
    label: "Low back and leg",
    region: "lumbopelvic",
    when: "low back pain, with or without the leg",
    tests: [
      "lumbar-range",
      "quadrant",
      "seated-straight-leg-raise",
      "slump",
      "valsalva",
      "straight-leg-raise",
      "dorsiflexion-sign",
      "neck-flexion-after-raise",
      "crossed-leg-raise",
      "si-distraction",
      "thigh-thrust",
      "side-lying-shear",
      "prone-lift",
      "passive-lumbar-extension",
      "heel-to-buttock",
      "prone-instability",
    ],
  },
  {
    id: "neck-arm",
    label: "Neck and arm",
    region: "neck-arm",
    when: "neck pain, with or without the arm",
    tests: [
      "neck-rotation",
      "neck-side-bend",
      "shoulder-abduction-relief",
      "foraminal-compression",
      "maximal-compression",
      "shoulder-depression",
      "valsalva",
      "outlet-pulse",
      "elevated-arm",
      "neck-distraction",
      "ulnt-1",
      "ulnt-2a",
      "ulnt-2b",
      "ulnt-3",
    ],
  },
  {
    id: "upper-neck",
    label: "Upper neck before manual treatment",
    region: "neck-arm",
    when: "headache, or before a neck thrust",
    tests: ["sharp-purser", "lhermitte", "alar", "transverse", "flexion-rotation", "craniocervical-flexion"],
  },
  {
    id: "neural-baseline",
    label: "Neural baseline",
    region: "lumbopelvic",
    when: "what later visits are compared with",
    tests: ["slump", "straight-leg-raise", "side-lying-femoral", "ulnt-1"],
  },
  {
    id: "repeated-movements",
    label: "Repeated movements",
    region: "lumbopelvic",
    when: "whether it centralises",
    tests: ["repeated-movements"],
  },
];

/** The sheet an exam of a region begins with. */
export const usualSheet = (region: ExamRegion): Sheet =>
  SHEETS.find((sheet) => sheet.id === (region === "neck-arm" ? "neck-arm" : "sacroiliac"))!;

/** A sheet by its id, or undefined when there is none. */
export const findSheet = (id: string): Sheet | undefined => SHEETS.find((sheet) => sheet.id === id);
