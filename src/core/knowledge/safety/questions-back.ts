import {
  block,
  type BodySide,
  caution,
  finalBlock,
  type GuardEffect,
  HIP_LOADS,
  LUMBAR_LOADS,
  PELVIC_LOADS,
  referral,
  THRUSTS,
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
  sides,
  yes,
} from "./question-types";
import { breathless } from "./questions-neck";

/** Low back, pelvis, hip, leg and belly. */

const BACK = ["lumbopelvic"] as const;
const NEW = { since: 3 } as const;
const FROM_10 = { since: FOLLOWS_THE_PLAN } as const;
const UNTIL_10 = { until: FOLLOWS_THE_PLAN } as const;
const NEW_PART = { since: FOLLOWS_THE_PLAN } as const;
const LEG_SIDES = ["Right leg", "Left leg", "Both legs"] as const;
const SIDES = ["Right", "Left", "Both"] as const;

const replacedHip = (side: BodySide): readonly GuardEffect[] => [
  block(
    ["hip-flexion-with-adduction-or-rotation", "hip-flexion-past-90"],
    `Hip replacement, ${side}: no hip flexion past 90°, nor with adduction or rotation.`,
    side,
  ),
  block(["hip-extension"], `Hip replacement, ${side}: hip extension only with a documented reason.`, side),
];
const recentHip = (side: BodySide): readonly GuardEffect[] => [
  block(HIP_LOADS, `Recent hip surgery or fracture, ${side}: no loading of that hip.`, side),
  caution(["limb-provocation"], `Recent hip surgery or fracture, ${side}: raise that leg only as far as allowed.`),
];
const HIP_SURGEON = referral(
  "soon",
  "surgeon",
  "Recent hip surgery or fracture: ask what the hip may be loaded with.",
  "Recent hip surgery or fracture. Please tell us which loads and movements to avoid.",
);

const hotCalf = (side: BodySide): readonly GuardEffect[] => [
  block(["limb-provocation"], `Possible clot in the leg on the ${side}: that leg is not tested or treated.`, side),
];
const coldFoot = (side: BodySide): readonly GuardEffect[] => [
  block(["limb-provocation"], `Possible blocked artery on the ${side}: that leg is not tested or treated.`, side),
];
const CLOT = referral(
  "urgent",
  "doctor today",
  "Hot or swollen calf: possible clot.",
  "Hot, swollen or tender calf. Please assess today for a deep vein thrombosis. That leg was not tested.",
);

export const CAUDA_EQUINA: GuardQuestion = question(
  {
    id: "cauda-equina",
    heading: "Bladder, bowel, saddle",
    group: "grave",
    private: true,
    onlyIf: { regions: BACK, loads: LUMBAR_LOADS },
    partsByPosition: ["saddle", "bladder", "bowel", "passing", "sexual", "legs"],
    parts: [
      part("saddle", "Do you have any numbness between your legs, where you would sit on a saddle?"),
      part("bladder", "Have you recently found it hard to start, stop or feel yourself peeing?"),
      part("bowel", "Have you recently lost control of your bowels?"),
      part("sexual", "Has anything changed recently in sexual feeling or function?"),
      part("legs", "Do you have new pain or weakness in both legs?"),
      formerPart("passing", "Does passing water feel different?"),
    ],
  },
  "Ask bladder, bowel, saddle and both legs one by one, and test touch there.",
  [
    yes(
      block("all", "Possible cauda equina syndrome: the lumbar examination ends here."),
      referral(
        "emergency",
        "emergency department",
        "Possible cauda equina syndrome.",
        "Possible cauda equina syndrome. Please assess now, with emergency MRI. Testing stopped.",
      ),
    ),
  ],
  { blocksStay: true, to: "emergency department" },
);

const childHip = { maxAge: 16, loads: HIP_LOADS, regions: BACK } as const;

export const BACK_QUESTIONS: readonly GuardQuestion[] = [
  question(
    {
      id: "pelvic-fracture",
      heading: "Pelvic fracture",
      group: "bones",
      onlyIf: { regions: BACK, loads: PELVIC_LOADS },
      partsByPosition: ["broken", "suspected"],
      parts: [
        {
          ...part(
            "fracture",
            "In the last year, have you broken your pelvis or the base of your spine, or has anyone said it may be broken?",
          ),
          ...NEW_PART,
        },
        formerPart("broken", "A broken pelvis or sacrum lately?"),
        formerPart("suspected", "Is one suspected?"),
      ],
    },
    "Ask about a fall, childbirth, long running or osteoporosis, and whether imaging was done.",
    [
      yes(
        block(
          [...PELVIC_LOADS, ...HIP_LOADS],
          "Recent or suspected pelvic or sacral fracture: no testing of this region.",
        ),
        referral(
          "urgent",
          "emergency department",
          "Suspected pelvic or sacral fracture: imaging before any testing.",
          "Suspected pelvic or sacral fracture. Please image today, before any loading. The region was not tested.",
        ),
        caution(["limb-provocation"], "Recent or suspected pelvic fracture: a raised leg pulls on the pelvis too."),
      ),
    ],
    { blocksStay: true },
  ),
  question(
    {
      id: "lumbar-injury",
      heading: "Injury of the back",
      group: "grave",
      onlyIf: { regions: BACK, loads: LUMBAR_LOADS },
      partsByPosition: ["fall", "steroids", "operation"],
      parts: [
        {
          ...part(
            "injury",
            "Have you had a fall, a blow or an injury to your back since, or shortly before, this pain began?",
          ),
          ...NEW_PART,
        },
        formerPart("fall", "A fall or injury to the low back, at an older age?"),
        formerPart("steroids", "One with steroids or thin bones?"),
        formerPart("operation", "An operation on the back not long ago?"),
      ],
    },
    "Ask how it happened, and press nothing until it is known.",
    [
      yes(
        block(LUMBAR_LOADS, "Possible lumbar fracture or unhealed tissue: no lumbar loading."),
        referral(
          "urgent",
          "emergency department",
          "Possible lumbar fracture: imaging before the lumbar spine is loaded.",
          "Possible fracture of the lumbar spine. Please image today, before any loading.",
        ),
      ),
      {
        ...answer(
          "minor",
          "Yes, a slight one: from standing height or less",
          caution(LUMBAR_LOADS, "A slight injury of the back: light, and stop at sharp bony pain."),
        ),
        ...NEW_PART,
      },
    ],
    { blocksStay: true, to: "emergency department" },
  ),
  question(
    {
      ...FROM_10,
      id: "back-surgery",
      heading: "Back surgery",
      group: "grave",
      onlyIf: { regions: BACK },
      parts: [part("operation", "Have you had an operation on your back in the last year?")],
    },
    "Ask for the operation's name and date, or look for the scar.",
    [
      yes(
        block(LUMBAR_LOADS, "Recent back surgery: no lumbar loading until the surgeon's limits are known."),
        referral(
          "soon",
          "surgeon",
          "Recent back surgery: ask what the lumbar spine may be loaded with.",
          "Recent spinal surgery. Please tell us which loads and movements to avoid.",
        ),
      ),
    ],
  ),
  question(
    {
      ...FROM_10,
      id: "hip",
      heading: "Hip surgery or fracture",
      group: "bones",
      onlyIf: { regions: BACK },
      parts: [
        part("replaced", "Have you had a hip replaced?", bySide(replacedHip)),
        part(
          "recent",
          "In the last year, have you had any other operation on a hip, or broken one?",
          bySide(recentHip, [HIP_SURGEON]),
        ),
      ],
    },
    "Ask when, which approach, and what the surgeon forbade; look for the scar.",
    sides(() => [], SIDES),
  ),
  question(
    {
      ...NEW,
      ...UNTIL_10,
      id: "hip-surgery",
      heading: "Hip surgery or fracture",
      group: "bones",
      onlyIf: { regions: BACK, loads: HIP_LOADS },
      partsByPosition: ["operated", "broken"],
      parts: [
        formerPart("operated", "A hip operated on not long ago?"),
        formerPart("broken", "A hip broken not long ago?"),
      ],
    },
    "Ask when, and what the surgeon forbade.",
    sides(recentHip, SIDES, [HIP_SURGEON]),
  ),
  question(
    {
      ...UNTIL_10,
      id: "hip-replacement",
      heading: "Hip replacement",
      group: "bones",
      open: true,
      onlyIf: { regions: BACK, loads: HIP_LOADS },
      partsByPosition: ["when", "approach", "forbidden"],
      parts: [
        formerPart("when", "A hip replacement: when?"),
        formerPart("approach", "Which way was it put in?"),
        formerPart("forbidden", "What did the surgeon forbid?"),
      ],
    },
    "Ask, or look for the scar.",
    sides(replacedHip, SIDES),
  ),
  question(
    {
      ...FROM_10,
      id: "knee",
      heading: "Knee",
      group: "bones",
      parts: [
        part(
          "joint",
          "Have you had a knee replaced, or in the last year a knee broken, operated on or its ligaments torn?",
        ),
      ],
    },
    "Ask when, and what the surgeon forbade.",
    sides(
      (side) => [block(["knee-loading"], `Knee on the ${side}: no force through it, and no full bending.`, side)],
      SIDES,
    ),
  ),
  question(
    {
      ...FROM_10,
      id: "ankle",
      heading: "Ankle and Achilles tendon",
      group: "bones",
      parts: [
        part("joint", "In the last year, have you broken an ankle, had one operated on, or torn an Achilles tendon?"),
      ],
    },
    "Ask when, and what the surgeon forbade.",
    sides(
      (side) => [
        block(["ankle-loading"], `Ankle or Achilles tendon on the ${side}: the foot is not pressed up.`, side),
      ],
      SIDES,
    ),
  ),
  question(
    {
      ...FROM_10,
      id: "ribs",
      heading: "Ribs",
      group: "bones",
      parts: [part("rib", "In the last three months, have you broken a rib, or could one be broken now?")],
    },
    "Ask about a fall or a bad cough, and press nothing until it is known.",
    [yes(block(["rib-pressure"], "Broken rib, known or possible: no pressure on ribs or mid back."))],
  ),
  question(
    {
      id: "leg-circulation",
      heading: "Leg circulation",
      group: "vessels",
      onlyIf: { regions: BACK, loads: ["limb-provocation"], drawn: "leg" },
      partsByPosition: ["calf", "walking", "cold"],
      parts: [
        part("calf", "In the last few weeks, has a calf become hot, swollen or tender?", bySide(hotCalf, [CLOT])),
        part(
          "cold",
          "Has a foot newly become cold, pale or blue?",
          bySide(coldFoot, [
            referral(
              "emergency",
              "emergency department",
              "A newly cold, pale or blue foot: possible blocked artery.",
              "A newly cold, pale or blue foot. Please assess now for acute limb ischaemia.",
            ),
          ]),
        ),
        part(
          "walking",
          "Do your legs hurt after you have walked a certain distance, and ease when you stop?",
          bySide(
            () => [],
            [
              caution(["limb-provocation"], "Leg pain after a walking distance: feel the foot pulses first."),
              referral(
                "soon",
                "doctor",
                "Leg pain after a walking distance: narrowed arteries or spinal stenosis.",
                "Leg pain after a certain walking distance, eased by stopping. Please assess for peripheral arterial disease; spinal stenosis is the other possibility.",
              ),
            ],
          ),
        ),
      ],
    },
    "Feel both calves and the foot pulses.",
    sides(() => [], LEG_SIDES),
  ),
  breathless("leg-clot-breath", "leg-circulation", "calf"),
  {
    ...UNTIL_10,
    id: "inflammatory",
    until: 3,
    heading: "Inflammation",
    group: "inflammation",
    onlyIf: { regions: BACK, maxAge: 44 },
    parts: [
      formerPart(
        "pattern",
        "Stiff for more than half an hour in the morning, better with movement, and felt in both buttocks?",
      ),
    ],
    options: [
      no,
      yes(
        caution("all", "Inflammatory pattern: light force only; ask about inflammatory disease in person and family."),
        referral(
          "soon",
          "doctor",
          "Inflammatory pattern under 45.",
          "Inflammatory pattern of back pain under 45. Please assess for axial spondyloarthritis.",
        ),
      ),
      {
        id: "not-known",
        label: "Not known",
        effects: [caution("all", "Asked, answer not known: treat as positive until clarified. Ask each by itself.")],
      },
    ],
  },
  ...(
    [
      ["morning-stiffness", "Morning stiffness", "Stiff for more than half an hour in the morning?"],
      ["better-moving", "Better with movement", "Better with movement, and not with rest?"],
      ["second-half-waking", "Night waking", "Woken by it in the second half of the night?"],
      ["changing-buttocks", "Alternating buttock pain", "Pain that changes from one buttock to the other?"],
    ] as const
  ).map(([id, heading, ask]): GuardQuestion => ({
    ...NEW,
    ...UNTIL_10,
    id,
    heading,
    group: "inflammation",
    parts: [formerPart("it", ask)],
    onlyIf: { regions: BACK },
    options: [no, yes(), { id: "not-known", label: "Not known", effects: [caution("all", `${heading}: not known.`)] }],
  })),
  {
    ...FROM_10,
    id: "inflammatory-pattern-signs",
    heading: "Inflammatory back pain",
    group: "inflammation",
    citation: "rudwaleit-2006",
    onlyIf: { regions: BACK, notFound: "pain for less than 12 weeks" },
    parts: [
      part("stiff", "Is your back stiff for more than half an hour in the morning?"),
      part("moving", "Does your back get better when you move, but not when you rest?"),
      part("waking", "Does your back wake you in the second half of the night?"),
      part("buttocks", "Does the pain move from one buttock to the other?"),
    ],
    options: [
      no,
      yes(),
      {
        id: "not-known",
        label: "Not known",
        effects: [caution("all", "Inflammatory back pain: asked, answer not known.")],
      },
    ],
  },
  question(
    {
      id: "aneurysm",
      heading: "Aneurysm of the aorta",
      group: "vessels",
      onlyIf: { regions: BACK, loads: ["prone", "breath-held", "abdominal-pressure", ...THRUSTS] },
      parts: [part("known", "Has a doctor ever told you that you have an aneurysm, a widened artery in your belly?")],
    },
    "Ask for an ultrasound of the belly.",
    [
      yes(
        block([...THRUSTS, "prone"], "Abdominal aortic aneurysm: no thrusts, not prone."),
        referral(
          "soon",
          "doctor",
          "Known aneurysm: ask the treating doctor before manual treatment.",
          "Known abdominal aortic aneurysm. Please tell us its size and whether manual treatment is acceptable.",
        ),
        block(
          ["breath-held", "abdominal-pressure"],
          "Abdominal aortic aneurysm: no bearing down, no pressing on the belly.",
        ),
      ),
    ],
  ),
  question(
    {
      ...NEW,
      id: "aneurysm-signs",
      heading: "Possible aortic aneurysm",
      group: "vessels",
      onlyIf: {
        regions: BACK,
        loads: ["prone", "breath-held", "abdominal-pressure", ...THRUSTS],
        minAge: 55,
      },
      partsByPosition: ["pain", "beating"],
      parts: [
        part("pain", "Do you have new back or flank pain that no position changes?"),
        part("beating", "Can you feel a pulse beating in your belly?"),
      ],
    },
    "Ask whether any position changes it, and feel lightly for a pulsating mass.",
    [
      yes(
        block(
          [...THRUSTS, "prone", "breath-held", "abdominal-pressure"],
          "Possible aneurysm: not prone, no thrust, no bearing down, no deep pressing.",
        ),
        referral(
          "urgent",
          "doctor today",
          "Possible aortic aneurysm.",
          "Possible abdominal aortic aneurysm. Please assess today, with ultrasound.",
        ),
      ),
      answer(
        "severe",
        "Yes, and severe",
        finalBlock("all", "Possible aneurysm with severe pain: no testing."),
        referral(
          "emergency",
          "ambulance",
          "Possible aortic aneurysm with severe pain.",
          "Severe back or flank pain, possible ruptured aortic aneurysm. Please assess now.",
        ),
      ),
    ],
    { like: "yes" },
  ),
  question(
    {
      ...FROM_10,
      id: "belly",
      heading: "Hernia or belly surgery",
      group: "body",
      parts: [
        part("wall", "Do you have a hernia, or have you had an operation on your belly in the last three months?"),
      ],
    },
    "Ask, and look for the scar.",
    [
      yes(
        block(
          ["abdominal-pressure", "breath-held"],
          "Hernia or recent belly surgery: no curl-up, no deep pressing, no bearing down.",
        ),
      ),
    ],
  ),
  question(
    {
      id: "bearing-down",
      heading: "Bearing down",
      group: "body",
      onlyIf: { loads: ["breath-held"] },
      partsByPosition: ["pressure", "heart", "stroke", "surgery", "hernia", "glaucoma"],
      parts: [
        part("pressure", "Is your blood pressure too high, even with treatment?"),
        part("heart", "Do you have heart disease?"),
        part("stroke", "Have you ever had a stroke, or do you have an aneurysm in the head?"),
        {
          ...part("eye", "Do you have glaucoma, or have you had an eye operation in the last three months?"),
          ...NEW_PART,
        },
        formerPart("surgery", "Eye or belly surgery lately?"),
        formerPart("hernia", "A hernia?"),
        formerPart("glaucoma", "Glaucoma?"),
      ],
    },
    "Ask each by itself, and take the blood pressure.",
    [yes(block(["breath-held"], "Bearing down or holding the breath is not done."))],
  ),
  question(
    {
      ...NEW,
      id: "child-signs",
      heading: "In the young",
      group: "illness",
      onlyIf: childHip,
      partsByPosition: ["limp", "night", "fever", "hip"],
      parts: [
        part("limp", "Are you limping?"),
        {
          ...partYes(
            "bear",
            "Does it hurt so much that you cannot put weight on the leg?",
            finalBlock(HIP_LOADS, "A child who cannot bear weight: no hip provocation."),
            referral(
              "emergency",
              "emergency department",
              "A child who cannot bear weight: possible infection of the hip, fracture or slipped growth plate.",
              "A child who cannot bear weight on the leg. Please assess now for septic arthritis, fracture and slipped growth plate.",
            ),
          ),
          ...NEW_PART,
        },
        part("night", "Do you have pain at night?"),
        part("fever", "Have you had a fever in the last two weeks?"),
        {
          ...part("hip", "Pain in groin, thigh or knee, and does the hip turn less than the other?"),
          examiner: true,
        },
      ],
    },
    "Look at the walk, and at how far each hip turns by itself.",
    [
      yes(
        block(HIP_LOADS, "Possible hip or growth plate disease in the young: no hip provocation."),
        referral(
          "urgent",
          "doctor today",
          "A limp, night pain, fever or a stiff hip in the young: refer before any hip provocation.",
          "A limp, night pain, fever or loss of hip rotation in a young patient. Please assess today for hip and growth plate disease.",
        ),
      ),
    ],
  ),
  question(
    {
      ...NEW,
      id: "young-back",
      heading: "Back pain on extension in the young",
      group: "illness",
      onlyIf: { maxAge: 17, regions: BACK, loads: LUMBAR_LOADS },
      parts: [part("extension", "Do you do a lot of sport, and does your back hurt when you bend backwards?")],
    },
    "Ask about sport and when it hurts.",
    [
      yes(
        caution(
          ["lumbar-extension", "spinal-torsion", "lumbar-rotation"],
          "Pain on extension in a young athlete: extension and twisting lightly, if at all.",
        ),
        referral(
          "soon",
          "doctor",
          "Pain on extension in a young athlete: medical review of the vertebral arch.",
          "Back pain on extension in a young athlete. Please assess for spondylolysis.",
        ),
      ),
    ],
  ),
];
