import { LEG } from "../../vocabulary";
import {
  CLEAR,
  cannotTell,
  elsewhere,
  equivocal,
  felt,
  feltAnySide,
  feltOrCentral,
  measured,
  negative,
  observe,
  option,
  pointing,
  person,
  pointsTo,
  positive,
  provoke,
  reading,
  release,
  school,
  STOP_RULE,
  tested,
} from "./build";
import type { Condition, Protocol } from "./types";

const BACK_FELT = feltAnySide("low-back", "thoracic");
const BACK_PAIN: Condition = { when: "reproduced", felt: BACK_FELT };
const extension = person("standing", "lumbar-loading", "lumbar-extension", "lumbar-rotation");

const quadrant: Protocol = {
  id: "quadrant",
  name: "Quadrant",
  otherNames: ["extension-rotation", "Kemp"],
  regions: ["low-back"],
  position: "standing",
  sided: true,
  tissueGroup: "lumbar-extension-rotation",
  placing: "Standing, feet apart, knees straight.",
  hands: "Behind them, hands on both shoulders.",
  direction: "Back, turned and bent towards the tested side, then down through the shoulders.",
  stages: [
    provoke("extend", "Back and towards", "Lean back, turn and bend towards this side.", extension),
    provoke("overpressure", "Overpressure", "Press down through the shoulders.", extension, {
      only: { "quadrant-way": ["overpressure"] },
    }),
    provoke("reach", "Reach down the leg", "Reach down the back of the same leg.", extension, {
      only: { "quadrant-way": ["reach"] },
    }),
  ],
  orders: [],
  schools: [
    school(
      "quadrant-way",
      "Quadrant: how",
      "doing",
      ["overpressure", "overpressure through the shoulders", "You decide how far, and can repeat it."],
      ["reach", "they reach down the leg", "They decide how far: for sore backs."],
    ),
  ],
  measures: [],
  signs: [],
  stopRule: STOP_RULE,
  cautions: ["A clear test helps more than a positive one."],
  burden: 2,
  equipment: [],
  readings: [
    reading("lumbar-facet", "tested side", [
      positive({ when: "reproduced", felt: feltOrCentral("low-back") }, "their symptom, in the low back on this side"),
      negative({ when: "reproduced", felt: felt(...LEG) }, "their symptom, into the leg: foramen or root"),
      ...elsewhere("their symptom, but not in the low back"),
      ...CLEAR,
    ]),
    pointsTo(
      "lower-lumbosacral-root",
      "tested side",
      positive(
        { when: "reproduced", felt: felt(...LEG) },
        "their symptom into the leg: the foramen closes on this side",
      ),
    ),
  ],
  citations: ["laslett-2006"],
};

const torsion: Protocol = {
  id: "lumbar-torsion",
  name: "Lumbar torsion",
  otherNames: ["Farfan"],
  regions: ["low-back"],
  position: "prone",
  sided: true,
  tissueGroup: "lumbar-extension-rotation",
  placing: "Face down.",
  hands: "One hand fixes T12, the other lifts the opposite front iliac spine.",
  direction: "Pelvis up and round; then move the fixing hand down, level by level.",
  stages: ["T12", "L1", "L2", "L3", "L4", "L5"].map((level) =>
    provoke(
      level.toLowerCase(),
      `${level} held`,
      `Hold ${level}, lift the opposite front iliac spine.`,
      person(
        "prone",
        "lumbar-loading",
        "lumbar-rotation",
        "spinal-torsion",
        ...(level === "T12" ? (["rib-pressure"] as const) : []),
      ),
      { goesOn: true, goesOnSince: 10 },
    ),
  ),
  orders: [],
  schools: [],
  measures: [],
  signs: [],
  stopRule: STOP_RULE,
  cautions: ["Not specific: facet capsule, interspinous and supraspinous ligaments all share the load."],
  burden: 4,
  equipment: [],
  readings: [
    reading("lumbar-facet", "tested side", [
      positive(
        BACK_PAIN,
        "their symptom: facet capsule or ligament, not told apart; the level is the lowest at which it still came",
      ),
      ...elsewhere("their symptom, but not in the low back"),
      ...CLEAR,
    ]),
    pointsTo(
      "lumbar-passive-restraint",
      "midline",
      positive(BACK_PAIN, "their symptom: facet capsule or ligament, not told apart"),
    ),
  ],
  citations: [],
};

const SPRING = person("prone", "lumbar-loading", "spinal-pressure");
const FELT_OPTIONS = [
  option("none", "no pain"),
  option("other", "a pain that is not theirs"),
  option("theirs", "THEIRS"),
];

const proneInstability: Protocol = {
  id: "prone-instability",
  name: "Prone instability",
  otherNames: ["PIT"],
  regions: ["low-back"],
  position: "prone",
  sided: false,
  tissueGroup: "lumbar-instability",
  placing: "Trunk on the table's end, legs over it, feet on the floor.",
  hands: "Heel of the hand on the spinous process, level by level.",
  direction: "Straight down; then again while they lift the legs.",
  stages: [
    observe(
      "rest",
      "Press, feet down",
      "Press on each level; keep the sorest.",
      "Is it your pain?",
      FELT_OPTIONS,
      SPRING,
      { endsOn: ["none", "other"] },
    ),
    observe(
      "lifted",
      "Press, legs lifted",
      "They lift the feet off the floor; press the same level again.",
      "And now?",
      [option("gone", "gone or clearly less"), option("same", "the same"), option("worse", "worse")],
      [...SPRING, ...person("lumbar-extension")],
      { due: { seen: { rest: ["theirs"] } } },
    ),
  ],
  orders: [],
  schools: [],
  measures: [],
  signs: [
    {
      id: "level",
      label: "Level",
      options: ["l1", "l2", "l3", "l4", "l5"].map((level) => option(level, level.toUpperCase())),
    },
  ],
  stopRule: STOP_RULE,
  cautions: ["Poorly suited to older or frail people."],
  burden: 4,
  equipment: [],
  readings: [
    reading("lumbar-muscular-control", "midline", [
      pointing(
        positive(
          { seen: { rest: ["theirs"], lifted: ["gone"] } },
          "their pain at rest goes when the muscles work: control helps",
        ),
        "stabilising",
      ),
      negative({ seen: { rest: ["theirs"], lifted: ["same", "worse"] } }, "their pain stays when the muscles work"),
      equivocal({ seen: { rest: ["theirs"] } }, "their pain at rest; the lifted part was not done"),
      negative({ seen: { rest: ["none", "other"] } }, "pressing does not bring on their pain"),
    ]),
  ],
  citations: ["hicks-2005"],
};

const SHEAR = person("side-lying", "lumbar-loading");
const FULLY_BENT = [...SHEAR, ...person("lumbar-flexion"), ...tested("hip-flexion-past-90")];
const shearAnswer = [option("none", "no pain"), option("other", "not theirs"), option("theirs", "THEIRS")];
const eases = [option("eased", "eased"), option("same", "the same"), option("worse", "worse")];
/** A first position that brings nothing on is followed by the next; the sorest is the one that is eased. */
const shearBrings = (stage: string): Condition => ({ seen: { [stage]: ["theirs"] } });
const shearDoesNot = (stage: string): Condition => ({ seen: { [stage]: ["none", "other"] } });
const AT_45_OR_90: Condition = { any: [shearBrings("at-45"), shearBrings("at-90-first")] };
const ANYWHERE_SHEARED: Condition = { any: [...AT_45_OR_90.any!, shearBrings("full-first")] };

const sideShear: Protocol = {
  id: "side-lying-shear",
  name: "Side-lying shear",
  otherNames: ["passive accessory shear"],
  regions: ["low-back"],
  position: "side-lying",
  sided: false,
  tissueGroup: "lumbar-instability",
  placing: "On the side, hips and knees bent.",
  hands: "In front of them, their knees against your hip, a finger between two spinous processes.",
  direction: "A light push along the thighs, so that the lower segment goes back.",
  stages: [
    observe(
      "at-45",
      "Hips 45-60°",
      "Hips at 45 to 60°: a light push along the thighs.",
      "Is it your pain?",
      shearAnswer,
      SHEAR,
      {
        endsOn: ["none", "other"],
        endsUntil: 3,
      },
    ),
    observe(
      "at-90-first",
      "Hips 90°",
      "Nothing of theirs at 45 to 60°: hips at 90°, the same light push.",
      "Is it your pain?",
      shearAnswer,
      FULLY_BENT,
      { since: 3, due: shearDoesNot("at-45") },
    ),
    observe(
      "full-first",
      "Full flexion",
      "Nothing of theirs at 90° either: hips fully bent, the same light push.",
      "Is it your pain?",
      shearAnswer,
      [...SHEAR, ...person("lumbar-flexion")],
      {
        since: 3,
        due: shearDoesNot("at-90-first"),
      },
    ),
    observe(
      "at-90",
      "Hips 90°",
      "Hips at 90°: the same.",
      "And here?",
      eases,
      [...SHEAR, ...person("lumbar-flexion")],
      {
        due: shearBrings("at-45"),
      },
    ),
    observe("full", "Full flexion", "Hips fully bent: the same.", "And here?", eases, FULLY_BENT, {
      due: AT_45_OR_90,
    }),
    observe(
      "tightened",
      "Deep muscles tightened",
      "Back to the sore position; they tighten the deep belly muscles.",
      "And now?",
      eases,
      SHEAR,
      { due: ANYWHERE_SHEARED },
    ),
  ],
  orders: [],
  schools: [],
  measures: [],
  signs: [
    {
      id: "level",
      label: "Level, approximately",
      options: ["l2", "l3", "l4", "l5"].map((level) => option(level, level.toUpperCase())),
    },
  ],
  stopRule: STOP_RULE,
  cautions: ["The level is approximate; the symptom decides. Light: this is no thrust."],
  burden: 3,
  equipment: ["pillow"],
  readings: [
    reading("lumbar-passive-restraint", "midline", [
      pointing(
        positive(
          { seen: { "at-45": ["theirs"] }, any: [{ seen: { "at-90": ["eased"] } }, { seen: { full: ["eased"] } }] },
          "their pain with hips at 45-60°, eased by bending: the ligaments still hold when tight",
        ),
        "flexion bias",
      ),
      negative(
        { seen: { "at-45": ["theirs"], "at-90": ["same", "worse"], full: ["same", "worse"] } },
        "their pain, not eased by bending",
      ),
      equivocal({ seen: { "at-45": ["theirs"] } }, "their pain; bending was not tried through"),
      pointing(
        positive(
          { seen: { "at-90-first": ["theirs"], full: ["eased"] } },
          "their pain with hips at 90° and not before, eased by bending fully: the ligaments still hold when tight",
        ),
        "flexion bias",
      ),
      negative(
        { seen: { "at-90-first": ["theirs"], full: ["same", "worse"] } },
        "their pain with hips at 90°, not eased by bending further",
      ),
      equivocal({ ...shearBrings("at-90-first") }, "their pain with hips at 90°; bending was not tried through"),
      equivocal(
        { ...shearBrings("full-first") },
        "their pain only with the hips fully bent: no further bending is left to ease it",
      ),
      negative(
        { seen: { "at-45": ["none", "other"], "at-90-first": ["none", "other"], "full-first": ["none", "other"] } },
        "the push does not bring on their pain, from 45° to full flexion",
      ),
      equivocal(
        { seen: { "at-45": ["none", "other"], "at-90-first": ["none", "other"] } },
        "the push does not bring on their pain up to 90°; full flexion was not tried",
      ),
      negative(shearDoesNot("at-45"), "the push does not bring on their pain"),
    ]),
    reading("lumbar-muscular-control", "midline", [
      pointing(
        positive(
          { ...ANYWHERE_SHEARED, seen: { tightened: ["eased"] } },
          "their pain, eased by tightening the deep muscles: control helps",
        ),
        "stabilising",
      ),
      negative({ ...ANYWHERE_SHEARED, seen: { tightened: ["same", "worse"] } }, "their pain, not eased by tightening"),
      equivocal(ANYWHERE_SHEARED, "their pain; tightening was not tried"),
      negative(shearDoesNot("at-45"), "the push does not bring on their pain"),
    ]),
  ],
  citations: [],
};

const heelToButtock: Protocol = {
  id: "heel-to-buttock",
  name: "Heel to buttock with lumbar pressure",
  otherNames: ["Pheasant"],
  regions: ["low-back", "leg"],
  position: "prone",
  sided: false,
  tissueGroup: "lumbar-instability",
  placing: "Face down.",
  hands: "One hand presses gently on L4-L5, the other brings both heels to the buttocks.",
  direction: "Down on L4-L5, heels to the buttocks; hold.",
  stages: [
    provoke(
      "hold",
      "Press, heels up, hold",
      "Press gently on L4-L5, bring both heels to the buttocks and hold.",
      [
        ...person("prone", "lumbar-loading", "lumbar-extension", "spinal-pressure"),
        ...tested("limb-provocation", "knee-loading"),
      ],
      { dose: { holdSeconds: 30 } },
    ),
  ],
  orders: [],
  schools: [],
  measures: [],
  signs: [],
  stopRule: STOP_RULE,
  cautions: ["Gentle: it holds the spine extended."],
  burden: 3,
  equipment: [],
  readings: [
    reading("lumbar-passive-restraint", "midline", [
      positive(
        { when: "reproduced", felt: feltAnySide("low-back", "central-buttock", ...LEG) },
        "their back or leg symptom, held extended: instability or narrowing pattern",
      ),
      negative({ when: "reproduced" }, "their symptom, but not in back or leg"),
      ...CLEAR,
    ]),
  ],
  citations: [],
};

const passiveExtension: Protocol = {
  id: "passive-lumbar-extension",
  name: "Passive lumbar extension",
  otherNames: ["PLE"],
  regions: ["low-back"],
  position: "prone",
  sided: false,
  tissueGroup: "lumbar-instability",
  placing: "Face down.",
  hands: "At the feet, both heels in your hands.",
  direction: "Both straight legs up about 30 cm, with a gentle pull; then down.",
  stages: [
    provoke(
      "lift",
      "Lift both legs",
      "Lift both straight legs about 30 cm with a gentle pull.",
      [
        ...person("prone", "lumbar-loading", "lumbar-extension", "firm-force"),
        ...tested("hip-extension", "limb-provocation"),
      ],
      {},
    ),
    release("lower", "Lower them", "Lower the legs.", { due: { felt: BACK_FELT } }),
  ],
  orders: [],
  schools: [],
  measures: [],
  signs: [],
  stopRule: STOP_RULE,
  cautions: ["It extends the low back: lower at once when it hurts."],
  burden: 3,
  equipment: [],
  readings: [
    reading("lumbar-passive-restraint", "midline", [
      positive(
        { ...BACK_PAIN, effect: { lower: ["eased"] } },
        "heavy low back pain that goes when the legs are lowered",
      ),
      negative(
        { ...BACK_PAIN, effect: { lower: ["unchanged", "worse"] } },
        "their low back pain, but it stays when the legs are lowered",
      ),
      equivocal(BACK_PAIN, "their low back pain; say what lowering did"),
      negative({ when: "reproduced" }, "their symptom, but not in the low back"),
      ...CLEAR,
    ]),
  ],
  citations: ["kasai-2006"],
};

const INCLINES = ["flexion", "extension", "bend-right", "bend-left"] as const;
const INCLINE_NAMES = {
  flexion: "Forward",
  extension: "Back",
  "bend-right": "Bend right",
  "bend-left": "Bend left",
} as const;
const INCLINE_EXPECTED = { flexion: 60, extension: 25, "bend-right": 25, "bend-left": 25 } as const;

const lumbarRange: Protocol = {
  id: "lumbar-range",
  name: "Lumbar range",
  otherNames: ["double inclinometer"],
  regions: ["low-back"],
  position: "standing",
  sided: false,
  tissueGroup: "lumbar-instability",
  placing: "Standing, inclinometers over T12 and S1, both at zero.",
  hands: "A hand on each inclinometer.",
  direction: "Forward, back, to each side. True lumbar movement is T12 less S1.",
  stages: INCLINES.map((way) =>
    measured(
      way,
      INCLINE_NAMES[way],
      `${INCLINE_NAMES[way]} as far as it goes; read both.`,
      "As far as you can. What stops you?",
      [`${way}-t12`, `${way}-s1`],
      way === "flexion"
        ? [...person("standing", "lumbar-flexion"), ...tested("hip-flexion-past-90")]
        : person("standing", way === "extension" ? "lumbar-extension" : "lumbar-rotation"),
      {},
    ),
  ),
  orders: [],
  schools: [],
  measures: INCLINES.flatMap((way) => [
    {
      id: `${way}-t12`,
      label: `${INCLINE_NAMES[way]}, T12`,
      unit: "°" as const,
      range: [0, 140] as const,
      ...(way === "flexion" || way === "extension"
        ? { joint: { part: "trunk" as const, times: way === "flexion" ? (1 as const) : (-1 as const) } }
        : {}),
    },
    {
      id: `${way}-s1`,
      label: `${INCLINE_NAMES[way]}, S1`,
      unit: "°" as const,
      range: [0, 100] as const,
      upTo: `${way}-t12`,
    },
  ]),
  signs: [
    {
      id: "aberrant",
      label: "On the way",
      options: [
        option("none", "smooth"),
        option("catch", "a catch"),
        option("arc", "a painful arc"),
        option("thighs", "hands climb the thighs"),
      ],
    },
  ],
  stopRule: STOP_RULE,
  cautions: [
    `Expected: forward ${INCLINE_EXPECTED.flexion}°, back and to each side ${INCLINE_EXPECTED.extension}°. True movement differs only past 7°. Recorded and compared.`,
  ],
  burden: 1,
  equipment: ["two inclinometers"],
  readings: [
    reading("lumbar-muscular-control", "midline", [
      positive(
        { seen: { aberrant: ["catch", "arc", "thighs"] } },
        "aberrant movement: counts in the stabilisation rule",
      ),
      negative({ seen: { aberrant: ["none"] } }, "smooth movement"),
      cannotTell(
        { not: { seen: { aberrant: ["none", "catch", "arc", "thighs"] } } },
        "range recorded; how it moved was not noted",
      ),
    ]),
  ],
  citations: [],
};

const SEGMENTS = [
  "C0",
  "C1",
  "C2",
  "C3",
  "C4",
  "C5",
  "C6",
  "C7",
  "T1",
  "T2",
  "T3",
  "T4",
  "T5",
  "T6",
  "T7",
  "T8",
  "T9",
  "T10",
  "T11",
  "T12",
  "L1",
  "L2",
  "L3",
  "L4",
  "L5",
  "S1",
] as const;

const segmental: Protocol = {
  id: "segmental-pressure",
  name: "Tender muscles and segments",
  otherNames: ["segmental pressure", "joint play", "PA pressure"],
  regions: ["neck", "low-back"],
  position: "prone",
  sided: false,
  tissueGroup: "palpation",
  placing: "Face down (or on the back for the neck).",
  hands: "Both thumbs, by muscle, by level and side.",
  direction: "Straight down, little by little.",
  stages: [
    provoke(
      "press",
      "Press and ask",
      "Press by muscle and by level; keep the one that is theirs.",
      person("prone", "lumbar-loading", "spinal-pressure", "rib-pressure"),
      { goesOn: true, only: { segments: ["back", "both"] } },
    ),
    provoke(
      "press-neck",
      "Press the neck and ask",
      "On the back: press C0 to C7, by level and side; keep the one that is theirs.",
      person("supine", "neck-pressure"),
      { since: 3, goesOn: true, only: { segments: ["neck", "both"] } },
    ),
  ],
  orders: [],
  schools: [
    school(
      "segments",
      "Muscles and segments: where",
      "doing",
      ["back", "T1 to S1", "What most back examinations need."],
      ["neck", "C0 to C7", "Its own step, since the neck bears it."],
      ["both", "the whole spine", "Both steps."],
    ),
  ],
  measures: [],
  signs: [
    {
      id: "level",
      label: "Level",
      options: SEGMENTS.map((level) => option(level.toLowerCase(), level)),
    },
    ...(["l1", "l2", "l3", "l4", "l5"] as const).map((level) => ({
      since: 3,
      id: level,
      label: `Play at ${level.toUpperCase()}`,
      options: [option("ordinary"), option("stiff"), option("loose")],
    })),
    {
      id: "play",
      label: "Joint play",
      options: [option("ordinary"), option("stiff"), option("loose")],
    },
  ],
  stopRule: STOP_RULE,
  cautions: ["Recorded only: examiners agree poorly, and no figure is used."],
  burden: 2,
  equipment: [],
  readings: [
    reading("lumbar-passive-restraint", "midline", [
      cannotTell(
        { when: ["reproduced", "not reproduced", "nothing", "stretch", "other"] },
        "recorded only: it counts for nothing on its own",
      ),
    ]),
  ],
  citations: [],
};

export const LUMBAR: readonly Protocol[] = [
  lumbarRange,
  quadrant,
  sideShear,
  segmental,
  torsion,
  heelToButtock,
  passiveExtension,
  proneInstability,
];
