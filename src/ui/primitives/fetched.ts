"use client";

/** What is said where a part of the program was pressed for and did not come. */
export const NOT_FETCHED = "A part of this program could not be fetched. Check the connection, then press again.";

/**
 * A part of the program that is fetched when it is pressed for; null where it
 * did not come, as without a network and without what the browser keeps of it.
 */
export const fetched = <T>(load: () => Promise<T>): Promise<T | null> => load().catch(() => null);
