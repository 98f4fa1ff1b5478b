import type { StopReason } from "../../vocabulary";

/**
 * The safety questions that a reason for stopping concerns, beside the grave
 * ones, which are always repeated. All others are repeated only when something
 * else is new.
 */
export const CONCERNED_BY_STOP: Readonly<Record<StopReason, readonly string[]>> = {
  "asked to stop": [],
  "new numbness, tingling or weakness": ["arm-circulation", "leg-circulation"],
  "faint or unwell": ["dizziness", "heart-and-chest", "pregnancy-signs", "aneurysm-signs", "vascular-risk"],
  "pain too strong": ["pelvic-fracture", "illness", "aneurysm-signs"],
  other: [],
};
