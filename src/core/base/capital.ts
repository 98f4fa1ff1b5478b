/** A sentence from words. @example capital("nominal 95 % interval") // "Nominal 95 % interval" */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
