/** The version of how findings become chances and words. It rises when the same findings and figures are read otherwise. */
export const READING_VERSION = 3;
