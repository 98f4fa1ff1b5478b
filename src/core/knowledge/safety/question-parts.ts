/**
 * The questions in the order and the words they are asked aloud in: in groups,
 * the grave ones first, those that ask several things cut into their parts.
 */

export const GUARD_GROUPS = {
  grave: "Asked aloud, always",
  vessels: "Vessels and head",
  neck: "Neck and arm",
  bones: "Bones, joints, operations",
  illness: "Illness",
  inflammation: "Inflammation",
  body: "Pregnancy, medicines, strain",
} as const;
export type GuardGroupId = keyof typeof GUARD_GROUPS;

type Asked = {
  readonly group: GuardGroupId;
  /** Short questions, each answered by itself; left out: the question is one already. */
  readonly parts?: readonly string[];
};

/** Never asked through a relative: what is private stays unsaid, and reads as a no. */
export const NOT_THROUGH_RELATIVES: readonly string[] = ["cauda-equina"];

/** Looked at, tried or planned by whoever examines: nobody is asked them alone. */
export const ANSWERED_BY_EXAMINER: readonly string[] = [
  "cspine-applies",
  "cspine-high",
  "cspine-low",
  "cspine-turn",
  "thrust-planned",
];

/** Their parts ask what, when and how, and cannot be answered by yes or no. */
export const OPEN_PARTS: readonly string[] = ["hip-replacement"];

export const GUARD_ASKED: Readonly<Record<string, Asked>> = {
  "cauda-equina": {
    group: "grave",
    parts: [
      "Numb between the legs, where you sit?",
      "New trouble holding or passing water?",
      "New trouble holding your bowel?",
      "Does passing water feel different?",
      "A new change in sexual feeling or function?",
      "New pain or weakness in both legs?",
    ],
  },
  "cord-signs": {
    group: "grave",
    parts: ["Tingling in both arms, or in arms and legs?", "Are your hands clumsy?", "Unsteady when walking?"],
  },
  "electric-shock": { group: "grave" },
  artery: {
    group: "grave",
    parts: [
      "A headache or neck pain that came suddenly?",
      "One unlike any you had before?",
      "Does an eyelid or half of the face droop?",
      "Unsteady, or speech or sight changed?",
    ],
  },
  "leg-weakness": {
    group: "grave",
    parts: ["Is an arm or a leg clearly weak?", "Weaker than last time?"],
  },
  "neck-injury": { group: "grave", parts: ["A fall on head or neck?", "A blow?", "A crash?"] },
  "dens-fracture": { group: "grave", parts: ["A broken neck, ever or lately?", "Is one suspected?"] },
  "lumbar-injury": {
    group: "grave",
    parts: [
      "A fall or injury to the low back, at an older age?",
      "One with steroids or thin bones?",
      "An operation on the back not long ago?",
    ],
  },
  osteoporosis: { group: "grave", parts: ["Thin bones, as somebody told you?", "A bone broken by a small knock?"] },
  "cspine-applies": {
    group: "grave",
    parts: ["Under 16?", "Not fully alert?", "A known disease of the spine?", "Pregnant?"],
  },
  "cspine-high": {
    group: "grave",
    parts: [
      "65 or older?",
      "Tingling in arms or legs?",
      "A fall of 1 m, or 5 stairs, or more?",
      "A blow along the axis of the head?",
      "A crash over 100 km/h, with rollover, or thrown out?",
      "A motorised recreational vehicle?",
      "A bicycle struck, or in a collision?",
    ],
  },
  "cspine-low": { group: "grave" },
  "cspine-turn": { group: "grave" },
  brainstem: {
    group: "vessels",
    parts: [
      "Dizziness?",
      "Double vision, or flickering eyes?",
      "Trouble speaking or swallowing?",
      "Sudden drops to the floor?",
      "Nausea with it?",
      "Numb in the face, or around the mouth?",
    ],
  },
  "vascular-risk": {
    group: "vessels",
    parts: [
      "High blood pressure?",
      "Do you smoke?",
      "Migraine?",
      "An infection in the last weeks?",
      "A disorder of connective tissue?",
      "A stroke or a clot before?",
      "A neck injury lately?",
    ],
  },
  "giant-cell": {
    group: "vessels",
    parts: ["A new headache?", "Jaw pain when chewing?", "A sore scalp?"],
  },
  chest: {
    group: "vessels",
    parts: [
      "Arm pain with tightness in the chest?",
      "With breathlessness, or with effort?",
      "Wasted hand muscles and a drooping eyelid?",
    ],
  },
  "leg-circulation": {
    group: "vessels",
    parts: ["A hot, swollen calf?", "Leg pain that comes with walking distance?", "A cold foot?"],
  },
  aneurysm: { group: "vessels" },
  "aneurysm-signs": {
    group: "vessels",
    parts: ["New back or flank pain that no position changes?", "Do you feel a beating in your belly?"],
  },
  "upper-neck-risk": {
    group: "neck",
    parts: [
      "Rheumatoid, or another inflammatory joint disease?",
      "Down syndrome?",
      "A disorder of connective tissue?",
      "Steroids for a long time?",
      "A neck infection earlier?",
      "A whiplash?",
    ],
  },
  "neck-surgery": {
    group: "neck",
    parts: ["A fusion in the neck?", "A disc replaced?", "Bone taken away?"],
  },
  shoulder: {
    group: "neck",
    parts: ["A shoulder that slips, or came out lately?", "One repaired, or frozen?", "One broken lately?"],
  },
  "elbow-wrist": {
    group: "neck",
    parts: ["Elbow, wrist or hand broken lately?", "Operated on?", "Out of joint?"],
  },
  "arm-vessels": {
    group: "neck",
    parts: ["A dialysis fistula in an arm?", "Lymph nodes taken out?", "A swollen arm?"],
  },
  "thrust-planned": { group: "neck" },
  "pelvic-fracture": { group: "bones", parts: ["A broken pelvis or sacrum lately?", "Is one suspected?"] },
  "hip-surgery": { group: "bones", parts: ["A hip operated on not long ago?", "A hip broken not long ago?"] },
  "hip-replacement": {
    group: "bones",
    parts: ["A hip replacement: when?", "Which way was it put in?", "What did the surgeon forbid?"],
  },
  "serious-disease": { group: "illness" },
  cancer: { group: "illness" },
  "weight-loss": { group: "illness" },
  "infection-signs": {
    group: "illness",
    parts: ["Fever?", "Night sweats?", "Contact with tuberculosis, or travel where it is common?"],
  },
  "night-pain": { group: "illness" },
  immune: { group: "illness", parts: ["A weak immune system?", "Medicine that weakens it?"] },
  "injected-drugs": { group: "illness" },
  "child-signs": {
    group: "illness",
    parts: ["A limp?", "Night pain?", "Fever?", "Pain in groin, thigh or knee, and the hip turns less?"],
  },
  "young-back": { group: "illness" },
  inflammatory: { group: "inflammation" },
  "morning-stiffness": { group: "inflammation" },
  "better-moving": { group: "inflammation" },
  "second-half-waking": { group: "inflammation" },
  "changing-buttocks": { group: "inflammation" },
  pregnancy: {
    group: "body",
    parts: ["Pregnant, or possibly: how many weeks?", "A birth in the last six months?"],
  },
  "pregnancy-signs": {
    group: "body",
    parts: [
      "Bleeding, or fluid?",
      "Contractions?",
      "Fewer movements?",
      "Severe headache, or changed sight?",
      "A swollen, painful calf?",
    ],
  },
  anticoagulants: { group: "body", parts: ["Medicine that thins the blood?", "A bleeding disorder?"] },
  "bearing-down": {
    group: "body",
    parts: [
      "Blood pressure not under control?",
      "Heart disease?",
      "A stroke, or a known widening in the head?",
      "Eye or belly surgery lately?",
      "A hernia?",
      "Glaucoma?",
    ],
  },
};
