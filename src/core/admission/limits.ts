/** How many events an exam may hold; the same at append as at import. */
export const MOST_EVENTS = 5000;
/** The largest exam file that is read, and the most that one record's texts hold, in bytes. */
export const EXAM_FILE_MAX_BYTES = 8 * 1024 * 1024;
