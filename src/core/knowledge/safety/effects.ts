import type { LoadId } from "../../vocabulary";
import type { TestId } from "../protocols/test-ids";

/** How soon somebody else has to see the patient. */
export const URGENCIES = ["emergency", "urgent", "soon"] as const;
export type Urgency = (typeof URGENCIES)[number];

/** How each urgency is said. */
export const URGENCY_LABELS: Record<Urgency, string> = {
  emergency: "Emergency now",
  urgent: "Today",
  soon: "Within days",
};

/** Whom a patient is referred to. */
export const REFERRED_TO = {
  ambulance: "the emergency services",
  "emergency department": "the emergency department",
  "doctor today": "a doctor, seen today (general practice or out-of-hours service)",
  doctor: "the patient's doctor (general practice)",
  surgeon: "the surgeon who operated",
  maternity: "the maternity unit, or the emergency department",
} as const;
export type ReferredTo = keyof typeof REFERRED_TO;

export type BodySide = "right side" | "left side";
export type Loads = readonly LoadId[] | "all";

export type BlockEffect = {
  readonly kind: "block";
  readonly loads: Loads;
  readonly on: "person" | BodySide;
  readonly reason: string;
  /** No documented reason overrides it. */
  readonly final?: true;
  /**
   * One documented reason stands for every test of the region and load in this
   * visit; everywhere else each test has its own.
   */
  readonly onceForRegion?: true;
  /** Final until the short examination of the neck was done and found nothing; the reason it stands for then. */
  readonly afterShortExam?: string;
  /** In force only under this option of a school. */
  readonly under?: { readonly school: string; readonly option: string };
  /** Lifted once each of these tests was done and every outcome was negative. */
  readonly untilClear?: readonly TestId[];
};

export type GuardEffect =
  | BlockEffect
  | { readonly kind: "first"; readonly tests: readonly TestId[]; readonly text: string }
  | { readonly kind: "caution"; readonly loads: Loads; readonly text: string }
  | ReferralEffect;

export type ReferralEffect = {
  readonly kind: "referral";
  readonly urgency: Urgency;
  readonly to: ReferredTo;
  /** What is suspected, to the practitioner. */
  readonly text: string;
  /** What is asked of the reader of the letter. */
  readonly request: string;
};

export const NECK_LOADS = [
  "neck-compression",
  "neck-flexion",
  "neck-extension",
  "neck-side-bend",
  "neck-rotation",
  "neck-traction",
  "upper-cervical-stress",
  "neck-pressure",
  "neck-thrust",
] as const satisfies readonly LoadId[];

/** Every way of reaching the neck: what loads it, the seated relocation test, and what strains it from afar. */
export const WHOLE_NECK = [...NECK_LOADS, "relocation", "neck-strain"] as const satisfies readonly LoadId[];

export const LUMBAR_LOADS = [
  "lumbar-loading",
  "lumbar-flexion",
  "lumbar-extension",
  "lumbar-rotation",
  "sacral-pressure",
  "pelvic-thrust",
  "spinal-thrust",
  "spinal-pressure",
  "spinal-torsion",
] as const satisfies readonly LoadId[];

/** A thrust, wherever it is given. */
export const THRUSTS = [
  "neck-thrust",
  "spinal-thrust",
  "pelvic-thrust",
  "limb-thrust",
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
  "pelvic-thrust",
  "spinal-thrust",
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

/** A block that no documented reason overrides: only an answer that changes ends it. */
export const finalBlock = (loads: Loads, reason: string): BlockEffect => ({
  kind: "block",
  loads,
  on: "person",
  reason,
  final: true,
});
export const first = (tests: readonly TestId[], text: string): GuardEffect => ({ kind: "first", tests, text });

export const caution = (loads: Loads, text: string): GuardEffect => ({ kind: "caution", loads, text });

/**
 * A referral.
 *
 * @param text what is suspected, in a sentence to the practitioner
 * @param request what the reader of the letter is asked to do
 */
export const referral = (urgency: Urgency, to: ReferredTo, text: string, request: string): ReferralEffect => ({
  kind: "referral",
  urgency,
  to,
  text,
  request,
});
