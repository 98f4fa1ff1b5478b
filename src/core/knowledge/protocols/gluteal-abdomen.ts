import { LEG } from "../../vocabulary";
import { caution, referral } from "../safety/effects";
import {
  CLEAR,
  elsewhere,
  equivocal,
  felt,
  negative,
  observe,
  option,
  pointing,
  person,
  positive,
  pointsTo,
  provoke,
  reading,
  STOP_RULE,
  tested,
} from "./build";
import type { Protocol } from "./types";

const hip = tested("hip-loading", "hip-flexion", "hip-flexion-with-adduction-or-rotation", "limb-provocation");

const resisted: Protocol = {
  id: "resisted-piriformis",
  name: "Resisted piriformis",
  otherNames: ["hip flexion-adduction-rotation against resistance"],
  regions: ["hip", "pelvis"],
  position: "supine",
  sided: true,
  tissueGroup: "deep-gluteal",
  placing: "On the back, hip and knee at 90°, turned inwards.",
  hands: "One hand on the outside of the knee, the other on the ankle.",
  direction: "They push the knee out; you hold.",
  stages: [
    provoke("push", "They push out", "Hip 90°, turned in: they push the knee outwards against you.", [
      ...person("supine"),
      ...hip,
    ]),
  ],
  orders: [],
  schools: [],
  measures: [],
  signs: [],
  stopRule: STOP_RULE,
  cautions: ["Not with a hip replacement on that side."],
  burden: 2,
  equipment: [],
  readings: [
    reading("piriformis", "tested side", [
      positive({ when: "reproduced", felt: felt("central-buttock") }, "their symptom, in the central buttock"),
      equivocal({ when: "reproduced", felt: felt("si-area") }, "beside the sacrum only: not clearly the muscle"),
      ...elsewhere("their symptom, but not in the buttock"),
      ...CLEAR,
    ]),
    pointsTo(
      "deep-gluteal",
      "tested side",
      positive({ when: "reproduced", felt: felt("central-buttock") }, "their symptom, in the central buttock"),
    ),
  ],
  citations: [],
};

const glutealLines = [
  positive({ when: "reproduced", felt: felt("central-buttock") }, "their symptom, at the notch in the buttock"),
  equivocal({ when: "reproduced", felt: felt("si-area", ...LEG) }, "their symptom, but not at the notch"),
  ...elsewhere("their symptom, but not in the buttock"),
  ...CLEAR,
];

const seatedStretch: Protocol = {
  id: "seated-piriformis",
  name: "Seated piriformis stretch",
  otherNames: ["seated piriformis stretch at the notch"],
  regions: ["hip", "pelvis"],
  position: "seated",
  sided: true,
  tissueGroup: "deep-gluteal",
  placing: "Seated, knee straight.",
  hands: "One finger at the sciatic notch, the other hand brings the leg in and turns it inwards.",
  direction: "Across and inwards, knee straight.",
  stages: [
    provoke(
      "stretch",
      "Across and inwards",
      "Knee straight: bring the leg across and turn it inwards; finger at the notch.",
      [...person("seated"), ...hip],
    ),
  ],
  orders: [],
  schools: [],
  measures: [],
  signs: [],
  stopRule: STOP_RULE,
  cautions: ["Not with a hip replacement on that side."],
  burden: 2,
  equipment: [],
  readings: [reading("deep-gluteal", "tested side", glutealLines)],
  citations: ["martin-2014"],
};

const active: Protocol = {
  id: "active-piriformis",
  name: "Active piriformis",
  otherNames: ["active piriformis at the notch"],
  regions: ["hip", "pelvis"],
  position: "side-lying",
  sided: true,
  tissueGroup: "deep-gluteal",
  placing: "On the side, tested leg up, foot on the table.",
  hands: "One finger at the sciatic notch, the other hand on the outside of the knee.",
  direction: "They push the heel down, and the knee up and out against you.",
  stages: [
    provoke("push", "They push", "Heel down, knee up and out against the hand; finger at the notch.", [
      ...person("side-lying"),
      ...tested("hip-loading", "limb-provocation"),
    ]),
  ],
  orders: [],
  schools: [],
  measures: [],
  signs: [],
  stopRule: STOP_RULE,
  cautions: ["Their own strength sets the dose."],
  burden: 2,
  equipment: [],
  readings: [reading("deep-gluteal", "tested side", glutealLines)],
  citations: ["martin-2014"],
};

const DIRECTIONS = ["flexion", "extension", "side-glide-right", "side-glide-left"] as const;
const DIRECTION_NAMES = {
  flexion: "Forward",
  extension: "Back",
  "side-glide-right": "Side-glide right",
  "side-glide-left": "Side-glide left",
} as const;
const DIRECTION_LOADS = {
  flexion: [...person("standing", "lumbar-flexion", "lumbar-loading"), ...tested("hip-flexion-past-90")],
  extension: person("standing", "lumbar-extension", "lumbar-loading"),
  "side-glide-right": person("standing", "lumbar-loading"),
  "side-glide-left": person("standing", "lumbar-loading"),
} as const;

const repeated: Protocol = {
  id: "repeated-movements",
  name: "Repeated movements",
  otherNames: ["centralisation"],
  regions: ["low-back", "leg"],
  position: "standing",
  sided: false,
  tissueGroup: "repeated-movement",
  placing: "Standing first, then lying.",
  hands: "Watch; ask before, during and after.",
  direction: "Up to 10 times each way; where is its furthest point now?",
  stages: DIRECTIONS.map((way) =>
    observe(
      way,
      DIRECTION_NAMES[way],
      `${DIRECTION_NAMES[way]}, up to 10 times, standing, then lying.`,
      "Where is the furthest point of your pain now, and does it stay there?",
      [
        option("none", "no lasting change"),
        option("centralises", "nearer the spine, and stays"),
        option("peripheralises", "further out, and stays"),
        option("not-sure", "cannot be said"),
      ],
      DIRECTION_LOADS[way],
      {
        endsOn: ["peripheralises"],
        endsUntil: 3,
      },
    ),
  ),
  orders: [],
  schools: [],
  measures: [{ id: "repetitions", label: "Repetitions done", unit: "times", range: [0, 60] }],
  signs: [],
  stopRule: "Stop when it moves further out, and whenever they ask.",
  cautions: ["Stop that way at once when it moves further out."],
  burden: 3,
  equipment: [],
  readings: [
    reading("lumbar-disc", "midline", [
      pointing(
        positive(
          { seenCount: { of: DIRECTIONS, is: ["centralises"], atLeast: 1 } },
          "it moves towards the spine and stays: it centralises",
        ),
        "the movement that centralises",
      ),
      equivocal(
        { seenCount: { of: DIRECTIONS, is: ["peripheralises"], atLeast: 1 } },
        "it moves further out: that way was stopped",
      ),
      equivocal({ seenCount: { of: DIRECTIONS, is: ["not-sure"], atLeast: 1 } }, "where it went cannot be said"),
      negative(
        { seenCount: { of: DIRECTIONS, is: ["none"], atLeast: DIRECTIONS.length } },
        "no lasting change in any direction: does not centralise",
      ),
    ]),
  ],
  citations: ["laslett-centralisation-2005"],
};

const tensing: Protocol = {
  id: "abdominal-wall-tensing",
  name: "Abdominal wall tensing",
  otherNames: ["Carnett"],
  regions: ["low-back", "pelvis"],
  position: "supine",
  sided: false,
  tissueGroup: "palpation",
  placing: "On the back, arms crossed.",
  hands: "One finger on the tender spot.",
  direction: "Press, then they curl up.",
  stages: [
    observe(
      "curl",
      "Press, curl up",
      "Press the tender spot; they lift head and shoulders.",
      "Does pressing hurt more, or less, when you are tense?",
      [
        option("same", "the same"),
        option("worse", "more"),
        option("eased", "less"),
        option("no-spot", "no tender spot"),
      ],
      person("supine", "abdominal-pressure", "pelvic-ring-load"),
    ),
  ],
  orders: [],
  schools: [],
  measures: [],
  signs: [],
  stopRule: STOP_RULE,
  cautions: ["Pain that eases when the wall is tense may come from an organ: medical review."],
  burden: 1,
  equipment: [],
  readings: [
    reading("abdominal-wall", "midline", [
      positive({ seen: { curl: ["worse"] } }, "worse when the wall is tense: the wall itself"),
      positive({ seen: { curl: ["same"] } }, "the same when the wall is tense: the wall itself (Carnett's sign)"),
      negative({ seen: { curl: ["eased"] } }, "eased when the wall is tense: not the wall"),
      equivocal({ seen: { curl: ["no-spot"] } }, "no tender spot: nothing to compare"),
    ]),
    pointsTo(
      "viscera",
      "midline",
      positive({ seen: { curl: ["eased"] } }, "eased when the wall is tense: from inside, refer"),
    ),
  ],
  aftermath: [
    {
      source: "viscera",
      outcomes: ["positive"],
      effects: [
        caution(["abdominal-pressure"], "Pain from inside the belly is possible: no more pressing there."),
        referral(
          "soon",
          "doctor",
          "Belly pain that eases when the abdominal wall is tense: possibly from an organ.",
          "Abdominal pain that eases when the abdominal wall is tensed. Please review within days for a visceral cause; at once if it is severe or with fever.",
        ),
      ],
    },
  ],
  citations: [],
};

const diaphragm: Protocol = {
  id: "diaphragm-palpation",
  name: "Diaphragm margin",
  otherNames: ["costal margin palpation"],
  regions: ["low-back"],
  position: "supine",
  sided: false,
  tissueGroup: "palpation",
  placing: "On the back, knees bent.",
  hands: "Fingertips under the margin of the ribs.",
  direction: "Up and under, with the breath.",
  stages: [
    observe(
      "press",
      "Under the ribs",
      "Fingers under the rib margin, in with the breath out.",
      "Is there guarding?",
      [option("none", "none"), option("guarding", "guarding"), option("not-sure", "not sure")],
      person("supine", "abdominal-pressure", "rib-pressure"),
    ),
  ],
  orders: [],
  schools: [],
  measures: [],
  signs: [],
  stopRule: STOP_RULE,
  cautions: ["Low evidence: noted, and counted nowhere."],
  burden: 1,
  equipment: [],
  readings: [
    reading("viscera", "midline", [
      equivocal({ seen: { press: ["guarding", "not-sure"] } }, "guarding: noted only"),
      negative({ seen: { press: ["none"] } }, "no guarding: noted only"),
    ]),
  ],
  citations: [],
};

export const GLUTEAL_AND_ABDOMEN: readonly Protocol[] = [repeated, seatedStretch, resisted, tensing, diaphragm, active];
