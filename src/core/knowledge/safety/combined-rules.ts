import type { LoadId } from "../../vocabulary";
import { block, caution, finalBlock, type GuardEffect, LUMBAR_LOADS, referral, WHOLE_NECK } from "./effects";
import { FOLLOWS_THE_PLAN, type GuardCondition, type GuardCount } from "./question-types";

/** Answers and findings that mean something only together. */

const YES = ["yes"] as const;
const yesTo = (question: string, part?: string): GuardCondition => ({
  question,
  options: YES,
  ...(part ? { part } : {}),
});
const FROM_10 = { since: FOLLOWS_THE_PLAN } as const;

const LOOK_AT_CORD = "Look at gait, reflexes and upper motor neuron signs before the neck or a nerve is loaded.";
/** Bending the head forward by oneself is how the cord is asked: all else of neck and arm waits. */
const BEFORE_CORD_SIGNS: readonly LoadId[] = [
  ...WHOLE_NECK.filter((load) => load !== "neck-flexion"),
  "arm-provocation",
];
const CANCER: GuardCondition = { question: "cancer", options: ["other", "with-pain"] };

const severalSignsOfIllness = (signs: string): readonly GuardEffect[] => [
  block("all", "Two or more signs of illness: provocation only with a documented reason."),
  referral(
    "urgent",
    "doctor today",
    `Two or more signs of illness (${signs}).`,
    "Two or more signs of systemic illness. Please assess for infection and tumour.",
  ),
];

const INFECTION = [
  block("all", "Fever or injected drugs with new spinal pain: possible spinal infection, no provocation."),
  referral(
    "urgent",
    "emergency department",
    "Fever or injected drugs with new spinal pain: spinal infection until shown otherwise.",
    "Fever or injected drugs with new spinal pain. Please assess today for spinal infection, with blood tests and MRI.",
  ),
] as const;

export const GUARD_COUNTS: readonly GuardCount[] = [
  {
    id: "constitution",
    of: ["weight-loss", "infection-signs", "night-pain", "immune", "injected-drugs"].map((id) => yesTo(id)),
    atLeast: 2,
    effects: severalSignsOfIllness("weight, fever, night pain, immune system, injected drugs"),
  },
  {
    ...FROM_10,
    id: "signs-of-illness",
    of: ["weight", "fever", "sweats", "night", "immune", "drugs"].map((part) => yesTo("illness", part)),
    atLeast: 2,
    effects: severalSignsOfIllness("weight, fever, night sweats, night pain, immune system, injected drugs"),
  },
  {
    ...FROM_10,
    id: "spinal-infection",
    of: [
      yesTo("illness", "fever"),
      yesTo("illness", "drugs"),
      yesTo("infection-signs", "fever"),
      yesTo("injected-drugs"),
    ],
    atLeast: 1,
    with: [{ found: "new pain" }],
    effects: INFECTION,
  },
  {
    id: "inflammatory-pattern",
    of: [
      ...["morning-stiffness", "better-moving", "second-half-waking", "changing-buttocks"].map((id) => yesTo(id)),
      ...["stiff", "moving", "waking", "buttocks"].map((part) => yesTo("inflammatory-pattern-signs", part)),
    ],
    atLeast: 2,
    effects: [
      caution("all", "Inflammatory pattern: light force only; ask about inflammatory disease in patient and family."),
      referral(
        "soon",
        "doctor",
        "Inflammatory pattern of back pain, the more so when it began before 45.",
        "Inflammatory pattern of back pain. Please assess for axial spondyloarthritis.",
      ),
    ],
  },
  {
    ...FROM_10,
    id: "cancer-with-deficit",
    of: [{ found: "limb weakness" }, { found: "cord signs" }, yesTo("cauda-equina")],
    atLeast: 1,
    with: [CANCER],
    effects: [
      finalBlock("all", "Cancer with weakness or cord signs: possible cord compression, everything stops."),
      referral(
        "emergency",
        "emergency department",
        "Cancer with weakness or cord signs: possible metastatic cord compression.",
        "Earlier cancer, now weakness or cord signs. Please assess now for metastatic spinal cord compression, with whole-spine MRI within 24 hours.",
      ),
    ],
  },
  {
    ...FROM_10,
    id: "injury-of-weak-bone",
    of: [
      { question: "osteoporosis", options: ["known", "severe"] },
      { ageFrom: 65 },
      yesTo("upper-neck-risk", "steroids"),
    ],
    atLeast: 1,
    with: [{ question: "lumbar-injury", options: ["minor"] }],
    effects: [
      block(
        LUMBAR_LOADS,
        "A slight injury with osteoporosis, steroids or age over 65: possible fracture, no lumbar loading.",
      ),
      referral(
        "urgent",
        "emergency department",
        "A slight injury with osteoporosis, steroids or age over 65: possible lumbar fracture.",
        "Injury of the back with weak bones. Please image the lumbar spine today, before any loading.",
      ),
    ],
  },
  {
    ...FROM_10,
    id: "child-fever-and-limp",
    of: [yesTo("child-signs", "limp"), yesTo("child-signs", "fever")],
    atLeast: 2,
    effects: [
      referral(
        "emergency",
        "emergency department",
        "A child with fever and a limp: possible infection of the hip.",
        "A child with fever and a limp. Please assess now for septic arthritis of the hip.",
      ),
    ],
  },
  {
    ...FROM_10,
    id: "brisk-legs-weak-arms",
    of: [{ found: "brisk legs" }, { found: "weak arms" }],
    atLeast: 2,
    effects: [
      block(
        [...WHOLE_NECK, ...LUMBAR_LOADS],
        "Brisk leg reflexes with weak arms: possible spinal cord, no neck or lumbar loading.",
      ),
      referral(
        "urgent",
        "doctor today",
        "Brisk leg reflexes with weak arms: possible cord compression in the neck.",
        "Brisk leg reflexes with weakness of the arms. Please assess urgently for cervical cord compression, with MRI.",
      ),
    ],
  },
  {
    ...FROM_10,
    id: "brisk-reflexes",
    of: [{ found: "brisk legs" }, { found: "brisk on one side" }],
    atLeast: 1,
    effects: [caution("all", `Brisk reflexes: they can be normal or a cord sign. ${LOOK_AT_CORD}`)],
  },
  {
    ...FROM_10,
    id: "weak-both-hands",
    of: [{ found: "weak hands on both sides" }],
    atLeast: 1,
    effects: [caution("all", `Both hands are weak: possible cord signs. ${LOOK_AT_CORD}`)],
  },
  {
    ...FROM_10,
    id: "weak-both-hands-not-examined",
    of: [{ found: "weak hands on both sides" }, { found: "cord signs not examined" }],
    atLeast: 2,
    effects: [block(BEFORE_CORD_SIGNS, `Both hands are weak, and cord signs were not examined yet. ${LOOK_AT_CORD}`)],
  },
  {
    ...FROM_10,
    id: "both-hands-tingle",
    of: [{ found: "tingling in both hands" }, { found: "cord signs not examined" }],
    atLeast: 2,
    effects: [block(BEFORE_CORD_SIGNS, `Both hands tingle, and cord signs were not examined yet. ${LOOK_AT_CORD}`)],
  },
];
