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

/** What a differentiating step, or load taken off, does to the symptom. */
export const EFFECTS = ["gone", "less", "unchanged", "worse"] as const;
export type Effect = (typeof EFFECTS)[number];

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
  "neck-compression": "compressing the neck",
  "neck-flexion": "bending the neck forward",
  "neck-extension": "bending the neck back",
  "neck-side-bend": "bending the neck sideways",
  "neck-rotation": "turning the neck",
  "neck-traction": "pulling on the neck",
  "neck-pressure": "pressing on the neck",
  "neck-strain": "strain on the neck through the arm, the girdle or the breath",
  relocation: "easing the head back on the upper neck, seated",
  "upper-cervical-stress": "stressing the upper neck ligaments",
  "arm-provocation": "provoking the arm",
  "shoulder-loading": "loading the shoulder",
  "elbow-loading": "loading the elbow",
  "wrist-loading": "loading the wrist and hand",
  "pelvic-gapping": "gapping the front of the pelvis",
  "pelvic-gapping-at-full-force": "gapping the front of the pelvis at full force",
  "pelvic-compression": "compressing the pelvis",
  "sacral-pressure": "pressure on the sacrum",
  "pubic-shear": "shearing the pubis",
  "pelvic-ring-load": "loading the pelvic ring",
  "neck-thrust": "a thrust to the neck",
  "spinal-thrust": "a thrust to the spine below the neck",
  "pelvic-thrust": "a thrust to pelvis or sacrum",
  "limb-thrust": "a thrust to a limb joint",
  "firm-force": "firm force through the thigh or the trunk",
  "knee-loading": "force through the knee, or bending it fully",
  "ankle-loading": "pressing the foot up",
  "rib-pressure": "pressing on ribs or mid back",
  "spinal-pressure": "pressing on the spine from behind",
  "spinal-torsion": "twisting the spine with the pelvis lifted",
  "lumbar-loading": "loading the lumbar spine",
  "lumbar-flexion": "bending the lumbar spine forward",
  "lumbar-extension": "extending the lumbar spine",
  "lumbar-rotation": "turning the lumbar spine",
  "dural-tension": "tensioning the nerves of the leg",
  "hip-loading": "loading the hip",
  "hip-flexion": "bending the hip",
  "hip-flexion-past-90": "bending the hip past 90°",
  "hip-flexion-with-adduction-or-rotation": "hip flexion with adduction or rotation",
  "hip-extension": "extending the hip",
  "limb-provocation": "provoking the leg",
  "abdominal-pressure": "pressing on the belly",
  "breath-held": "holding the breath",
  touch: "light touch and positioning",
  standing: "standing",
  seated: "sitting",
  supine: "lying on the back",
  "side-lying": "lying on the side",
  prone: "lying face down",
} as const;
export type LoadId = keyof typeof LOADS;
export const LOAD_IDS = Object.keys(LOADS) as LoadId[];

export const IRRITABILITIES = ["low", "moderate", "high"] as const;
export type Irritability = (typeof IRRITABILITIES)[number];

export const SOURCE_STATUSES = ["published", "second-hand", "rule only", "none", "clinic's own"] as const;
export type SourceStatus = (typeof SOURCE_STATUSES)[number];

/** Why a test or the examination was stopped. */
export const STOP_REASONS = [
  "asked to stop",
  "new numbness, tingling or weakness",
  "faint or unwell",
  "pain too strong",
  "other",
] as const;
export type StopReason = (typeof STOP_REASONS)[number];
