import type { SiteId } from "../vocabulary";

/** What is examined at each level; upper-motor: signs of the cord or brain. */
export const NEURO_KINDS = ["power", "reflex", "touch", "pin", "upper-motor", "cranial"] as const;
export type NeuroKind = (typeof NEURO_KINDS)[number];

export const ROOT_LEVEL_IDS = [
  "c4",
  "c5",
  "c6",
  "c7",
  "c8",
  "t1",
  "l1",
  "l2",
  "l3",
  "l4",
  "l5",
  "s1",
  "s2",
  "s3-s5",
] as const;
export type RootLevelId = (typeof ROOT_LEVEL_IDS)[number];

export type RootLevel = {
  readonly id: RootLevelId;
  readonly label: string;
  readonly region: "neck-arm" | "lumbopelvic";
  /** The movement whose power stands for the level; without one, only feeling is examined. */
  readonly power?: string;
  readonly reflex?: string;
  /** Where a symptom of this level is usually felt. */
  readonly sites: readonly SiteId[];
  /** What it is called beside the level. */
  readonly area?: string;
  /** Examined when it is asked for, and never taken for ordinary with the rest. */
  readonly onlyByHand?: true;
};

/**
 * What is examined at a level: power and reflex where the level has them, touch and pin at each.
 *
 * @example kindsAt(findRootLevel("s1")) // ["power", "reflex", "touch", "pin"]
 */
export const kindsAt = ({ power, reflex }: RootLevel) =>
  [...(power ? (["power"] as const) : []), ...(reflex ? (["reflex"] as const) : []), "touch", "pin"] as const;

/** The usual key of myotomes, reflexes and dermatomes. */
export const ROOT_LEVELS: readonly RootLevel[] = [
  { id: "c4", label: "C4", region: "neck-arm", power: "shrug", sites: ["shoulder"] },
  { id: "c5", label: "C5", region: "neck-arm", power: "arm out", reflex: "biceps", sites: ["lateral-upper-arm"] },
  {
    id: "c6",
    label: "C6",
    region: "neck-arm",
    power: "elbow bend, wrist back",
    reflex: "brachioradialis",
    sites: ["radial-forearm", "thumb-index"],
  },
  { id: "c7", label: "C7", region: "neck-arm", power: "elbow straight", reflex: "triceps", sites: ["middle-finger"] },
  {
    id: "c8",
    label: "C8",
    region: "neck-arm",
    power: "finger bend",
    sites: ["ring-little-finger", "ulnar-forearm"],
  },
  { id: "t1", label: "T1", region: "neck-arm", power: "finger spread", sites: ["ulnar-forearm", "inner-upper-arm"] },
  { id: "l1", label: "L1", region: "lumbopelvic", area: "groin", sites: ["groin"] },
  {
    id: "l2",
    label: "L2",
    region: "lumbopelvic",
    power: "hip bend",
    sites: ["anterior-thigh", "groin", "inner-thigh"],
  },
  {
    id: "l3",
    label: "L3",
    region: "lumbopelvic",
    power: "knee straight",
    sites: ["anterior-thigh", "inner-thigh", "knee"],
  },
  {
    id: "l4",
    label: "L4",
    region: "lumbopelvic",
    power: "foot up",
    reflex: "patella",
    sites: ["medial-knee-shin", "knee"],
  },
  { id: "l5", label: "L5", region: "lumbopelvic", power: "big toe up", sites: ["dorsum-foot", "lateral-calf"] },
  {
    id: "s1",
    label: "S1",
    region: "lumbopelvic",
    power: "foot down and out",
    reflex: "Achilles",
    sites: ["lateral-foot", "posterior-calf", "sole", "posterior-thigh"],
  },
  { id: "s2", label: "S2", region: "lumbopelvic", area: "back of the thigh", sites: ["posterior-thigh"] },
  { id: "s3-s5", label: "S3-S5", region: "lumbopelvic", area: "saddle", sites: ["saddle"], onlyByHand: true },
];

export const findRootLevel = (id: string): RootLevel | undefined => ROOT_LEVELS.find((level) => level.id === id);

/** Signs of the upper motor neuron: any of them is possible cord. */
export const UPPER_MOTOR_SIGNS = [
  { id: "hoffmann", label: "Hoffmann", sided: true },
  { id: "babinski", label: "Babinski", sided: true },
  { id: "clonus", label: "Clonus", sided: true },
  { id: "inverted-supinator", label: "Inverted supinator", sided: true },
  { id: "gait", label: "Gait deviation", sided: false },
] as const;

/** A short look at the cranial nerves, before the neck is turned, extended or pulled on. */
export const CRANIAL_ITEMS = [
  { id: "eyes", label: "Eyes: movements, flickering, double sight" },
  { id: "lids", label: "Lids" },
  { id: "pupils", label: "Pupils" },
  { id: "face", label: "Face: movement and feeling" },
  { id: "tongue", label: "Tongue" },
  { id: "palate", label: "Palate, swallowing" },
  { id: "speech", label: "Speech" },
] as const;

export type NeuroStep = { readonly value: number; readonly label: string };

const SENSATION: readonly NeuroStep[] = [
  { value: 2, label: "normal" },
  { value: 1, label: "reduced" },
  { value: 0, label: "absent" },
  { value: 3, label: "heightened" },
];

/** The steps each kind is recorded in, and the ordinary one. */
export const NEURO_SCALES: Record<
  NeuroKind,
  { readonly label: string; readonly normal: number; readonly steps: readonly NeuroStep[] }
> = {
  power: {
    label: "Power",
    normal: 5,
    steps: [5, 4.5, 4, 3.5, 3, 2.5, 2, 1.5, 1, 0.5, 0].map((value) => ({ value, label: String(value) })),
  },
  reflex: { label: "Reflex", normal: 2, steps: [2, 1, 0, 3, 4].map((value) => ({ value, label: String(value) })) },
  touch: { label: "Light touch", normal: 2, steps: SENSATION },
  pin: { label: "Pin", normal: 2, steps: SENSATION },
  "upper-motor": {
    label: "Upper motor signs",
    normal: 0,
    steps: [
      { value: 0, label: "absent" },
      { value: 1, label: "present" },
    ],
  },
  cranial: {
    label: "Cranial nerves",
    normal: 0,
    steps: [
      { value: 0, label: "normal" },
      { value: 1, label: "not normal" },
    ],
  },
};

/** Blood pressure, either number in mmHg, at which the neck is left alone and at which a doctor is told: a convention. */
export const PRESSURE_LIMITS = {
  stop: { systolic: 180, diastolic: 110 },
  tell: { systolic: 160, diastolic: 100 },
} as const;
/** How long after a high blood pressure it is taken again, in minutes. */
export const PRESSURE_AGAIN_AFTER = 5;

/** A reflex with clonus: an upper motor sign. */
export const CLONIC_REFLEX = 4;

/** At this power or below the weakness is severe: urgent referral, no provocation. */
export const SEVERE_WEAKNESS = 3;
