import { CLONIC_REFLEX, findRootLevel, type GuardFinding, UPPER_MOTOR_SIGNS } from "../knowledge";
import type { ExamState, NeuroFinding } from "../record";
import { ARM, placeParts, type Side, SIDES, type SiteId } from "../vocabulary";

/** What the examination found, as far as a safety question or a combined rule depends on it. */

/** Pain that began no longer ago than this counts as new, in weeks; how long is not known counts too. */
const NEW_WEEKS = 12;

/** A deficit that was there before and has not changed brings caution, not alarm. */
export const isNew = ({ known, ...finding }: NeuroFinding): boolean => known === undefined || changedSince(finding);
const changedSince = ({ kind, value, before }: NeuroFinding): boolean =>
  before !== undefined && (kind === "upper-motor" || kind === "cranial" ? value > before : value < before);

/** Power of four or less counts as weak. */
const isWeak = (finding: NeuroFinding): boolean => finding.kind === "power" && finding.value < 4.5 && isNew(finding);
const isBrisk = ({ kind, value }: NeuroFinding): boolean => kind === "reflex" && value >= 3;
const ofRegion =
  (region: "lumbopelvic" | "neck-arm") =>
  ({ level }: NeuroFinding): boolean =>
    findRootLevel(level)?.region === region;
const isOnBothSides = (findings: readonly NeuroFinding[]): boolean =>
  SIDES.every((side) => findings.some((finding) => finding.side === side));

/** Whether both legs are weak, and newly so. */
export const hasWeakLegs = ({ neuro }: Pick<ExamState, "neuro">): boolean =>
  isOnBothSides(neuro.filter((finding) => isWeak(finding) && ofRegion("lumbopelvic")(finding)));

/** The muscles of the hand. */
const HAND_LEVELS: readonly string[] = ["c8", "t1"];
const HAND_SITES: readonly SiteId[] = ["thumb-index", "middle-finger", "ring-little-finger"];
const MUST_BE_EXAMINED: readonly string[] = ["hoffmann", "babinski"];

/** Signs of the spinal cord that the examination found and that are new. */
export const cordSigns = ({ neuro }: Pick<ExamState, "neuro">): readonly NeuroFinding[] =>
  neuro.filter(
    (finding) =>
      isNew(finding) &&
      ((finding.kind === "upper-motor" && finding.value > 0) ||
        (finding.kind === "reflex" && finding.value >= CLONIC_REFLEX)),
  );

function briskOnOneSide({ neuro, areas }: Pick<ExamState, "neuro" | "areas">): boolean {
  const hasArmSigns =
    neuro.some((finding) => isWeak(finding) && ofRegion("neck-arm")(finding)) || isDrawn({ areas }, ARM);
  const reflexes = neuro.filter(({ kind }) => kind === "reflex");
  return (
    hasArmSigns &&
    reflexes.some(
      (finding) =>
        isBrisk(finding) &&
        reflexes.some(
          (other) => other.level === finding.level && other.side !== finding.side && other.value < finding.value,
        ),
    )
  );
}

/** Whether a symptom was drawn at one of these sites. */
export const isDrawn = ({ areas }: Pick<ExamState, "areas">, sites: readonly SiteId[]): boolean =>
  areas.some(({ places }) => places.some((place) => sites.includes(placeParts(place).site)));

function tinglesInBothHands({ areas }: Pick<ExamState, "areas">): boolean {
  const sides = new Set<Side | "central">(
    areas
      .filter(({ qualities }) => qualities.some((quality) => quality === "tingling" || quality === "numb"))
      .flatMap(({ places }) => places.map(placeParts))
      .filter(({ site }) => HAND_SITES.includes(site))
      .map(({ side }) => side),
  );
  return SIDES.every((side) => sides.has(side));
}

/**
 * Everything of the list that was found.
 *
 * @example findingsOf(openedState).has("weak arms") // false
 */
export function findingsOf(state: ExamState): ReadonlySet<GuardFinding> {
  const { neuro, history, guardAnswers } = state;
  const weeks = history?.weeks ?? null;
  const weak = neuro.filter(isWeak);
  const weakHands = weak.filter(({ level }) => HAND_LEVELS.includes(level));
  const examined = new Set(
    neuro.filter(({ kind }) => kind === "upper-motor").map(({ level, side }) => `${level} ${side}`),
  );
  const found: Record<GuardFinding, boolean> = {
    "new pain": weeks === null || weeks <= NEW_WEEKS,
    "pain for less than 12 weeks": weeks !== null && weeks < NEW_WEEKS,
    "limb weakness": weak.length > 0 || guardAnswers["leg-weakness"] === "yes",
    "weak arms": weak.some(ofRegion("neck-arm")),
    "weak hands on both sides": isOnBothSides(weakHands),
    "weak legs on both sides": hasWeakLegs(state),
    "cord signs":
      cordSigns(state).length > 0 || guardAnswers["cord-signs"] === "yes" || guardAnswers["electric-shock"] === "yes",
    "cord signs not examined": !MUST_BE_EXAMINED.every((sign) =>
      SIDES.every((side) => examined.has(`${sign} ${side}`)),
    ),
    "brisk legs": isOnBothSides(neuro.filter((finding) => isBrisk(finding) && ofRegion("lumbopelvic")(finding))),
    "brisk on one side": briskOnOneSide(state),
    "tingling in both hands": tinglesInBothHands(state),
    "testing stopped": state.guardRound > 0,
  };
  return new Set((Object.keys(found) as GuardFinding[]).filter((finding) => found[finding]));
}

/** Whether a name is one of the upper motor neuron signs. */
export const upperMotorLabel = (level: string): string =>
  UPPER_MOTOR_SIGNS.find(({ id }) => id === level)?.label ?? level;
