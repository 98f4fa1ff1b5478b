import { glutealReading, hipReading, sacroiliacReading } from "./sacroiliac-reading";
import type { DoseSchool, Protocol, School, Stage, StageLoad } from "./types";

const person = (...loads: StageLoad["load"][]): StageLoad[] => loads.map((load) => ({ load, on: "person" }));
const tested = (...loads: StageLoad["load"][]): StageLoad[] => loads.map((load) => ({ load, on: "tested side" }));
const other = (...loads: StageLoad["load"][]): StageLoad[] => loads.map((load) => ({ load, on: "other side" }));

const QUESTION = "Does that bring on your pain? The one you came with? Where?";

export const doseSchool: School = {
  id: "dose",
  label: "How the force is given",
  defaultOption: "steady",
  options: [
    {
      id: "steady",
      label: "one steady push of 5 seconds to the stated force",
      reason: "Default: it can be measured and given the same way again.",
    },
    {
      id: "hold-then-thrust",
      label: "hold 30 seconds, then one brief firm push",
      reason: "For those who find that a slow load brings on what a short one does not. Clear only after both.",
    },
    {
      id: "graded",
      label: "pressure, then hold, then 5 to 6 thrusts, stopping at the first that is theirs",
      reason: "Least force that answers. Clear only after all three.",
    },
  ],
};

/** The three dose schools for a push to `kgf`, from the loads it always puts on the body. */
function pushLadders(
  kgf: readonly [number, number],
  instruction: string,
  loads: readonly StageLoad[],
): Record<DoseSchool, readonly Stage[]> {
  const stage = (
    id: string,
    name: string,
    how: string,
    dose: Stage["dose"],
    extra: readonly StageLoad[] = [],
  ): Stage => ({
    id,
    name,
    instruction: `${instruction} ${how}`,
    question: QUESTION,
    dose,
    loads: [...loads, ...extra],
  });
  return {
    steady: [stage("push", "Steady push", "Build up slowly, hold 5 seconds, let go slowly.", { kgf, holdSeconds: 5 })],
    "hold-then-thrust": [
      stage("hold", "Hold 30 s", "Build up slowly and hold 30 seconds.", { kgf, holdSeconds: 30 }),
      stage(
        "brief-push",
        "Brief firm push",
        "Add one brief firm push at the end of the hold.",
        { thrusts: [1, 1] },
        person("thrust"),
      ),
    ],
    graded: [
      stage("pressure", "Gentle pressure", "Take up the slack gently and ask.", {}),
      stage("hold", "Hold", "Build up and hold 5 seconds.", { kgf, holdSeconds: 5 }),
      stage(
        "thrusts",
        "Thrusts",
        "Give 5 to 6 thrusts; stop at the first that is theirs.",
        { thrusts: [5, 6] },
        person("thrust"),
      ),
    ],
  };
}

const sacralStages: readonly Stage[] = [
  {
    id: "pressure",
    name: "Gentle pressure",
    instruction: "Rest the heel of one hand on the middle of the sacrum, the other hand on top, and lean in gently.",
    question: QUESTION,
    dose: {},
    loads: person("prone", "sacral-pressure", "lumbar-extension"),
  },
  {
    id: "thrusts",
    name: "Thrusts",
    instruction: "Only when gentle pressure was clear: 3 to 6 straight-down thrusts on the sacrum.",
    question: QUESTION,
    dose: { thrusts: [3, 6] },
    loads: person("prone", "sacral-pressure", "lumbar-extension", "thrust"),
  },
];

const common = {
  region: "pelvis",
  tissueGroup: "sacroiliac-provocation",
  stopRule:
    "Stop at the first stage that brings on their own symptom, at any new tingling, numbness or weakness, and whenever they ask.",
} as const;

/** In the order light to heavy within a position; the four-test order runs through it unchanged. */
export const SACROILIAC_PROVOCATION: readonly Protocol[] = [
  {
    ...common,
    id: "si-distraction",
    name: "Distraction",
    otherNames: ["gapping test", "anterior gapping"],
    position: "supine",
    sided: false,
    placing: "On the back, legs straight, a small cushion under the knees if that is easier.",
    hands: "Arms crossed; heel or soft palm on the inner edge of each front iliac spine.",
    direction: "Backwards and outwards, both sides at once.",
    stages: pushLadders(
      [25, 30],
      "Push both front iliac spines backwards and outwards.",
      person("supine", "pelvic-gapping"),
    ),
    schools: [
      doseSchool,
      {
        id: "contact",
        label: "Contact",
        defaultOption: "heel",
        options: [
          { id: "heel", label: "heel of the hand", reason: "Default: the firmest contact, with the arms straight." },
          { id: "soft-palm", label: "soft palm", reason: "Kinder to the skin and bone in slight people." },
        ],
      },
    ],
    cautions: ["Pressure or skin pain under the hand does not count: move the contact and repeat."],
    burden: 2,
    equipment: [],
    readings: [sacroiliacReading("both sides"), hipReading("both sides", false)],
    figure: {
      lying: "supine",
      view: "above",
      tested: { hip: 0, knee: 0, abduction: 6 },
      other: { hip: 0, knee: 0, abduction: 6 },
      contacts: [
        { at: "iliac-spine-tested", push: "outwards and down" },
        { at: "iliac-spine-other", push: "outwards and down" },
      ],
      description: "Lying on the back, seen from above. A hand on each front iliac spine pushes outwards and down.",
    },
    citations: ["laslett-2005", "van-der-wurff-2006"],
  },
  {
    ...common,
    id: "thigh-thrust",
    name: "Thigh thrust",
    otherNames: ["posterior shear", "femoral shear"],
    position: "supine",
    sided: true,
    placing: "On the back; the tested hip bent to 90 degrees, slightly towards the midline, knee relaxed.",
    hands: "One hand under the sacrum, the other arm and chest around the bent knee.",
    direction: "Straight down along the thigh bone.",
    stages: pushLadders([25, 30], "Push straight down along the thigh bone.", [
      ...person("supine"),
      ...tested("hip-loading", "hip-flexion", "hip-flexion-with-adduction-or-rotation", "limb-provocation"),
    ]),
    schools: [
      doseSchool,
      {
        id: "hand",
        label: "Hand under the sacrum",
        defaultOption: "under-sacrum",
        options: [
          {
            id: "under-sacrum",
            label: "under the sacrum",
            reason: "Default: it fixes the sacrum, so that the joint is what moves.",
          },
          {
            id: "none",
            label: "no hand under the sacrum",
            reason: "Less turning of the person; the table fixes the sacrum.",
          },
        ],
      },
    ],
    cautions: ["Not with a hip replacement on that side."],
    burden: 3,
    equipment: [],
    readings: [sacroiliacReading("tested side"), hipReading("tested side", false)],
    figure: {
      lying: "supine",
      view: "side",
      tested: { hip: 90, knee: 100 },
      other: { hip: 0, knee: 0 },
      contacts: [
        { at: "knee-tested", push: "down" },
        { at: "sacrum", push: "hold" },
      ],
      description:
        "Lying on the back, seen from the side. The tested hip is bent to 90 degrees; the push goes down along the thigh; a hand lies under the sacrum.",
    },
    citations: ["laslett-2005", "van-der-wurff-2006"],
  },
  {
    ...common,
    id: "faber",
    name: "FABER",
    otherNames: ["figure-four test", "flexion, abduction, external rotation"],
    position: "supine",
    sided: true,
    placing: "On the back; the tested foot rests above the other knee, the thigh falls outwards.",
    hands: "One hand holds the opposite front iliac spine, the other rests on the bent knee.",
    direction: "The knee towards the table.",
    stages: pushLadders([15, 15], "Hold the opposite iliac spine and press the knee towards the table.", [
      ...person("supine"),
      ...tested("hip-loading", "hip-flexion", "hip-flexion-with-adduction-or-rotation", "limb-provocation"),
    ]),
    schools: [doseSchool],
    cautions: [
      "Not with a hip replacement on that side.",
      "Groin speaks for the hip, the side of the hip for the gluteal tendon, the low back for the lumbar spine.",
    ],
    burden: 3,
    equipment: [],
    readings: [sacroiliacReading("tested side"), hipReading("tested side", true), glutealReading],
    figure: {
      lying: "supine",
      view: "above",
      tested: { hip: 45, knee: 105, abduction: 52 },
      other: { hip: 0, knee: 0, abduction: 4 },
      contacts: [
        { at: "knee-tested", push: "into page" },
        { at: "iliac-spine-other", push: "hold" },
      ],
      description:
        "Lying on the back, seen from above. The tested leg makes a figure of four; a hand presses its knee down, the other holds the opposite iliac spine.",
    },
    citations: ["van-der-wurff-2006", "broadhurst-1998"],
  },
  {
    ...common,
    id: "gaenslen",
    name: "Gaenslen",
    otherNames: ["pelvic torsion"],
    position: "supine",
    sided: true,
    placing: "On the back at the edge of the table; one knee held to the chest, the tested leg lowered over the edge.",
    hands: "One hand on the knee held to the chest, the other above the knee of the lowered leg.",
    direction: "The lowered thigh down, the held knee towards the chest.",
    stages: pushLadders([15, 15], "Press the lowered thigh down and the held knee towards the chest.", [
      ...person("supine"),
      ...tested("hip-loading", "hip-extension", "limb-provocation"),
      ...other("hip-loading", "hip-flexion", "limb-provocation"),
    ]),
    schools: [doseSchool],
    cautions: ["The side is the leg that is lowered.", "Keep them from rolling off: stand close to the edge."],
    burden: 4,
    equipment: [],
    readings: [sacroiliacReading("both sides"), hipReading("both sides", false)],
    figure: {
      lying: "supine",
      view: "side",
      tested: { hip: -22, knee: 45 },
      other: { hip: 118, knee: 125 },
      contacts: [
        { at: "thigh-tested", push: "down" },
        { at: "knee-other", push: "left" },
      ],
      description:
        "Lying on the back at the table's edge, seen from the side. The tested leg hangs lowered; the other knee is held to the chest.",
    },
    citations: ["laslett-2005", "van-der-wurff-2006"],
  },
  {
    ...common,
    id: "si-compression",
    name: "Compression",
    otherNames: ["approximation"],
    position: "side-lying",
    sided: false,
    placing: "On the side, painful side up, hips 45 degrees, knees 90 degrees, a pillow between the knees.",
    hands: "Stand behind; both hands on the upper iliac crest, arms straight.",
    direction: "Straight down towards the table.",
    stages: pushLadders(
      [25, 30],
      "Push the upper iliac crest straight down.",
      person("side-lying", "pelvic-compression"),
    ),
    schools: [
      doseSchool,
      {
        id: "contact",
        label: "Contact",
        defaultOption: "heel",
        options: [
          { id: "heel", label: "heel of the hand", reason: "Default: straight arms carry the force." },
          { id: "forearm", label: "forearm", reason: "Broader, when the crest is sore to touch." },
        ],
      },
    ],
    cautions: ["Not with a recent pelvic fracture.", "Go lightly with osteoporosis."],
    burden: 3,
    equipment: ["pillow"],
    readings: [sacroiliacReading("both sides"), hipReading("both sides", false)],
    figure: {
      lying: "side",
      view: "above",
      tested: { hip: 45, knee: 90 },
      other: { hip: 45, knee: 90 },
      contacts: [{ at: "iliac-crest", push: "into page" }],
      description:
        "Lying on the side, seen from above, hips and knees bent, a pillow between the knees. Both hands push the upper iliac crest straight down.",
    },
    citations: ["laslett-2005", "van-der-wurff-2006"],
  },
  {
    ...common,
    id: "sacral-thrust",
    name: "Sacral thrust",
    otherNames: ["downward pressure on the sacrum"],
    position: "prone",
    sided: false,
    placing: "Face down, arms beside the body, head turned to the easier side.",
    hands: "Heel of one hand on the middle of the sacrum, the other hand on top, arms straight.",
    direction: "Straight down.",
    stages: { steady: sacralStages, "hold-then-thrust": sacralStages, graded: sacralStages },
    schools: [],
    cautions: ["Gentle pressure must be clear before any thrust.", "Go lightly with osteoporosis."],
    burden: 4,
    equipment: [],
    readings: [sacroiliacReading("both sides"), hipReading("both sides", false)],
    figure: {
      lying: "prone",
      view: "side",
      tested: { hip: 0, knee: 0 },
      other: { hip: 0, knee: 0 },
      contacts: [{ at: "sacrum", push: "down" }],
      description: "Lying face down, seen from the side. Both hands push straight down on the sacrum.",
    },
    citations: ["laslett-2005"],
  },
];
