import type { School } from "../protocols/types";
import {
  ARM_LOADS,
  block,
  type BlockEffect,
  type BodySide,
  caution,
  finalBlock,
  first,
  type GuardEffect,
  NECK_LOADS,
  referral,
  WHOLE_NECK,
} from "./effects";
import {
  answer,
  bySide,
  FOLLOWS_THE_PLAN,
  formerPart,
  type GuardQuestion,
  no,
  part,
  partYes,
  question,
  SIDE_IDS,
  sides,
  yes,
} from "./question-types";

/** What settles the upper neck in people whose ligaments may be lax. */
export const LIGAMENT_ORDER: School = {
  id: "ligament-order",
  label: "Upper neck at risk: what comes first",
  kind: "reading",
  defaultOption: "medical-first",
  options: [
    {
      id: "medical-first",
      label: "imaging or a medical review first; manual ligament tests only with a documented reason",
      reason: "The manual tests miss about three in ten.",
    },
    {
      id: "manual-first",
      label: "the manual ligament tests first, in their order",
      reason: "Where imaging is far away; a negative result lets the examination go on and clears nothing.",
    },
  ],
};
export const GUARD_SCHOOLS: readonly School[] = [LIGAMENT_ORDER];

/** Asked in an examination of the neck, and wherever a planned test reaches it. */
const NECK = { regions: ["neck-arm"], loads: WHOLE_NECK } as const;
const ARM = { loads: ARM_LOADS } as const;
const NEW = { since: 3 } as const;
const FROM_10 = { since: FOLLOWS_THE_PLAN } as const;
const UNTIL_10 = { until: FOLLOWS_THE_PLAN } as const;

const imagingFirst = (why: string): readonly GuardEffect[] => [
  finalBlock(WHOLE_NECK, `${why}: imaging first, no neck test.`),
  referral(
    "urgent",
    "emergency department",
    `${why}: imaging of the neck before any test.`,
    `${why}. Please image the cervical spine; the neck was not tested.`,
  ),
];
const CSPINE = { step: true, examiner: true, group: "grave", citation: "stiell-2001" } as const;
const WITHIN_48H = { question: "neck-injury", options: ["recent"] } as const;
const STRAIN = caution(
  ["neck-strain"],
  "What pulls on the neck from the arm or shoulder girdle, or holds the breath: gently, and watched.",
);

const ARM_SIDES = ["Right arm", "Left arm", "Both arms"] as const;

const NO_NECK = "Possible brainstem or neck artery signs: no neck loading, traction, rotation or ligament test.";
const NO_NECK_AT_ALL = "Possible neck artery or brainstem signs: no neck test at all.";
const LAX = "The upper neck may be lax: imaging or a medical review first.";

const headEmergency = (what: string): readonly GuardEffect[] => [
  finalBlock(WHOLE_NECK, NO_NECK_AT_ALL),
  referral(
    "emergency",
    "ambulance",
    `${what}: possible stroke or tear of a neck artery.`,
    `${what}. Please assess now for stroke or cervical artery dissection. The neck was not tested or treated.`,
  ),
];
const headKnown = (what: string): readonly GuardEffect[] => [
  finalBlock(NECK_LOADS, NO_NECK),
  block(["relocation"], "The Sharp-Purser test may be run only with a documented reason."),
  referral(
    "soon",
    "doctor",
    `${what}, known for a long time: medical review before the neck is tested.`,
    `${what}, known for a long time. Please review, and tell us whether the neck may be loaded.`,
  ),
  STRAIN,
];
const headPart = (id: string, ask: string, what: string) =>
  part(id, ask, { new: headEmergency(what), known: headKnown(what) });
const formerDizzy = (id: string, ask: string) =>
  formerPart(id, ask, {
    new: [
      finalBlock(NECK_LOADS, NO_NECK),
      block(["relocation"], "The Sharp-Purser test may be run only with a documented reason."),
      referral(
        "urgent",
        "doctor today",
        "New dizziness or nausea with neck pain.",
        "New dizziness or nausea with neck pain. Please assess today for a vascular or central cause.",
      ),
      STRAIN,
    ],
    known: headKnown("Dizziness or nausea"),
  });

const BRAINSTEM = question(
  {
    id: "brainstem",
    heading: "Sight, speech, swallowing, drops",
    group: "grave",
    onlyIf: NECK,
    behind: { question: "neck-before", part: "head" },
    partsByPosition: ["dizzy", "sight", "speech", "drops", "nausea", "face"],
    parts: [
      headPart(
        "sight",
        "In the last few weeks, have you seen double, have your eyes flickered, or has your sight changed?",
        "New double vision or a change of sight",
      ),
      headPart(
        "speech",
        "In the last few weeks, have you had trouble speaking or swallowing?",
        "New trouble speaking or swallowing",
      ),
      headPart("drops", "In the last few weeks, have you suddenly fallen to the floor for no reason?", "Drop attacks"),
      headPart("face", "Is your face, or the skin around your mouth, numb?", "New numbness of the face"),
      formerDizzy("dizzy", "Dizziness?"),
      formerDizzy("nausea", "Nausea with it?"),
    ],
  },
  "Ask each one separately, and look at eyes, face and speech.",
  [answer("new", "Yes, new"), answer("known", "Yes, for a long time, and examined")],
  { blocksStay: true, to: "emergency department", like: "known" },
);

/** Lowered by the short examination: one documented reason then stands for the region. */
const afterShortExam = (reason: string): BlockEffect => ({
  ...block([...NECK_LOADS, "relocation"], reason),
  afterShortExam: "Known dizziness or nausea, short examination normal: one documented reason for the region.",
  onceForRegion: true,
});

const DIZZINESS = question(
  {
    ...FROM_10,
    id: "dizziness",
    heading: "Dizziness or nausea",
    group: "vessels",
    onlyIf: { regions: ["neck-arm"] },
    behind: { question: "neck-before", part: "head" },
    parts: [
      part("dizzy", "In the last few weeks, have you been dizzy, or have you felt sick together with your neck pain?"),
    ],
  },
  "Ask what brings it on and how long it lasts; take the blood pressure, and look at eyes, face and gait.",
  [
    answer(
      "new",
      "Yes, new",
      finalBlock(
        [...NECK_LOADS, "relocation"],
        "New dizziness or nausea with neck pain: no neck loading until it was assessed.",
      ),
      referral(
        "urgent",
        "doctor today",
        "New dizziness or nausea with neck pain.",
        "New dizziness or nausea with neck pain. Please assess today for a vascular or central cause.",
      ),
      STRAIN,
    ),
    answer(
      "known",
      "Yes, for a long time, and the cause is known",
      afterShortExam("Known dizziness or nausea: the short examination of the neck comes first."),
      STRAIN,
    ),
  ],
  { blocksStay: true, like: "known" },
);

const UNFAMILIAR = "A headache or neck pain unlike any before";
const ARTERY = question(
  {
    id: "artery",
    heading: "Sudden or unfamiliar headache or neck pain",
    group: "grave",
    onlyIf: NECK,
    behind: { question: "neck-before", part: "head" },
    partsByPosition: ["sudden", "unlike", "droop", "changed"],
    parts: [
      part("sudden", "Did a headache or neck pain come on suddenly and reach its worst within a minute?", {
        new: headEmergency("A sudden, severe headache or neck pain"),
        known: [
          finalBlock(WHOLE_NECK, NO_NECK_AT_ALL),
          referral(
            "urgent",
            "doctor today",
            "A sudden, severe headache or neck pain, examined before: ask what was found.",
            "A sudden, severe headache or neck pain, examined before. Please review today and tell us what was found.",
          ),
        ],
      }),
      part("unlike", "Is your headache or neck pain unlike any you have had before?", {
        new: [
          block(WHOLE_NECK, `${UNFAMILIAR}: medical review today, before the neck is tested.`),
          referral(
            "urgent",
            "doctor today",
            `${UNFAMILIAR}: possible neck artery.`,
            `${UNFAMILIAR}, of gradual onset. Please assess today for cervical artery dissection and other secondary headache.`,
          ),
        ],
        known: [caution(WHOLE_NECK, `${UNFAMILIAR}, examined since: light, and stop at any change.`)],
      }),
      part("droop", "Does an eyelid or one side of your face droop?", {
        new: headEmergency("A drooping eyelid or face"),
        known: [
          finalBlock(WHOLE_NECK, NO_NECK_AT_ALL),
          referral(
            "urgent",
            "doctor today",
            "A drooping eyelid or face, examined before: ask what was found.",
            "A drooping eyelid or face, examined before. Please tell us what was found, and whether the neck may be loaded.",
          ),
        ],
      }),
      formerPart("changed", "Unsteady, or speech or sight changed?", {
        new: headEmergency("New unsteadiness, or a change of speech or sight"),
        known: [
          finalBlock(WHOLE_NECK, NO_NECK_AT_ALL),
          referral(
            "urgent",
            "doctor today",
            "Unsteadiness, or a change of speech or sight, examined before: ask what was found.",
            "Unsteadiness, or a change of speech or sight, examined before. Please review today.",
          ),
        ],
      }),
    ],
  },
  "Ask how it began, look at eyelids, pupils and face, and take the blood pressure.",
  [answer("new", "Yes, new"), answer("known", "Yes, and examined since")],
  { blocksStay: true, to: "emergency department", like: "known" },
);

/** Asked in place of the questions about the neck where a test of another region only bends it. */
const NECK_BEFORE: GuardQuestion = {
  ...FROM_10,
  id: "neck-before",
  heading: "Neck, before it is bent",
  group: "neck",
  parts: [
    part("neck", "Do you have neck pain, or have you ever injured, broken or had an operation on your neck?"),
    part(
      "head",
      "In the last few weeks, have you had a new headache, dizziness, double vision, or trouble speaking or swallowing?",
    ),
    part(
      "ligaments",
      "Do you have Down syndrome, rheumatoid arthritis or a connective tissue disease, or have you taken steroid tablets for three months or longer?",
    ),
  ],
  options: [no, yes(), { id: "not-known", label: "Not known", effects: [] }],
};

const OLD_INJURY = "Neck injury more than six weeks ago, examined since";
const NECK_INJURY = question(
  {
    id: "neck-injury",
    heading: "Neck injury",
    group: "grave",
    onlyIf: NECK,
    behind: { question: "neck-before", part: "neck" },
    partsByPosition: ["fall", "blow", "crash"],
    parts: [
      {
        ...part(
          "injury",
          "Have you injured your head or neck in a fall, a blow or a crash in the last six weeks, or earlier without being examined since?",
        ),
        since: FOLLOWS_THE_PLAN,
      },
      formerPart("fall", "A fall on head or neck?"),
      formerPart("blow", "A blow?"),
      formerPart("crash", "A crash?"),
    ],
  },
  "Ask a witness, or treat it as an injury.",
  [
    answer("recent", "Yes, within 48 hours"),
    answer(
      "later",
      "Yes, later than 48 hours, or never examined",
      block(
        WHOLE_NECK,
        "Neck injury more than 48 hours ago: the decision rule does not apply. Clinical judgement, documented.",
      ),
    ),
    {
      ...answer("old", "Only one over six weeks old, examined since", {
        ...block([...NECK_LOADS, "relocation"], `${OLD_INJURY}: one documented reason for the region.`),
        onceForRegion: true,
      }),
      since: FOLLOWS_THE_PLAN,
    },
  ],
  { blocksStay: true },
);

const NECK_FRACTURE = question(
  {
    id: "dens-fracture",
    heading: "Neck fracture",
    group: "grave",
    onlyIf: NECK,
    behind: { question: "neck-before", part: "neck" },
    partsByPosition: ["broken", "suspected"],
    parts: [
      {
        ...part(
          "fracture",
          "In the last year, have you broken a bone in your neck, or has anyone said that one may be broken?",
        ),
        since: FOLLOWS_THE_PLAN,
      },
      formerPart("broken", "A broken neck, ever or lately?"),
      formerPart("suspected", "Is one suspected?"),
    ],
  },
  "Ask how it happened and whether imaging was done.",
  [
    yes(
      finalBlock(WHOLE_NECK, "Suspected neck fracture: do not test the neck at all."),
      referral(
        "emergency",
        "ambulance",
        "Suspected neck fracture: keep the neck still.",
        "Suspected fracture of the cervical spine. Please immobilise and image. The neck was not tested.",
      ),
    ),
  ],
  { blocksStay: true, to: "emergency department" },
);

const UPPER_NECK_TESTS = ["sharp-purser", "alar", "transverse"] as const;
const BUT_LIGAMENTS = NECK_LOADS.filter((load) => load !== "upper-cervical-stress");

export const NECK_QUESTIONS: readonly GuardQuestion[] = [
  BRAINSTEM,
  ARTERY,
  NECK_BEFORE,
  DIZZINESS,
  question(
    {
      id: "giant-cell",
      heading: "New headache at 50 or over",
      group: "vessels",
      onlyIf: { ...NECK, minAge: 50 },
      behind: { question: "neck-before", part: "head" },
      partsByPosition: ["headache", "jaw", "scalp"],
      parts: [
        ...(
          [
            ["headache", "Do you have a new kind of headache that began in the last few months?"],
            ["jaw", "Does your jaw hurt when you chew?"],
            ["scalp", "Is your scalp sore when you touch it or comb your hair?"],
          ] as const
        ).map(([id, ask]) =>
          partYes(
            id,
            ask,
            caution(NECK_LOADS, "New headache, jaw or scalp pain at 50 or over: light, and only after the referral."),
            referral(
              "urgent",
              "doctor today",
              "New headache, jaw or scalp pain at 50 or over: possible giant cell arteritis.",
              "New headache, jaw or scalp pain at 50 or over. Please assess today for giant cell arteritis.",
            ),
          ),
        ),
        {
          ...partYes(
            "sight",
            "Together with it, have you lost sight in an eye, even for a short time, or seen double?",
            finalBlock(WHOLE_NECK, "Loss of sight at 50 or over: no neck test at all."),
            referral(
              "emergency",
              "emergency department",
              "Loss of sight at 50 or over: possible giant cell arteritis threatening the eye.",
              "Loss of sight with headache at 50 or over. Please assess now for giant cell arteritis.",
            ),
          ),
          since: FOLLOWS_THE_PLAN,
        },
      ],
    },
    "Ask about jaw, scalp and sight, and feel the temples.",
    [yes()],
  ),
  NECK_FRACTURE,
  NECK_INJURY,
  {
    ...CSPINE,
    id: "cspine-applies",
    heading: "Canadian C-spine rule 1: eligibility",
    onlyIf: { ...NECK, answered: WITHIN_48H },
    partsByPosition: ["under-16", "not-alert", "spine-disease", "pregnant"],
    parts: [
      part("under-16", "Is the patient under 16?"),
      part("not-alert", "Is the patient less than fully alert (Glasgow Coma Scale below 15)?"),
      part("spine-disease", "Is there known disease of the spine, or an earlier operation on the neck?"),
      part("pregnant", "Is the patient pregnant?"),
    ],
    options: [
      no,
      {
        ...yes(block(WHOLE_NECK, "The decision rule does not apply to this patient. Clinical judgement, documented.")),
        byAge: { upTo: 15 },
      },
    ],
  },
  {
    ...CSPINE,
    id: "cspine-high",
    heading: "Canadian C-spine rule 2: high-risk factor",
    onlyIf: { ...NECK, answered: { question: "cspine-applies", options: ["no"] } },
    partsByPosition: ["age", "tingling", "height", "axial", "crash", "recreational", "bicycle"],
    parts: [
      part("age", "Is the patient 65 or older?"),
      part("tingling", "Is there tingling in the arms or legs?"),
      part("height", "Did the patient fall from 1 m, or 5 stairs, or more?"),
      part("axial", "Was the head hit along its axis, as in diving?"),
      part("crash", "Was it a crash at over 100 km/h, with rollover, or was the patient thrown out?"),
      part("recreational", "Was it an accident with a motorised recreational vehicle?"),
      part("bicycle", "Was a bicycle struck, or in a collision?"),
    ],
    options: [no, { ...yes(...imagingFirst("High-risk neck injury")), byAge: { from: 65 } }],
  },
  {
    ...CSPINE,
    id: "cspine-low",
    heading: "Canadian C-spine rule 3: low-risk factor",
    onlyIf: { ...NECK, answered: { question: "cspine-high", options: ["no"] } },
    parts: [
      part(
        "low-risk",
        "Is there a low-risk factor: a simple rear-end crash, sitting now, walking at any time, pain that began later, or no midline tenderness? Not simple: pushed into oncoming traffic, hit by a bus or large lorry, a rollover, or hit at high speed.",
      ),
    ],
    options: [
      answer("present", "Yes, at least one"),
      answer("none", "None", ...imagingFirst("Neck injury without a low-risk factor")),
    ],
  },
  {
    ...CSPINE,
    id: "cspine-turn",
    heading: "Canadian C-spine rule 4: rotation 45°",
    onlyIf: { ...NECK, answered: { question: "cspine-low", options: ["present"] } },
    parts: [part("turn", "Can the patient turn the head 45° to each side without help?")],
    options: [
      answer("able", "Yes, both sides"),
      answer("unable", "No", ...imagingFirst("Cannot turn 45° to each side after an injury")),
    ],
  },
  question(
    {
      id: "upper-neck-risk",
      heading: "Upper neck at risk",
      group: "neck",
      onlyIf: NECK,
      behind: { question: "neck-before", part: "ligaments" },
      partsByPosition: ["inflammatory", "down", "connective", "steroids", "infection", "whiplash"],
      parts: [
        {
          ...part(
            "disease",
            "Do you have Down syndrome, rheumatoid arthritis or another inflammatory joint disease, or a connective tissue disease such as Ehlers-Danlos or Marfan syndrome?",
          ),
          since: FOLLOWS_THE_PLAN,
        },
        part("steroids", "Have you ever taken steroid tablets for three months or longer?"),
        part("infection", "Have you ever had a serious infection or an abscess in the bones of your neck?"),
        formerPart("inflammatory", "Rheumatoid, or another inflammatory joint disease?"),
        formerPart("down", "Down syndrome?"),
        formerPart("connective", "A disorder of connective tissue?"),
        formerPart("whiplash", "A whiplash?"),
      ],
    },
    "Ask for the diagnosis and the medicines by name.",
    [
      yes(
        {
          ...block(
            ["relocation", "upper-cervical-stress"],
            `${LAX} Manual ligament tests only with a documented reason.`,
          ),
          under: { school: LIGAMENT_ORDER.id, option: "medical-first" },
        },
        {
          ...block(
            BUT_LIGAMENTS,
            "The upper neck may be lax: the Sharp-Purser, alar and transverse ligament tests come first.",
          ),
          under: { school: LIGAMENT_ORDER.id, option: "manual-first" },
          untilClear: UPPER_NECK_TESTS,
        },
        first(UPPER_NECK_TESTS, "Upper neck ligaments before any other neck test."),
        referral(
          "soon",
          "doctor",
          "The upper neck may be lax: arrange medical review or imaging.",
          "Possible laxity of the upper cervical ligaments. Please review, with imaging where indicated.",
        ),
        {
          ...block(
            BUT_LIGAMENTS,
            `${LAX} Nothing else loads the neck until the ligament tests were done and negative.`,
          ),
          under: { school: LIGAMENT_ORDER.id, option: "medical-first" },
          untilClear: UPPER_NECK_TESTS,
        },
        STRAIN,
      ),
    ],
  ),
  question(
    {
      ...NEW,
      id: "neck-surgery",
      heading: "Neck surgery or old fracture",
      group: "neck",
      onlyIf: NECK,
      behind: { question: "neck-before", part: "neck" },
      partsByPosition: ["fusion", "disc", "bone"],
      parts: [
        {
          ...part(
            "operation",
            "Have you ever had an operation on your neck, such as a fusion or a disc replacement, or a broken bone in it more than a year ago?",
          ),
          since: FOLLOWS_THE_PLAN,
        },
        formerPart("fusion", "A fusion in the neck?"),
        formerPart("disc", "A disc replaced?"),
        formerPart("bone", "Bone taken away?"),
      ],
    },
    "Ask for the operation's name and date, or look for the scar.",
    [
      yes(
        block(
          [...NECK_LOADS, "relocation"],
          "Neck surgery or an old fracture: no neck loading until the surgeon's limits are known.",
        ),
        referral(
          "soon",
          "surgeon",
          "Neck surgery or an old fracture: ask what the neck may be loaded with.",
          "Neck surgery or an old neck fracture. Please tell us which loads and movements to avoid.",
        ),
        STRAIN,
      ),
    ],
  ),
  question(
    {
      ...NEW,
      id: "electric-shock",
      heading: "Electric shock on bending the neck",
      group: "grave",
      onlyIf: NECK,
      parts: [
        part(
          "shock",
          "Have you ever had a feeling like an electric shock down your back, arms or legs when you bend your head forward?",
        ),
      ],
    },
    "Ask again with the movement described; do not bend the neck to find out.",
    [
      yes(
        block(
          [...NECK_LOADS, "relocation"],
          "Electric shock on bending the neck: possible spinal cord involvement, no neck loading.",
        ),
        referral(
          "urgent",
          "doctor today",
          "Electric shock on bending the neck: possible spinal cord involvement. Lack of vitamin B12 and demyelinating disease cause it too.",
          "Electric shock on bending the neck (Lhermitte's symptom). Please assess urgently for cervical cord compression; lack of vitamin B12 and demyelinating disease cause it too.",
        ),
        STRAIN,
      ),
    ],
    { blocksStay: true },
  ),
  question(
    {
      ...NEW,
      id: "vascular-risk",
      heading: "Vascular risk factors",
      group: "vessels",
      onlyIf: NECK,
      behind: { question: "neck-before", part: "head" },
      partsByPosition: ["pressure", "smoking", "migraine", "infection", "connective", "clot", "injury"],
      parts: [
        {
          ...part("vessels", "Do you have high blood pressure, or have you ever had a stroke or a blood clot?"),
          since: FOLLOWS_THE_PLAN,
        },
        { ...part("habits", "Do you smoke, or do you get migraines?"), since: FOLLOWS_THE_PLAN },
        part("infection", "Have you had an infection in the last few weeks?"),
        formerPart("pressure", "High blood pressure?"),
        formerPart("smoking", "Do you smoke?"),
        formerPart("migraine", "Migraine?"),
        formerPart("connective", "A disorder of connective tissue?"),
        formerPart("clot", "A stroke or a clot before?"),
        formerPart("injury", "A neck injury lately?"),
      ],
    },
    "Ask for each, and take the blood pressure.",
    [
      yes(
        caution(
          ["neck-rotation", "neck-extension", "neck-traction", "neck-thrust"],
          "Vascular risk factors: blood pressure and cranial nerves before the neck is turned, extended or pulled on.",
        ),
      ),
    ],
  ),
  {
    ...UNTIL_10,
    id: "thrust-planned",
    heading: "Neck thrust",
    group: "neck",
    examiner: true,
    onlyIf: { regions: ["neck-arm"] },
    parts: [part("planned", "Is a neck thrust planned?")],
    options: [
      no,
      yes(
        first(UPPER_NECK_TESTS, "A neck thrust is planned: upper neck ligament tests first."),
        caution(
          NECK_LOADS,
          "A neck thrust is planned: the ligament tests are asked for, and a negative result clears nothing.",
        ),
      ),
    ],
  },
];

const shoulder = (side: BodySide): readonly GuardEffect[] => [
  block(
    ["shoulder-loading"],
    `Shoulder on the ${side}: no shoulder girdle movement, abduction or rotation of that arm against resistance or to the end.`,
    side,
  ),
  caution(["arm-provocation"], `Shoulder on the ${side}: the steps below it only within its active range.`),
];
const fistula = (side: BodySide): readonly GuardEffect[] => [
  block(
    ["elbow-loading", "wrist-loading"],
    `Fistula, or lymph nodes removed, on the ${side}: no elbow or wrist step, no blood pressure on that arm.`,
    side,
  ),
  caution(["arm-provocation"], `Fistula, or lymph nodes removed, on the ${side}: short, light, no tight grip.`),
];
const armClot = (side: BodySide): readonly GuardEffect[] => [
  block(ARM_LOADS, `Swollen arm on the ${side}: possible clot, that arm is not tested or treated.`, side),
];
const coldHand = (side: BodySide): readonly GuardEffect[] => [
  block(ARM_LOADS, `Cold, pale or blue hand on the ${side}: possible blocked artery, that arm is not tested.`, side),
];
const notFromTheSpine = (side: BodySide): readonly GuardEffect[] => [
  block(ARM_LOADS, `Arm symptoms on the ${side} that are not from the neck until shown otherwise.`, side),
];
const EVERYTHING_STOPS = "Possible heart attack or clot in the lung: everything stops.";

/** Asked once a limb was found swollen. */
export const breathless = (id: string, after: string, swollen: string): GuardQuestion =>
  question(
    {
      ...FROM_10,
      id,
      heading: "Swollen limb: breath",
      group: "vessels",
      onlyIf: { answered: { question: after, options: SIDE_IDS, parts: [swollen] } },
      parts: [part("breath", "Are you short of breath, or does your chest hurt when you breathe in?")],
    },
    "Ask again, and count the breaths.",
    [
      yes(
        finalBlock("all", EVERYTHING_STOPS),
        referral(
          "emergency",
          "ambulance",
          "Swollen limb with breathlessness: possible clot in the lung.",
          "Swollen limb with breathlessness or chest pain on breathing in. Please assess now for pulmonary embolism.",
        ),
      ),
    ],
    { blocksStay: true, to: "emergency department" },
  );

export const ARM_QUESTIONS: readonly GuardQuestion[] = [
  question(
    {
      ...UNTIL_10,
      id: "chest",
      heading: "Arm pain that may not be from the neck",
      group: "vessels",
      onlyIf: { regions: ["neck-arm"], ...ARM },
      partsByPosition: ["tightness", "effort", "apex"],
      parts: [
        formerPart("tightness", "Arm pain with tightness in the chest?"),
        formerPart("effort", "With breathlessness, or with effort?"),
        formerPart("apex", "Wasted hand muscles and a drooping eyelid?"),
      ],
    },
    "Ask what brings it on, and look at the hands and lids.",
    sides(notFromTheSpine, ARM_SIDES, [
      referral(
        "urgent",
        "doctor today",
        "Arm symptoms that may come from heart or chest.",
        "Arm symptoms that may come from the heart or the chest. Please assess today.",
      ),
    ]),
  ),
  question(
    {
      ...FROM_10,
      id: "heart-and-chest",
      heading: "Chest and arm",
      group: "vessels",
      onlyIf: { drawn: "arm" },
      parts: [
        partYes(
          "now",
          "Do you have a tight or painful chest, or are you short of breath, right now?",
          finalBlock("all", EVERYTHING_STOPS),
          referral(
            "emergency",
            "ambulance",
            "Arm symptoms with a tight chest or breathlessness now: possible heart attack.",
            "Arm symptoms with chest tightness or breathlessness at this moment. Please assess for acute coronary syndrome.",
          ),
        ),
        partYes(
          "effort",
          "In the last few weeks, has pain in your chest, arm, neck or jaw come on with effort and settled with rest?",
          block(
            "all",
            "Pain that comes with effort and settles with rest: possible angina, no provocation until it was assessed.",
          ),
          referral(
            "urgent",
            "doctor today",
            "Pain that comes with effort and settles with rest: possible angina.",
            "Chest, arm, neck or jaw pain on effort that settles with rest. Please assess today for angina.",
          ),
        ),
        {
          ...partYes(
            "apex",
            "Are the hand muscles wasted on the painful side, or does the eyelid on that side droop?",
            block(
              ARM_LOADS,
              "Wasted hand or drooping eyelid on the painful side: possible tumour at the lung apex, that arm is not tested.",
            ),
            referral(
              "soon",
              "doctor",
              "Wasted hand or drooping eyelid on the painful side: possible tumour at the lung apex.",
              "Arm pain with wasting of the hand or a drooping eyelid. Please review within days, with a chest X-ray, for a tumour at the lung apex.",
            ),
          ),
          examiner: true,
        },
      ],
    },
    "Ask what brings it on, take pulse and blood pressure, and look at hands and eyelids.",
    [yes()],
    { blocksStay: true, to: "doctor today" },
  ),
  question(
    {
      ...FROM_10,
      id: "arm-circulation",
      heading: "Arm circulation",
      group: "vessels",
      onlyIf: { drawn: "arm" },
      parts: [
        part(
          "swollen",
          "In the last few weeks, has an arm become swollen, heavy or discoloured?",
          bySide(armClot, [
            referral(
              "urgent",
              "doctor today",
              "Swollen or discoloured arm: possible clot.",
              "Newly swollen or discoloured arm. Please assess today for a deep vein thrombosis of the arm.",
            ),
          ]),
        ),
        part(
          "cold",
          "Has a hand newly become cold, pale or blue?",
          bySide(coldHand, [
            referral(
              "emergency",
              "emergency department",
              "A newly cold, pale or blue hand: possible blocked artery.",
              "A newly cold, pale or blue hand. Please assess now for acute limb ischaemia.",
            ),
          ]),
        ),
      ],
    },
    "Compare colour, warmth, girth and pulse of both arms.",
    sides(() => [], ARM_SIDES),
  ),
  question(
    {
      ...NEW,
      id: "shoulder",
      heading: "Shoulder",
      group: "neck",
      onlyIf: { regions: ["neck-arm"], ...ARM },
      partsByPosition: ["slips", "repaired", "broken"],
      parts: [
        {
          ...part("unstable", "Does a shoulder slip out of joint, or is one frozen or very stiff?"),
          since: FOLLOWS_THE_PLAN,
        },
        {
          ...part("operated", "Have you ever had a shoulder operated on or replaced, or broken one in the last year?"),
          since: FOLLOWS_THE_PLAN,
        },
        formerPart("slips", "A shoulder that slips, or came out lately?"),
        formerPart("repaired", "One repaired, or frozen?"),
        formerPart("broken", "One broken lately?"),
      ],
    },
    "Ask, and see how far the patient lifts the arm.",
    sides(shoulder, ARM_SIDES),
  ),
  question(
    {
      ...NEW,
      id: "elbow-wrist",
      heading: "Elbow, wrist, hand",
      group: "neck",
      onlyIf: { regions: ["neck-arm"], ...ARM },
      partsByPosition: ["broken", "operated", "dislocated"],
      parts: [
        {
          ...part(
            "joint",
            "In the last year, have you had an elbow, wrist or hand broken, operated on or out of joint?",
          ),
          since: FOLLOWS_THE_PLAN,
        },
        formerPart("broken", "Elbow, wrist or hand broken lately?"),
        formerPart("operated", "Operated on?"),
        formerPart("dislocated", "Out of joint?"),
      ],
    },
    "Ask, and look at how the hand is used.",
    sides(
      (side) => [
        block(["elbow-loading", "wrist-loading"], `Elbow, wrist or hand on the ${side}: its steps are left out.`, side),
      ],
      ARM_SIDES,
    ),
  ),
  question(
    {
      ...NEW,
      id: "arm-vessels",
      heading: "Dialysis fistula or lymph node removal",
      group: "neck",
      onlyIf: { regions: ["neck-arm"], ...ARM },
      partsByPosition: ["fistula", "lymph", "swollen"],
      parts: [
        {
          ...part(
            "armpit",
            "Do you have a dialysis fistula in an arm, or have you had lymph nodes removed from an armpit?",
          ),
          since: FOLLOWS_THE_PLAN,
        },
        formerPart("fistula", "A dialysis fistula in an arm?"),
        formerPart("lymph", "Lymph nodes taken out?"),
        formerPart(
          "swollen",
          "A swollen arm?",
          bySide(armClot, [
            referral(
              "urgent",
              "doctor today",
              "Swollen arm: possible clot.",
              "Swollen arm. Please assess today for a deep vein thrombosis of the arm.",
            ),
          ]),
        ),
      ],
    },
    "Ask, and look for the scar.",
    sides(fistula, ARM_SIDES),
  ),
  breathless("arm-clot-breath", "arm-circulation", "swollen"),
];
