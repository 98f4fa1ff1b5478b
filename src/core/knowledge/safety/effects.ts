import type { LoadId } from "../../vocabulary";
import type { TestId } from "../protocols/test-ids";

export const URGENCIES = ["emergency", "urgent", "soon"] as const;
export type Urgency = (typeof URGENCIES)[number];

export type BodySide = "right side" | "left side";
export type Loads = readonly LoadId[] | "all";

export type BlockEffect = {
  readonly kind: "block";
  readonly loads: Loads;
  readonly on: "person" | BodySide;
  readonly reason: string;
  /** No typed reason lifts it. */
  readonly final?: true;
  /** In force only under this option of a school. */
  readonly under?: { readonly school: string; readonly option: string };
  /** Lifted once each of these tests was done and every outcome was negative. */
  readonly untilClear?: readonly TestId[];
};

export type GuardEffect =
  | BlockEffect
  | { readonly kind: "first"; readonly tests: readonly TestId[]; readonly text: string }
  | { readonly kind: "caution"; readonly loads: Loads; readonly text: string }
  | { readonly kind: "referral"; readonly urgency: Urgency; readonly text: string };

export const NECK_LOADS = [
  "neck-compression",
  "neck-flexion",
  "neck-extension",
  "neck-side-bend",
  "neck-rotation",
  "neck-traction",
  "upper-cervical-stress",
  "neck-pressure",
] as const satisfies readonly LoadId[];

/** Every way of reaching the neck: what loads it, the seated relocation test, and what strains it from afar. */
export const WHOLE_NECK = [...NECK_LOADS, "relocation", "neck-strain"] as const satisfies readonly LoadId[];

export const LUMBAR_LOADS = [
  "lumbar-loading",
  "lumbar-flexion",
  "lumbar-extension",
  "lumbar-rotation",
  "sacral-pressure",
  "thrust",
  "spinal-pressure",
  "spinal-torsion",
] as const satisfies readonly LoadId[];

export const HIP_LOADS = [
  "hip-loading",
  "hip-flexion",
  "hip-flexion-past-90",
  "hip-flexion-with-adduction-or-rotation",
  "hip-extension",
] as const satisfies readonly LoadId[];

export const PELVIC_LOADS = [
  "pelvic-gapping",
  "pelvic-gapping-at-full-force",
  "pelvic-compression",
  "sacral-pressure",
  "pubic-shear",
  "pelvic-ring-load",
  "thrust",
  "lumbar-loading",
  "lumbar-extension",
  "spinal-pressure",
  "spinal-torsion",
  "hip-loading",
] as const satisfies readonly LoadId[];

export const ARM_LOADS = [
  "arm-provocation",
  "shoulder-loading",
  "elbow-loading",
  "wrist-loading",
] as const satisfies readonly LoadId[];

export const block = (loads: Loads, reason: string, on: "person" | BodySide = "person"): BlockEffect => ({
  kind: "block",
  loads,
  on,
  reason,
});

/** A block that no typed reason lifts: only an answer that changes does. */
export const finalBlock = (loads: Loads, reason: string): BlockEffect => ({
  kind: "block",
  loads,
  on: "person",
  reason,
  final: true,
});
export const first = (tests: readonly TestId[], text: string): GuardEffect => ({ kind: "first", tests, text });

export const caution = (loads: Loads, text: string): GuardEffect => ({ kind: "caution", loads, text });
export const referral = (urgency: Urgency, text: string): GuardEffect => ({ kind: "referral", urgency, text });
