import {
  CLEAR,
  elsewhere,
  END_FEEL,
  equivocal,
  undifferentiated,
  felt,
  feltAnySide,
  feltOther,
  negative,
  person,
  pointsTo,
  positive,
  provoke,
  reading,
  release,
  STOP_RULE,
  tested,
} from "./build";
import type { Condition, Protocol, ReadingLine } from "./types";

const lift = [...person("prone", "lumbar-extension"), ...tested("hip-loading", "hip-extension", "limb-provocation")];
const FRONT: Condition = { when: "reproduced", felt: felt("anterior-thigh", "medial-knee-shin") };
const THIGH_OR_KNEE: Condition = { when: "reproduced", felt: felt("inner-thigh", "knee") };
const NERVE_LIKE = ["shooting", "burning", "tingling", "numb"] as const;

const femoralRoot = (stage: string): readonly ReadingLine[] => [
  negative(
    { when: "reproduced", at: [stage], felt: felt("groin") },
    "their symptom, but in the groin: that points to the hip",
  ),
  equivocal(
    { when: "reproduced", at: [stage], felt: feltOther("anterior-thigh", "medial-knee-shin") },
    "their symptom in the other thigh",
    "crossed response: noted for the other side",
  ),
  positive(
    { ...FRONT, at: [stage], quality: NERVE_LIKE },
    "their symptom down the front of the thigh, shooting, burning, tingling or numb",
  ),
  equivocal(
    { ...FRONT, at: [stage], quality: ["ache", "sharp"] },
    "their symptom in the front of the thigh, aching or sharp: nerve or muscle, not told apart",
  ),
  equivocal(
    { ...FRONT, at: [stage] },
    "their symptom in the front of the thigh; say whether it shoots, burns or tingles",
  ),
  equivocal(
    { ...THIGH_OR_KNEE, at: [stage] },
    "their symptom at the inner thigh or knee: root, nerve or hip, not told apart",
  ),
  negative({ when: "reproduced" }, "their symptom, but not down the front of the thigh"),
  ...CLEAR,
];

const QUADRICEPS = pointsTo(
  "quadriceps-length",
  "tested side",
  positive({ when: "stretch" }, "a pulling in the thigh only"),
);
const hipFromGroin = (stage: string) =>
  pointsTo(
    "hip",
    "tested side",
    positive({ when: "reproduced", at: [stage], felt: felt("groin") }, "their symptom, in the groin"),
  );
const CLEAR_STAGE = ["nothing", "stretch", "other"] as const;

const proneLift: Protocol = {
  id: "prone-lift",
  name: "Femoral nerve stretch, three-part lift",
  otherNames: ["prone knee bend with hip extension", "reverse Lasègue"],
  regions: ["low-back", "leg", "pelvis"],
  position: "prone",
  sided: true,
  tissueGroup: "femoral-neural",
  placing: "Face down, tested knee bent to 90 degrees.",
  hands: "One hand under the thigh above the knee; the other free, then on the sacrum, then on the upper lumbar spine.",
  direction: "The thigh up, a little more at each stage.",
  stages: [
    provoke("thigh", "Lift the thigh", "Lift the thigh off the table.", lift, { measures: ["onset"] }),
    provoke(
      "pelvis-held",
      "Sacrum held down",
      "Hold sacrum and iliac crest down and lift again.",
      [...lift, ...person("sacral-pressure")],
      {
        measures: ["onset"],
      },
    ),
    provoke(
      "spine-held",
      "L1-L2 held",
      "Hold L1-L2 and lift further.",
      [...lift, ...person("lumbar-loading", "spinal-pressure")],
      {
        measures: ["onset"],
      },
    ),
  ],
  orders: [],
  schools: [],
  measures: [
    {
      id: "onset",
      label: "Hip extension at onset",
      unit: "°",
      range: [0, 50],
      expected: [10, 30],
      joint: { part: "hip", times: -1 },
    },
  ],
  signs: [END_FEEL],
  stopRule: STOP_RULE,
  cautions: [
    "Hip extension only with a typed reason after a hip replacement on that side.",
    "Their symptom at one part ends it. After a rest the later parts can be done on their own: prone extension.",
  ],
  burden: 4,
  equipment: [],
  readings: [
    reading("upper-lumbar-root", "tested side", femoralRoot("thigh")),
    QUADRICEPS,
    hipFromGroin("thigh"),
    pointsTo(
      "sacroiliac",
      "tested side",
      positive(
        { when: "reproduced", at: ["pelvis-held"], felt: felt("si-area") },
        "with the sacrum held: their symptom, in the buttock below L5",
      ),
      negative({ response: { "pelvis-held": CLEAR_STAGE } }, "clear with the sacrum held"),
    ),
    pointsTo(
      "lumbar-facet",
      "tested side",
      positive(
        { when: "reproduced", at: ["spine-held"], felt: feltAnySide("low-back") },
        "with L1-L2 held: their symptom, in the low back",
      ),
      negative({ response: { "spine-held": CLEAR_STAGE } }, "clear with L1-L2 held"),
    ),
  ],
  citations: ["suri-2011"],
};

const sideFemoral: Protocol = {
  id: "side-lying-femoral",
  name: "Femoral nerve stretch, side-lying",
  otherNames: ["femoral slump"],
  regions: ["low-back", "leg"],
  position: "side-lying",
  sided: true,
  tissueGroup: "femoral-neural",
  placing: "On the side, tested leg up, lower knee hugged, head bent forward.",
  hands: "Behind them, one arm carries the bent leg, the other hand steadies the pelvis.",
  direction: "Thigh backwards, knee bent.",
  stages: [
    provoke(
      "extend",
      "Thigh back",
      "Head forward. Bring the thigh back, knee bent.",
      [...person("side-lying", "neck-flexion"), ...tested("hip-loading", "hip-extension", "limb-provocation")],
      { measures: ["onset"] },
    ),
    release("head", "Head up", "Hold the leg; let the head come up.", {
      due: { felt: felt("anterior-thigh", "medial-knee-shin") },
    }),
  ],
  orders: [],
  schools: [],
  measures: [
    {
      id: "onset",
      label: "Hip extension at onset",
      unit: "°",
      range: [0, 50],
      expected: [10, 30],
      joint: { part: "hip", times: -1 },
    },
  ],
  signs: [],
  stopRule: STOP_RULE,
  cautions: ["For those who cannot lie face down."],
  burden: 3,
  equipment: ["pillow"],
  readings: [
    reading("upper-lumbar-root", "tested side", [
      negative({ when: "reproduced", felt: felt("groin") }, "their symptom, but in the groin: that points to the hip"),
      positive({ ...FRONT, effect: { head: ["eased"] } }, "their thigh symptom, eased by raising the head: nerve"),
      negative(
        { ...FRONT, effect: { head: ["unchanged", "worse"] } },
        "their thigh symptom, not changed by the head: muscle",
      ),
      undifferentiated(FRONT, "their thigh symptom, but the head was not raised: not differentiated"),
      equivocal(THIGH_OR_KNEE, "their symptom at the inner thigh or knee: root, nerve or hip, not told apart"),
      ...elsewhere("their symptom, but not down the front of the thigh"),
      ...CLEAR,
    ]),
    pointsTo(
      "quadriceps-length",
      "tested side",
      positive({ when: "stretch" }, "a pulling in the thigh only"),
      positive({ ...FRONT, effect: { head: ["unchanged", "worse"] } }, "not changed by the head: muscle"),
    ),
    hipFromGroin("extend"),
  ],
  citations: [],
};

const proneExtension: Protocol = {
  id: "prone-extension",
  name: "Prone extension",
  otherNames: ["Yeoman"],
  regions: ["pelvis"],
  position: "prone",
  sided: true,
  tissueGroup: "sacroiliac-provocation",
  placing: "Face down, tested knee bent to 90 degrees.",
  hands: "Palm on the iliac crest of the tested side, the other hand under the thigh.",
  direction: "Crest down, thigh up.",
  stages: [
    provoke("pelvis-held", "Crest held, thigh up", "Hold the iliac crest down and lift the thigh.", [
      ...lift,
      ...person("sacral-pressure"),
    ]),
    provoke("spine-held", "L1-L2 held", "Hold L1-L2 and lift further.", [
      ...lift,
      ...person("lumbar-loading", "spinal-pressure"),
    ]),
  ],
  orders: [],
  schools: [],
  measures: [],
  signs: [],
  stopRule: STOP_RULE,
  cautions: ["The second and third part of the three-part lift, done on their own."],
  burden: 4,
  equipment: [],
  readings: [
    reading("sacroiliac", "tested side", [
      positive(
        { when: "reproduced", at: ["pelvis-held"], felt: felt("si-area") },
        "with the crest held: their symptom, in the buttock below L5",
      ),
      equivocal({ when: "reproduced", felt: felt("central-buttock") }, "central buttock only: not clearly the joint"),
      ...elsewhere("their symptom, but not in the buttock below L5"),
      ...CLEAR,
    ]),
    pointsTo(
      "lumbar-facet",
      "tested side",
      positive(
        { when: "reproduced", at: ["spine-held"], felt: feltAnySide("low-back") },
        "with L1-L2 held: their symptom, in the low back",
      ),
      negative({ response: { "spine-held": CLEAR_STAGE } }, "clear with L1-L2 held"),
    ),
    pointsTo(
      "hip",
      "tested side",
      positive({ when: "reproduced", felt: felt("groin") }, "their symptom, in the groin"),
    ),
    QUADRICEPS,
  ],
  citations: [],
};

export const FEMORAL: readonly Protocol[] = [sideFemoral, proneLift, proneExtension];
