import type { LoadId } from "../vocabulary/examination";

export const URGENCIES = ["emergency", "urgent", "soon"] as const;
export type Urgency = (typeof URGENCIES)[number];

export type GuardEffect =
  | {
      readonly kind: "block";
      readonly loads: readonly LoadId[] | "all";
      readonly on: "person" | "right side" | "left side";
      readonly reason: string;
    }
  | { readonly kind: "caution"; readonly loads: readonly LoadId[] | "all"; readonly text: string }
  | { readonly kind: "referral"; readonly urgency: Urgency; readonly text: string };

export type GuardOption = { readonly id: string; readonly label: string; readonly effects: readonly GuardEffect[] };

export type GuardQuestion = {
  readonly id: string;
  /** Asked of the patient in plain words. */
  readonly ask: string;
  readonly heading: string;
  readonly options: readonly GuardOption[];
  /** Asked only of people of whom it can be true. */
  readonly onlyIf?: { readonly notSex?: "male"; readonly maxAge?: number };
};

/** The first option of every question is the one a well person gives. */
export const ALL_CLEAR_OPTION = "no";

const no: GuardOption = { id: ALL_CLEAR_OPTION, label: "No", effects: [] };
const notKnown: GuardOption = {
  id: "not-known",
  label: "Not known",
  effects: [{ kind: "caution", loads: "all", text: "Asked, but not known: treat it as possible until it is." }],
};
const yes = (...effects: GuardEffect[]): GuardOption => ({ id: "yes", label: "Yes", effects });

const block = (
  loads: readonly LoadId[] | "all",
  reason: string,
  on: "person" | "right side" | "left side" = "person",
): GuardEffect => ({
  kind: "block",
  loads,
  on,
  reason,
});
const caution = (loads: readonly LoadId[] | "all", text: string): GuardEffect => ({ kind: "caution", loads, text });
const referral = (urgency: Urgency, text: string): GuardEffect => ({ kind: "referral", urgency, text });

const PELVIC_LOADS: readonly LoadId[] = [
  "pelvic-gapping",
  "pelvic-compression",
  "sacral-pressure",
  "thrust",
  "lumbar-loading",
  "lumbar-extension",
  "hip-loading",
];
const LUMBAR_LOADS: readonly LoadId[] = ["lumbar-loading", "lumbar-extension", "sacral-pressure", "thrust"];

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

/** What the lumbopelvic region asks, worst first. Local rules and licensed judgement come before this list. */
export const LUMBOPELVIC_QUESTIONS: readonly GuardQuestion[] = [
  {
    id: "cauda-equina",
    heading: "Bladder, bowel, saddle",
    ask: "Any numbness between the legs, new trouble with bladder or bowel, altered feeling when passing water, new sexual difficulty, or new pain or weakness in both legs?",
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
    heading: "Leg weakness",
    ask: "Is a leg clearly weak, or weaker than last time?",
    options: [
      no,
      yes(
        block("all", "Severe or worsening weakness: no provocation."),
        referral("urgent", "Severe or worsening leg weakness: urgent referral."),
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
        block(LUMBAR_LOADS, "Possible spinal cord involvement: no lumbar loading."),
        referral("urgent", "Possible spinal cord involvement: refer."),
      ),
      notKnown,
    ],
  },
  {
    id: "pelvic-fracture",
    heading: "Pelvic fracture",
    ask: "A broken pelvis or sacrum, recent or suspected?",
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
    onlyIf: { maxAge: 44 },
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
          caution(["pelvic-compression", "pelvic-gapping", "sacral-pressure", "thrust"], "Osteoporosis: light force."),
        ],
      },
      {
        id: "severe",
        label: "Severe",
        effects: [block(["pelvic-compression", "thrust"], "Severe osteoporosis: no compression, no thrust.")],
      },
      notKnown,
    ],
  },
  {
    id: "hip-replacement",
    heading: "Hip replacement",
    ask: "A hip replacement?",
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
    options: [
      no,
      yes(
        block(["thrust", "prone"], "Abdominal aneurysm: no thrusts, not face down."),
        referral("soon", "Known aneurysm: ask the treating physician before manual treatment."),
      ),
      notKnown,
    ],
  },
];
