import { SACROILIAC_PROVOCATION } from "./sacroiliac-provocation";
import type { Protocol, Stage, TestId } from "./types";

export type * from "./types";
export { DOSE_SCHOOLS, GROUPS, TEST_IDS } from "./types";
export { doseSchool } from "./sacroiliac-provocation";

export const PROTOCOLS: readonly Protocol[] = SACROILIAC_PROVOCATION;

const byId = new Map<string, Protocol>(PROTOCOLS.map((protocol) => [protocol.id, protocol]));

/** A test's protocol; throws for an id that is not in the catalogue. */
export function protocolOf(id: TestId): Protocol {
  const protocol = byId.get(id);
  if (!protocol) throw new Error(`No test "${id}" is in the catalogue.`);
  return protocol;
}

/** The ladder of a test under one dose school. */
export const stagesOf = (protocol: Protocol, dose: keyof Protocol["stages"]): readonly Stage[] => protocol.stages[dose];
