import type { LoadId } from "../../vocabulary";
import type { TestId } from "../protocols/test-ids";

export const URGENCIES = ["emergency", "urgent", "soon"] as const;
export type Urgency = (typeof URGENCIES)[number];

export type GuardEffect =
  | {
      readonly kind: "block";
      readonly loads: readonly LoadId[] | "all";
      readonly on: "person" | "right side" | "left side";
      readonly reason: string;
      /** No typed reason lifts it. */
      readonly final?: true;
      /** In force only under this option of a school. */
      readonly under?: { readonly school: string; readonly option: string };
      /** Lifted once each of these tests was done and every outcome was negative. */
      readonly untilClear?: readonly TestId[];
    }
  | { readonly kind: "first"; readonly tests: readonly TestId[]; readonly text: string }
  | { readonly kind: "caution"; readonly loads: readonly LoadId[] | "all"; readonly text: string }
  | { readonly kind: "referral"; readonly urgency: Urgency; readonly text: string };

export const NECK_LOADS = [
  "neck-compression",
  "neck-flexion",
  "neck-extension",
  "neck-side-bend",
  "neck-rotation",
  "neck-traction",
  "upper-cervical-stress",
] as const satisfies readonly LoadId[];
export const LUMBAR_LOADS = [
  "lumbar-loading",
  "lumbar-flexion",
  "lumbar-extension",
  "lumbar-rotation",
  "sacral-pressure",
  "thrust",
] as const satisfies readonly LoadId[];

type Loads = readonly LoadId[] | "all";

export const block = (
  loads: Loads,
  reason: string,
  on: "person" | "right side" | "left side" = "person",
): GuardEffect => ({
  kind: "block",
  loads,
  on,
  reason,
});

/** A block that no typed reason lifts: only an answer that changes does. */
export const finalBlock = (loads: Loads, reason: string): GuardEffect => ({
  kind: "block",
  loads,
  on: "person",
  reason,
  final: true,
});
export const first = (tests: readonly TestId[], text: string): GuardEffect => ({ kind: "first", tests, text });

export const caution = (loads: Loads, text: string): GuardEffect => ({ kind: "caution", loads, text });
export const referral = (urgency: Urgency, text: string): GuardEffect => ({ kind: "referral", urgency, text });
