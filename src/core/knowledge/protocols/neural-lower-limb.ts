import { ARM, BACK, BELOW_KNEE, LEG, NECK_OR_ARM } from "../../vocabulary";
import {
  cannotTell,
  CLEAR,
  elsewhere,
  END_FEEL,
  equivocal,
  undifferentiated,
  felt,
  feltAnySide,
  feltOther,
  negative,
  observe,
  onsetAndEnd,
  option,
  other,
  PAIN_RESISTANCE,
  person,
  pointsTo,
  positive,
  provoke,
  reading,
  release,
  relief,
  school,
  STOP_RULE,
  STRETCH_BY_NECK,
  tested,
  NO_SOURCE,
} from "./build";
import type { Condition, Protocol, ReadingLine, Way } from "./types";

const neck = person("neck-flexion");
const leg = tested("limb-provocation", "dural-tension");
const foot = tested("ankle-loading");
const slouch = person("seated", "lumbar-flexion", "lumbar-loading");

const LEG_FELT: Condition = { when: "reproduced", felt: felt(...LEG) };
const HEAD_EASED = { effect: { head: ["eased"] } } as const satisfies Condition;
const HEAD_NOT = { effect: { head: ["unchanged", "worse"] } } as const satisfies Condition;
const ANKLE_LOADED: Condition = {
  any: [
    { response: { dorsiflex: ["nothing", "stretch", "other", "familiar"] } },
    { response: { "ankle-press": ["familiar"] } },
  ],
};
const HEAD_DOWN: Condition = {
  any: [
    { response: { chin: ["nothing", "stretch", "other", "familiar"] } },
    { response: { overpressure: ["nothing", "stretch", "other", "familiar"] } },
    { response: { "back-press": ["nothing", "stretch", "other", "familiar"] } },
  ],
};
const ANKLE_NOT_LOADED: Condition = { not: ANKLE_LOADED };

/** Tingling and the like is no hamstring, wherever it is felt; nor is anything below the knee. */
const NOT_MUSCLE: Condition = {
  any: [{ quality: ["tingling", "burning", "numb", "shooting"] }, { felt: felt(...BELOW_KNEE) }],
};
const ANKLE_NOT_LOADED_AND_NOT_MUSCLE: Condition = { ...ANKLE_NOT_LOADED, ...NOT_MUSCLE };

/** With the chin down first, slouching leaves it there. */
const CHIN_STAYS: Way = {
  under: { "slump-order": ["chin-first"], "slump-lumbar": ["slouched"] },
  instruction: "Let the upper and lower back slouch; keep the pelvis upright and the chin where it is.",
};

const slumpRoot: readonly ReadingLine[] = [
  negative(
    { when: "reproduced", notFelt: felt(...LEG), felt: feltOther(...LEG) },
    "their symptom, but in the other leg",
    "crossed response: test and read the other leg",
  ),
  equivocal(
    { ...LEG_FELT, ...HEAD_EASED, seen: { reverse: ["stayed-away"] } },
    "looking up eased it (nerve), but looking down did not bring it back (not nerve): the two disagree",
  ),
  equivocal(
    { ...LEG_FELT, effect: { head: ["eased"], ankle: ["worse"] } },
    "looking up eased it (nerve), but letting the ankle down made it worse (not nerve): the two disagree",
  ),
  positive({ ...LEG_FELT, ...HEAD_EASED }, "their leg symptom, eased by looking up"),
  equivocal(
    { ...LEG_FELT, effect: { head: ["unchanged", "worse"], ankle: ["eased"] } },
    "not changed by looking up, eased by letting the ankle down: the nerve further down, or the calf; the head may not reach the root",
  ),
  equivocal(
    { ...LEG_FELT, effect: { head: ["unchanged", "worse"], ankle: ["unchanged", "worse"] }, ...NOT_MUSCLE },
    "changed neither by looking up nor by letting the ankle down, and not a stretch or ache of the thigh: not explained by these releases",
  ),
  negative(
    { ...LEG_FELT, effect: { head: ["unchanged", "worse"], ankle: ["unchanged", "worse"] } },
    "a stretch or ache of the thigh, changed neither by looking up nor by letting the ankle down: muscle",
  ),
  equivocal(
    { ...LEG_FELT, ...HEAD_NOT, ...ANKLE_NOT_LOADED_AND_NOT_MUSCLE },
    "not changed by looking up, and not a stretch or ache of the thigh; the ankle was not loaded, so it could not be let down",
  ),
  negative(
    { ...LEG_FELT, ...HEAD_NOT, ...ANKLE_NOT_LOADED },
    "a stretch or ache of the thigh, not changed by looking up, and the ankle was not loaded: muscle",
  ),
  undifferentiated(
    { ...LEG_FELT, ...HEAD_NOT },
    "not changed by looking up; the ankle was loaded and not let down: not differentiated",
  ),
  equivocal(
    { ...LEG_FELT, effect: { ankle: ["eased"] } },
    "eased by letting the ankle down; the head was not down, so it could not be let up: nerve or calf",
  ),
  undifferentiated(
    { ...LEG_FELT, effect: { ankle: ["unchanged", "worse"] } },
    "not changed by letting the ankle down; the head was not down: not differentiated",
  ),
  undifferentiated({ ...LEG_FELT, not: HEAD_DOWN }, "their leg symptom; the head was not down: not differentiated"),
  undifferentiated(LEG_FELT, "their leg symptom, but nothing was let go: not differentiated"),
  {
    ...positive(
      { when: "reproduced", felt: feltAnySide(...BACK), school: { "slump-back-pain": ["counts"] }, ...HEAD_EASED },
      "their back pain, eased by looking up (counted as positive by the school chosen, which no figure was found for)",
    ),
    noFigure: true,
  },
  equivocal(
    { when: "reproduced", felt: feltAnySide(...BACK), ...HEAD_EASED },
    "back only: the leg was not reached",
    "neural sensitivity: eased by looking up; no figure",
  ),
  equivocal({ when: "reproduced", felt: feltAnySide(...BACK) }, "back only: the leg was not reached"),
  equivocal(
    {
      when: "reproduced",
      felt: feltAnySide(...NECK_OR_ARM),
      any: [{ effect: { "knee-down": ["eased"] } }, { effect: { ankle: ["eased"] } }],
    },
    "neck or arm, changed from the leg: not the lumbosacral root",
    "neural sensitivity: changed by letting the leg down; no figure",
  ),
  equivocal({ when: "reproduced", felt: feltAnySide(...NECK_OR_ARM) }, "neck or arm: not where this root is felt"),
  ...elsewhere("their symptom, but not in the leg"),
  ...CLEAR,
];

/** The lower back is kept straight. */
const UPRIGHT: Way = {
  under: { "slump-lumbar": ["upright"] },
  name: "Sit tall",
  instruction: "Keep the lower back upright; let only the upper back round a little.",
};
/** A trunk that is let go forward takes the hips past a right angle. */
const SLOUCHED: Way = {
  under: { "slump-lumbar": ["slouched"] },
  loads: [...tested("hip-flexion-past-90"), ...other("hip-flexion-past-90")],
};
const HANDS_FREE: Way = {
  under: { "slump-hands": ["free"] },
  name: "Slouch, hands on the thighs",
};

const slump: Protocol = {
  id: "slump",
  name: "Slump",
  otherNames: ["slumped sitting", "seated dural tension"],
  regions: ["low-back", "leg"],
  position: "seated",
  sided: true,
  tissueGroup: "lower-limb-neural",
  placing: "Seated, thighs fully on the table, backs of the knees at its edge, hands behind the back.",
  hands: "Beside them, one forearm across the upper back, that hand on the head; the other hand on the tested foot.",
  direction: "Slouch, chin down, knee straight, foot up: one at a time, asking after each.",
  stages: [
    provoke(
      "slouch",
      "Slouch",
      "Let the upper and lower back slouch; keep the pelvis upright and the chin level.",
      slouch,
      { ways: [UPRIGHT, SLOUCHED, HANDS_FREE, CHIN_STAYS] },
    ),
    provoke("chin", "Chin to chest", "Bring the chin to the chest.", [...slouch, ...neck], {
      ways: [SLOUCHED],
    }),
    provoke("overpressure", "Press the neck", "Gentle overpressure on the head; keep it on.", [...slouch, ...neck], {
      ways: [SLOUCHED],
      only: { "slump-overpressure": ["on"] },
    }),
    provoke(
      "back-press",
      "Press the back",
      "Gentle overpressure on the upper back as well; keep both on.",
      [...slouch, ...neck],
      { since: 3, ways: [SLOUCHED], only: { "slump-overpressure": ["on"] } },
    ),
    provoke("knee", "Straighten knee", "They straighten the knee as far as it goes.", [...slouch, ...leg], {
      ways: [
        SLOUCHED,
        {
          under: { "slump-knee": ["passive"] },
          instruction:
            "Straighten their knee for them, as far as it goes: forearm across the upper back, hand on the head; the other hand behind the heel.",
        },
      ],
      measures: ["onset", "end"],
    }),
    provoke("dorsiflex", "Foot up", "Bring the foot up.", [...slouch, ...leg, ...foot], {
      ways: [SLOUCHED],
      measures: ["onset", "end"],
    }),
    provoke("ankle-press", "Foot overpressure", "Gentle overpressure on the foot.", [...slouch, ...leg, ...foot], {
      ways: [SLOUCHED],
      only: { "slump-overpressure": ["on"] },
    }),
    release("head", "Head up", "Everything else stays. Let them look ahead, then up.", {
      loaded: HEAD_DOWN,
    }),
    observe(
      "reverse",
      "Head down again",
      "Head down again.",
      "Does it come back?",
      [option("returned", "it comes back"), option("stayed-away", "it stays away")],
      neck,
      { kind: "release", due: HEAD_EASED },
    ),
    release("ankle", "Ankle down", "Head stays down; let the foot go.", { due: ANKLE_LOADED, loaded: ANKLE_LOADED }),
    release("knee-down", "Knee down", "Bend the knee a little; the rest stays.", {
      due: { felt: feltAnySide(...NECK_OR_ARM) },
    }),
  ],
  orders: [
    {
      school: "slump-order",
      option: "chin-first",
      stages: ["chin", "overpressure", "slouch", "back-press"],
    },
    {
      school: "slump-order",
      option: "leg-first",
      stages: ["knee", "dorsiflex", "ankle-press", "slouch", "chin", "overpressure", "back-press"],
    },
    { school: "slump-limb-order", option: "ankle-first", stages: ["dorsiflex", "knee"] },
  ],
  schools: [
    school(
      "slump-order",
      "Slump: what comes first",
      "doing",
      ["slouch-first", "slouch, then chin, then leg", "The order of the accuracy studies: compared like with like."],
      ["chin-first", "chin, then slouch, then leg", "Shows early when the neck alone brings it on."],
      [
        "leg-first",
        "leg first, then slouch and chin",
        "Kinder when the leg is the sore part: it stops before the spine is loaded.",
      ],
    ),
    school(
      "slump-lumbar",
      "Slump: lumbar spine",
      "doing",
      ["slouched", "slouched", "The full dural load, as in the studies."],
      ["upright", "held upright", "Keeps a disc that dislikes bending out of the answer."],
    ),
    school(
      "slump-knee",
      "Slump: knee",
      "doing",
      ["active", "they straighten it", "They stop where it comes on; nothing is forced."],
      ["passive", "you straighten it", "The same speed and range every time."],
    ),
    school(
      "slump-limb-order",
      "Slump: knee or ankle first",
      "doing",
      ["knee-first", "knee, then ankle", "Ends in the same position; the usual order, so angles compare."],
      ["ankle-first", "ankle, then knee", "Ends in the same position; loads the nerve from below first."],
    ),
    school(
      "slump-overpressure",
      "Slump: overpressure",
      "doing",
      ["on", "with overpressure", "As in the studies: a clear test is clearer."],
      ["off", "without", "For sore or frail people; a clear test says a little less."],
    ),
    school(
      "slump-hands",
      "Slump: hands",
      "doing",
      ["behind", "behind the back", "Keeps the arms from propping the trunk."],
      ["free", "resting on the thighs", "For those whose shoulders do not allow it."],
    ),
    school(
      "slump-back-pain",
      "Slump: back pain eased by looking up",
      "reading",
      [
        "does-not-count",
        "does not count as positive",
        "The leg was not reached, and the figures are for leg symptoms.",
      ],
      ["counts", "counts as positive", "Some read any spinal symptom that the head changes as dural."],
    ),
    school(
      "slump-baseline",
      "Slump: for whom",
      "reading",
      ["where-it-fits", "where the complaint calls for it", "Least provocation that still answers."],
      ["everybody", "a baseline for every patient", "Some want it from everybody, to compare with later visits."],
    ),
  ],
  measures: onsetAndEnd("Knee short of straight", [0, 120], {
    expected: [0, 20],
    mdc: 8,
    mdcFrom: NO_SOURCE,
    joint: { part: "knee" },
    falling: true,
  }),
  signs: [END_FEEL, PAIN_RESISTANCE, STRETCH_BY_NECK],
  stopRule: STOP_RULE,
  cautions: ["The first symptom that is theirs ends the ladder: then let go from the far end, one part at a time."],
  burden: 3,
  equipment: ["goniometer"],
  readings: [
    reading("lower-lumbosacral-root", "tested side", slumpRoot),
    pointsTo(
      "peripheral-leg-nerve",
      "tested side",
      positive(
        { ...LEG_FELT, effect: { head: ["unchanged", "worse"], ankle: ["eased"] } },
        "eased by letting the ankle down, not by looking up: the nerve further down, or the calf muscle",
      ),
    ),
    pointsTo(
      "hamstring-length",
      "tested side",
      positive(
        { ...LEG_FELT, effect: { head: ["unchanged", "worse"], ankle: ["unchanged", "worse"] }, not: NOT_MUSCLE },
        "changed neither by looking up nor by letting the ankle down: muscle",
      ),
      positive(
        { ...LEG_FELT, ...HEAD_NOT, not: { any: [ANKLE_LOADED, NOT_MUSCLE] } },
        "not changed by looking up, ankle not loaded: muscle",
      ),
    ),
  ],
  citations: ["majlesi-2008", "urban-2015"],
};

const seatedRaise: Protocol = {
  id: "seated-straight-leg-raise",
  name: "Seated straight leg raise",
  otherNames: ["seated knee extension", "tripod sign"],
  regions: ["low-back", "leg"],
  position: "seated",
  sided: true,
  tissueGroup: "lower-limb-neural",
  placing: "Seated upright, thighs on the table, hands beside the hips.",
  hands: "One hand steadies the thigh, the other lifts behind the heel.",
  direction: "Knee to straight, then foot up, then a slouch.",
  stages: [
    provoke(
      "knee",
      "Straighten knee",
      "Straighten the knee to a right angle at the hip.",
      [...person("seated"), ...leg],
      {
        ways: [
          {
            under: { "seated-raise-place": ["last"] },
            instruction: "After the other seated tests: straighten the knee to a right angle at the hip.",
          },
          {
            under: { "seated-raise-place": ["with-power"] },
            instruction: "Within the knee power test: let them straighten the knee to a right angle at the hip.",
          },
        ],
        measures: ["angle"],
      },
    ),
    provoke("dorsiflex", "Foot up", "Add the foot up.", [...person("seated"), ...leg, ...foot], {
      measures: ["angle"],
    }),
    provoke("slouch", "Slouch", "Add a slouch with gentle pressure on the shoulders.", [...slouch, ...leg], {
      measures: ["angle"],
    }),
  ],
  orders: [],
  schools: [
    school(
      "seated-raise-place",
      "Seated raise: when",
      "doing",
      ["first", "first of the seated tests", "It is light, and warns before the slump."],
      ["last", "last of the seated tests", "The knee power test then has not been coloured by soreness."],
      ["with-power", "inside the knee power test", "Saves a separate test."],
    ),
  ],
  measures: [
    {
      id: "angle",
      label: "Hip-knee angle reached without symptoms",
      unit: "°",
      range: [0, 100],
      expected: [70, 90],
      mdc: 6,
      mdcFrom: NO_SOURCE,
      joint: { part: "knee", from: 90, times: -1 },
    },
  ],
  signs: [
    {
      id: "leaning",
      label: "Leaning back on the hands",
      options: [
        option("no", "no"),
        option("with-leg", "with leg symptoms"),
        option("with-back", "with back pain only"),
      ],
    },
    STRETCH_BY_NECK,
  ],
  stopRule: STOP_RULE,
  cautions: ["The less sensitive of the two raises: compared with the supine raise, never instead of it."],
  burden: 2,
  equipment: ["goniometer"],
  readings: [
    reading("lower-lumbosacral-root", "tested side", [
      positive(
        { ...LEG_FELT, seen: { leaning: ["with-leg"] } },
        "their leg symptom, and they lean back on the hands to ease it",
        "leaning back supports it",
      ),
      positive(LEG_FELT, "their symptom, shooting into the leg"),
      negative({ when: "reproduced", felt: feltAnySide(...BACK) }, "back or buttock only: not the root"),
      equivocal({ when: "reproduced", felt: feltAnySide(...NECK_OR_ARM) }, "neck or arm: not where this root is felt"),
      ...elsewhere("their symptom, but not in the leg"),
      ...CLEAR,
    ]),
    pointsTo(
      "lumbar-disc",
      "midline",
      positive(
        {
          when: "reproduced",
          notFelt: feltAnySide(...LEG),
          felt: feltAnySide(...BACK),
          seen: { leaning: ["with-back"] },
        },
        "back pain only, leaning back on the hands: disc or another source in the back",
      ),
    ),
  ],
  citations: ["rabin-2007"],
};

const BELOW: Condition = { when: "reproduced", felt: felt(...BELOW_KNEE) };
const PROXIMAL = ["central-buttock", "si-area", "posterior-thigh"] as const;
const ABOVE_KNEE: Condition = { when: "reproduced", felt: felt(...PROXIMAL) };

const slrRange = school(
  "raise-range",
  "Straight leg raise: which onset counts",
  "reading",
  ["to-70", "leg symptoms at 70° or less", "The usual reading: beyond 70° the nerve no longer moves much."],
  ["30-to-70", "between 30° and 70°", "Below 30° the nerve is not yet taut, so something else may be at work."],
  ["any", "at any angle", "As in studies that counted every raise that brought on the leg symptom."],
);

/** What a raise says of the root on its own side; `release` steps settle a buttock or thigh symptom. */
const raiseLines: readonly ReadingLine[] = [
  positive(
    { ...BELOW, school: { "raise-range": ["any"] } },
    "their symptom below the knee, at any angle (school chosen)",
  ),
  equivocal(
    { ...BELOW, school: { "raise-range": ["30-to-70"] }, measure: [{ id: "onset", under: 30 }] },
    "their symptom below the knee before 30°, where this school does not count it",
    "severe: before 30°",
  ),
  positive(
    { ...BELOW, measure: [{ id: "onset", under: 30 }] },
    "their symptom below the knee, before 30°",
    "severe: before 30°",
  ),
  positive({ ...BELOW, measure: [{ id: "onset", atMost: 70 }] }, "their symptom below the knee, at 70° or less"),
  equivocal({ ...BELOW, measure: [{ id: "onset", over: 70 }] }, "their symptom below the knee, but only beyond 70°"),
  equivocal(BELOW, "their symptom below the knee; say at which angle it came"),
  equivocal(
    {
      ...ABOVE_KNEE,
      any: [
        { effect: { foot: ["worse"], head: ["unchanged", "eased"] } },
        { effect: { foot: ["unchanged", "eased"], head: ["worse"] } },
      ],
    },
    "buttock or back of the thigh: one of foot and head raised it (nerve), the other did not (muscle): the two disagree",
  ),
  positive(
    { ...ABOVE_KNEE, any: [{ effect: { foot: ["worse"] } }, { effect: { head: ["worse"] } }] },
    "buttock or back of the thigh, raised by a part far away: nerve",
  ),
  negative(
    { ...ABOVE_KNEE, effect: { foot: ["unchanged", "eased"], head: ["unchanged", "eased"] } },
    "buttock or back of the thigh, changed by neither foot nor head: muscle",
  ),
  undifferentiated(ABOVE_KNEE, "buttock or back of the thigh only: not differentiated"),
  negative({ when: "reproduced", felt: feltAnySide("low-back", "thoracic") }, "back only: not the root"),
  negative({ when: "reproduced", felt: feltOther(...LEG) }, "their symptom, but in the other leg: a crossed raise"),
  equivocal({ when: "reproduced", felt: feltAnySide(...NECK_OR_ARM) }, "neck or arm: not where this root is felt"),
  ...elsewhere("their symptom, but not in the leg"),
  ...CLEAR,
];

const crossedReading = reading(
  "lower-lumbosacral-root",
  "other side",
  [
    positive(
      { when: "reproduced", felt: felt(...LEG) },
      "the crossed raise: this leg's symptom, brought on by raising the other",
      "specific; possibly a large protrusion",
    ),
  ],
  { pointsOnly: true, figuresOf: "crossed-leg-raise" },
);

const MUSCLE_RAISE = pointsTo(
  "hamstring-length",
  "tested side",
  positive({ when: "stretch" }, "stretch behind the thigh only"),
  positive(
    { ...ABOVE_KNEE, effect: { foot: ["unchanged", "eased"], head: ["unchanged", "eased"] } },
    "changed by neither foot nor head: muscle",
  ),
);

const backOnly = { when: "reproduced", felt: feltAnySide("low-back", "thoracic"), notFelt: felt(...LEG) } as const;

const NEEDS_TELLING: Condition = { felt: felt(...PROXIMAL), notFelt: felt(...BELOW_KNEE) };

/** How the raise begins when it is loaded from the start. */
const RAISE_WAYS: readonly Way[] = [
  {
    under: { "raise-way": ["sensitised"] },
    instruction: "Hip turned in and brought across first; then raise slowly, knee straight, to the first symptom.",
    loads: tested("hip-flexion-with-adduction-or-rotation"),
  },
  {
    under: { "raise-way": ["foot-first"] },
    instruction: "Foot up first, and held; then raise slowly, knee straight, to the first symptom.",
  },
];

const raise: Protocol = {
  id: "straight-leg-raise",
  name: "Straight leg raise",
  otherNames: ["SLR", "passive leg raise"],
  regions: ["low-back", "leg"],
  position: "supine",
  sided: true,
  tissueGroup: "lower-limb-neural",
  placing: "On the back, no pillow, other leg flat.",
  hands: "One hand behind the heel, the other above the knee to keep it straight.",
  direction: "Straight up, slowly, foot relaxed.",
  stages: [
    provoke(
      "raise",
      "Raise to onset",
      "Raise slowly, knee straight, to the first symptom.",
      [...person("supine"), ...leg],
      {
        measures: ["onset", "end"],
        ways: RAISE_WAYS,
      },
    ),
    provoke("end", "To end of range", "On to the end of range.", [...person("supine"), ...leg], {
      measures: ["onset", "end"],
      ways: RAISE_WAYS.map(({ instruction: _said, ...way }) => way),
    }),
    release("foot", "Foot up", "Just below onset: bring the foot up.", {
      addsLoad: true,
      due: NEEDS_TELLING,
      loaded: { not: { school: { "raise-way": ["foot-first"] } } },
      loads: [...leg, ...foot],
    }),
    release("head", "Head up", "Just below onset: lift the head.", {
      addsLoad: true,
      due: NEEDS_TELLING,
      loads: neck,
    }),
  ],
  orders: [],
  schools: [
    school(
      "raise-way",
      "Straight leg raise: how",
      "doing",
      ["plain", "plain", "As in the studies."],
      [
        "sensitised",
        "with hip adduction and medial rotation from the start",
        "Finds an irritable nerve earlier; not comparable with plain raises.",
      ],
      ["foot-first", "foot up before raising", "Loads the nerve from below; not comparable with plain raises."],
    ),
    slrRange,
  ],
  measures: onsetAndEnd("Raise", [0, 130], { expected: [70, 90], mdc: 6, mdcFrom: NO_SOURCE, joint: { part: "hip" } }),
  signs: [END_FEEL, PAIN_RESISTANCE, STRETCH_BY_NECK],
  stopRule: STOP_RULE,
  cautions: ["One leg at a time; lower it at once when their symptom comes."],
  burden: 2,
  equipment: ["inclinometer or goniometer"],
  readings: [
    reading("lower-lumbosacral-root", "tested side", raiseLines),
    crossedReading,
    MUSCLE_RAISE,
    pointsTo("sacroiliac", "tested side", {
      ...equivocal(
        {
          school: { "si-motion": ["on"] },
          when: ["nothing", "stretch"],
          difference: { id: "end", over: "mdc", way: "less" },
        },
        "ends short of the other side without symptoms: a stiffness pattern (motion school); recorded only",
      ),
      noFigure: true,
    }),
    pointsTo("lumbar-facet", "tested side", positive(backOnly, "back only: facet, muscle or disc")),
    pointsTo("lumbar-disc", "midline", positive(backOnly, "back only: facet, muscle or disc")),
    pointsTo("lumbar-paravertebral", "midline", positive(backOnly, "back only: facet, muscle or disc")),
  ],
  citations: ["majlesi-2008", "deville-2000"],
};

const raiseGaveLeg: Condition = {
  earlier: { test: "straight-leg-raise", side: "same side", heard: ["reproduced"], felt: felt(...LEG) },
};
const AFTER_RAISE = "offered once the straight leg raise on this side has brought on their leg symptom";

const dorsiflexionSign: Protocol = {
  id: "dorsiflexion-sign",
  name: "Dorsiflexion sign after the raise",
  otherNames: ["Bragard"],
  regions: ["low-back", "leg"],
  position: "supine",
  sided: true,
  tissueGroup: "lower-limb-neural",
  placing: "On the back, leg held at the angle where the symptom came.",
  hands: "One hand on the sole, the other above the knee.",
  direction: "Foot down, foot up.",
  stages: [
    relief("plantarflex", "Foot down", "At the onset angle, point the foot down.", leg, {
      only: { "dorsiflexion-plantar": ["with"] },
    }),
    observe(
      "lower",
      "Lower 5-10°",
      "Foot back to rest. Lower the leg 5 to 10 degrees, until it eases.",
      "Has it eased?",
      [option("eased", "it has eased"), option("still-sore", "still sore 10° lower")],
      leg,
      { measures: ["lowered"] },
    ),
    provoke("dorsiflex", "Foot up", "Bring the foot up.", [...leg, ...foot]),
  ],
  orders: [],
  schools: [
    school(
      "dorsiflexion-plantar",
      "Dorsiflexion sign: foot down first",
      "doing",
      ["with", "with the foot-down step", "An easing there supports what comes after."],
      ["without", "without it", "Shorter for a sore leg."],
    ),
  ],
  measures: [{ id: "lowered", label: "Lowered by", unit: "°", range: [0, 40], expected: [5, 10] }],
  signs: [],
  stopRule: STOP_RULE,
  cautions: ["Only after a raise that gave leg symptoms."],
  burden: 2,
  equipment: [],
  earned: { condition: raiseGaveLeg, otherwise: AFTER_RAISE },
  readings: [
    reading("lower-lumbosacral-root", "tested side", [
      cannotTell({ seen: { lower: ["still-sore"] } }, "still sore 10° lower, so bringing the foot up says nothing"),
      positive(
        { when: "reproduced", felt: felt(...LEG, "central-buttock", "si-area"), effect: { plantarflex: ["eased"] } },
        "it returned with the foot up, and the foot down had eased it",
      ),
      positive(
        { when: "reproduced", felt: felt(...LEG, "central-buttock", "si-area") },
        "it returned with the foot up",
      ),
      ...elsewhere("their symptom, but not in this leg"),
      ...CLEAR,
    ]),
  ],
  citations: ["homayouni-2018"],
};

const neckAfterRaise: Protocol = {
  id: "neck-flexion-after-raise",
  name: "Neck flexion after the raise",
  otherNames: ["head lift after the raise"],
  regions: ["low-back", "leg"],
  position: "supine",
  sided: true,
  tissueGroup: "lower-limb-neural",
  placing: "On the back, leg lowered to just below where the symptom came.",
  hands: "One hand holds the leg, the other lifts the head.",
  direction: "Chin to chest.",
  stages: [provoke("head", "Lift the head", "Lift the head, chin to chest; the leg stays.", [...neck, ...leg])],
  orders: [],
  schools: [],
  measures: [],
  signs: [],
  stopRule: STOP_RULE,
  cautions: ["Not when the neck must not be bent."],
  burden: 2,
  equipment: [],
  earned: { condition: raiseGaveLeg, otherwise: AFTER_RAISE },
  readings: [
    reading("lower-lumbosacral-root", "tested side", [
      positive(
        { when: "reproduced", felt: felt(...LEG, "central-buttock", "si-area") },
        "the leg symptom returned with the head: nerve",
      ),
      equivocal(
        { when: "reproduced", felt: feltAnySide("low-back", "thoracic", "neck") },
        "spine only: the leg symptom did not return",
      ),
      ...elsewhere("their symptom, but not in this leg"),
      ...CLEAR,
    ]),
  ],
  citations: [],
};

const sideRaise: Protocol = {
  id: "side-lying-leg-raise",
  name: "Side-lying straight leg raise",
  otherNames: ["lateral straight leg raise"],
  regions: ["low-back", "leg"],
  position: "side-lying",
  sided: true,
  tissueGroup: "lower-limb-neural",
  placing: "On the side, tested leg up, lower knee bent.",
  hands: "Behind them, one arm carries the leg, the other hand steadies the pelvis.",
  direction: "Hip bends, knee straight; then across and inwards.",
  stages: [
    provoke(
      "raise",
      "Raise",
      "Bring the straight leg forward to the first symptom.",
      [...person("side-lying"), ...leg],
      {
        measures: ["onset", "end"],
      },
    ),
    provoke(
      "sensitise",
      "Across and inwards",
      "Add adduction and medial rotation.",
      [...person("side-lying"), ...leg, ...tested("hip-flexion-with-adduction-or-rotation")],
      { measures: ["onset", "end"] },
    ),
    release("foot", "Foot up", "Lower slightly, then bring the foot up.", {
      addsLoad: true,
      due: NEEDS_TELLING,
      loads: [...leg, ...foot],
    }),
    release("head", "Head forward", "Lower slightly, then bend the head forward.", {
      addsLoad: true,
      due: NEEDS_TELLING,
      loads: neck,
    }),
  ],
  orders: [],
  schools: [slrRange],
  measures: onsetAndEnd("Raise", [0, 130], { expected: [70, 90], mdc: 6, mdcFrom: NO_SOURCE, joint: { part: "hip" } }),
  signs: [END_FEEL, STRETCH_BY_NECK],
  stopRule: STOP_RULE,
  cautions: ["For those who cannot lie on the back."],
  burden: 3,
  equipment: ["pillow", "inclinometer or goniometer"],
  readings: [reading("lower-lumbosacral-root", "tested side", raiseLines), MUSCLE_RAISE],
  citations: [],
};

const crossed: Protocol = {
  id: "crossed-leg-raise",
  name: "Crossed leg raise",
  otherNames: ["well leg raise"],
  regions: ["low-back", "leg"],
  position: "supine",
  sided: true,
  tissueGroup: "lower-limb-neural",
  placing: "On the back; the pain-free leg is the one that is raised.",
  hands: "One hand behind the heel, the other above the knee.",
  direction: "Straight up, slowly.",
  stages: [
    provoke(
      "raise",
      "Raise the other leg",
      "Raise the pain-free leg, knee straight. Ask about the painful leg.",
      [...person("supine"), ...leg],
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
      label: "Angle at onset",
      unit: "°",
      range: [0, 130],
      mdc: 6,
      mdcFrom: NO_SOURCE,
      joint: { part: "hip" },
    },
  ],
  signs: [],
  stopRule: STOP_RULE,
  cautions: ["The side is the leg that is raised; what it says is about the other leg."],
  burden: 2,
  equipment: ["inclinometer or goniometer"],
  readings: [
    reading("lower-lumbosacral-root", "other side", [
      positive(
        { when: "reproduced", felt: felt(...LEG, "central-buttock") },
        "their symptom in this leg, brought on by raising the other",
        "specific; possibly a large protrusion",
      ),
      equivocal(
        { when: "reproduced", felt: feltAnySide("low-back", "si-area") },
        "back or buttock only: the leg was not reached",
      ),
      ...elsewhere("their symptom, but not in this leg"),
      ...CLEAR,
    ]),
  ],
  citations: ["deville-2000"],
};

const valsalva: Protocol = {
  id: "valsalva",
  name: "Valsalva",
  otherNames: ["bearing down"],
  regions: ["neck", "low-back"],
  position: "seated",
  sided: false,
  tissueGroup: "neck-compression-relief",
  placing: "Seated, in case of faintness.",
  hands: "Stand close in front, ready to steady them.",
  direction: "They hold the breath and bear down, or blow against the thumb.",
  stages: [
    provoke(
      "hold",
      "Bear down",
      "Deep breath, hold it, bear down as if on the toilet.",
      person("seated", "breath-held", "neck-strain"),
      {
        ways: [
          {
            under: { "valsalva-way": ["thumb"] },
            instruction: "Thumb in the mouth, cheeks full: blow against it and hold.",
          },
        ],
        dose: { holdSeconds: 5 },
      },
    ),
  ],
  orders: [],
  schools: [
    school(
      "valsalva-way",
      "Valsalva: how",
      "doing",
      ["breath", "hold the breath and bear down", "As in the study."],
      ["thumb", "blow against the thumb", "Easier to explain and to stop."],
    ),
  ],
  measures: [],
  signs: [],
  stopRule: STOP_RULE,
  cautions: [
    "Not with uncontrolled blood pressure, recent eye or abdominal surgery, hernia or glaucoma.",
    "Faintness ends it at once.",
  ],
  burden: 1,
  equipment: [],
  readings: [
    reading("cervical-root", "both sides", [
      positive({ when: "reproduced", felt: felt(...ARM) }, "their arm symptom on this side with pressure in the canal"),
      equivocal(
        { when: "reproduced", felt: feltAnySide(...NECK_OR_ARM) },
        "their symptom, but not in the arm of this side",
      ),
      { ...negative({ when: "reproduced" }, "their symptom, but not in the neck or arm"), noFigure: true },
      ...CLEAR,
    ]),
    reading("cervical-disc", "midline", [
      positive(
        { when: "reproduced", felt: feltAnySide(...NECK_OR_ARM, "thoracic") },
        "their neck or arm symptom with pressure in the canal",
      ),
      negative({ when: "reproduced" }, "their symptom, but not in the neck or arm"),
      ...CLEAR,
    ]),
    reading("lumbar-disc", "midline", [
      positive(
        { when: "reproduced", felt: feltAnySide("low-back", ...LEG, "central-buttock") },
        "their back or leg symptom with pressure in the canal",
      ),
      negative({ when: "reproduced" }, "their symptom, but not in the back or leg"),
      ...CLEAR,
    ]),
  ],
  citations: ["wainner-2003"],
};

export const NEURAL_LOWER_LIMB: readonly Protocol[] = [
  seatedRaise,
  slump,
  valsalva,
  raise,
  dorsiflexionSign,
  neckAfterRaise,
  crossed,
  sideRaise,
];
