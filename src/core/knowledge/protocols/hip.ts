import {
  CLEAR,
  elsewhere,
  END_FEEL,
  equivocal,
  felt,
  HIP_INWARDS,
  measured,
  negative,
  other,
  person,
  positive,
  provoke,
  reading,
  school,
  STOP_RULE,
  tested,
} from "./build";
import type { Protocol, ReadingLine, StageLoad } from "./types";

const adducted = [
  ...person("supine"),
  ...tested("hip-loading", "hip-flexion", "hip-flexion-with-adduction-or-rotation", "limb-provocation"),
];

const hipLines: readonly ReadingLine[] = [
  positive(
    { when: "reproduced", felt: felt("groin", "lateral-hip") },
    "their symptom, in the groin or at the side of the hip",
  ),
  equivocal(
    { when: "reproduced", felt: felt("central-buttock", "anterior-thigh", "inner-thigh", "knee") },
    "buttock, thigh or knee: not clearly the hip",
  ),
  ...elsewhere("their symptom, but not at the hip"),
  ...CLEAR,
];

const common = {
  regions: ["hip"],
  tissueGroup: "hip",
  sided: true,
  orders: [],
  schools: [],
  measures: [],
  signs: [],
  stopRule: STOP_RULE,
  equipment: [],
} as const;

const NOT_REPLACED = "Not with a hip replacement on that side.";

const scour: Protocol = {
  ...common,
  id: "scour",
  name: "Scour",
  otherNames: ["hip quadrant"],
  position: "supine",
  placing: "On the back, knee bent, hip bent.",
  hands: "Both hands on the bent knee.",
  direction: "Along the thigh, then sweep the knee inwards under load.",
  stages: [
    provoke("flexion", "Bend and load", "Bend the hip fully, load along the thigh.", [
      ...person("supine", "firm-force"),
      ...tested("hip-loading", "hip-flexion", "hip-flexion-past-90", "limb-provocation", "knee-loading"),
    ]),
    provoke("sweep", "Sweep inwards", "Keep the load and sweep the knee inwards.", [
      ...adducted,
      ...person("firm-force"),
      ...tested("knee-loading"),
    ]),
  ],
  cautions: [NOT_REPLACED, "Both sides."],
  burden: 3,
  readings: [reading("hip", "tested side", hipLines)],
  citations: ["sutlive-2008"],
};

const FIRST_BARRIER = { "hip-rotation-expected": ["first-barrier"] } as const;

const internalRotation: Protocol = {
  ...common,
  id: "hip-internal-rotation",
  name: "Hip inward rotation",
  otherNames: ["passive internal rotation"],
  position: "supine",
  placing: "On the back, hip and knee at 90 degrees.",
  hands: "One hand on the knee, the other turns the shin outwards.",
  direction: "Turn inwards to the end.",
  stages: [
    measured(
      "turn",
      "Turn inwards",
      "Turn the hip inwards to the end; read the angle.",
      "Where does it stop you?",
      ["rotation"],
      adducted,
    ),
  ],
  schools: [
    school(
      "hip-rotation-expected",
      "Hip inward rotation: expected",
      "reading",
      ["full", "35-40° at the end", "The full range, as most papers give it."],
      [
        "first-barrier",
        "25° at the first barrier",
        "For those who stop at the first resistance. No source for the 25°: it moves no figure.",
      ],
    ),
  ],
  measures: [
    {
      ...HIP_INWARDS,
      underSchool: [
        { school: "hip-rotation-expected", option: "first-barrier", range: [25, 25], why: "at the first barrier" },
      ],
    },
  ],
  signs: [END_FEEL],
  cautions: [NOT_REPLACED, "When the pelvis lifts, the angle is no longer the hip's."],
  burden: 1,
  equipment: ["goniometer"],
  readings: [
    reading("hip", "tested side", [
      {
        ...positive(
          { school: FIRST_BARRIER, difference: { id: "rotation", over: 0, share: 0.5, way: "less" } },
          "at the first barrier, half or less of the other side",
        ),
        noFigure: true,
      },
      {
        ...positive(
          { school: FIRST_BARRIER, measure: [{ id: "rotation", atMost: 15 }] },
          "15° or less at the first barrier, where about 25° is expected",
        ),
        noFigure: true,
      },
      {
        ...negative(
          { school: FIRST_BARRIER, measure: [{ id: "rotation", over: 15 }] },
          "more than 15° at the first barrier, where about 25° is expected",
        ),
        noFigure: true,
      },
      positive({ measure: [{ id: "rotation", atMost: 25 }] }, "25° or less: counts in the hip rule"),
      negative({ measure: [{ id: "rotation", over: 25 }] }, "more than 25°"),
    ]),
  ],
  citations: ["sutlive-2008"],
};

const fadir: Protocol = {
  ...common,
  id: "flexion-adduction-rotation",
  name: "Flexion, adduction, inward rotation",
  otherNames: ["FADIR", "impingement test"],
  position: "supine",
  placing: "On the back, hip at 90 degrees.",
  hands: "One hand on the knee, the other on the ankle.",
  direction: "Across and inwards.",
  stages: [provoke("end", "Across and inwards", "Hip 90°: across, and turned inwards.", adducted)],
  cautions: [NOT_REPLACED],
  burden: 3,
  readings: [reading("hip", "tested side", hipLines)],
  citations: [],
};

const SQUATTED = ["hip-loading", "hip-flexion", "hip-flexion-past-90"] as const;

const active = (
  id: "squat" | "active-hip-flexion" | "active-hip-extension",
  name: string,
  otherNames: readonly string[],
  position: Protocol["position"],
  instruction: string,
  loads: readonly StageLoad[],
  lines: readonly ReadingLine[],
): Protocol => ({
  ...common,
  id,
  name,
  otherNames,
  position,
  placing: position === "standing" ? "Standing, feet apart." : position === "supine" ? "On the back." : "Face down.",
  hands: "None: they do it.",
  direction: instruction,
  stages: [provoke("move", name, instruction, loads)],
  cautions: ["They go only as far as they like."],
  burden: 1,
  readings: [reading("hip", "tested side", lines)],
  citations: ["sutlive-2008"],
});

const squat: Protocol = {
  ...active(
    "squat",
    "Squat",
    ["squat, hip pain"],
    "standing",
    "Squat as far as they like; ask for this side.",
    [...person("standing", "pelvic-ring-load"), ...tested(...SQUATTED), ...other(...SQUATTED)],
    hipLines,
  ),
  atOnce: "each",
};

export const HIP: readonly Protocol[] = [
  squat,
  active(
    "active-hip-flexion",
    "Active hip flexion",
    ["active flexion, lateral pain"],
    "supine",
    "They bring the knee to the chest themselves.",
    [...person("supine", "pelvic-ring-load"), ...tested("hip-flexion", "hip-flexion-past-90")],
    [
      positive({ when: "reproduced", felt: felt("lateral-hip") }, "their symptom, at the side of the hip"),
      equivocal(
        { when: "reproduced", felt: felt("groin", "central-buttock", "anterior-thigh", "inner-thigh", "knee") },
        "groin, buttock, thigh or knee: the rule counts the side of the hip",
      ),
      ...elsewhere("their symptom, but not at the hip"),
      ...CLEAR,
    ],
  ),
  internalRotation,
  fadir,
  scour,
  active(
    "active-hip-extension",
    "Active hip extension",
    ["active extension pain"],
    "prone",
    "They lift the straight leg themselves.",
    [...person("prone", "pelvic-ring-load"), ...tested("hip-extension")],
    [
      positive(
        { when: "reproduced", felt: felt("groin", "lateral-hip", "central-buttock") },
        "their symptom, at the hip",
      ),
      equivocal(
        { when: "reproduced", felt: felt("anterior-thigh", "inner-thigh", "knee") },
        "thigh or knee: hip or nerve",
      ),
      ...elsewhere("their symptom, but not at the hip"),
      ...CLEAR,
    ],
  ),
];
