import type { ExamRegion, Lifetime, LoadId } from "../../vocabulary";
import type { CitationId } from "../citations";
import { block, caution, finalBlock, first, type GuardEffect, LUMBAR_LOADS, NECK_LOADS, referral } from "./effects";
import type { School } from "../protocols/types";

export { URGENCIES, type GuardEffect, type Urgency } from "./effects";

export type GuardOption = Lifetime & {
  readonly id: string;
  readonly label: string;
  readonly effects: readonly GuardEffect[];
};

export type GuardQuestion = Lifetime & {
  readonly id: string;
  /** Asked of the patient in plain words. */
  readonly ask: string;
  readonly heading: string;
  readonly options: readonly GuardOption[];
  /** Asked only where it can be true, or where an earlier answer calls for it. */
  readonly onlyIf?: {
    readonly notSex?: "male";
    readonly maxAge?: number;
    readonly minAge?: number;
    readonly regions?: readonly ExamRegion[];
    /** Only when a test on the sheet puts one of these on the body. */
    readonly loads?: readonly LoadId[];
    readonly answered?: { readonly question: string; readonly options: readonly string[] };
  };
  /** A step of a decision rule: answered one at a time, never with "all others: no". */
  readonly step?: true;
  readonly citation?: CitationId;
};

/** The first option of every question is the one a well person gives. */
export const ALL_CLEAR_OPTION = "no";

const no: GuardOption = { id: ALL_CLEAR_OPTION, label: "No", effects: [] };
const notKnown: GuardOption = {
  id: "not-known",
  label: "Not known",
  effects: [caution("all", "Asked, but not known: treat it as possible until it is.")],
};
const yes = (...effects: GuardEffect[]): GuardOption => ({ id: "yes", label: "Yes", effects });
const answer = (id: string, label: string, ...effects: GuardEffect[]): GuardOption => ({ id, label, effects });

const NECK = ["neck-arm"] as const;
const BACK = ["lumbopelvic"] as const;

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

const imagingFirst = (why: string): readonly GuardEffect[] => [
  finalBlock([...NECK_LOADS, "relocation"], `${why}: imaging first, no neck test.`),
  referral("urgent", `${why}: imaging of the neck first.`),
];
const CSPINE = { step: true, citation: "stiell-2001" } as const;
const WITHIN_48H = { question: "neck-injury", options: ["recent"] } as const;

const notFromTheSpine = (side: "right side" | "left side"): GuardEffect =>
  block(["arm-provocation"], `Arm signs on the ${side} that are not from the spine until shown otherwise.`, side);

const NECK_QUESTIONS: readonly GuardQuestion[] = [
  {
    id: "brainstem",
    heading: "Dizziness, sight, speech, swallowing",
    ask: "Dizziness, double vision, trouble speaking or swallowing, drop attacks, nausea, numbness of the face or around the mouth, flickering eyes?",
    onlyIf: { regions: NECK },
    options: [
      no,
      answer(
        "new",
        "Yes, new",
        finalBlock(NECK_LOADS, "Possible brainstem or artery: no neck loading, traction, rotation or ligament test."),
        block(["relocation"], "The seated relocation test may be run only with a typed reason."),
        referral("urgent", "New dizziness, sight, speech or swallowing trouble: refer today."),
      ),
      answer(
        "known",
        "Yes, long known",
        finalBlock(NECK_LOADS, "Possible brainstem or artery: no neck loading, traction, rotation or ligament test."),
        block(["relocation"], "The seated relocation test may be run only with a typed reason."),
        referral("soon", "Dizziness, sight, speech or swallowing trouble: ask for a medical view."),
      ),
      notKnown,
    ],
  },
  {
    id: "artery",
    heading: "Sudden or unlike any before",
    ask: "Headache or neck pain that came suddenly or is unlike any before? A drooping eyelid or face, unsteadiness, speech or sight changed?",
    onlyIf: { regions: NECK },
    options: [
      no,
      answer(
        "new",
        "Yes, new",
        finalBlock([...NECK_LOADS, "relocation"], "Possible neck artery: no neck test at all."),
        referral("emergency", "Possible neck artery, new: emergency referral now."),
      ),
      answer(
        "known",
        "Yes, looked into before",
        finalBlock([...NECK_LOADS, "relocation"], "Possible neck artery: no neck test at all."),
        referral("urgent", "Possible neck artery: urgent medical view."),
      ),
      notKnown,
    ],
  },
  {
    id: "giant-cell",
    heading: "New headache over 50",
    ask: "A new headache, pain in the jaw when chewing, or a sore scalp?",
    onlyIf: { regions: NECK, minAge: 51 },
    options: [
      no,
      yes(
        caution(NECK_LOADS, "New headache over 50: light, and only after the referral."),
        referral("urgent", "New headache, jaw or scalp pain over 50: possible giant cell arteritis, refer urgently."),
      ),
      notKnown,
    ],
  },
  {
    id: "chest",
    heading: "Arm pain that may not be from the neck",
    ask: "Arm pain with chest tightness, breathlessness or effort? Wasted hand muscles with a drooping eyelid?",
    onlyIf: { regions: NECK },
    options: [
      no,
      answer(
        "right",
        "Right arm",
        notFromTheSpine("right side"),
        referral("urgent", "Arm signs that may come from heart or chest: refer today."),
      ),
      answer(
        "left",
        "Left arm",
        notFromTheSpine("left side"),
        referral("urgent", "Arm signs that may come from heart or chest: refer today."),
      ),
      answer(
        "both",
        "Both arms",
        notFromTheSpine("right side"),
        notFromTheSpine("left side"),
        referral("urgent", "Arm signs that may come from heart or chest: refer today."),
      ),
      notKnown,
    ],
  },
  {
    id: "dens-fracture",
    heading: "Neck fracture",
    ask: "A broken neck, known, recent or suspected?",
    onlyIf: { regions: NECK },
    options: [
      no,
      yes(
        finalBlock([...NECK_LOADS, "relocation"], "Suspected neck fracture: do not test the neck at all."),
        referral("emergency", "Suspected neck fracture: emergency path, keep the neck still."),
      ),
      notKnown,
    ],
  },
  {
    id: "neck-injury",
    heading: "Neck injury",
    ask: "Was the neck injured: a fall, a blow, a crash?",
    onlyIf: { regions: NECK },
    options: [
      no,
      answer("recent", "Yes, within 48 hours"),
      answer(
        "later",
        "Yes, longer ago",
        block(
          [...NECK_LOADS, "relocation"],
          "Neck injury more than 48 hours ago: the decision rule does not apply. Clinical judgement, typed.",
        ),
      ),
      notKnown,
    ],
  },
  {
    ...CSPINE,
    id: "cspine-applies",
    heading: "Decision rule 1: does it apply?",
    ask: "Under 16, not fully alert, known disease of the spine, or pregnant?",
    onlyIf: { regions: NECK, answered: WITHIN_48H },
    options: [
      no,
      yes(
        block(
          [...NECK_LOADS, "relocation"],
          "The decision rule does not apply to this person. Clinical judgement, typed.",
        ),
      ),
    ],
  },
  {
    ...CSPINE,
    id: "cspine-high",
    heading: "Decision rule 2: high risk",
    ask: "Age 65 or more, a dangerous mechanism, or tingling in the limbs?",
    onlyIf: { regions: NECK, answered: { question: "cspine-applies", options: ["no"] } },
    options: [no, yes(...imagingFirst("High-risk neck injury"))],
  },
  {
    ...CSPINE,
    id: "cspine-low",
    heading: "Decision rule 3: low risk",
    ask: "Is there a low-risk sign: a simple rear-end crash, sitting now, walking at any time, pain that began later, or no soreness over the middle of the neck?",
    onlyIf: { regions: NECK, answered: { question: "cspine-high", options: ["no"] } },
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
    onlyIf: { regions: NECK, answered: { question: "cspine-low", options: ["present"] } },
    options: [
      answer("able", "Yes, both sides"),
      answer("unable", "No", ...imagingFirst("Cannot turn 45° to each side after an injury")),
    ],
  },
  {
    id: "upper-neck-risk",
    heading: "Upper neck at risk",
    ask: "Rheumatoid or another inflammatory joint disease, Down syndrome, a connective-tissue disorder, long steroid use, an earlier neck infection, or a whiplash?",
    onlyIf: { regions: NECK },
    options: [
      no,
      yes(
        {
          kind: "block",
          loads: [...NECK_LOADS, "relocation"],
          on: "person",
          reason:
            "The upper neck may be lax: imaging or a medical view first. Manual ligament tests only with a typed reason.",
          under: { school: LIGAMENT_ORDER.id, option: "medical-first" },
        },
        {
          kind: "block",
          loads: NECK_LOADS.filter((load) => load !== "upper-cervical-stress"),
          on: "person",
          reason: "The upper neck may be lax: the relocation, alar and transverse ligament tests come first.",
          under: { school: LIGAMENT_ORDER.id, option: "manual-first" },
          untilClear: ["sharp-purser", "alar", "transverse"],
        },
        first(["sharp-purser", "alar", "transverse"], "Upper neck ligaments before any other neck test."),
        referral("soon", "The upper neck may be lax: ask for a medical view or imaging."),
      ),
      notKnown,
    ],
  },
  {
    id: "thrust-planned",
    heading: "Neck thrust",
    ask: "Is a neck thrust planned?",
    onlyIf: { regions: NECK },
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

const PELVIC_LOADS: readonly LoadId[] = [
  "pelvic-gapping",
  "pelvic-compression",
  "sacral-pressure",
  "thrust",
  "lumbar-loading",
  "lumbar-extension",
  "hip-loading",
];
const replacedHip = (side: "right side" | "left side"): readonly GuardEffect[] => [
  block(
    ["hip-flexion-with-adduction-or-rotation"],
    `Hip replacement, ${side}: no hip flexion with adduction or rotation.`,
    side,
  ),
  block(["hip-extension"], `Hip replacement, ${side}: hip extension only with a typed reason.`, side),
];

const sore = (side: "right side" | "left side"): readonly GuardEffect[] => [
  block(["limb-provocation"], `Leg signs on the ${side} that are not from the spine until shown otherwise.`, side),
  referral("urgent", "Possible vessel or clot in the leg: refer today; no provocation of that leg."),
];

const COMMON_AND_BACK: readonly GuardQuestion[] = [
  {
    id: "cauda-equina",
    heading: "Bladder, bowel, saddle",
    ask: "Any numbness between the legs, new trouble with bladder or bowel, altered feeling when passing water, new sexual difficulty, or new pain or weakness in both legs?",
    onlyIf: { regions: BACK },
    options: [
      no,
      yes(
        block("all", "Possible cauda equina: the lumbar examination ends here."),
        referral("emergency", "Possible cauda equina: emergency referral now."),
      ),
      notKnown,
    ],
  },
  {
    id: "leg-weakness",
    heading: "Weakness",
    ask: "Is an arm or leg clearly weak, or weaker than last time?",
    options: [
      no,
      yes(
        block("all", "Severe or worsening weakness: no provocation."),
        referral("urgent", "Severe or worsening weakness: urgent referral."),
      ),
      notKnown,
    ],
  },
  {
    id: "cord-signs",
    heading: "Cord",
    ask: "Tingling in both arms, or in arms and legs? Clumsy hands, or unsteady when walking?",
    options: [
      no,
      yes(
        block(
          [...NECK_LOADS, "relocation", ...LUMBAR_LOADS],
          "Possible spinal cord involvement: no neck or lumbar loading.",
        ),
        referral("urgent", "Possible spinal cord involvement: refer."),
      ),
      notKnown,
    ],
  },
  {
    id: "pelvic-fracture",
    heading: "Pelvic fracture",
    ask: "A broken pelvis or sacrum, recent or suspected?",
    onlyIf: { regions: BACK },
    options: [
      no,
      yes(
        block(PELVIC_LOADS, "Recent or suspected pelvic or sacral fracture: no testing of this region."),
        referral("urgent", "Suspected pelvic or sacral fracture: imaging before any testing."),
      ),
      notKnown,
    ],
  },
  {
    id: "lumbar-injury",
    heading: "Injury or surgery",
    ask: "A fall or injury to the low back at an older age or with steroids or thin bones? Spinal or hip surgery not long ago?",
    onlyIf: { regions: BACK },
    options: [
      no,
      yes(
        block(LUMBAR_LOADS, "Possible lumbar fracture or unhealed tissue: no lumbar loading."),
        referral("urgent", "Refer for imaging, or ask the surgeon, before loading the lumbar spine."),
      ),
      notKnown,
    ],
  },
  {
    id: "serious-disease",
    heading: "Illness",
    ask: "Cancer at any time, weight loss without a reason, fever, weak immune system, injected drugs, or night pain that nothing eases?",
    options: [
      no,
      yes(
        block("all", "Possible serious disease: provocation only if you record why."),
        referral("urgent", "Possible serious disease: refer."),
      ),
      notKnown,
    ],
  },
  {
    id: "leg-circulation",
    heading: "Leg vessels",
    ask: "A hot swollen calf, leg pain that comes with walking distance, or a cold foot?",
    onlyIf: { regions: BACK },
    options: [
      no,
      { id: "right", label: "Right leg", effects: sore("right side") },
      { id: "left", label: "Left leg", effects: sore("left side") },
      { id: "both", label: "Both legs", effects: [...sore("right side"), ...sore("left side").slice(0, 1)] },
      notKnown,
    ],
  },
  {
    id: "inflammatory",
    heading: "Inflammation",
    ask: "Stiff for more than half an hour in the morning, better with movement, and felt in both buttocks?",
    onlyIf: { regions: BACK, maxAge: 44 },
    options: [
      no,
      yes(
        caution("all", "Inflammatory pattern: light force only; ask about inflammatory disease in person and family."),
        referral("soon", "Inflammatory pattern under 45: refer for a medical view."),
      ),
      notKnown,
    ],
  },
  {
    id: "osteoporosis",
    heading: "Thin bones",
    ask: "Osteoporosis, or a fracture from a small knock?",
    options: [
      no,
      {
        id: "known",
        label: "Yes, treated or mild",
        effects: [
          caution(
            ["pelvic-compression", "pelvic-gapping", "sacral-pressure", "neck-compression", "thrust"],
            "Osteoporosis: light force.",
          ),
        ],
      },
      {
        id: "severe",
        label: "Severe",
        effects: [
          block(
            ["pelvic-compression", "neck-compression", "thrust"],
            "Severe osteoporosis: no compression, no thrust.",
          ),
        ],
      },
      notKnown,
    ],
  },
  {
    id: "hip-replacement",
    heading: "Hip replacement",
    ask: "A hip replacement?",
    onlyIf: { regions: BACK },
    options: [
      no,
      { id: "right", label: "Right", effects: replacedHip("right side") },
      { id: "left", label: "Left", effects: replacedHip("left side") },
      { id: "both", label: "Both", effects: [...replacedHip("right side"), ...replacedHip("left side")] },
      notKnown,
    ],
  },
  {
    id: "pregnancy",
    heading: "Pregnancy",
    ask: "Pregnant, or possibly pregnant?",
    onlyIf: { notSex: "male" },
    options: [
      no,
      yes(
        block(["prone"], "Pregnancy: not face down."),
        caution("all", "Pregnancy: light force, and short spells on the back."),
      ),
      notKnown,
    ],
  },
  {
    id: "anticoagulants",
    heading: "Blood thinners",
    ask: "Medicine that thins the blood, or a bleeding disorder?",
    options: [no, yes(caution("all", "Blood thinners: light force, no bruising pressure.")), notKnown],
  },
  {
    id: "aneurysm",
    heading: "Aneurysm",
    ask: "A known widening of the belly artery (aneurysm)?",
    onlyIf: { regions: BACK },
    options: [
      no,
      yes(
        block(["thrust", "prone"], "Abdominal aneurysm: no thrusts, not face down."),
        referral("soon", "Known aneurysm: ask the treating physician before manual treatment."),
      ),
      notKnown,
    ],
  },
  {
    id: "bearing-down",
    heading: "Bearing down",
    ask: "Blood pressure that is not under control, recent eye or belly surgery, a hernia, or glaucoma?",
    onlyIf: { loads: ["breath-held"] },
    options: [no, yes(block(["breath-held"], "Bearing down or holding the breath is not done.")), notKnown],
  },
];

/** The whole guard, worst first. Local rules and licensed judgement come before this list. */
export const GUARD_QUESTIONS: readonly GuardQuestion[] = [
  ...COMMON_AND_BACK.slice(0, 1),
  ...NECK_QUESTIONS.slice(0, 2),
  ...COMMON_AND_BACK.slice(1, 3),
  ...NECK_QUESTIONS.slice(2),
  ...COMMON_AND_BACK.slice(3),
];
