/** The letters a record is made into. */
export const WRITTEN_LETTERS = ["referral", "ordinary", "progress", "record", "person"] as const;
/** Whom an ordinary one is for. */
export const LETTER_READERS = ["doctor", "surgeon", "therapist"] as const;
/** The most that a writer adds to one, in letters. */
export const OWN_MOST = 1200;
