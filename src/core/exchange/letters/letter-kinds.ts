/** The letters a record can be made into, and the papers they are made for. */
export const PDF_LETTERS = ["referral", "ordinary", "progress", "record", "person"] as const;
export type PdfLetter = (typeof PDF_LETTERS)[number];

export const PAPER_NAMES = ["A4", "Letter"] as const;
export type Paper = (typeof PAPER_NAMES)[number];

/** Whom an ordinary letter is for, and what it leads with. */
export const READERS = {
  doctor: "their doctor",
  surgeon: "a surgeon",
  therapist: "the next therapist",
} as const;
export type Reader = keyof typeof READERS;
export const READER_IDS = Object.keys(READERS) as Reader[];
