/** How many events an exam may hold; the same at append as at import. */
export const MOST_EVENTS = 5000;
const MEGABYTE = 1024 * 1024;
/** The most that one record's texts hold, in bytes. */
export const RECORD_MAX_BYTES = 8 * MEGABYTE;
/** The largest file that is read, in bytes: a person with many long records. */
export const EXAM_FILE_MAX_BYTES = 48 * MEGABYTE;
