import type { EvidenceChanges } from "@/core/evidence";

/** Puts changes in force, and says what is wrong when they cannot be. */
export type Save = (changes: EvidenceChanges, reason: string) => Promise<string | null>;
