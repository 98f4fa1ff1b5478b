import { type LETTER_READERS, WRITTEN_LETTERS } from "../../vocabulary";

/** The letters a record can be made into, and the papers they are made for. */
export const PDF_LETTERS = WRITTEN_LETTERS;
export type PdfLetter = (typeof PDF_LETTERS)[number];

export const PAPER_NAMES = ["A4", "Letter"] as const;
export type Paper = (typeof PAPER_NAMES)[number];

export type Reader = (typeof LETTER_READERS)[number];
/** Whom an ordinary letter is for, and what it leads with. */
export const READERS: Readonly<Record<Reader, string>> = {
  doctor: "their doctor",
  surgeon: "a surgeon",
  therapist: "the next therapist",
};
export const READER_IDS = Object.keys(READERS) as Reader[];
