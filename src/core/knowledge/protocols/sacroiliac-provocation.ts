import {
  cannotTell,
  CLEAR,
  equivocal,
  HIP_INWARDS,
  IS_IT_YOURS,
  negative,
  observe,
  option,
  other,
  pointing,
  person,
  positive,
  provoke,
  reading,
  school,
  STOP_RULE,
  tested,
} from "./build";
import { glutealReading, hipReading, sacroiliacReading } from "./sacroiliac-reading";
import type { DoseSchool, Protocol, School, Stage, StageLoad, Way } from "./types";

export const doseSchool: School = {
  id: "dose",
  label: "How the force is given",
  kind: "doing",
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

/** The three dose schools' ladders for a push to `kgf`, from the loads it always puts on the body. */
function pushLadders(
  kgf: readonly [number, number],
  instruction: string,
  loads: readonly StageLoad[],
  atFullForce: readonly StageLoad[] = [],
  otherWays: readonly Way[] = [],
): readonly Stage[] {
  const stage = (
    dose: DoseSchool,
    id: string,
    name: string,
    how: string,
    asked: Stage["dose"],
    extra: readonly StageLoad[] = [],
  ): Stage => ({
    id,
    name,
    instruction: `${instruction} ${how}`,
    question: IS_IT_YOURS,
    dose: asked,
    loads: [...loads, ...(id === "pressure" ? [] : atFullForce), ...extra],
    only: { dose: [dose] },
    ways: otherWays.map((way) => ({ ...way, instruction: `${way.instruction} ${how}` })),
  });
  const thrust = person("pelvic-thrust");
  return [
    stage("steady", "push", "Steady push", "Build up slowly, hold 5 seconds, let go slowly.", { kgf, holdSeconds: 5 }),
    stage("hold-then-thrust", "hold", "Hold 30 s", "Build up slowly and hold 30 seconds.", { kgf, holdSeconds: 30 }),
    stage(
      "hold-then-thrust",
      "brief-push",
      "Brief firm push",
      "Add one brief firm push at the end of the hold.",
      { thrusts: [1, 1] },
      thrust,
    ),
    stage("graded", "pressure", "Gentle pressure", "Take up the slack gently and ask.", {}),
    stage("graded", "hold", "Hold", "Build up and hold 5 seconds.", { kgf, holdSeconds: 5 }),
    stage(
      "graded",
      "thrusts",
      "Thrusts",
      "Give 5 to 6 thrusts; stop at the first that is theirs.",
      { thrusts: [5, 6] },
      thrust,
    ),
  ];
}

const sacralStages: readonly Stage[] = [
  {
    id: "pressure",
    name: "Gentle pressure",
    instruction: "Rest the heel of one hand on the middle of the sacrum, the other hand on top, and lean in gently.",
    question: IS_IT_YOURS,
    dose: {},
    loads: person("prone", "sacral-pressure", "lumbar-extension"),
    only: { "sacral-dose": ["stepwise"] },
  },
  {
    id: "thrusts",
    name: "Thrusts",
    instruction: "Only when gentle pressure was clear: 3 to 6 straight-down thrusts on the sacrum.",
    question: IS_IT_YOURS,
    dose: { thrusts: [3, 6] },
    loads: person("prone", "sacral-pressure", "lumbar-extension", "pelvic-thrust"),
    only: { "sacral-dose": ["stepwise"] },
  },
  {
    id: "hold",
    name: "Hold 30 s",
    since: 4,
    instruction: "Heel of one hand on the middle of the sacrum, the other on top: build up slowly and hold 30 seconds.",
    question: IS_IT_YOURS,
    dose: { holdSeconds: 30 },
    loads: person("prone", "sacral-pressure", "lumbar-extension"),
    only: { "sacral-dose": ["hold-then-thrust"] },
  },
  {
    id: "brief-push",
    name: "Brief firm push",
    since: 4,
    instruction: "Only when the hold was clear: one brief firm push straight down at its end.",
    question: IS_IT_YOURS,
    dose: { thrusts: [1, 1] },
    loads: person("prone", "sacral-pressure", "lumbar-extension", "pelvic-thrust"),
    only: { "sacral-dose": ["hold-then-thrust"] },
  },
];

/** How the sacrum is loaded. */
const sacralDose = school(
  "sacral-dose",
  "How the force is given",
  "doing",
  ["stepwise", "gentle pressure, then 3 to 6 thrusts", "Least force that answers."],
  [
    "hold-then-thrust",
    "hold 30 seconds, then one brief firm push",
    "A slow load may bring on what a short one does not.",
  ],
);

/** Whether only the place below L5 counts, or any familiar symptom as the studies counted it. */
export const feltWhereSchool = school(
  "felt-where",
  "Sacroiliac tests: what counts as positive",
  "reading",
  [
    "below-l5",
    "their symptom, felt below L5 beside the sacrum",
    "The groin points to the hip and the low back to the spine.",
  ],
  ["any-familiar", "their symptom, wherever felt", "The studies' own definition: the figures then fit exactly."],
);

/** What of the buttock counts in the five-test regimen. */
const buttockPlace = school(
  "buttock-place",
  "Five-test regimen: the central buttock",
  "reading",
  ["whole", "counts: anywhere in the buttock below L5", "As that study counted it; the single test stays unclear."],
  ["narrow", "stays open: only beside the sacrum counts", "Cautious: the deep gluteal muscles are felt there too."],
);

const common = {
  regions: ["pelvis"],
  tissueGroup: "sacroiliac-provocation",
  measures: [],
  signs: [],
  orders: [],
  stopRule: STOP_RULE,
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
      person("pelvic-gapping-at-full-force"),
      [
        {
          under: { contact: ["soft-palm"] },
          instruction: "Soft palms, not the heels, on both front iliac spines: push them backwards and outwards.",
        },
      ],
    ),
    schools: [
      doseSchool,
      feltWhereSchool,
      buttockPlace,
      {
        id: "contact",
        label: "Distraction: contact",
        kind: "doing",
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
    stages: pushLadders(
      [25, 30],
      "Push straight down along the thigh bone.",
      [
        ...person("supine"),
        ...tested("hip-loading", "hip-flexion", "hip-flexion-with-adduction-or-rotation", "limb-provocation"),
      ],
      [...person("firm-force"), ...tested("knee-loading")],
      [
        {
          under: { hand: ["none"] },
          instruction: "Both hands on the knee, none under the sacrum: push straight down along the thigh bone.",
        },
      ],
    ),
    schools: [
      doseSchool,
      feltWhereSchool,
      buttockPlace,
      {
        id: "hand",
        label: "Hand under the sacrum",
        kind: "doing",
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
    stages: pushLadders(
      [15, 15],
      "Hold the opposite iliac spine and press the knee towards the table.",
      [
        ...person("supine"),
        ...tested("hip-loading", "hip-flexion", "hip-flexion-with-adduction-or-rotation", "limb-provocation"),
      ],
      person("firm-force"),
    ),
    schools: [doseSchool, feltWhereSchool, buttockPlace],
    cautions: [
      "Not with a hip replacement on that side.",
      "Groin speaks for the hip, the side of the hip for the gluteal tendon, the low back for the lumbar spine.",
    ],
    burden: 3,
    equipment: [],
    readings: [sacroiliacReading("tested side"), hipReading("tested side", true), glutealReading],
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
    stages: pushLadders(
      [15, 15],
      "Press the lowered thigh down and the held knee towards the chest.",
      [
        ...person("supine"),
        ...tested("hip-loading", "hip-extension", "limb-provocation"),
        ...other("hip-loading", "hip-flexion", "hip-flexion-past-90", "limb-provocation"),
      ],
      person("firm-force"),
    ),
    schools: [doseSchool, feltWhereSchool, buttockPlace],
    cautions: ["The side is the leg that is lowered.", "Keep them from rolling off: stand close to the edge."],
    burden: 4,
    equipment: [],
    readings: [sacroiliacReading("both sides"), hipReading("both sides", false)],
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
      [],
      [
        {
          under: { "compression-contact": ["forearm"] },
          instruction: "Lay the forearm along the upper iliac crest and lean straight down.",
        },
        {
          under: { "compression-contact": ["squeezed"] },
          instruction: "Lying on the back: squeeze both front iliac spines together.",
          loads: person("supine"),
        },
      ],
    ),
    schools: [
      doseSchool,
      feltWhereSchool,
      buttockPlace,
      {
        id: "compression-contact",
        label: "Contact",
        kind: "doing",
        defaultOption: "heel",
        options: [
          { id: "heel", label: "heel of the hand", reason: "Default: straight arms carry the force." },
          { id: "forearm", label: "forearm", reason: "Broader, when the crest is sore to touch." },
          {
            id: "squeezed",
            label: "both front spines together, on the back",
            reason: "For who cannot lie on the side. No figure was published for it, so it moves none.",
            since: 4,
          },
        ],
      },
    ],
    cautions: ["Not with a recent pelvic fracture.", "Go lightly with osteoporosis."],
    burden: 3,
    equipment: ["pillow"],
    readings: [sacroiliacReading("both sides"), hipReading("both sides", false)],
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
    stages: sacralStages,
    schools: [sacralDose, feltWhereSchool],
    cautions: ["Gentle pressure must be clear before any thrust.", "Go lightly with osteoporosis."],
    burden: 4,
    equipment: [],
    readings: [sacroiliacReading("both sides"), hipReading("both sides", false)],
    citations: ["laslett-2005"],
  },
  {
    ...common,
    id: "pump-handle",
    name: "Knee to opposite shoulder",
    otherNames: ["pump-handle"],
    position: "supine",
    sided: true,
    placing: "On the back; the tested knee fully bent, hip at 90 degrees.",
    hands: "One hand on the knee, the other holds the opposite shoulder down.",
    direction: "The knee towards the opposite shoulder.",
    stages: [
      provoke(
        "push",
        "Towards the other shoulder",
        "Push the knee towards the opposite shoulder, steadily.",
        [
          ...person("supine", "firm-force"),
          ...tested(
            "hip-loading",
            "hip-flexion",
            "hip-flexion-past-90",
            "hip-flexion-with-adduction-or-rotation",
            "limb-provocation",
          ),
        ],
        {
          ways: [
            {
              under: { "pump-handle-way": ["jerk"] },
              instruction: "Push the knee towards the opposite shoulder, with one short jerk at the end.",
              loads: person("pelvic-thrust"),
            },
          ],
        },
      ),
    ],
    schools: [
      feltWhereSchool,
      school(
        "pump-handle-way",
        "Knee to opposite shoulder: how",
        "doing",
        ["steady", "steady", "Can be stopped at any point."],
        ["jerk", "with a short jerk at the end", "For those who find the steady push too mild."],
      ),
    ],
    cautions: ["Not with a hip replacement on that side.", "Felt on both sides: ask about inflammatory disease."],
    burden: 3,
    equipment: [],
    readings: [sacroiliacReading("both sides"), hipReading("tested side", false)],
    citations: [],
  },
];

const SORE = [option("none", "not sore"), option("sore", "sore"), option("theirs", "THEIRS")];
const IS_SORE = { press: ["sore", "theirs"] } as const;

const sulcus: Protocol = {
  ...common,
  id: "sacral-sulcus",
  name: "Sacral sulcus",
  otherNames: ["sulcus tenderness"],
  position: "prone",
  sided: true,
  placing: "Face down.",
  hands: "Thumb just inside and below the posterior iliac spine; then the other side, equally hard.",
  direction: "Straight down.",
  stages: [
    observe(
      "press",
      "Press",
      "Thumb just inside and below the posterior iliac spine.",
      "Is it sore? Is it yours?",
      SORE,
      person("prone", "sacral-pressure"),
    ),
  ],
  schools: [],
  cautions: ["Compared: sore on both sides means it was pressed too hard, or both joints are sore."],
  burden: 1,
  equipment: [],
  readings: [
    reading("sacroiliac", "tested side", [
      cannotTell(
        { seen: IS_SORE, earlier: { test: "sacral-sulcus", side: "other side", seen: IS_SORE } },
        "sore on both sides: pressed too hard, or both joints sore; repeat it more lightly",
      ),
      { ...positive({ seen: IS_SORE }, "sore on this side only"), noFigure: true },
      { ...negative({ seen: { press: ["none"] } }, "not sore on this side"), noFigure: true },
    ]),
  ],
  citations: [],
};

const activeRaise: Protocol = {
  ...common,
  id: "active-straight-leg-raise",
  name: "Active straight leg raise",
  otherNames: ["ASLR"],
  regions: ["pelvis"],
  tissueGroup: "pelvic-ring-load",
  position: "supine",
  sided: true,
  placing: "On the back, legs straight, feet a little apart.",
  hands: "First none; then both hands press the pelvis together at the iliac crests.",
  direction: "They lift the leg 20 cm, knee straight.",
  stages: [
    provoke(
      "lift",
      "Lift 20 cm",
      "They lift the leg 20 cm, knee straight. How hard is it, 0 to 5?",
      [...person("supine", "pelvic-ring-load"), ...tested("hip-flexion", "limb-provocation")],
      {
        goesOn: true,
        ways: [
          {
            under: { "aslr-knee": ["bent"] },
            instruction: "Other knee bent: they lift the leg 20 cm, knee straight. How hard is it, 0 to 5?",
          },
        ],
        measures: ["effort"],
        question: "How hard is it to lift, 0 to 5? And does it bring on your pain?",
      },
    ),
    provoke(
      "pressed",
      "Again, pelvis pressed",
      "Press the pelvis together and let them lift again. How hard now?",
      [...person("supine", "pelvic-compression", "pelvic-ring-load"), ...tested("hip-flexion", "limb-provocation")],
      { goesOn: true, measures: ["effort-pressed"], question: "How hard is it now, 0 to 5? And the pain?" },
    ),
  ],
  schools: [
    school(
      "aslr-knee",
      "Active straight leg raise: other knee",
      "doing",
      ["straight", "straight", "As in the study."],
      ["bent", "bent", "Kinder to the low back."],
    ),
  ],
  measures: [
    { id: "effort", label: "Effort", unit: "of 5", range: [0, 5], expected: [0, 0], mdc: 1 },
    {
      id: "effort-pressed",
      label: "Effort, pelvis pressed",
      unit: "of 5",
      range: [0, 5],
      expected: [0, 0],
      mdc: 1,
    },
  ],
  cautions: ["Effort and pain are two answers. Gently with osteoporosis."],
  burden: 1,
  equipment: [],
  readings: [
    reading("pelvic-ring", "tested side", [
      pointing(
        positive(
          { response: { lift: ["familiar"], pressed: ["nothing", "stretch"] } },
          "their pain on lifting, gone with the pelvis pressed together: load transfer",
        ),
        "compression of the pelvis",
      ),
      pointing(
        positive(
          {
            measure: [
              { id: "effort", atLeast: 1 },
              { id: "effort-pressed", lowerThan: "effort" },
            ],
          },
          "hard to lift, easier with the pelvis pressed together: load transfer",
        ),
        "compression of the pelvis",
      ),
      negative(
        {
          measure: [
            { id: "effort", atLeast: 1 },
            { id: "effort-pressed", notLowerThan: "effort" },
          ],
        },
        "hard to lift, and no easier with the pelvis pressed",
      ),
      equivocal({ measure: [{ id: "effort", atLeast: 1 }] }, "hard to lift; not tried with the pelvis pressed"),
      negative({ measure: [{ id: "effort", atMost: 0 }] }, "no effort to lift"),
      equivocal({}, "say how hard it was, 0 to 5"),
    ]),
  ],
  citations: ["mens-2001"],
};

const pubic = (id: string, name: string, instruction: string): Stage =>
  provoke(id, name, instruction, person("supine", "pubic-shear"), { goesOn: true });

const pubicShear: Protocol = {
  ...common,
  id: "pubic-shear",
  name: "Pubic shear",
  otherNames: ["symphysis shear"],
  tissueGroup: "pelvic-ring-load",
  position: "supine",
  sided: false,
  placing: "On the back.",
  hands: "Heel of one hand on the upper edge of one pubic ramus, the other on the lower edge of the other.",
  direction: "Headwards and footwards, against each other; then one side at a time.",
  stages: [
    pubic("both", "Against each other", "Push the rami headwards and footwards against each other."),
    pubic("right", "Right side", "Push on the right ramus only."),
    pubic("left", "Left side", "Push on the left ramus only."),
  ],
  schools: [],
  cautions: ["Explain it first; their hand under yours is kinder. Gently after birth."],
  burden: 3,
  equipment: [],
  readings: [
    reading("pubic-symphysis", "midline", [
      positive(
        { response: { right: ["familiar"], left: ["familiar"] } },
        "their symptom on both sides: inflammation or a wide joint",
        "bilateral: ask about inflammatory disease and birth",
      ),
      positive(
        { any: [{ response: { right: ["familiar"] } }, { response: { left: ["familiar"] } }] },
        "their symptom on one side: symphysis or ring",
      ),
      positive({ when: "reproduced", felt: { sites: ["pubis"], side: "any side" } }, "their symptom, at the pubis"),
      equivocal({ when: "reproduced" }, "their symptom, but not at the pubis"),
      ...CLEAR,
    ]),
  ],
  citations: [],
};

/** Motion and position: for those who use them, after provocation was positive. */
export const motionSchool = school(
  "si-motion",
  "Motion and position tests of the sacroiliac joint",
  "reading",
  ["off", "off", "Examiners agree poorly on them."],
  [
    "on",
    "on, after a positive provocation test",
    "For those trained in motion palpation; recorded, and counted nowhere.",
  ],
);
const PROVOKED = [
  "thigh-thrust",
  "si-distraction",
  "si-compression",
  "gaenslen",
  "faber",
  "sacral-thrust",
  "prone-lift",
  "prone-extension",
  "pump-handle",
] as const;
const motion = {
  ...common,
  tissueGroup: "palpation",
  cautions: ["Examiners agree poorly on this test: recorded, and counted nowhere."],
  burden: 1,
  equipment: [],
  earned: {
    condition: {
      school: { "si-motion": ["on"] },
      any: PROVOKED.map((test) => ({
        earlier: { test, side: "any side", outcome: { source: "sacroiliac", is: ["positive"] } } as const,
      })),
    },
    otherwise: "off by setting, or no sacroiliac provocation test was positive yet",
  },
} as const;

const oneLegLift: Protocol = {
  ...motion,
  id: "one-leg-lift",
  name: "One-leg lift",
  otherNames: ["Gillet", "stork test"],
  position: "standing",
  sided: true,
  placing: "Standing, a hand on the wall.",
  hands: "One thumb on the posterior iliac spine, the other on S2.",
  direction: "They lift that knee to the chest.",
  stages: [
    observe(
      "lift",
      "Lift the knee",
      "They lift the knee on this side as high as the hip.",
      "Where does the thumb go?",
      [
        option("drops", "drops: it moves"),
        option("stays", "stays with S2"),
        option("rises", "rises"),
        option("not-sure", "cannot be said"),
      ],
      [
        ...person("standing", "pelvic-ring-load"),
        ...tested("hip-loading", "hip-flexion", "hip-flexion-past-90"),
        ...other("hip-loading"),
      ],
    ),
  ],
  schools: [motionSchool],
  readings: [
    reading("sacroiliac", "tested side", [
      { ...equivocal({ seen: { lift: ["stays", "rises"] } }, "stiff by this test: recorded only"), noFigure: true },
      { ...negative({ seen: { lift: ["drops"] } }, "moves: recorded only"), noFigure: true },
      cannotTell({ seen: { lift: ["not-sure"] } }, "could not be felt"),
    ]),
  ],
  citations: ["levangie-1999"],
};

const rotationDifference: Protocol = {
  ...motion,
  id: "hip-rotation-difference",
  name: "Hip rotation, side difference",
  otherNames: ["hip internal rotation side difference"],
  regions: ["pelvis", "hip"],
  position: "supine",
  sided: true,
  placing: "On the back, hip and knee at 90 degrees.",
  hands: "One hand on the knee, the other turns the shin outwards.",
  direction: "Turn inwards until the pelvis would lift.",
  stages: [
    {
      id: "turn",
      name: "Turn inwards",
      instruction: "Turn the hip inwards to the first barrier.",
      question: "What stops it?",
      dose: {},
      loads: [...person("supine"), ...tested("hip-flexion", "hip-flexion-with-adduction-or-rotation")],
      kind: "measure",
      measures: ["rotation"],
    },
  ],
  schools: [motionSchool],
  measures: [HIP_INWARDS],
  signs: [{ id: "pelvis", label: "Pelvis", options: [option("still", "stays"), option("lifts", "lifts")] }],
  readings: [
    reading("sacroiliac", "tested side", [
      cannotTell({ seen: { pelvis: ["lifts"] } }, "the pelvis lifted: the angle is not the hip's"),
      {
        ...equivocal(
          { difference: { id: "rotation", over: 0, share: 0.5, way: "less" } },
          "half or less of the other side: a stiffness pattern, only when the hip tests are negative; recorded only",
        ),
        noFigure: true,
      },
      {
        ...negative({ measure: [{ id: "rotation", atLeast: 0 }] }, "no such side difference: recorded only"),
        noFigure: true,
      },
    ]),
  ],
  citations: [],
};

const LEVELS = [option("level"), option("right-high", "right higher"), option("left-high", "left higher")];
const levels: Protocol = {
  ...motion,
  id: "pelvic-levels",
  name: "Iliac spine, leg length, ischial levels",
  otherNames: ["pelvic landmarks"],
  position: "prone",
  sided: false,
  placing: "On the back, then face down.",
  hands: "Thumbs under both iliac spines, both ankles, both ischia.",
  direction: "Look from straight above.",
  stages: [
    observe(
      "iliac-spines",
      "Iliac spines",
      "Thumbs under both front iliac spines.",
      "Level?",
      LEVELS,
      person("supine", "touch"),
    ),
    observe("legs", "Leg length", "Compare the inner ankles.", "Level?", LEVELS, person("supine", "touch")),
    observe("ischia", "Ischia", "Face down: thumbs under both ischia.", "Level?", LEVELS, person("prone", "touch")),
  ],
  schools: [motionSchool],
  earned: {
    condition: {
      school: { "si-motion": ["on"] },
      any: (["one-leg-lift", "hip-rotation-difference"] as const).map((test) => ({
        earlier: { test, side: "any side", outcome: { source: "sacroiliac", is: ["equivocal"] } } as const,
      })),
    },
    otherwise: "off by setting, or no motion test was abnormal yet",
  },
  readings: [
    reading("pelvic-ring", "both sides", [
      cannotTell(
        { seenCount: { of: ["iliac-spines", "legs", "ischia"], is: ["level", "right-high", "left-high"], atLeast: 1 } },
        "recorded only: it counts for nothing",
      ),
    ]),
  ],
  citations: [],
};

export const PELVIC_RING: readonly Protocol[] = [
  oneLegLift,
  activeRaise,
  pubicShear,
  rotationDifference,
  sulcus,
  levels,
];
