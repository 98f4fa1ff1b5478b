import { ULNT_1_AS_STUDIED } from "../studies/wainner-2003";
import type { ClusterRule, FactMember, TestMember } from "./types";

const own = (test: TestMember["test"], more: Partial<TestMember> = {}): TestMember => ({
  test,
  run: "own side",
  ...more,
});
const only = (test: TestMember["test"], more: Partial<TestMember> = {}): TestMember => ({
  test,
  run: "only run",
  ...more,
});
/** The hip rule's angle is the end of range, not the first barrier. */
const FULL_RANGE = { school: { "hip-rotation-expected": ["full"] } } as const;
const LUMBAR_LEVELS = ["l1", "l2", "l3", "l4", "l5"] as const;
const upperMotor = (sign: string, label: string): FactMember => ({ fact: { kind: "upper motor sign", sign }, label });

const cervicalRoot: readonly ClusterRule[] = [
  {
    id: "cervical-root-four-item",
    label: "four-item root rule",
    source: "cervical-root",
    members: [
      own("ulnt-1", {
        record: "ulnt-1.wainner-2003",
        positive: {
          condition: ULNT_1_AS_STUDIED,
          said: "familiar symptom, or elbow difference over 10°, or changed by the neck",
        },
      }),
      own("neck-rotation", { record: "neck-rotation.wainner-2003" }),
      only("neck-distraction", { record: "neck-distraction.wainner-2003" }),
      own("foraminal-compression", { record: "foraminal-compression-variant-a.wainner-2003" }),
    ],
    figures: {
      kind: "by count",
      strata: [
        {
          from: 0,
          to: 1,
          lr: 0.05,
          lr95: [0, 0.82],
          people: { with: [0, 18], without: [31, 62] },
          size: 31,
          said: "rebuilt from the printed proportions: none of 18 against 31 of 62",
        },
        { from: 2, to: 2, lr: 0.88, lr95: [0.47, 1.7], size: 34 },
        { from: 3, to: 3, lr: 6.1, lr95: [2.0, 18.6], size: 11 },
        { from: 4, to: 4, lr: 30.3, lr95: [1.7, 538.2], size: 4, said: "already holds the half-count correction" },
      ],
    },
    countsRebuilt: true,
    definition: "each member as the study defined it",
    population: "82 patients with neck or arm pain sent for electrodiagnosis, 19 with radiculopathy",
    reference: "electrodiagnosis",
    citation: "wainner-2003",
    standing: "published",
    usual: true,
    derivationOnly: true,
    remark: "The figure goes by the exact count. Compression is variant A.",
  },
  {
    id: "cervical-root-upper-limb",
    label: "four upper limb tests together",
    source: "cervical-root",
    members: [own("ulnt-1"), own("ulnt-2a"), own("ulnt-2b"), own("ulnt-3")],
    figures: { kind: "k of n", k: 1, counts: { tp: 34, fn: 1, fp: 5, tn: 11 } },
    countsRebuilt: true,
    definition: "symptom reproduced and changed by differentiation",
    population: "51 patients with neck or arm pain, 35 with radiculopathy",
    reference: "MRI, history and examination by a spinal surgeon together; the tests may have been part of it",
    citation: "apelby-albrecht-2013",
    standing: "published",
    remark: "Any one positive counts; all four have to be negative.",
  },
];

const lumbar: readonly ClusterRule[] = [
  {
    id: "instability-pattern",
    label: "instability pattern",
    source: "lumbar-passive-restraint",
    members: [
      only("lumbar-range", {
        positive: {
          condition: { measure: [{ id: "flexion-t12", less: "flexion-s1", over: 53 }] },
          said: "true lumbar flexion over 53°",
          known: { measure: [{ id: "flexion-t12", less: "flexion-s1", atLeast: -180 }] },
        },
      }),
      only("segmental-pressure", {
        positive: {
          condition: { seenCount: { of: LUMBAR_LEVELS, is: ["ordinary", "loose"], atLeast: 5 } },
          said: "no stiff segment on pressure, L1 to L5 each pressed",
          known: {
            any: [
              { seenCount: { of: LUMBAR_LEVELS, is: ["ordinary", "loose", "stiff"], atLeast: 5 } },
              { seenCount: { of: LUMBAR_LEVELS, is: ["stiff"], atLeast: 1 } },
            ],
          },
        },
      }),
    ],
    figures: { kind: "by count", strata: [{ from: 2, to: 2, lr: 12.8, lr95: [0.79, 211.6] }] },
    definition: "both findings present",
    population: "49 people sent for radiographs, 28 with instability",
    derivationOnly: true,
    reference: "flexion and extension radiographs",
    citation: "fritz-2005",
    standing: "published",
    remark: "Only both together have a figure; its interval reaches below 1.",
  },
  {
    id: "stabilisation-response",
    label: "stabilisation response",
    source: "lumbar-muscular-control",
    members: [
      { fact: { kind: "age", under: 40 }, label: "under 40" },
      {
        fact: { kind: "mean of both sides", test: "straight-leg-raise", measure: "end", over: 91 },
        label: "mean straight leg raise over 91°",
      },
      only("lumbar-range"),
      only("prone-instability"),
    ],
    figures: {
      kind: "k or more",
      cutOffs: [
        { k: 2, sensitivity: 0.83, specificity: 0.56, lrPositive: 1.9 },
        { k: 3, sensitivity: 0.56, specificity: 0.86, lrPositive: 4.0 },
      ],
      people: { with: 18, without: 36 },
    },
    derivationOnly: true,
    definition: "each finding as the study defined it; three or more foretell success, fewer than two failure",
    population: "54 people given stabilising exercise, 18 of whom did well",
    reference: "response to stabilising exercise, not a diagnosis",
    citation: "hicks-2005",
    standing: "published",
    remark: "Foretells response to stabilising exercise; it does not name a source.",
  },
];

const buttockAndHip: readonly ClusterRule[] = [
  {
    id: "deep-gluteal",
    label: "two piriformis tests together",
    source: "deep-gluteal",
    members: [own("seated-piriformis"), own("active-piriformis")],
    figures: {
      kind: "k of n",
      k: 1,
      sensitivity: 0.91,
      specificity: 0.8,
      lrPositive: 4.57,
      lrNegative: 0.11,
      people: 33,
      split: [23, 10],
    },
    definition: "either test positive",
    population: "33 people sent with suspected entrapment, 23 with it",
    reference: "the nerve seen at endoscopy",
    citation: "martin-2014",
    standing: "published",
  },
  {
    id: "hip-osteoarthritis",
    label: "hip osteoarthritis, five findings",
    source: "hip",
    members: [
      { fact: { kind: "reported", movement: "squatting" }, label: "squatting brings it on, as they tell it" },
      own("active-hip-flexion"),
      own("scour"),
      own("active-hip-extension"),
      own("hip-internal-rotation", {
        positive: {
          condition: { ...FULL_RANGE, measure: [{ id: "rotation", atMost: 25 }] },
          said: "internal rotation of 25° or less at the end of range",
          known: { ...FULL_RANGE, measure: [{ id: "rotation", atLeast: -180 }] },
        },
      }),
    ],
    figures: {
      kind: "k or more",
      cutOffs: [
        { k: 1, sensitivity: 0.95, specificity: 0.18, lrPositive: 1.16 },
        { k: 2, sensitivity: 0.81, specificity: 0.61, lrPositive: 2.08 },
        { k: 3, sensitivity: 0.71, specificity: 0.86, lrPositive: 5.2 },
        { k: 4, sensitivity: 0.48, specificity: 0.98, lrPositive: 24.3 },
      ],
      people: { with: 21, without: 51 },
    },
    definition: "as the study defined each finding",
    population: "72 people, 21 with hip osteoarthritis",
    reference: "radiographs",
    citation: "sutlive-2008",
    standing: "published",
    derivationOnly: true,
    remark:
      "Printed for each count or more; the ratio of each exact count follows. All five (0.14, 0.98) has the false positives of four, so the two are one figure.",
  },
];

const cord: readonly ClusterRule[] = [
  {
    id: "cervical-myelopathy",
    label: "cord compression, five findings",
    source: "spinal-cord",
    members: [
      upperMotor("gait", "gait deviation"),
      upperMotor("hoffmann", "Hoffmann"),
      upperMotor("inverted-supinator", "inverted supinator"),
      upperMotor("babinski", "Babinski"),
      { fact: { kind: "age", over: 45 }, label: "over 45" },
    ],
    figures: {
      kind: "by count",
      strata: [
        { from: 0, to: 0, lr: 0.18, lr95: [0.12, 0.42] },
        { from: 3, to: 5, lr: 30.9, lr95: [5.5, 181.8] },
      ],
    },
    definition: "each finding present",
    population: "249 people, about 0.4 of whom had it",
    derivationOnly: true,
    reference: "MRI of the cervical spine",
    citation: "cook-2010",
    standing: "published",
    remark:
      "One or two findings have no figure. Three or more: refer. It never speaks against the cord being involved.",
  },
];

export const OTHER_RULES: readonly ClusterRule[] = [...cervicalRoot, ...lumbar, ...buttockAndHip, ...cord];
