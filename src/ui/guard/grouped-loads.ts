import type { Block } from "@/core/safety";
import { LOADS, type LoadId } from "@/core/vocabulary";

/** Loads that are named together where all of them are meant. */
const GROUPS: readonly (readonly [label: string, prefixes: readonly string[]])[] = [
  ["neck", ["neck-", "relocation", "upper-cervical"]],
  ["low back", ["lumbar-", "spinal-"]],
  ["pelvis", ["pelvic-", "sacral-", "pubic-"]],
  ["hip", ["hip-"]],
  ["arm", ["arm-", "shoulder-", "elbow-", "wrist-"]],
];
const ALL_LOADS = Object.keys(LOADS) as LoadId[];

/**
 * What a block reaches, in few words: a region where all of it is blocked, else
 * each load once.
 *
 * @example groupedLoads("all") // "everything"
 */
export function groupedLoads(loads: Block["loads"]): string {
  if (loads === "all") return "everything";
  const left = new Set<LoadId>(loads);
  const whole = GROUPS.flatMap(([label, prefixes]) => {
    /** Strain from afar is named by itself. */
    const own = ALL_LOADS.filter(
      (load) => load !== "neck-strain" && prefixes.some((prefix) => load.startsWith(prefix)),
    );
    if (!own.every((load) => left.has(load))) return [];
    own.forEach((load) => left.delete(load));
    return [`${label} (all)`];
  });
  return [...whole, ...[...left].map((load) => LOADS[load])].join(", ");
}
