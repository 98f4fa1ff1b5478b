/** What a test's stage brought on. Only "familiar" can make a provocation test positive. */
export const RESPONSES = ["nothing", "stretch", "other", "familiar"] as const;
export type Response = (typeof RESPONSES)[number];

export const RESPONSE_LABELS: Record<Response, string> = {
  nothing: "nothing",
  stretch: "stretch or pressure only",
  other: "a pain that is not theirs",
  familiar: "their familiar symptom",
};

export const OUTCOMES = ["positive", "negative", "equivocal", "not interpretable", "not tested"] as const;
export type Outcome = (typeof OUTCOMES)[number];

/** Body positions in the order a person is turned through them. */
export const POSITIONS = ["standing", "seated", "supine", "side-lying", "prone"] as const;
export type Position = (typeof POSITIONS)[number];

export const QUALITIES = ["ache", "sharp", "burning", "shooting", "numb", "tingling"] as const;
export type Quality = (typeof QUALITIES)[number];

/** Noted beside a response; never makes a test positive. */
export const REACTIONS = ["wince", "guarding", "held breath"] as const;
export type Reaction = (typeof REACTIONS)[number];

/**
 * What a stage puts on the body. The guard blocks loads, not tests, so that a
 * block reaches each stage and variant without naming tests one by one.
 */
export const LOADS = {
  "pelvic-gapping": "gapping the front of the pelvis",
  "pelvic-compression": "compressing the pelvis",
  "sacral-pressure": "pressure on the sacrum",
  thrust: "thrusts",
  "lumbar-loading": "loading the lumbar spine",
  "lumbar-extension": "extending the lumbar spine",
  "hip-loading": "loading the hip",
  "hip-flexion": "bending the hip",
  "hip-flexion-with-adduction-or-rotation": "hip flexion with adduction or rotation",
  "hip-extension": "extending the hip",
  "limb-provocation": "provoking the leg",
  supine: "lying on the back",
  "side-lying": "lying on the side",
  prone: "lying face down",
  "breath-held": "holding the breath",
} as const;
export type LoadId = keyof typeof LOADS;
export const LOAD_IDS = Object.keys(LOADS) as LoadId[];

export const IRRITABILITIES = ["low", "moderate", "high"] as const;
export type Irritability = (typeof IRRITABILITIES)[number];

export const STANDINGS = ["published", "second-hand", "rule only", "none"] as const;
export type Standing = (typeof STANDINGS)[number];
