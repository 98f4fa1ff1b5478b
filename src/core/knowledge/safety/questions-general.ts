import { block, caution, finalBlock, LUMBAR_LOADS, referral, THRUSTS, WHOLE_NECK } from "./effects";
import {
  answer,
  FOLLOWS_THE_PLAN,
  formerPart,
  type GuardQuestion,
  part,
  partYes,
  question,
  yes,
} from "./question-types";

/** What concerns everybody, whatever is tested. */

const NEW = { since: 3 } as const;
const FROM_10 = { since: FOLLOWS_THE_PLAN } as const;
const UNTIL_10 = { until: FOLLOWS_THE_PLAN } as const;
const NEW_PART = { since: FOLLOWS_THE_PLAN } as const;
const ALWAYS = { always: true } as const;

const CORD = question(
  {
    ...ALWAYS,
    id: "cord-signs",
    heading: "Spinal cord",
    group: "grave",
    partsByPosition: ["tingling", "clumsy", "unsteady"],
    parts: [
      part("tingling", "Do you have tingling in both arms, or in your arms and legs?"),
      part("clumsy", "Have your hands become clumsy lately?"),
      part("unsteady", "Have you become unsteady when you walk?"),
    ],
  },
  "Ask about hands and gait, and test reflexes and upper motor neuron signs.",
  [
    yes(
      block([...WHOLE_NECK, ...LUMBAR_LOADS], "Possible spinal cord involvement: no neck or lumbar loading."),
      referral(
        "urgent",
        "doctor today",
        "Possible spinal cord involvement.",
        "Possible spinal cord compression. Please assess urgently, with MRI. Neck and lumbar testing stopped.",
      ),
    ),
  ],
  { blocksStay: true },
);

const WEAKNESS = question(
  {
    ...ALWAYS,
    id: "leg-weakness",
    heading: "Weakness",
    group: "grave",
    partsByPosition: ["weak", "weaker"],
    parts: [
      { ...part("limb", "Has an arm or a leg become clearly weak, or weaker than before?"), ...NEW_PART },
      formerPart("weak", "Is an arm or a leg clearly weak?"),
      formerPart("weaker", "Weaker than last time?"),
    ],
  },
  "Test the key muscles.",
  [
    yes(
      block("all", "Severe or worsening weakness: no provocation."),
      referral(
        "urgent",
        "doctor today",
        "Severe or worsening weakness.",
        "Severe or worsening weakness of a limb. Please assess today for compression of root or cord.",
      ),
    ),
  ],
);

/** After testing was stopped: a yes brings every other question again. */
const ANYTHING_ELSE = question(
  {
    ...FROM_10,
    id: "anything-else",
    heading: "Anything else new",
    group: "grave",
    onlyIf: { found: "testing stopped" },
    parts: [part("changed", "Apart from that, do you feel anything else now that was not there when we began?")],
  },
  "Ask what it is, and repeat the questions it concerns.",
  [yes(caution("all", "Something is new since testing began: light, and repeat the questions it concerns."))],
);

/** Weak legs on both sides in the examination: pain may be all that limits them. */
const WEAK_LEGS: GuardQuestion = {
  ...FROM_10,
  id: "weak-legs",
  heading: "Weakness in both legs",
  group: "grave",
  examiner: true,
  onlyIf: { found: "weak legs on both sides" },
  parts: [part("without-pain", "Are the legs weak even where the movement does not hurt?")],
  options: [
    {
      id: "no",
      label: "No, pain limits it",
      effects: [caution("all", "Power in both legs limited by pain: test it again when it hurts less.")],
    },
    yes(
      block("all", "Weakness in both legs: possible cauda equina syndrome."),
      referral(
        "emergency",
        "emergency department",
        "Weakness in both legs: possible cauda equina syndrome.",
        "Weakness in both legs, not explained by pain. Please assess now for cauda equina syndrome, with emergency MRI.",
      ),
    ),
    answer(
      "not-known",
      "Not known",
      block("all", "Weakness in both legs, cause not known: no provocation."),
      referral(
        "urgent",
        "emergency department",
        "Weakness in both legs, cause not known: find out today.",
        "Weakness in both legs; whether pain limits it is not known. Please clarify today.",
      ),
    ),
  ],
};

const ILLNESS: readonly (readonly [id: string, former: string, heading: string, ask: string])[] = [
  ["weight-loss", "weight", "Weight loss", "Weight lost without a reason?"],
  [
    "infection-signs",
    "infection",
    "Fever or infection",
    "Fever, night sweats, or contact with tuberculosis or travel where it is common?",
  ],
  ["night-pain", "night", "Night pain", "Pain at night that nothing eases?"],
  ["immune", "immune", "Immune system", "A weakened immune system, or medicine that weakens it?"],
  ["injected-drugs", "drugs", "Injected drugs", "Drugs injected?"],
];
const POSITIONS_OF_ILLNESS: Readonly<Record<string, readonly (readonly [string, string])[]>> = {
  "infection-signs": [
    ["fever", "Fever?"],
    ["sweats", "Night sweats?"],
    ["tuberculosis", "Contact with tuberculosis, or travel where it is common?"],
  ],
  immune: [
    ["weak", "A weak immune system?"],
    ["medicine", "Medicine that weakens it?"],
  ],
};

const FORMER_ILLNESS = ILLNESS.map(([id, partId, heading, ask]) => {
  const positions = POSITIONS_OF_ILLNESS[id];
  return question(
    {
      ...NEW,
      ...UNTIL_10,
      ...ALWAYS,
      id,
      heading,
      group: "illness",
      parts: (positions ?? [[partId, ask] as const]).map(([own, words]) => formerPart(own, words)),
      ...(positions ? { partsByPosition: positions.map(([own]) => own) } : {}),
    },
    "Ask again in other words.",
    [yes(caution("all", `${heading}: one such sign alone. Light, and ask about the others.`))],
  );
});

const oneSign = (what: string) => caution("all", `${what}: one such sign alone. Light, and ask about the others.`);

export const GENERAL_QUESTIONS: readonly GuardQuestion[] = [
  CORD,
  WEAKNESS,
  WEAK_LEGS,
  ANYTHING_ELSE,
  {
    ...UNTIL_10,
    id: "serious-disease",
    until: 3,
    heading: "Illness",
    group: "illness",
    parts: [
      formerPart(
        "any",
        "Cancer at any time, weight loss without a reason, fever, weak immune system, injected drugs, or night pain that nothing eases?",
      ),
    ],
    options: question({ id: "serious-disease", heading: "", group: "illness", parts: [] }, "Ask each by itself.", [
      yes(
        block("all", "Possible serious disease: provocation only if you record why."),
        referral(
          "urgent",
          "doctor today",
          "Possible serious disease.",
          "Possible serious disease. Please assess today.",
        ),
      ),
    ]).options,
  },
  question(
    {
      ...NEW,
      ...ALWAYS,
      id: "cancer",
      heading: "Cancer",
      group: "illness",
      parts: [part("ever", "Have you ever had cancer?")],
    },
    "Ask for the kind, the year and who follows it.",
    [
      answer(
        "other",
        "Yes, but no such pain",
        block(THRUSTS, "Earlier cancer: no thrust until this pain was assessed."),
        caution("all", "Earlier cancer: light, and stop at anything unlike before."),
      ),
      answer(
        "with-pain",
        "Yes, and this pain is new, constant, worse at night or unlike any before",
        block("all", "Cancer with pain that is new, constant, at night or unlike before: no provocation."),
        referral(
          "urgent",
          "doctor today",
          "Cancer with pain that is new, constant, at night or unlike before: possible metastasis.",
          "Earlier cancer, and spinal pain that is new, constant, worse at night or unlike before. Please assess for metastasis.",
        ),
      ),
    ],
  ),
  question(
    {
      ...FROM_10,
      ...ALWAYS,
      id: "illness",
      heading: "Signs of illness",
      group: "illness",
      parts: [
        partYes("weight", "Have you lost weight in the last few months without trying?", oneSign("Weight loss")),
        partYes("fever", "Have you had a fever in the last two weeks?", oneSign("Fever")),
        partYes(
          "sweats",
          "Do you sweat so much at night that you have to change your clothes?",
          oneSign("Night sweats"),
        ),
        partYes("night", "Do you have pain at night that nothing eases?", oneSign("Night pain")),
        partYes(
          "immune",
          "Is your immune system weak, do you take medicine that weakens it, or have you been near someone with tuberculosis?",
          oneSign("Weak immune system or tuberculosis contact"),
        ),
        partYes("drugs", "Have you ever injected drugs?", oneSign("Injected drugs")),
      ],
    },
    "Ask each one again in other words, and take the temperature.",
    [yes()],
  ),
  ...FORMER_ILLNESS,
  question(
    {
      ...ALWAYS,
      id: "osteoporosis",
      heading: "Osteoporosis",
      group: "grave",
      partsByPosition: ["told", "broken"],
      parts: [
        {
          ...part(
            "bones",
            "Has anyone told you that you have osteoporosis, or have you broken a bone from a small knock or fall?",
          ),
          ...NEW_PART,
        },
        formerPart("told", "Thin bones, as somebody told you?"),
        formerPart("broken", "A bone broken by a small knock?"),
      ],
    },
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
            ...THRUSTS,
            "spinal-pressure",
            "spinal-torsion",
            "pubic-shear",
            "neck-pressure",
            "rib-pressure",
            "firm-force",
          ],
          "Osteoporosis: light force.",
        ),
      ),
      answer(
        "severe",
        "Yes, severe or with fractures",
        block(
          [
            "pelvic-compression",
            "neck-compression",
            ...THRUSTS,
            "sacral-pressure",
            "spinal-pressure",
            "spinal-torsion",
            "pelvic-gapping-at-full-force",
            "pubic-shear",
            "rib-pressure",
            "firm-force",
          ],
          "Severe osteoporosis: no compression, no thrust, no pressure on spine, ribs or sacrum, no twisting, no firm force.",
        ),
        caution("all", "Severe osteoporosis: light force throughout."),
      ),
    ],
  ),
  question(
    {
      ...ALWAYS,
      id: "pregnancy",
      heading: "Pregnancy",
      group: "body",
      onlyIf: { notSex: "male" },
      partsByPosition: ["pregnant", "birth"],
      parts: [
        {
          ...part("any", "Are you pregnant, could you be, or have you given birth in the last six months?"),
          ...NEW_PART,
        },
        formerPart("pregnant", "Pregnant, or possibly: how many weeks?"),
        formerPart("birth", "A birth in the last six months?"),
      ],
    },
    "Ask again before anything prone.",
    [
      {
        ...answer(
          "after-birth",
          "Gave birth in the last 6 months",
          caution("all", "A birth in the last six months: light force; ask since when."),
        ),
        since: 3,
      },
      {
        ...answer(
          "early",
          "Pregnant, before week 20",
          caution("all", "Pregnancy: light force; prone only if comfortable; stop when faint."),
          block(["pubic-shear"], "Pregnancy: shearing the pubis only with a documented reason."),
          block(["spinal-thrust", "pelvic-thrust"], "Pregnancy: no pelvic or lumbar thrust."),
        ),
        since: 3,
      },
      answer(
        "yes",
        "Pregnant, week 20 or later",
        block(["prone"], "Pregnancy from week 20: not prone."),
        caution("all", "Pregnancy: light force, and short spells supine."),
        block(["pubic-shear"], "Pregnancy: shearing the pubis only with a documented reason."),
        block(["spinal-thrust", "pelvic-thrust"], "Pregnancy: no pelvic or lumbar thrust."),
        caution(
          ["supine"],
          "From week 20: supine for 3 minutes at most; a wedge under the right side, or side-lying. Stop when faint.",
        ),
        block(
          ["abdominal-pressure", "breath-held"],
          "Pregnancy from week 20: no curl-up, no pressing on the belly, no bearing down.",
        ),
      ),
    ],
  ),
  question(
    {
      ...NEW,
      id: "pregnancy-signs",
      heading: "Pregnancy, warning signs",
      group: "body",
      onlyIf: {
        notSex: "male",
        answered: { question: "pregnancy", options: ["yes", "early", "after-birth", "not-known"] },
      },
      partsByPosition: ["bleeding", "contractions", "movements", "headache", "calf"],
      parts: [
        part("bleeding", "Are you bleeding, or losing fluid?"),
        part("contractions", "Are you having contractions?"),
        part("movements", "Is your baby moving less than usual?"),
        part("headache", "Do you have a severe headache, or has your sight changed?"),
        part("calf", "Is one of your calves swollen and painful?"),
      ],
    },
    "Ask each by itself.",
    [
      yes(
        finalBlock("all", "Warning signs in pregnancy: no provocation."),
        referral(
          "emergency",
          "maternity",
          "Warning signs in pregnancy.",
          "Warning signs in pregnancy or after birth. Please assess now.",
        ),
      ),
    ],
  ),
  question(
    {
      ...ALWAYS,
      id: "anticoagulants",
      heading: "Blood thinners",
      group: "body",
      partsByPosition: ["medicine", "disorder"],
      parts: [
        {
          ...part("either", "Do you take medicine that thins the blood, or do you have a bleeding disorder?"),
          ...NEW_PART,
        },
        formerPart("medicine", "Medicine that thins the blood?"),
        formerPart("disorder", "A bleeding disorder?"),
      ],
    },
    "Ask for the medicines by name.",
    [
      yes(
        caution("all", "Blood thinners: light force, no bruising pressure."),
        block(THRUSTS, "Blood thinners: thrusts only with a documented reason."),
      ),
    ],
  ),
];
