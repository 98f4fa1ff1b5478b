import { ARM, NECK_AND_HEAD } from "../../vocabulary";
import { block, LUMBAR_LOADS, referral, WHOLE_NECK } from "../safety/effects";
import {
  cannotTell,
  CLEAR,
  elsewhere,
  equivocal,
  felt,
  feltAnySide,
  feltOrCentral,
  measured,
  negative,
  observe,
  option,
  person,
  pointsTo,
  positive,
  POSITION_THEN_PRESS,
  provoke,
  reading,
  relief,
  school,
  STOP_RULE,
  tested,
  NO_SOURCE,
} from "./build";
import type { Aftermath, Condition, Protocol, ReadingLine, Stage } from "./types";

const press = person("seated", "neck-compression");
const ARM_HERE: Condition = { when: "reproduced", felt: felt(...ARM) };
const NECK_ONLY: Condition = { when: "reproduced", felt: feltOrCentral(...NECK_AND_HEAD), notFelt: felt(...ARM) };
const TOWARDS = ["neutral", "extension", "towards", "combined"] as const;
const MUSCLE = "on the stretched side: muscle (upper trapezius or scalene)";

/** Once compression has brought on the arm symptom, no other compression is done that visit. */
const NO_MORE_COMPRESSION: readonly Aftermath[] = [
  {
    source: "cervical-root",
    outcomes: ["positive"],
    effects: [
      block(
        ["neck-compression"],
        "Neck compression has brought on the arm symptom: no further compression this visit.",
      ),
    ],
  },
];

const REFERRED = felt("upper-trapezius-scapula", "shoulder");
/** A root may be felt in the shoulder blade; the neck alone is not read as root, and the study counted both. */
const neckAlone: readonly ReadingLine[] = [
  equivocal(
    { ...NECK_ONLY, felt: REFERRED },
    "shoulder blade or upper trapezius: a root may be felt there, and so may the neck",
  ),
  {
    ...negative(
      { when: "reproduced", felt: feltAnySide(...NECK_AND_HEAD), notFelt: felt(...ARM) },
      "neck only: not the root",
    ),
    noFigure: true,
  },
];
const rootTowards: readonly ReadingLine[] = [
  positive(
    { ...ARM_HERE, at: ["neutral", "extension"] },
    "their symptom into the arm, reproduced with less than the study's load",
  ),
  positive({ ...ARM_HERE, at: TOWARDS }, "their symptom into the arm, on the side the neck was bent to or pressed on"),
  equivocal(
    { ...ARM_HERE, at: ["away"] },
    `into the arm bending away: ${MUSCLE}, or a root on the stretched side; bending to this side was not done`,
  ),
  ...neckAlone,
  ...elsewhere("their symptom, but not in the arm"),
  ...CLEAR,
];

/** In the midline both sides are pressed at once: the second side leaves out what the first has had. */
const NOT_PRESSED_BEFORE: Condition = {
  not: {
    earlier: {
      test: "foraminal-compression",
      side: "other side",
      heard: ["nothing", "stretch", "other", "not reproduced"],
    },
  },
};

const compression: Protocol = {
  id: "foraminal-compression",
  name: "Foraminal compression, staged",
  otherNames: ["Spurling", "neck compression"],
  regions: ["neck", "arm"],
  position: "seated",
  sided: true,
  tissueGroup: "neck-compression-relief",
  placing: "Seated, arms relaxed, feet on the floor.",
  hands: "Behind them, both hands on the crown, forearms along the temples.",
  direction: "Straight down, slowly, never a jerk.",
  stages: [
    provoke("neutral", "Neutral", "Head upright. Press straight down, slowly.", press, {
      only: { "compression-way": ["staged", "neutral-extension"] },
      due: NOT_PRESSED_BEFORE,
    }),
    provoke(
      "extension",
      "Extension",
      "Head a little back. Press straight down.",
      [...press, ...person("neck-extension")],
      {
        only: { "compression-way": ["staged", "neutral-extension"] },
        due: NOT_PRESSED_BEFORE,
        question: POSITION_THEN_PRESS,
      },
    ),
    provoke(
      "away",
      "Side-bend, other side",
      "Bend to the other side. Press.",
      [...press, ...person("neck-side-bend")],
      {
        only: { "compression-way": ["staged"] },
        question: POSITION_THEN_PRESS,
      },
    ),
    provoke(
      "towards",
      "Side-bend, this side",
      "Bend to this side. Press to about 7 kgf.",
      [...press, ...person("neck-side-bend")],
      {
        only: { "compression-way": ["staged", "variant-a"] },
        question: POSITION_THEN_PRESS,
        dose: { kgf: [7, 7] },
      },
    ),
    provoke(
      "combined",
      "Back, bent and turned",
      "Head back, bent and turned to this side. Press to about 7 kgf.",
      [...press, ...person("neck-extension", "neck-side-bend", "neck-rotation")],
      { only: { "compression-way": ["variant-b"] }, question: POSITION_THEN_PRESS, dose: { kgf: [7, 7] } },
    ),
  ],
  orders: [],
  schools: [
    school(
      "compression-way",
      "Foraminal compression: how",
      "doing",
      [
        "staged",
        "staged, light to heavy",
        "Stops at the first stage that answers; its last stage earns the figure of variant A.",
      ],
      [
        "neutral-extension",
        "neutral, and only when clear in 30-45° extension",
        "No side-bend: for stiff or sore necks; no figure.",
      ],
      ["variant-a", "side-bend with about 7 kgf", "The variant with the better figures."],
      [
        "variant-b",
        "extension, side-bend and rotation with about 7 kgf",
        "The most provocative; its figures are a little weaker.",
      ],
    ),
  ],
  measures: [],
  signs: [],
  stopRule: "The first stage that is theirs ends the test, and every other compression that visit.",
  cautions: ["Slow, never a jerk. Not after a positive compression this visit."],
  burden: 3,
  equipment: [],
  readings: [
    reading("cervical-root", "tested side", rootTowards),
    pointsTo(
      "cervical-root",
      "other side",
      positive({ ...ARM_HERE, at: ["away"] }, "into the arm on the side the neck was bent to"),
    ),
    reading("cervical-facet", "tested side", [
      positive({ ...NECK_ONLY, at: TOWARDS }, "their neck pain, without the arm: facet suggested"),
      negative({ when: "reproduced" }, "their symptom, but not in the neck alone"),
      ...CLEAR,
    ]),
    pointsTo(
      "upper-trapezius",
      "tested side",
      positive({ when: "reproduced", at: ["away"], felt: felt(...ARM, "upper-trapezius-scapula", "neck") }, MUSCLE),
    ),
    pointsTo(
      "upper-trapezius",
      "other side",
      positive(
        { when: "reproduced", at: ["towards", "combined"], felt: felt(...ARM, "upper-trapezius-scapula", "neck") },
        MUSCLE,
      ),
    ),
  ],
  aftermath: NO_MORE_COMPRESSION,
  citations: ["wainner-2003", "tong-2002"],
};

const maximal: Protocol = {
  id: "maximal-compression",
  name: "Maximal foraminal compression",
  otherNames: ["maximal cervical quadrant"],
  regions: ["neck", "arm"],
  position: "seated",
  sided: true,
  tissueGroup: "neck-compression-relief",
  placing: "Seated, arms relaxed.",
  hands: "Behind them, both hands on the crown.",
  direction: "Back, bent and turned to the same side, then pressure along the head's axis.",
  stages: [
    provoke(
      "press",
      "Back, bent, turned, press",
      "Head back, bent and turned to this side; press along its axis, slowly.",
      [...press, ...person("neck-extension", "neck-side-bend", "neck-rotation")],
      { question: POSITION_THEN_PRESS },
    ),
  ],
  orders: [],
  schools: [],
  measures: [],
  signs: [],
  stopRule: STOP_RULE,
  cautions: ["Blocked when another compression was positive this visit."],
  burden: 4,
  equipment: [],
  readings: [
    reading("cervical-root", "tested side", [
      positive(ARM_HERE, "their symptom into the arm, on the hollow side: root"),
      ...neckAlone,
      ...elsewhere("their symptom, but not in the arm"),
      ...CLEAR,
    ]),
    reading("cervical-facet", "tested side", [
      positive(NECK_ONLY, "their neck pain, on the hollow side: facet"),
      negative({ when: "reproduced" }, "their symptom, but not in the neck alone"),
      ...CLEAR,
    ]),
    pointsTo(
      "upper-trapezius",
      "other side",
      positive({ when: "reproduced", felt: felt(...ARM, "upper-trapezius-scapula", "neck") }, MUSCLE),
    ),
  ],
  aftermath: NO_MORE_COMPRESSION,
  citations: [],
};

const NOTHING_TO_EASE = "no arm symptom on this side at the start, so there is nothing to ease";
const IN_THE_ARM: Condition = { rest: "present", restFelt: felt(...ARM) };

const reliefLines = (stage: string, worse: string): readonly ReadingLine[] => [
  cannotTell({ rest: "absent" }, "no symptom at the start, so there is nothing to ease"),
  cannotTell({ not: IN_THE_ARM }, NOTHING_TO_EASE),
  positive({ effect: { [stage]: ["eased"] } }, "their arm symptom eases"),
  negative({ effect: { [stage]: ["worse"] } }, worse),
  negative({ effect: { [stage]: ["unchanged"] } }, "their arm symptom stays as it was"),
];

const distraction: Protocol = {
  id: "neck-distraction",
  name: "Neck distraction",
  otherNames: ["cervical traction test"],
  regions: ["neck", "arm"],
  position: "supine",
  sided: false,
  tissueGroup: "neck-compression-relief",
  placing: "On the back (or seated), with the symptom there.",
  hands: "At the head; one hand under the occiput, the other under the chin, never on the ears.",
  direction: "Along the neck, away from the body, then let go slowly.",
  stages: [
    relief("lift", "Lift and hold", "Lift slowly to about 14 kgf and hold.", person("supine", "neck-traction"), {
      dose: { kgf: [14, 14], holdSeconds: 5 },
      ways: [
        {
          under: { "distraction-grip": ["occiput-mastoids"] },
          instruction: "Hands under occiput and mastoids: lift slowly to about 14 kgf and hold.",
        },
        {
          under: { "distraction-lying": ["seated"] },
          instruction: "Behind them, seated: lift slowly, as much as they like, and hold.",
        },
      ],
    }),
  ],
  orders: [],
  schools: [
    school(
      "distraction-grip",
      "Neck distraction: grip",
      "doing",
      ["occiput-jaw", "occiput and chin", "As in the study, which the figure belongs to; not with jaw pain."],
      ["occiput-mastoids", "occiput and mastoids", "Spares jaw and ears; no figure."],
    ),
    school(
      "distraction-lying",
      "Neck distraction: lying or sitting",
      "doing",
      ["supine", "on the back, neck bent to comfort", "As in the study."],
      ["seated", "seated", "For those who cannot lie; no figure."],
    ),
  ],
  measures: [],
  signs: [],
  stopRule: "Let go slowly when it gets worse, at any new symptom, and whenever they ask.",
  cautions: ["Needs the symptom there at the start. Not on the ears; not on the jaw when it hurts."],
  burden: 1,
  equipment: [],
  readings: [
    reading("cervical-root", "both sides", reliefLines("lift", "worse with the lift: ligament or muscle, noted")),
    pointsTo(
      "upper-trapezius",
      "both sides",
      positive(
        { rest: "present", restFelt: felt(...NECK_AND_HEAD, ...ARM), effect: { lift: ["worse"] } },
        "worse when stretched: muscle or ligament",
      ),
    ),
  ],
  citations: ["wainner-2003"],
};

const abductionRelief: Protocol = {
  id: "shoulder-abduction-relief",
  name: "Shoulder abduction relief",
  otherNames: ["hand on head", "Bakody"],
  regions: ["neck", "arm"],
  position: "seated",
  sided: true,
  tissueGroup: "neck-compression-relief",
  placing: "Seated, with the symptom there.",
  hands: "They rest the hand of that arm on top of the head.",
  direction: "Hand on the head, wait.",
  stages: [
    relief("hand", "Hand on the head", "Hand on top of the head; wait a few breaths.", [
      ...person("seated", "neck-strain"),
      ...tested("arm-provocation", "shoulder-loading"),
    ]),
  ],
  orders: [],
  schools: [],
  measures: [],
  signs: [{ id: "at-night", label: "Already does this at night", options: [option("no", "no"), option("yes", "yes")] }],
  stopRule: STOP_RULE,
  cautions: ["Needs the symptom there at the start."],
  burden: 1,
  equipment: [],
  readings: [
    reading("cervical-root", "tested side", [
      equivocal(
        { rest: "absent", seen: { "at-night": ["yes"] } },
        "no symptom now; that the hand on the head eases it at home is history that supports the root",
      ),
      ...reliefLines("hand", "worse with the arm up"),
    ]),
  ],
  citations: ["wainner-2003"],
};

const depression: Protocol = {
  id: "shoulder-depression",
  name: "Shoulder depression",
  otherNames: ["girdle depression test"],
  regions: ["neck", "arm"],
  position: "seated",
  sided: true,
  tissueGroup: "neck-compression-relief",
  placing: "Seated, neck bent away from the tested side.",
  hands: "One hand on the shoulder, the other against the side of the head.",
  direction: "Shoulder down, slowly.",
  stages: [
    provoke("press", "Press the shoulder down", "Neck bent away; press the shoulder down, slowly.", [
      ...person("seated", "neck-side-bend", "neck-strain"),
      ...tested("arm-provocation", "shoulder-loading"),
    ]),
  ],
  orders: [],
  schools: [],
  measures: [],
  signs: [],
  stopRule: STOP_RULE,
  cautions: ["Slow and light: it stretches what may be stuck."],
  burden: 3,
  equipment: [],
  readings: [
    reading("cervical-root", "tested side", [
      positive(ARM_HERE, "their arm symptom on the stretched side: dural sleeve or root adhesion, or a tight capsule"),
      ...neckAlone,
      ...elsewhere("their symptom, but not in the arm"),
      ...CLEAR,
    ]),
    pointsTo(
      "cervical-root",
      "other side",
      positive(ARM_HERE, "their arm symptom on the side the neck was bent to: narrowing at the foramen"),
    ),
  ],
  citations: [],
};

const bendAnswer = (id: string, name: string, instruction: string): Stage =>
  provoke(id, name, instruction, person("seated", "neck-side-bend"), { goesOn: true });

const sideBend: Protocol = {
  id: "neck-side-bend",
  name: "Neck side-bend",
  otherNames: ["lateral flexion"],
  regions: ["neck", "arm"],
  position: "seated",
  sided: true,
  atOnce: { stages: { towards: "away", away: "towards" } },
  tissueGroup: "neck-range",
  placing: "Seated, shoulders level.",
  hands: "Steady the other shoulder.",
  direction: "To the affected side, then away.",
  stages: [bendAnswer("towards", "Towards", "Bend to this side."), bendAnswer("away", "Away", "Bend away.")],
  orders: [],
  schools: [],
  measures: [],
  signs: [],
  stopRule: STOP_RULE,
  cautions: ["Low evidence: noted, and counted nowhere."],
  burden: 1,
  equipment: [],
  readings: [
    reading("cervical-root", "tested side", [
      equivocal(
        { ...ARM_HERE, response: { towards: ["familiar"], away: ["familiar"] } },
        "arm symptom both ways: noted only",
      ),
      equivocal(
        { ...ARM_HERE, response: { towards: ["familiar"] } },
        "arm symptom bending towards: lateral to the root; noted only",
      ),
      equivocal(
        { ...ARM_HERE, response: { away: ["familiar"] } },
        "arm symptom bending away: medial to the root; noted only",
      ),
      ...elsewhere("their symptom, but not in the arm"),
      ...CLEAR,
    ]),
  ],
  citations: [],
};

const lhermitte: Protocol = {
  id: "lhermitte",
  name: "Lhermitte",
  otherNames: ["passive neck flexion"],
  regions: ["neck"],
  position: "seated",
  sided: false,
  tissueGroup: "neck-range",
  placing: "Seated (or lying), legs out if possible.",
  hands: "One hand behind the head.",
  direction: "Chin to chest, slowly.",
  stages: [
    observe(
      "own",
      "By themselves",
      "They bring the chin to the chest themselves, slowly.",
      "Anything running down your back, arms or legs?",
      [
        option("nothing", "nothing"),
        option("stretch", "a stretch only"),
        option("shock", "an electric shock"),
        option("unsure", "not sure"),
      ],
      person("seated", "neck-flexion"),
      { since: 3, endsOn: ["shock"] },
    ),
    observe(
      "flex",
      "Bend the neck",
      "Only when that was clear: bend the neck forward, slowly.",
      "Anything running down your back, arms or legs?",
      [
        option("nothing", "nothing"),
        option("stretch", "a stretch only"),
        option("shock", "an electric shock"),
        option("unsure", "not sure"),
      ],
      person("seated", "neck-flexion"),
    ),
  ],
  orders: [],
  schools: [],
  measures: [],
  signs: [],
  stopRule: "An electric shock ends the neck examination.",
  cautions: ["Not specific to the neck. A shock is referred, not followed up here."],
  burden: 1,
  equipment: [],
  readings: [
    reading("spinal-cord", "midline", [
      positive(
        { any: [{ seen: { own: ["shock"] } }, { seen: { flex: ["shock"] } }] },
        "an electric shock down spine or limbs: refer; lack of vitamin B12 and demyelinating disease do it too",
      ),
      equivocal(
        { any: [{ seen: { own: ["unsure"] } }, { seen: { flex: ["unsure"] } }] },
        "not sure what was felt: ask again, once",
      ),
      negative({ seen: { flex: ["nothing", "stretch"] } }, "no electric shock"),
    ]),
  ],
  aftermath: [
    {
      source: "spinal-cord",
      outcomes: ["positive"],
      effects: [
        block(
          [...WHOLE_NECK, ...LUMBAR_LOADS],
          "An electric shock on bending the neck: possible cord. No neck or lumbar loading.",
        ),
        referral(
          "urgent",
          "doctor today",
          "Electric shock on bending the neck: possible spinal cord involvement. Lack of vitamin B12 and demyelinating disease cause it too.",
          "Lhermitte's sign positive: electric shock on neck flexion. Please assess urgently for cervical cord compression. Neck and lumbar testing stopped.",
        ),
      ],
    },
  ],
  citations: [],
};

const rotation: Protocol = {
  id: "neck-rotation",
  name: "Neck rotation",
  otherNames: ["cervical rotation, active"],
  regions: ["neck", "arm"],
  position: "seated",
  sided: true,
  tissueGroup: "neck-range",
  placing: "Seated upright, shoulders still.",
  hands: "Read the angle; do not help.",
  direction: "They turn to this side as far as they can.",
  stages: [
    {
      id: "turn",
      name: "Turn to this side",
      instruction: "They turn the head to this side as far as it goes.",
      question: "As far as you can. What stops you?",
      dose: {},
      loads: person("seated", "neck-rotation"),
      kind: "measure",
      measures: ["rotation"],
    },
  ],
  orders: [],
  schools: [],
  measures: [
    {
      id: "rotation",
      label: "Rotation",
      unit: "°",
      range: [0, 110],
      expected: [80, 80],
      expectedWhy: "of a young adult",
      byAge: { from: 20, range: [70, 74], perDecade: -3 },
      mdc: 8,
      mdcFrom: NO_SOURCE,
      joint: { part: "turn" },
    },
  ],
  signs: [],
  stopRule: STOP_RULE,
  cautions: ["Active only.", "The rule's 60° is a cut-off, not what is expected: that falls with age."],
  burden: 1,
  equipment: ["goniometer"],
  readings: [
    {
      ...reading("cervical-root", "tested side", [
        positive(
          { measure: [{ id: "rotation", under: 60 }] },
          "less than 60° to this side: counts in the four-item root rule",
        ),
        negative({ measure: [{ id: "rotation", atLeast: 60 }] }, "60° or more to this side"),
      ]),
      usualAt: {
        outcome: "positive",
        fromAge: 70,
        said: "most healthy people over 70 turn less than 60°, so that it is positive says little at this age",
      },
    },
  ],
  citations: ["wainner-2003", "youdas-1992"],
};

const BENDS = {
  flexion: { name: "Forward", load: "neck-flexion", expected: 50, neck: 45 },
  extension: { name: "Back", load: "neck-extension", expected: 60, neck: -45 },
  "bend-right": { name: "Bend right", load: "neck-side-bend", expected: 45, neck: 0 },
  "bend-left": { name: "Bend left", load: "neck-side-bend", expected: 45, neck: 0 },
} as const;
type Bend = keyof typeof BENDS;
const BEND_IDS = Object.keys(BENDS) as Bend[];

const bending: Protocol = {
  id: "neck-bending",
  name: "Neck bending",
  otherNames: ["cervical range: flexion, extension, side-bend"],
  regions: ["neck", "arm"],
  position: "seated",
  sided: false,
  tissueGroup: "neck-range",
  placing: "Seated upright, back against the chair, shoulders still.",
  hands: "Inclinometer on the crown at zero; read the angle, do not help.",
  direction: "Forward, back, to each side, each by themselves and as far as it goes.",
  stages: BEND_IDS.map((way) =>
    measured(
      way,
      BENDS[way].name,
      `${BENDS[way].name} by themselves, as far as it goes; read the angle.`,
      "As far as you can. What stops you?",
      [way],
      person("seated", BENDS[way].load),
      {},
    ),
  ),
  orders: [],
  schools: [],
  measures: BEND_IDS.map((way) => ({
    id: way,
    label: BENDS[way].name,
    unit: "°",
    range: [0, 100],
    expected: [BENDS[way].expected, BENDS[way].expected],
    expectedWhy: "of a young adult; less with age",
    mdc: 8,
    mdcFrom: NO_SOURCE,
    ...(BENDS[way].neck === 0 ? {} : { joint: { part: "neck", times: BENDS[way].neck > 0 ? 1 : -1 } }),
  })),
  signs: [],
  stopRule: STOP_RULE,
  cautions: ["Active only.", "Recorded and compared: no figure stands on these ranges."],
  burden: 1,
  equipment: ["inclinometer"],
  readings: [
    reading("cervical-facet", "both sides", [cannotTell({}, "range recorded and compared; it reads no source")]),
  ],
  citations: [],
};

export const CERVICAL_PROVOCATION: readonly Protocol[] = [
  rotation,
  bending,
  sideBend,
  lhermitte,
  abductionRelief,
  compression,
  maximal,
  depression,
  distraction,
];
