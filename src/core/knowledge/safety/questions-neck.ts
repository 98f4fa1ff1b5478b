import type { School } from "../protocols/types";
import {
  ARM_LOADS,
  block,
  type BodySide,
  caution,
  finalBlock,
  first,
  type GuardEffect,
  NECK_LOADS,
  referral,
  WHOLE_NECK,
} from "./effects";
import { answer, type GuardQuestion, no, question, sides, yes } from "./question-types";

/** What settles the upper neck in people whose ligaments may be lax. */
export const LIGAMENT_ORDER: School = {
  id: "ligament-order",
  label: "Upper neck at risk: what comes first",
  kind: "reading",
  defaultOption: "medical-first",
  options: [
    {
      id: "medical-first",
      label: "imaging or a medical view first; manual ligament tests only with a typed reason",
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

/** Asked in an exam of the neck, and wherever a test on the sheet reaches it. */
const NECK = { regions: ["neck-arm"], loads: WHOLE_NECK } as const;
const ARM = { regions: ["neck-arm"], loads: ARM_LOADS } as const;
const NEW = { since: 3 } as const;

const imagingFirst = (why: string): readonly GuardEffect[] => [
  finalBlock(WHOLE_NECK, `${why}: imaging first, no neck test.`),
  referral("urgent", `${why}: imaging of the neck first.`),
];
const CSPINE = { step: true, citation: "stiell-2001" } as const;
const WITHIN_48H = { question: "neck-injury", options: ["recent"] } as const;
const STRAIN = caution(
  ["neck-strain"],
  "What pulls on the neck from arm or girdle, or holds the breath: gently, and watched.",
);

const notFromTheSpine = (side: BodySide): readonly GuardEffect[] => [
  block(ARM_LOADS, `Arm signs on the ${side} that are not from the spine until shown otherwise.`, side),
];
const CHEST_REFERRAL = referral("urgent", "Arm signs that may come from heart or chest: refer today.");
const ARM_SIDES = ["Right arm", "Left arm", "Both arms"] as const;

const NO_NECK = "Possible brainstem or artery: no neck loading, traction, rotation or ligament test.";
const TYPED_RELOCATION = "The seated relocation test may be run only with a typed reason.";
const LATER_RULE = "Neck injury more than 48 hours ago: the decision rule does not apply. Clinical judgement, typed.";
const LAX = "The upper neck may be lax: imaging or a medical view first.";

export const BRAINSTEM: GuardQuestion = question(
  {
    id: "brainstem",
    heading: "Dizziness, sight, speech, swallowing",
    ask: "Dizziness, double vision, trouble speaking or swallowing, drop attacks, nausea, numbness of the face or around the mouth, flickering eyes?",
    onlyIf: NECK,
  },
  "Ask each one by itself, and look at eyes, face and speech.",
  [
    answer(
      "new",
      "Yes, new",
      finalBlock(NECK_LOADS, NO_NECK),
      block(["relocation"], TYPED_RELOCATION),
      referral("urgent", "New dizziness, sight, speech or swallowing trouble: refer today."),
      STRAIN,
    ),
    answer(
      "known",
      "Yes, long known",
      finalBlock(NECK_LOADS, NO_NECK),
      block(["relocation"], TYPED_RELOCATION),
      referral("soon", "Dizziness, sight, speech or swallowing trouble: ask for a medical view."),
      STRAIN,
    ),
  ],
  { blocksStay: true },
);

export const ARTERY: GuardQuestion = question(
  {
    id: "artery",
    heading: "Sudden or unlike any before",
    ask: "Headache or neck pain that came suddenly or is unlike any before? A drooping eyelid or face, unsteadiness, speech or sight changed?",
    onlyIf: NECK,
  },
  "Ask how it began, look at lids, pupils and face, and take the blood pressure.",
  [
    answer(
      "new",
      "Yes, new",
      finalBlock(WHOLE_NECK, "Possible neck artery: no neck test at all."),
      referral("emergency", "Possible neck artery, new: emergency referral now."),
    ),
    answer(
      "known",
      "Yes, looked into before",
      finalBlock(WHOLE_NECK, "Possible neck artery: no neck test at all."),
      referral("urgent", "Possible neck artery: urgent medical view."),
    ),
  ],
  { blocksStay: true },
);

export const NECK_QUESTIONS: readonly GuardQuestion[] = [
  question(
    {
      id: "giant-cell",
      heading: "New headache at 50 or over",
      ask: "A new headache, pain in the jaw when chewing, or a sore scalp?",
      onlyIf: { ...NECK, minAge: 50 },
    },
    "Ask about jaw and scalp, and feel the temples.",
    [
      yes(
        caution(NECK_LOADS, "New headache at 50 or over: light, and only after the referral."),
        referral(
          "urgent",
          "New headache, jaw or scalp pain at 50 or over: possible giant cell arteritis, refer urgently.",
        ),
      ),
    ],
  ),
  question(
    {
      id: "chest",
      heading: "Arm pain that may not be from the neck",
      ask: "Arm pain with chest tightness, breathlessness or effort? Wasted hand muscles with a drooping eyelid?",
      onlyIf: ARM,
    },
    "Ask what brings it on, and look at the hands and lids.",
    sides(notFromTheSpine, ARM_SIDES, [CHEST_REFERRAL]),
  ),
  question(
    {
      id: "dens-fracture",
      heading: "Neck fracture",
      ask: "A broken neck, known, recent or suspected?",
      onlyIf: NECK,
    },
    "Ask how it happened and whether pictures were taken.",
    [
      yes(
        finalBlock(WHOLE_NECK, "Suspected neck fracture: do not test the neck at all."),
        referral("emergency", "Suspected neck fracture: emergency path, keep the neck still."),
      ),
    ],
    { blocksStay: true },
  ),
  question(
    {
      id: "neck-injury",
      heading: "Neck injury",
      ask: "Was the neck injured: a fall, a blow, a crash?",
      onlyIf: NECK,
    },
    "Ask somebody who was there, or treat it as an injury.",
    [answer("recent", "Yes, within 48 hours"), answer("later", "Yes, longer ago", block(WHOLE_NECK, LATER_RULE))],
    { blocksStay: true },
  ),
  {
    ...CSPINE,
    id: "cspine-applies",
    heading: "Decision rule 1: does it apply?",
    ask: "Under 16, not fully alert, known disease of the spine, or pregnant?",
    onlyIf: { ...NECK, answered: WITHIN_48H },
    options: [
      no,
      {
        ...yes(block(WHOLE_NECK, "The decision rule does not apply to this person. Clinical judgement, typed.")),
        byAge: { upTo: 15 },
      },
    ],
  },
  {
    ...CSPINE,
    id: "cspine-high",
    heading: "Decision rule 2: high risk",
    ask: "Age 65 or more, tingling in the limbs, or a dangerous mechanism: a fall of 1 m or 5 stairs or more, a load along the axis of the head, a crash at over 100 km/h, with rollover or being thrown out, a motorised recreational vehicle, a bicycle struck or in a collision?",
    onlyIf: { ...NECK, answered: { question: "cspine-applies", options: ["no"] } },
    options: [no, { ...yes(...imagingFirst("High-risk neck injury")), byAge: { from: 65 } }],
  },
  {
    ...CSPINE,
    id: "cspine-low",
    heading: "Decision rule 3: low risk",
    ask: "Is there a low-risk sign: a simple rear-end crash, sitting now, walking at any time, pain that began later, or no soreness over the middle of the neck? Not simple: pushed into oncoming traffic, hit by a bus or large lorry, a rollover, or hit at high speed.",
    onlyIf: { ...NECK, answered: { question: "cspine-high", options: ["no"] } },
    options: [
      answer("present", "Yes, at least one"),
      answer("none", "None", ...imagingFirst("Neck injury without a low-risk sign")),
    ],
  },
  {
    ...CSPINE,
    id: "cspine-turn",
    heading: "Decision rule 4: turning",
    ask: "Can they turn the head 45° to each side themselves?",
    onlyIf: { ...NECK, answered: { question: "cspine-low", options: ["present"] } },
    options: [
      answer("able", "Yes, both sides"),
      answer("unable", "No", ...imagingFirst("Cannot turn 45° to each side after an injury")),
    ],
  },
  question(
    {
      id: "upper-neck-risk",
      heading: "Upper neck at risk",
      ask: "Rheumatoid or another inflammatory joint disease, Down syndrome, a connective-tissue disorder, long steroid use, an earlier neck infection, or a whiplash?",
      onlyIf: NECK,
    },
    "Ask for the diagnosis and the medicines by name.",
    [
      yes(
        {
          ...block(["relocation", "upper-cervical-stress"], `${LAX} Manual ligament tests only with a typed reason.`),
          under: { school: LIGAMENT_ORDER.id, option: "medical-first" },
        },
        {
          ...block(
            NECK_LOADS.filter((load) => load !== "upper-cervical-stress"),
            "The upper neck may be lax: the relocation, alar and transverse ligament tests come first.",
          ),
          under: { school: LIGAMENT_ORDER.id, option: "manual-first" },
          untilClear: ["sharp-purser", "alar", "transverse"],
        },
        first(["sharp-purser", "alar", "transverse"], "Upper neck ligaments before any other neck test."),
        referral("soon", "The upper neck may be lax: ask for a medical view or imaging."),
        {
          ...block(
            NECK_LOADS.filter((load) => load !== "upper-cervical-stress"),
            `${LAX} Nothing else loads the neck until the ligaments were tested and showed nothing.`,
          ),
          under: { school: LIGAMENT_ORDER.id, option: "medical-first" },
          untilClear: ["sharp-purser", "alar", "transverse"],
        },
        STRAIN,
      ),
    ],
  ),
  question(
    {
      ...NEW,
      id: "neck-surgery",
      heading: "Neck surgery",
      ask: "An operation on the neck: a fusion, a disc replaced, bone taken away?",
      onlyIf: NECK,
    },
    "Ask for the operation's name and date, or look for the scar.",
    [
      yes(
        block([...NECK_LOADS, "relocation"], "Neck surgery: no neck loading until the surgeon's limits are known."),
        referral("soon", "Neck surgery: ask the surgeon what the neck may be loaded with."),
        STRAIN,
      ),
    ],
  ),
  question(
    {
      ...NEW,
      id: "electric-shock",
      heading: "Electric shock on bending",
      ask: "Ever an electric shock down the back or the limbs on bending the head?",
      onlyIf: NECK,
    },
    "Ask again with the movement described; do not bend the neck to find out.",
    [
      yes(
        block(
          [...NECK_LOADS, "relocation"],
          "An electric shock on bending the head: possible spinal cord, no neck loading.",
        ),
        referral(
          "urgent",
          "An electric shock on bending the head: possible spinal cord. Lack of vitamin B12 and demyelinating disease do it too. Refer.",
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
      heading: "Vessels at risk",
      ask: "High blood pressure, smoking, migraine, an infection in the last weeks, a connective-tissue disorder, a stroke or clot before, or a neck injury lately?",
      onlyIf: NECK,
    },
    "Ask for each, and take the blood pressure.",
    [
      yes(
        caution(
          ["neck-rotation", "neck-extension", "neck-traction", "thrust"],
          "Vessels at risk: blood pressure and cranial nerves before turning, extending or pulling on the neck.",
        ),
      ),
    ],
  ),
  question(
    {
      ...NEW,
      id: "shoulder",
      heading: "Shoulder",
      ask: "A shoulder that slips or came out lately, was repaired, is frozen, or was broken lately?",
      onlyIf: ARM,
    },
    "Ask, and see how far they lift the arm themselves.",
    sides(
      (side) => [
        block(
          ["shoulder-loading"],
          `Shoulder on the ${side}: no girdle, lifting out or turning of that arm against resistance or to the end.`,
          side,
        ),
        caution(["arm-provocation"], `Shoulder on the ${side}: the steps below it only within what it does by itself.`),
      ],
      ARM_SIDES,
    ),
  ),
  question(
    {
      ...NEW,
      id: "elbow-wrist",
      heading: "Elbow, wrist, hand",
      ask: "An elbow, wrist or hand that was broken, operated on or out of joint lately?",
      onlyIf: ARM,
    },
    "Ask, and look at how they use the hand.",
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
      heading: "Fistula or lymph",
      ask: "A dialysis fistula in an arm, lymph nodes taken out, or a swollen arm?",
      onlyIf: ARM,
    },
    "Ask, and look for the scar.",
    sides(
      (side) => [
        block(
          ["elbow-loading", "wrist-loading"],
          `Fistula, or lymph nodes removed, on the ${side}: no elbow or wrist step, no blood pressure on that arm.`,
          side,
        ),
        caution(["arm-provocation"], `Fistula, or lymph nodes removed, on the ${side}: short, light, no tight grip.`),
      ],
      ARM_SIDES,
    ),
  ),
  {
    id: "thrust-planned",
    heading: "Neck thrust",
    ask: "Is a neck thrust planned?",
    onlyIf: { regions: ["neck-arm"] },
    options: [
      no,
      yes(
        first(["sharp-purser", "alar", "transverse"], "A neck thrust is planned: upper neck ligament tests first."),
        caution(
          NECK_LOADS,
          "A neck thrust is planned: the ligament tests are asked for, and a negative result clears nothing.",
        ),
      ),
    ],
  },
];
