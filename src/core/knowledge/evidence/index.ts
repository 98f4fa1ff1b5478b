import { broadhurst1998 } from "./broadhurst-1998";
import { laslett2005 } from "./laslett-2005";
import type { AccuracyRecord } from "./types";

export type { AccuracyRecord, Counts } from "./types";

export const EVIDENCE: readonly AccuracyRecord[] = [...laslett2005, ...broadhurst1998];
