/**
 * The short examination of the neck: it takes two minutes, and lowers a block
 * that a long-known dizziness puts on the neck. It lowers nothing that a graver
 * answer requires.
 */
export const SHORT_EXAM_ITEMS = {
  pressure: "Blood pressure and pulse",
  eyes: "Eye movements, no nystagmus",
  cranial: "Cranial nerves: eyelids, pupils, face, speech, swallowing",
  gait: "Gait and balance",
  range: "Active range of the neck, by the patient alone",
} as const;
export type ShortExamItem = keyof typeof SHORT_EXAM_ITEMS;
