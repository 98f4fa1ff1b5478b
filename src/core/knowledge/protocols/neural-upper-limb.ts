import type { Measure } from "../../measurement";
import { ARM, NECK_AND_HEAD, type SourceId } from "../../vocabulary";
import {
  CLEAR,
  elsewhere,
  END_FEEL,
  equivocal,
  undifferentiated,
  felt,
  feltOrCentral,
  negative,
  onsetAndEnd,
  PAIN_RESISTANCE,
  person,
  positive,
  provoke,
  reading,
  STRETCH_BY_NECK,
  release,
  school,
  tested,
  NO_SOURCE,
} from "./build";
import type { Condition, Protocol, ReadingLine, SourceInterpretation, Stage } from "./types";

const arm = [...person("supine", "neck-strain"), ...tested("arm-provocation")];
/** The joint that a step moves, as the guard knows it. */
const JOINT: Readonly<Record<string, "shoulder-loading" | "elbow-loading" | "wrist-loading">> = {
  girdle: "shoulder-loading",
  abduction: "shoulder-loading",
  rotation: "shoulder-loading",
  supination: "elbow-loading",
  pronation: "elbow-loading",
  elbow: "elbow-loading",
  wrist: "wrist-loading",
};
const DONE = ["nothing", "stretch", "other", "familiar"] as const;
const loaded = (...stages: readonly string[]): Condition => ({
  any: stages.map((stage) => ({ response: { [stage]: DONE } })),
});
const REPRODUCED: Condition = { when: "reproduced", felt: feltOrCentral(...ARM, ...NECK_AND_HEAD, "thoracic") };

/** Placed away, the neck eases it by coming to the midline; placed neutral, it raises it by going away or eases it by coming towards. */
const NECK_CHANGES: Condition = {
  any: [
    { effect: { "neck-midline": ["eased"] } },
    { effect: { "neck-away-last": ["worse"] } },
    { effect: { "neck-towards": ["eased"] } },
    { effect: { "neck-beyond": ["eased"] } },
  ],
};
const NECK_DONE: Condition = {
  any: [
    { effect: { "neck-midline": ["eased", "unchanged", "worse"] } },
    { effect: { "neck-away-last": ["eased", "unchanged", "worse"] } },
  ],
};
const not = (condition: Condition): Condition => ({ not: condition });
/** Wrist and fingers, elbow or girdle: whichever was loaded and let go. */
const FAR = ["far", "elbow-back", "girdle-up"] as const;
const FAR_EASED: Condition = { any: FAR.map((stage) => ({ effect: { [stage]: ["eased"] } })) };
const FAR_NOT: Condition = { any: FAR.map((stage) => ({ effect: { [stage]: ["unchanged", "worse"] } })) };
const both = (...conditions: readonly Condition[]): Condition => ({
  not: { any: conditions.map((condition) => ({ not: condition })) },
});
const FAR_CHANGED: Condition = { ...REPRODUCED, ...both(FAR_EASED, not(NECK_CHANGES), { any: [NECK_DONE] }) };
const FAR_UNCHANGED: Condition = { ...REPRODUCED, ...both(FAR_NOT, { any: [NECK_DONE] }) };

const rootLines: readonly ReadingLine[] = [
  positive({ ...REPRODUCED, ...NECK_CHANGES }, "their symptom, changed by the neck: a cervical component"),
  negative(FAR_CHANGED, "not changed by the neck, eased further down: the nerve in the arm"),
  negative(FAR_UNCHANGED, "changed neither by the neck nor further down: not nerve"),
  negative({ ...REPRODUCED, any: [NECK_DONE] }, "their symptom, not changed by the neck"),
  undifferentiated(REPRODUCED, "their symptom, but the neck was not moved: not differentiated"),
  ...elsewhere("their symptom, but not in neck or arm"),
  ...CLEAR,
];

const nerveReading = (nerve: SourceId): SourceInterpretation =>
  reading(nerve, "tested side", [
    equivocal(
      { ...REPRODUCED, ...NECK_CHANGES },
      "changed by the neck: the root comes first, the nerve further down is open",
    ),
    positive(FAR_CHANGED, "not changed by the neck, eased further down: the nerve in the arm"),
    negative(FAR_UNCHANGED, "changed neither by the neck nor further down: not nerve"),
    undifferentiated(
      { ...REPRODUCED, any: [NECK_DONE] },
      "not changed by the neck; wrist or elbow was not let go: not differentiated",
    ),
    undifferentiated(REPRODUCED, "their symptom, but nothing was let go: not differentiated"),
    ...elsewhere("their symptom, but not in neck or arm"),
    ...CLEAR,
  ]);

const neckOrder = school(
  "ulnt-neck",
  "Upper limb tests: neck",
  "doing",
  ["first", "placed first, bent away", "Truly side-bent: people asked to bend at the end tend to turn instead."],
  ["last", "neutral, moved last", "The classical way: the arm is read on its own first."],
  [
    "towards",
    "bent towards first, then done again bent away",
    "What comes with the neck let off is not the root alone.",
  ],
);
const releaseSchool = school(
  "ulnt-release",
  "Upper limb tests: what is let go",
  "doing",
  ["neck-and-far", "the neck, then wrist or elbow", "Tells the root from the nerve in the arm."],
  ["neck", "the neck only", "Shorter; leaves the nerve in the arm open."],
);

const neckFirst = provoke(
  "neck",
  "Neck away",
  "Bend the neck away and hold it there.",
  [...arm, ...person("neck-side-bend")],
  {
    only: { "ulnt-neck": ["first"] },
  },
);

/** The whole test with the neck let off; done again bent away it is a run of its own. */
const neckTowardsFirst = provoke(
  "neck-placed-towards",
  "Neck towards",
  "Bend the neck towards the arm and hold it there.",
  [...arm, ...person("neck-side-bend")],
  { since: 4, only: { "ulnt-neck": ["towards"] } },
);

const NECK_UNCHANGED: Condition = {
  any: [{ effect: { "neck-midline": ["unchanged", "worse"] } }, { effect: { "neck-towards": ["unchanged", "worse"] } }],
};

/** Neck first, since it is furthest from a symptom in the hand or forearm; the far end first when it is felt in the neck. */
const releases = (far: string): readonly Stage[] => [
  release("neck-midline", "Neck to the midline", "Arm stays. Bring the neck back to the midline.", {
    only: { "ulnt-neck": ["first"] },
    loaded: loaded("neck"),
    loads: person("neck-side-bend"),
  }),
  release("neck-away-last", "Neck away", "Arm stays. Bend the neck away.", {
    addsLoad: true,
    only: { "ulnt-neck": ["last", "towards"] },
    loads: person("neck-side-bend"),
  }),
  release("neck-towards", "Neck towards", "Arm stays. Bend the neck towards the arm.", {
    only: { "ulnt-neck": ["last"] },
    due: { effect: { "neck-away-last": ["eased", "unchanged"] } },
    loads: person("neck-side-bend"),
  }),
  release("neck-beyond", "Neck towards", "Arm stays. Bend the neck on, towards the arm.", {
    since: 3,
    only: { "ulnt-neck": ["first"] },
    due: { effect: { "neck-midline": ["unchanged"] } },
    loads: person("neck-side-bend"),
  }),
  release("elbow-back", "Elbow back", "Neck stays. Let the elbow go back.", {
    since: 3,
    only: { "ulnt-release": ["neck-and-far"] },
    due: { ...NECK_UNCHANGED, response: { wrist: ["not done"] } },
    loaded: loaded("elbow"),
  }),
  release("girdle-up", "Girdle up", "Neck stays. Let the shoulder girdle up.", {
    since: 3,
    only: { "ulnt-release": ["neck-and-far"] },
    due: { ...NECK_UNCHANGED, response: { wrist: ["not done"], elbow: ["not done"] } },
    loaded: loaded("girdle"),
  }),
  release("far", far, `Neck stays. ${far}.`, {
    only: { "ulnt-release": ["neck-and-far"] },
    loaded: loaded("wrist"),
    first: [...NECK_AND_HEAD, "shoulder"],
    due: {
      any: [
        { effect: { "neck-midline": ["unchanged", "worse"] } },
        { effect: { "neck-towards": ["unchanged", "worse"] } },
        {
          notFelt: felt(...ARM.filter((site) => site !== "shoulder")),
          felt: feltOrCentral(...NECK_AND_HEAD, "shoulder"),
        },
      ],
    },
  }),
];

const ELBOW: readonly Measure[] = onsetAndEnd("Elbow short of straight", [0, 120], {
  expected: [0, 30],
  mdc: 12,
  mdcFrom: NO_SOURCE,
  joint: { part: "elbow" },
  falling: true,
});
const ABDUCTION: readonly Measure[] = onsetAndEnd("Shoulder abduction", [0, 180], {
  joint: { part: "shoulder" },
});

const step = (id: string, name: string, instruction: string, parts: Partial<Stage> = {}): Stage =>
  provoke(id, name, instruction, [...arm, ...tested(JOINT[id]!)], parts);
const GIRDLE = step("girdle", "Girdle down", "Hold the shoulder girdle down, no more.");

const common = {
  regions: ["neck", "arm"],
  position: "supine",
  sided: true,
  tissueGroup: "upper-limb-neural",
  placing: "On the back, near the edge of the table, no pillow.",
  signs: [END_FEEL, PAIN_RESISTANCE, STRETCH_BY_NECK],
  stopRule:
    "Stop at the step where their symptom comes, then move the neck. Stop at any new numbness, and whenever they ask.",
  cautions: [
    "Uninvolved arm first; gently at the elbow.",
    "When it is irritable: cradle the arm, move the neck yourself, and repeat with the neck towards, then away.",
  ],
  burden: 3,
  equipment: ["goniometer"],
} as const;

const rootReading = reading("cervical-root", "tested side", rootLines);

const ulnt1: Protocol = {
  ...common,
  id: "ulnt-1",
  name: "Upper limb test 1, median",
  otherNames: ["ULNT 1", "median nerve test"],
  hands:
    "Facing their head, fist on the table above the shoulder; the other hand holds fingers and thumb, their arm rests on your thigh.",
  direction: "Girdle, shoulder, forearm, wrist and fingers, outward turn, elbow.",
  stages: [
    neckFirst,
    neckTowardsFirst,
    GIRDLE,
    step("abduction", "Shoulder out", "Bring the shoulder out to 90 to 110 degrees."),
    step("supination", "Palm up", "Turn the forearm, palm up."),
    step("wrist", "Wrist and fingers back", "Wrist, fingers and thumb back."),
    step("rotation", "Shoulder turned out", "Turn the shoulder outwards."),
    step("elbow", "Elbow straight", "Straighten the elbow.", {
      measures: ["onset", "end"],
    }),
    ...releases("Let the wrist and fingers go"),
  ],
  orders: [{ school: "ulnt-1-order", option: "wrist-last", stages: ["rotation", "elbow", "wrist"] }],
  schools: [
    neckOrder,
    releaseSchool,
    school(
      "ulnt-1-order",
      "Upper limb test 1: order",
      "doing",
      ["elbow-last", "elbow last", "The elbow angle can be measured and compared."],
      [
        "wrist-last",
        "outward turn before elbow, wrist last",
        "Common in the clinic; its angles do not compare with the other order's.",
      ],
    ),
  ],
  measures: ELBOW,
  readings: [rootReading, nerveReading("median-nerve")],
  citations: ["wainner-2003", "apelby-albrecht-2013"],
};

const WRIST_BACK = "Wrist, fingers and thumb back";

const secondTest = (
  id: "ulnt-2a" | "ulnt-2b",
  name: string,
  otherNames: readonly string[],
  turn: string,
  wrist: string,
  nerve: SourceId,
): Protocol => ({
  ...common,
  id,
  name,
  otherNames,
  hands: "Behind the shoulder, your hip holds the girdle down; both hands on elbow and wrist.",
  direction: "Girdle, elbow, turn, wrist and fingers, then the arm out.",
  stages: [
    neckFirst,
    neckTowardsFirst,
    GIRDLE,
    step("elbow", "Elbow straight", "Straighten the elbow, arm a little out."),
    step("rotation", "Turn the whole arm", turn),
    step("wrist", "Wrist and fingers", wrist),
    step("abduction", "Arm out", "Bring the arm out, to about 40 to 60 degrees.", {
      measures: ["onset", "end"],
    }),
    ...releases("Let the wrist and fingers go"),
  ],
  orders: [],
  schools: [neckOrder, releaseSchool],
  measures: ABDUCTION,
  readings: [rootReading, nerveReading(nerve)],
  citations: ["apelby-albrecht-2013"],
});

const ulnt3: Protocol = {
  ...common,
  id: "ulnt-3",
  name: "Upper limb test 3, ulnar",
  otherNames: ["ULNT 3", "ulnar nerve test"],
  hands: "Facing their head, fist on the table above the shoulder; palm to palm with them.",
  direction: "Wrist and fingers, forearm, elbow, outward turn, girdle, then the arm out.",
  stages: [
    neckFirst,
    neckTowardsFirst,
    step("wrist", WRIST_BACK, `${WRIST_BACK}.`),
    step("pronation", "Turn the palm", "Turn the palm down.", {
      ways: [
        {
          under: { "ulnt-3-forearm": ["supination"] },
          instruction: "Turn the palm up.",
        },
      ],
    }),
    step("elbow", "Bend the elbow", "Bend the elbow fully."),
    step("rotation", "Shoulder turned out", "Turn the shoulder outwards."),
    GIRDLE,
    step("abduction", "Arm out", "Bring the arm out, hand towards the ear.", {
      measures: ["onset", "end"],
    }),
    ...releases("Let the wrist and fingers go"),
  ],
  orders: [],
  schools: [
    neckOrder,
    releaseSchool,
    school(
      "ulnt-3-forearm",
      "Upper limb test 3: forearm",
      "doing",
      ["pronation", "palm down", "The order most described: angles compare."],
      ["supination", "palm up", "Some find it more provocative."],
    ),
  ],
  measures: ABDUCTION,
  readings: [rootReading, nerveReading("ulnar-nerve")],
  citations: ["apelby-albrecht-2013"],
};

export const NEURAL_UPPER_LIMB: readonly Protocol[] = [
  ulnt1,
  secondTest(
    "ulnt-2a",
    "Upper limb test 2a, median",
    ["ULNT 2a", "median nerve test, girdle down"],
    "Turn the whole arm outwards, palm up.",
    `${WRIST_BACK}.`,
    "median-nerve",
  ),
  secondTest(
    "ulnt-2b",
    "Upper limb test 2b, radial",
    ["ULNT 2b", "radial nerve test"],
    "Turn the whole arm inwards, palm down.",
    "Wrist, fingers and thumb bent in.",
    "radial-nerve",
  ),
  ulnt3,
];
