import type { ClusterRule, PooledFigure, TestMember } from "./types";

const distraction: TestMember = { test: "si-distraction", run: "only run" };
const compression: TestMember = { test: "si-compression", run: "only run" };
const sacralThrust: TestMember = { test: "sacral-thrust", run: "only run" };
const thighThrust: TestMember = { test: "thigh-thrust", run: "own side" };
const gaenslen: TestMember = { test: "gaenslen", run: "own side" };
const gaenslenOtherLeg: TestMember = { test: "gaenslen", run: "other side" };
const faber: TestMember = { test: "faber", run: "own side" };

/** That study counted the whole buttock below L5, not only the place beside the sacrum. */
const WHOLE_BUTTOCK: NonNullable<TestMember["also"]> = {
  condition: {
    school: { "buttock-place": ["whole"] },
    when: "reproduced",
    felt: { sites: ["si-area", "central-buttock"], side: "same side" },
  },
  said: "their symptom anywhere in the buttock below L5",
};

const pooled: PooledFigure = {
  lrPositive: 2.44,
  lrNegative: 0.31,
  lrPositive95: [1.5, 3.98],
  lrNegative95: [0.1815, 0.5294],
  intervalBorrowed:
    "LR- printed without an interval: its width is that of Hancock 2007 (0.12 to 0.35) on the log scale",
  citation: "saueressig-2021",
  standing: "second-hand",
};

const sacroiliac = {
  source: "sacroiliac",
  definition: "familiar symptom reproduced",
  reference: "sacroiliac joint block: 80% or more relief, and the familiar pain provoked by the injection",
  standing: "published",
  pooled,
} as const;

const sixTests = [distraction, compression, thighThrust, sacralThrust, gaenslen, gaenslenOtherLeg];

export const SACROILIAC_RULES: readonly ClusterRule[] = [
  {
    ...sacroiliac,
    id: "si-five-test",
    label: "five-test regimen",
    members: [distraction, compression, thighThrust, gaenslen, faber].map((member) => ({
      ...member,
      also: WHOLE_BUTTOCK,
    })),
    figures: { kind: "k of n", k: 3, counts: { tp: 23, fn: 4, fp: 7, tn: 26 } },
    population: "60 patients with chronic pain below L5, 27 with the source",
    chronic: true,
    reference: "double sacroiliac joint block",
    citation: "van-der-wurff-2006",
    usual: true,
    remark: "Gaenslen counts for the side of the lowered leg.",
  },
  {
    ...sacroiliac,
    id: "si-six-test",
    label: "six-test composite",
    derivationOnly: true,
    members: sixTests,
    figures: { kind: "k of n", k: 3, counts: { tp: 15, fn: 1, fp: 7, tn: 25 } },
    countsRebuilt: true,
    population: "48 patients with chronic low back pain seen by specialists, 16 with the source",
    chronic: true,
    citation: "laslett-2005",
    remark: "Both Gaenslen runs count for the side where the symptom is felt.",
  },
  {
    ...sacroiliac,
    id: "si-four-test",
    label: "four-test composite",
    derivationOnly: true,
    members: [distraction, thighThrust, compression, sacralThrust],
    figures: { kind: "k of n", k: 2, counts: { tp: 14, fn: 2, fp: 7, tn: 25 } },
    countsRebuilt: true,
    population: "48 patients with chronic low back pain seen by specialists, 16 with the source",
    chronic: true,
    citation: "laslett-2005",
    prescribedOrder: true,
    remark:
      "Distraction, thigh thrust, compression, sacral thrust, in that order; the study stopped at the second positive.",
  },
  {
    ...sacroiliac,
    id: "si-centralisation-excluded",
    label: "composite after centralisation is excluded",
    derivationOnly: true,
    members: sixTests,
    figures: {
      kind: "k of n",
      k: 3,
      counts: { tp: 10, fn: 1, fp: 3, tn: 20 },
      sensitivity95: [0.62, 0.98],
      specificity95: [0.68, 0.96],
      lrPositive95: [2.7, 20.27],
    },
    countsRebuilt: true,
    reference:
      "double sacroiliac joint block; the abstract prints a specificity of 0.83 (19 of 23), text and interval 0.87 (20 of 23), which is used",
    population: "34 people with chronic low back pain that did not centralise",
    chronic: true,
    citation: "laslett-2003",
    precondition: "centralisation excluded",
    remark: "Its people overlap those of the six-test composite, so the two are never counted together.",
  },
];
