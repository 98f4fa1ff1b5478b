import { NEURO_SCALES, ROOT_LEVELS, type RootLevel } from "../knowledge";
import type { ExamState, NeuroFinding } from "../record";
import { otherSide, placeParts, type Side, SIDES, SITES } from "../vocabulary";

/** One thing a root level can explain: a deficit, or a place that hurts. */
export type RootSign = {
  readonly kind: "power" | "reflex" | "sensation" | "site";
  readonly label: string;
  /** Levels that would explain it. */
  readonly levels: readonly string[];
};

export type RootLevelReading = {
  readonly side: Side;
  readonly level: RootLevel;
  readonly explains: readonly RootSign[];
  readonly doesNotExplain: readonly RootSign[];
  /** Of dermatomal pain, sensory deficit, reflex and power: how many kinds agree on the level. */
  readonly kinds: number;
  /** At least three of the four kinds agree. */
  readonly ruleMet: boolean;
};

/** How many of the four kinds must agree on one level. */
export const ROOT_RULE_KINDS = 3;

const isDeficit = ({ kind, value }: NeuroFinding, other: NeuroFinding | undefined): boolean => {
  if (kind === "power") return value < NEURO_SCALES.power.normal;
  if (kind === "reflex")
    return value < NEURO_SCALES.reflex.normal && (other === undefined || value < other.value || value === 0);
  return kind !== "upper-motor" && value !== NEURO_SCALES[kind].normal;
};

/** The deficits and places of one side that a root level could explain. */
export function rootSigns(state: Pick<ExamState, "neuro" | "areas">, side: Side): RootSign[] {
  const signs: RootSign[] = [];
  for (const finding of state.neuro) {
    if (finding.side !== side || finding.kind === "upper-motor") continue;
    const other = state.neuro.find(
      ({ kind, level, side: recordedSide }) =>
        kind === finding.kind && level === finding.level && recordedSide === otherSide(side),
    );
    const level = ROOT_LEVELS.find(({ id }) => id === finding.level);
    if (!level || !isDeficit(finding, other)) continue;
    if (finding.kind === "power")
      signs.push({ kind: "power", label: `${level.power} ${finding.value} of 5`, levels: [level.id] });
    else if (finding.kind === "reflex")
      signs.push({ kind: "reflex", label: `${level.reflex} reflex ${finding.value}`, levels: [level.id] });
    else
      signs.push({
        kind: "sensation",
        label: `${NEURO_SCALES[finding.kind].label.toLowerCase()} ${NEURO_SCALES[finding.kind].steps.find(({ value }) => value === finding.value)?.label ?? ""} at ${level.label}`,
        levels: [level.id],
      });
  }
  const sites = new Set(
    state.areas
      .flatMap(({ places }) => places)
      .map(placeParts)
      .filter((place) => place.side === side)
      .map(({ site }) => site),
  );
  for (const site of sites) {
    const levels = ROOT_LEVELS.filter((level) => level.sites.includes(site)).map(({ id }) => id);
    if (levels.length) signs.push({ kind: "site", label: `symptom at the ${SITES[site].label}`, levels });
  }
  return signs;
}

const hasPower = ({ level }: RootLevelReading): number => (level.power ? 1 : 0);

/**
 * The root level that best explains one side's deficits and places: most signs
 * explained, then most kinds of sign, then a level with a muscle of its own, then
 * the higher one. Null when there is
 * nothing to explain.
 *
 * @example bestRootLevel(weakC6State, "right")?.level.label // "C6"
 */
export function bestRootLevel(state: Pick<ExamState, "neuro" | "areas">, side: Side): RootLevelReading | null {
  const signs = rootSigns(state, side);
  const candidates = ROOT_LEVELS.map((level): RootLevelReading => {
    const explains = signs.filter(({ levels }) => levels.includes(level.id));
    const kinds = new Set(explains.map(({ kind }) => kind)).size;
    return {
      side,
      level,
      explains,
      doesNotExplain: signs.filter(({ levels }) => !levels.includes(level.id)),
      kinds,
      ruleMet: kinds >= ROOT_RULE_KINDS,
    };
  }).filter(({ explains }) => explains.length > 0);
  return (
    candidates.toSorted(
      (a, b) => b.explains.length - a.explains.length || b.kinds - a.kinds || hasPower(b) - hasPower(a),
    )[0] ?? null
  );
}

/** Both sides' best levels, right first. */
export const rootLevels = (state: Pick<ExamState, "neuro" | "areas">): RootLevelReading[] =>
  SIDES.flatMap((side) => bestRootLevel(state, side) ?? []);

export type NeuroChange = { readonly finding: NeuroFinding; readonly before: number; readonly worse: boolean };

/** What differs from an earlier visit's baseline; weaker, duller or a new sign is worse. */
export function neuroChanges(now: readonly NeuroFinding[], before: readonly NeuroFinding[]): NeuroChange[] {
  return now.flatMap((finding) => {
    const last = before.find(
      ({ kind, level, side }) => kind === finding.kind && level === finding.level && side === finding.side,
    );
    if (!last || last.value === finding.value) return [];
    const distance = (value: number) => Math.abs(value - NEURO_SCALES[finding.kind].normal);
    return [{ finding, before: last.value, worse: distance(finding.value) > distance(last.value) }];
  });
}
