import {
  block,
  type BodySide,
  caution,
  type GuardEffect,
  HIP_LOADS,
  LUMBAR_LOADS,
  PELVIC_LOADS,
  referral,
  WHOLE_NECK,
} from "./effects";
import { answer, type GuardCount, type GuardQuestion, no, question, sides, yes } from "./question-types";

const BACK = ["lumbopelvic"] as const;
const NEW = { since: 3 } as const;
/** Asked until version 3, when it was taken apart; what was answered then stays in force. */
const BEFORE = { until: 3 } as const;

const replacedHip = (side: BodySide): readonly GuardEffect[] => [
  block(
    ["hip-flexion-with-adduction-or-rotation", "hip-flexion-past-90"],
    `Hip replacement, ${side}: no hip flexion past 90°, nor with adduction or rotation.`,
    side,
  ),
  block(["hip-extension"], `Hip replacement, ${side}: hip extension only with a typed reason.`, side),
];

const sore = (side: BodySide): readonly GuardEffect[] => [
  block(["limb-provocation"], `Leg signs on the ${side} that are not from the spine until shown otherwise.`, side),
];
const VESSEL_REFERRAL = referral(
  "urgent",
  "Possible vessel or clot in the leg: refer today; no provocation of that leg.",
);
const LEG_SIDES = ["Right leg", "Left leg", "Both legs"] as const;
const SIDES = ["Right", "Left", "Both"] as const;

export const CAUDA_EQUINA: GuardQuestion = question(
  {
    id: "cauda-equina",
    heading: "Bladder, bowel, saddle",
    ask: "Any numbness between the legs, new trouble with bladder or bowel, altered feeling when passing water, new sexual difficulty, or new pain or weakness in both legs?",
    onlyIf: { regions: BACK, loads: LUMBAR_LOADS },
  },
  "Ask bladder, bowel, saddle and both legs one by one, and test touch there.",
  [
    yes(
      block("all", "Possible cauda equina: the lumbar examination ends here."),
      referral("emergency", "Possible cauda equina: emergency referral now."),
    ),
  ],
  { blocksStay: true },
);

const CORD: GuardQuestion = question(
  {
    id: "cord-signs",
    heading: "Cord",
    ask: "Tingling in both arms, or in arms and legs? Clumsy hands, or unsteady when walking?",
  },
  "Ask hands and gait, and look at reflexes and upper motor signs.",
  [
    yes(
      block([...WHOLE_NECK, ...LUMBAR_LOADS], "Possible spinal cord involvement: no neck or lumbar loading."),
      referral("urgent", "Possible spinal cord involvement: refer."),
    ),
  ],
  { blocksStay: true },
);

const WEAKNESS: GuardQuestion = question(
  { id: "leg-weakness", heading: "Weakness", ask: "Is an arm or leg clearly weak, or weaker than last time?" },
  "Test the key muscles.",
  [
    yes(
      block("all", "Severe or worsening weakness: no provocation."),
      referral("urgent", "Severe or worsening weakness: urgent referral."),
    ),
  ],
);
export const CORD_AND_WEAKNESS: readonly GuardQuestion[] = [WEAKNESS, CORD];

const childHip = { maxAge: 16, loads: HIP_LOADS, regions: BACK } as const;

export const COMMON_AND_BACK: readonly GuardQuestion[] = [
  question(
    {
      id: "pelvic-fracture",
      heading: "Pelvic fracture",
      ask: "A broken pelvis or sacrum, recent or suspected?",
      onlyIf: { regions: BACK, loads: PELVIC_LOADS },
    },
    "Ask for a fall, childbirth, long running or thin bones, and for pictures.",
    [
      yes(
        block(
          [...PELVIC_LOADS, ...HIP_LOADS],
          "Recent or suspected pelvic or sacral fracture: no testing of this region.",
        ),
        referral("urgent", "Suspected pelvic or sacral fracture: imaging before any testing."),
        caution(["limb-provocation"], "Recent or suspected pelvic fracture: a raised leg pulls on the pelvis too."),
      ),
    ],
    { blocksStay: true },
  ),
  question(
    {
      id: "lumbar-injury",
      heading: "Injury or surgery of the back",
      ask: "A fall or injury to the low back at an older age or with steroids or thin bones? Spinal surgery not long ago?",
      onlyIf: { regions: BACK, loads: LUMBAR_LOADS },
    },
    "Ask how it happened, and press nothing until it is known.",
    [
      yes(
        block(LUMBAR_LOADS, "Possible lumbar fracture or unhealed tissue: no lumbar loading."),
        referral("urgent", "Refer for imaging, or ask the surgeon, before loading the lumbar spine."),
      ),
    ],
    { blocksStay: true },
  ),
  question(
    {
      ...NEW,
      id: "hip-surgery",
      heading: "Hip surgery or fracture",
      ask: "A hip operated on, or broken, not long ago?",
      onlyIf: { regions: BACK, loads: HIP_LOADS },
    },
    "Ask when, and what the surgeon forbade.",
    sides(
      (side) => [
        block(HIP_LOADS, `Recent hip surgery or fracture, ${side}: no loading of that hip.`, side),
        caution(
          ["limb-provocation"],
          `Recent hip surgery or fracture, ${side}: raise that leg only as far as allowed.`,
        ),
      ],
      SIDES,
      [referral("soon", "Recent hip surgery or fracture: ask the surgeon what the hip may be loaded with.")],
    ),
  ),
  question(
    {
      ...BEFORE,
      id: "serious-disease",
      heading: "Illness",
      ask: "Cancer at any time, weight loss without a reason, fever, weak immune system, injected drugs, or night pain that nothing eases?",
    },
    "Ask each by itself.",
    [
      yes(
        block("all", "Possible serious disease: provocation only if you record why."),
        referral("urgent", "Possible serious disease: refer."),
      ),
    ],
  ),
  question(
    {
      ...NEW,
      id: "cancer",
      heading: "Cancer",
      ask: "Cancer at any time: what, when, treated, still followed? Such pain: new, constant, at night or unlike any before, after cancer of breast, prostate, lung, kidney, thyroid, bowel, blood, a melanoma, any spread, or any within 10 years.",
    },
    "Ask for the kind, the year and who follows it.",
    [
      answer(
        "other",
        "Yes, no such pain",
        block(["thrust"], "Cancer before: no thrust until this pain was looked at."),
        caution("all", "Cancer before: light, and stop at anything unlike before."),
      ),
      answer(
        "with-pain",
        "Yes, with such pain",
        block("all", "Cancer with pain that is new, constant, at night or unlike before: no provocation."),
        referral("urgent", "Cancer with pain that is new, constant, at night or unlike before: refer."),
      ),
    ],
  ),
  ...(
    [
      ["weight-loss", "Weight loss", "Weight lost without a reason?"],
      [
        "infection-signs",
        "Fever or infection",
        "Fever, night sweats, or contact with tuberculosis or travel where it is common?",
      ],
      ["night-pain", "Night pain", "Pain at night that nothing eases?"],
      ["immune", "Immune system", "A weakened immune system, or medicine that weakens it?"],
      ["injected-drugs", "Injected drugs", "Drugs injected?"],
    ] as const
  ).map(([id, heading, ask]) =>
    question({ ...NEW, id, heading, ask }, "Ask again in other words.", [
      yes(caution("all", `${heading}: one such sign alone. Light, and ask about the others.`)),
    ]),
  ),
  question(
    {
      id: "leg-circulation",
      heading: "Leg vessels",
      ask: "A hot swollen calf, leg pain that comes with walking distance, or a cold foot?",
      onlyIf: { regions: BACK, loads: ["limb-provocation"] },
    },
    "Feel both calves and the foot pulses.",
    sides(sore, LEG_SIDES, [VESSEL_REFERRAL]),
  ),
  question(
    {
      ...BEFORE,
      id: "inflammatory",
      heading: "Inflammation",
      ask: "Stiff for more than half an hour in the morning, better with movement, and felt in both buttocks?",
      onlyIf: { regions: BACK, maxAge: 44 },
    },
    "Ask each by itself.",
    [
      yes(
        caution("all", "Inflammatory pattern: light force only; ask about inflammatory disease in person and family."),
        referral("soon", "Inflammatory pattern under 45: refer for a medical view."),
      ),
    ],
  ),
  ...(
    [
      ["morning-stiffness", "Stiff in the morning", "Stiff for more than half an hour in the morning?"],
      ["better-moving", "Better with movement", "Better with movement, and not with rest?"],
      ["second-half-waking", "Woken at night", "Woken by it in the second half of the night?"],
      ["changing-buttocks", "Buttock to buttock", "Pain that changes from one buttock to the other?"],
    ] as const
  ).map(([id, heading, ask]): GuardQuestion => ({
    ...NEW,
    id,
    heading,
    ask,
    onlyIf: { regions: BACK },
    ...(id === "morning-stiffness" ? { citation: "rudwaleit-2006" as const } : {}),
    options: [no, yes(), { id: "not-known", label: "Not known", effects: [caution("all", `${heading}: not known.`)] }],
  })),
  question(
    { id: "osteoporosis", heading: "Thin bones", ask: "Osteoporosis, or a fracture from a small knock?" },
    "Ask for fractures, long steroid use and a bone scan.",
    [
      answer(
        "known",
        "Yes, treated or mild",
        caution(
          [
            "pelvic-compression",
            "pelvic-gapping",
            "pelvic-gapping-at-full-force",
            "sacral-pressure",
            "neck-compression",
            "thrust",
            "spinal-pressure",
            "spinal-torsion",
            "pubic-shear",
            "neck-pressure",
          ],
          "Osteoporosis: light force.",
        ),
      ),
      answer(
        "severe",
        "Severe",
        block(
          [
            "pelvic-compression",
            "neck-compression",
            "thrust",
            "sacral-pressure",
            "spinal-pressure",
            "spinal-torsion",
            "pelvic-gapping-at-full-force",
          ],
          "Severe osteoporosis: no compression, no thrust, no pressure on spine or sacrum, no twisting, no full force.",
        ),
        caution("all", "Severe osteoporosis: light force throughout."),
      ),
    ],
  ),
  question(
    {
      id: "hip-replacement",
      heading: "Hip replacement",
      ask: "A hip replacement? If so: when, which way was it put in, and what did the surgeon forbid?",
      onlyIf: { regions: BACK, loads: HIP_LOADS },
    },
    "Ask, or look for the scar.",
    sides(replacedHip, SIDES),
  ),
  question(
    {
      id: "pregnancy",
      heading: "Pregnancy",
      ask: "Pregnant, possibly pregnant (how many weeks?), or a birth in the last six months?",
      onlyIf: { notSex: "male" },
    },
    "Ask again before anything face down.",
    [
      {
        ...answer(
          "after-birth",
          "Birth lately",
          caution("all", "A birth in the last six months: light force; ask since when."),
        ),
        since: 3,
      },
      {
        ...answer(
          "early",
          "Before week 20",
          block(["prone"], "Pregnancy: not face down."),
          caution("all", "Pregnancy: light force; stop when faint."),
          block(["pubic-shear"], "Pregnancy: shearing the pubis only with a typed reason."),
          block(["thrust"], "Pregnancy: no pelvic or lumbar thrust."),
        ),
        since: 3,
      },
      answer(
        "yes",
        "Week 20 on, or not sure",
        block(["prone"], "Pregnancy: not face down."),
        caution("all", "Pregnancy: light force, and short spells on the back."),
        block(["pubic-shear"], "Pregnancy: shearing the pubis only with a typed reason."),
        block(["thrust"], "Pregnancy: no pelvic or lumbar thrust."),
        caution(
          ["supine"],
          "From week 20: flat on the back for 3 minutes at most; a wedge under the right side, or on the side. Stop when faint.",
        ),
      ),
    ],
  ),
  question(
    {
      ...NEW,
      id: "pregnancy-signs",
      heading: "Pregnancy, warning signs",
      ask: "Bleeding, fluid, contractions, fewer movements, severe headache or changed sight, a swollen painful calf?",
      onlyIf: {
        notSex: "male",
        answered: { question: "pregnancy", options: ["yes", "early", "after-birth", "not-known"] },
      },
    },
    "Ask each by itself.",
    [
      yes(
        block("all", "Warning signs in pregnancy: no provocation."),
        referral("emergency", "Warning signs in pregnancy: maternity unit or emergency department today."),
      ),
    ],
  ),
  question(
    { id: "anticoagulants", heading: "Blood thinners", ask: "Medicine that thins the blood, or a bleeding disorder?" },
    "Ask for the medicines by name.",
    [
      yes(
        caution("all", "Blood thinners: light force, no bruising pressure."),
        block(["thrust"], "Blood thinners: thrusts only with a typed reason."),
      ),
    ],
  ),
  question(
    {
      id: "aneurysm",
      heading: "Aneurysm",
      ask: "A known widening of the belly artery (aneurysm)?",
      onlyIf: { regions: BACK, loads: ["thrust", "prone", "breath-held", "abdominal-pressure"] },
    },
    "Ask for an ultrasound of the belly.",
    [
      yes(
        block(["thrust", "prone"], "Abdominal aneurysm: no thrusts, not face down."),
        referral("soon", "Known aneurysm: ask the treating physician before manual treatment."),
        block(["breath-held", "abdominal-pressure"], "Abdominal aneurysm: no bearing down, no pressing on the belly."),
      ),
    ],
  ),
  question(
    {
      ...NEW,
      id: "aneurysm-signs",
      heading: "Aneurysm not known of",
      ask: "New back or flank pain that no position changes, or a beating felt in the belly? (65 or over, or 55 and a smoker.)",
      onlyIf: { regions: BACK, loads: ["thrust", "prone", "breath-held", "abdominal-pressure"], minAge: 55 },
    },
    "Ask whether any position changes it, and feel lightly for a beating belly.",
    [
      yes(
        block(
          ["thrust", "prone", "breath-held", "abdominal-pressure"],
          "Possible aneurysm: not face down, no thrust, no bearing down, no deep pressing.",
        ),
        referral("urgent", "Possible aneurysm: refer today."),
      ),
      answer(
        "severe",
        "Yes, and severe",
        block("all", "Possible aneurysm with severe pain: no testing."),
        referral("emergency", "Possible aneurysm with severe pain: emergency referral now."),
      ),
    ],
  ),
  question(
    {
      id: "bearing-down",
      heading: "Bearing down",
      ask: "Blood pressure that is not under control, heart disease, a stroke or known brain aneurysm, recent eye or belly surgery, a hernia, or glaucoma?",
      onlyIf: { loads: ["breath-held"] },
    },
    "Ask each by itself, and take the blood pressure.",
    [yes(block(["breath-held"], "Bearing down or holding the breath is not done."))],
  ),
  question(
    {
      ...NEW,
      id: "child-signs",
      heading: "In the young",
      ask: "A limp, night pain, fever, or pain in groin, thigh or knee with less turning of the hip?",
      onlyIf: childHip,
    },
    "Look at the walk, and at how far each hip turns by itself.",
    [
      yes(
        block(HIP_LOADS, "Possible hip or growth plate in the young: no hip provocation."),
        referral("urgent", "A limp, night pain, fever or a stiff hip in the young: refer before any hip provocation."),
      ),
    ],
  ),
  question(
    {
      ...NEW,
      id: "young-back",
      heading: "Back pain on extension in the young",
      ask: "Back pain on bending backwards in somebody who does a lot of sport?",
      onlyIf: { maxAge: 17, regions: BACK, loads: LUMBAR_LOADS },
    },
    "Ask about sport and when it hurts.",
    [
      yes(
        caution(
          ["lumbar-extension", "spinal-torsion", "lumbar-rotation"],
          "Pain on extension in a young athlete: extension and twisting lightly, if at all.",
        ),
        referral("soon", "Pain on extension in a young athlete: ask for a medical view of the vertebral arch."),
      ),
    ],
  ),
];

const YES = ["yes"] as const;
const YES_OF = (question: string) => ({ question, options: YES });

/** Answers that mean something only together. */
export const GUARD_COUNTS: readonly GuardCount[] = [
  {
    id: "constitution",
    of: ["weight-loss", "infection-signs", "night-pain", "immune", "injected-drugs"].map(YES_OF),
    atLeast: 2,
    effects: [
      block("all", "Two or more signs of illness: provocation only if you record why."),
      referral(
        "urgent",
        "Two or more signs of illness (weight, fever, night pain, immune system, injected drugs): refer.",
      ),
    ],
  },
  {
    id: "inflammatory-pattern",
    of: ["morning-stiffness", "better-moving", "second-half-waking", "changing-buttocks"].map(YES_OF),
    atLeast: 2,
    effects: [
      caution("all", "Inflammatory pattern: light force only; ask about inflammatory disease in person and family."),
      referral("soon", "Inflammatory pattern: refer for a medical view, the more so when it began before 45."),
    ],
  },
];
