import { ARM, BELOW_KNEE, LEG as WHOLE_LEG, NECK_OR_ARM, type SiteId, type SourceId } from "../vocabulary";
import type { TestId } from "./protocols";

/**
 * Which questions a complaint raises: a convention of examining, with no figure
 * behind it. A source is asked about when one of its lines fits the complaint.
 */
export type Raised = {
  /** A symptom at one of these, on the source's side or in the middle; left out: wherever it is. */
  readonly at?: readonly SiteId[];
  /** And none at these, on any side. */
  readonly notAt?: readonly SiteId[];
  /** And none in the midline of these. */
  readonly notInMidlineOf?: readonly SiteId[];
  /** Symptoms at these on both sides at once. */
  readonly bothSidesAt?: readonly SiteId[];
  /** And not at these on both sides at once. */
  readonly notBothSidesAt?: readonly SiteId[];
  /** One of these brings it on, as they tell it. */
  readonly broughtOnBy?: readonly string[];
  /** One of these eases it, as they tell it. */
  readonly easedBy?: readonly string[];
  /** The head pain is thought to come from the neck. */
  readonly headFromNeck?: true;
  /** settle: what decides it is planned. screen: one light test is enough. ask: no test, the questions. */
  readonly depth: "settle" | "screen" | "ask";
  readonly because: string;
};

const LEG_BELOW: readonly SiteId[] = BELOW_KNEE;
const BELOW_L5: readonly SiteId[] = ["si-area", "central-buttock"];
const BELOW_ELBOW: readonly SiteId[] = [
  "radial-forearm",
  "ulnar-forearm",
  "thumb-index",
  "middle-finger",
  "ring-little-finger",
];
const HANDS: readonly SiteId[] = ["thumb-index", "middle-finger", "ring-little-finger"];
const UPPER_ARM: readonly SiteId[] = ["shoulder", "lateral-upper-arm", "inner-upper-arm"];
const LEG: readonly SiteId[] = ["posterior-thigh", ...BELOW_KNEE];
const BACK: readonly SiteId[] = ["low-back"];
const FRONT: readonly SiteId[] = ["anterior-thigh", "inner-thigh", "knee"];

const settle = (because: string, raised: Omit<Raised, "depth" | "because">): Raised => ({
  ...raised,
  depth: "settle",
  because,
});
const screen = (because: string, raised: Omit<Raised, "depth" | "because">): Raised => ({
  ...raised,
  depth: "screen",
  because,
});
const ask = (because: string, raised: Omit<Raised, "depth" | "because">): Raised => ({
  ...raised,
  depth: "ask",
  because,
});

/** By source, the first line that fits counts. Sources that no complaint raises are asked about only when put in by hand. */
export const COMPLAINT_QUESTIONS: Partial<Record<SourceId, readonly Raised[]>> = {
  "lower-lumbosacral-root": [
    settle("pain in the leg below the knee", { at: LEG_BELOW }),
    screen("pain behind the thigh", { at: ["posterior-thigh"] }),
    screen("buttock pain below L5: one nerve test", { at: BELOW_L5, notInMidlineOf: BACK }),
  ],
  "upper-lumbar-root": [settle("pain in the groin or the front of the thigh", { at: ["groin", ...FRONT] })],
  "deep-gluteal": [
    settle("buttock and leg", { at: LEG_BELOW, notBothSidesAt: LEG_BELOW }),
    settle("buttock worse with sitting", { at: ["central-buttock"], broughtOnBy: ["sitting"] }),
  ],
  sacroiliac: [settle("buttock pain below L5", { at: BELOW_L5 })],
  hip: [
    settle("pain in the groin", { at: ["groin"] }),
    settle("pain at the side of the hip or in the thigh", { at: ["lateral-hip", "anterior-thigh", "inner-thigh"] }),
    screen("buttock and leg: a look at the hip", { at: [...BELOW_L5, ...LEG] }),
  ],
  "lumbar-facet": [
    settle("low back pain", { at: BACK, notAt: LEG_BELOW }),
    settle("buttock pain below L5: its negative helps", { at: BELOW_L5, notInMidlineOf: BACK }),
  ],
  "lumbar-disc": [
    settle("low back pain without the leg", { at: BACK, notAt: LEG }),
    settle("back and leg worse with bending or sitting", { at: BACK, broughtOnBy: ["bending", "sitting", "coughing"] }),
  ],
  "lumbar-passive-restraint": [settle("low back pain without the leg", { at: BACK, notAt: LEG })],
  "lumbar-muscular-control": [settle("low back pain without the leg", { at: BACK, notAt: LEG })],
  "pubic-symphysis": [settle("pain at the pubis, groin or inner thigh", { at: ["pubis", "groin", "inner-thigh"] })],
  "pelvic-ring": [settle("pain at the coccyx or the pubis", { at: ["coccyx", "pubis"] })],
  "abdominal-wall": [settle("pain in the flank or belly", { at: ["flank"] })],
  viscera: [ask("groin or flank pain: asked, not tested", { at: ["groin", "flank", "pubis"] })],
  "cervical-root": [
    settle("pain in the arm below the elbow", { at: BELOW_ELBOW }),
    settle("eased by a hand on the head", {
      at: [...ARM, "neck", "upper-trapezius-scapula"],
      easedBy: ["hand on the head"],
    }),
    screen("the shoulder alone: one test of the neck", {
      at: ["shoulder"],
      notAt: ["neck", "upper-trapezius-scapula", "lateral-upper-arm", "inner-upper-arm"],
    }),
    settle("shoulder or upper arm with the neck", { at: UPPER_ARM }),
  ],
  "median-nerve": [
    settle("hand or forearm on the thumb side", { at: ["thumb-index", "middle-finger", "radial-forearm"] }),
  ],
  "radial-nerve": [settle("back of the forearm", { at: ["radial-forearm"] })],
  "ulnar-nerve": [
    settle("hand or forearm on the little finger's side", { at: ["ring-little-finger", "ulnar-forearm"] }),
  ],
  "thoracic-outlet": [
    settle("arm symptoms that posture brings on", {
      at: ARM,
      broughtOnBy: ["sitting", "standing", "lifting", "at night"],
    }),
  ],
  "c1-c2": [settle("headache with the neck", { at: ["head-occiput"] })],
  "cervical-facet": [settle("neck pain", { at: ["neck", "upper-trapezius-scapula"] })],
  "spinal-cord": [settle("both hands, or both arms", { bothSidesAt: [...HANDS, ...BELOW_ELBOW] })],
  "cauda-equina": [
    ask("both legs, eased by sitting: ask the artery first", {
      bothSidesAt: LEG,
      broughtOnBy: ["walking", "standing"],
      easedBy: ["sitting", "bending"],
    }),
    ask("both legs, or the saddle", { bothSidesAt: LEG }),
    ask("the saddle", { at: ["saddle"] }),
  ],
};

/**
 * What a region is looked at with before anything else: active movements, in the
 * posture the patient comes in. The symptom and how far they go are the sign that
 * is compared later. A convention of examining.
 */
export type RegionScreen = {
  readonly at: readonly SiteId[];
  readonly tests: readonly TestId[];
  /** Of a test with sides: those that hurt. Left out: both, the other side first. */
  readonly onlyPainful?: true;
};

const HIP_SITES: readonly SiteId[] = ["groin", "lateral-hip", "anterior-thigh", "inner-thigh", "knee", "pubis"];

export const REGION_SCREENS: readonly RegionScreen[] = [
  { at: NECK_OR_ARM, tests: ["neck-bending", "neck-rotation"] },
  {
    at: ["low-back", "flank", "si-area", "central-buttock", "coccyx", "saddle", ...HIP_SITES, ...WHOLE_LEG],
    tests: ["lumbar-range"],
  },
  { at: HIP_SITES, tests: ["squat"], onlyPainful: true },
];

/** Where a symptom calls for reflexes, power and feeling; and so it does wherever it is numb or tingles. */
export const LIMB_SITES: readonly SiteId[] = [...ARM, ...WHOLE_LEG, "saddle"];

/**
 * Where no figure counts for a source: the usual examination of its region, light
 * before heavy, active before passive. A convention of examining.
 */
export const USUAL_EXAMINATION: Partial<Record<SourceId, readonly TestId[]>> = {
  "cervical-facet": ["neck-bending", "neck-rotation", "foraminal-compression", "neck-distraction"],
};

/** Complaints that no test here speaks to, and what to do instead. */
export const NO_TEST_FOR: readonly {
  readonly at: readonly SiteId[];
  readonly notAt?: readonly SiteId[];
  readonly say: string;
}[] = [
  { at: ["abdomen"], say: "No test here examines the belly: ask the safety questions, and refer what they raise." },
  { at: ["flank"], say: "Flank pain can come from a kidney or another organ: ask before testing." },
  {
    at: ["groin", "pubis"],
    say: "Pain in the groin can come from a hernia or the organs of the belly: ask before testing.",
  },
  { at: ["thoracic"], say: "No test here speaks to the mid back: ask about the chest, ribs and organs." },
  {
    at: UPPER_ARM,
    notAt: ["neck", ...BELOW_ELBOW],
    say: "No test here speaks to the shoulder itself: look at the shoulder first.",
  },
  { at: ["lateral-hip"], say: "Tendons at the side of the hip have no test here: palpate and ask about lying on it." },
  { at: ["face", "jaw"], say: "No test here speaks to face or jaw: ask about the artery, eyes, teeth and jaw." },
];
