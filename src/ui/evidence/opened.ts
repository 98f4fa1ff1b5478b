import type { OwnRecord } from "@/core/evidence";
import type { AccuracyRecord } from "@/core/knowledge";

/** The dialogue that is open on the workbench, and what about. */
export type Opened =
  | { kind: "record"; own?: OwnRecord; shipped?: AccuracyRecord }
  | { kind: "switch"; id: string; on: boolean; label: string }
  | { kind: "import" }
  | null;
