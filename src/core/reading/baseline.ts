import {
  CRANIAL_ITEMS,
  isNeuroGone,
  kindsAt,
  NEURO_SCALES,
  type NeuroKind,
  ROOT_LEVELS,
  type RootLevel,
  UPPER_MOTOR_SIGNS,
} from "../knowledge";
import { type ExamState, examRegions, limbsOf, type NeuroFinding } from "../record";
import { placeParts, type Side, SIDES, type SiteId } from "../vocabulary";

/** One thing the baseline looks at: a kind of sign, at a level, on a side. */
export type BaselineCell = {
  readonly kind: NeuroKind;
  readonly level: string;
  readonly side: Side | null;
  readonly label: string;
  /** Never taken for ordinary with the rest of its group. */
  readonly onlyByHand?: true;
};

/** The cells of one kind, what was recorded of them, and what of it is not ordinary. */
export type BaselineGroup = {
  readonly kind: NeuroKind;
  readonly cells: readonly BaselineCell[];
  /** Cells that "all normal as examined" would fill. */
  readonly open: readonly BaselineCell[];
  readonly recorded: number;
  readonly odd: number;
  /** How many there would be on parts of limbs that are not there. */
  readonly absent: number;
};

const LABELS = {
  power: ({ label, power }: RootLevel) => `${label} power, ${power}`,
  reflex: ({ reflex }: RootLevel) => `${reflex} reflex`,
  touch: ({ label, area }: RootLevel) => `${area ? `${label} ${area}` : label} light touch`,
  pin: ({ label, area }: RootLevel) => `${area ? `${label} ${area}` : label} pin`,
};

/** What is examined at a root level on a side. */
export const levelCells = (level: RootLevel, side: Side): BaselineCell[] =>
  kindsAt(level).map((kind) => ({
    kind,
    level: level.id,
    side,
    label: LABELS[kind](level),
    ...(level.onlyByHand ? { onlyByHand: true as const } : {}),
  }));

const upperMotorCells = (): BaselineCell[] =>
  UPPER_MOTOR_SIGNS.flatMap(({ id, label, sided }) =>
    (sided ? SIDES : [null]).map((side) => ({ kind: "upper-motor" as const, level: id, side, label })),
  );

const cranialCells = (): BaselineCell[] =>
  CRANIAL_ITEMS.map(({ id, label }) => ({ kind: "cranial", level: id, side: null, label }));

/** Whether a finding is of this cell. */
export const isOfCell = (
  { kind, level, side }: Pick<BaselineCell, "kind" | "level" | "side">,
  finding: Pick<NeuroFinding, "kind" | "level" | "side">,
): boolean => kind === finding.kind && level === finding.level && side === finding.side;

/**
 * The baseline of an exam, kind by kind: what there is to look at in its
 * regions, and how much of it was looked at. Half of one is never a whole one.
 *
 * @example baselineGroups(openedState).map(({ kind }) => kind) // ["power", "reflex", "touch", "pin", "upper-motor"]
 */
export function baselineGroups(state: ExamState): readonly BaselineGroup[] {
  const regions = examRegions(state);
  const limbs = limbsOf(state);
  const all = [
    ...ROOT_LEVELS.filter(({ region }) => regions.has(region)).flatMap((level) =>
      SIDES.flatMap((side) => levelCells(level, side)),
    ),
    ...upperMotorCells(),
    ...(regions.has("neck-arm") ? cranialCells() : []),
  ];
  return (Object.keys(NEURO_SCALES) as NeuroKind[]).flatMap((kind) => {
    const usual = all.filter((cell) => cell.kind === kind);
    const cells = usual.filter((cell) => !isNeuroGone(limbs, cell));
    if (usual.length === 0) return [];
    const found = cells.map((cell) => state.neuro.find((finding) => isOfCell(cell, finding)));
    return [
      {
        kind,
        cells,
        open: cells.filter((cell, index) => !cell.onlyByHand && !found[index]),
        recorded: found.filter(Boolean).length,
        absent: usual.length - cells.length,
        odd: found.filter((finding) => finding && finding.value !== NEURO_SCALES[kind].normal).length,
      },
    ];
  });
}

/**
 * What of the baseline was not looked at, in words; null when all of it was, or
 * nothing was begun.
 *
 * @example baselineLeft(openedState) // null
 */
export function baselineLeft(state: ExamState): string | null {
  const groups = baselineGroups(state);
  if (state.neuro.length === 0 || groups.every(({ open }) => open.length === 0)) return null;
  return groups
    .filter(({ open }) => open.length > 0)
    .map(({ kind, recorded, open }) => {
      const name = NEURO_SCALES[kind].label.toLowerCase();
      return recorded === 0 ? `${name} not examined` : `${name} ${recorded} of ${recorded + open.length} examined`;
    })
    .join(", ");
}

/** A level above and one below may carry the same place. */
const LEVELS_BESIDE = 1;
/** What is looked at beside a place that hurts. */
const OF_THE_COMPLAINT: ReadonlySet<NeuroKind> = new Set(["power", "reflex", "touch"]);

/**
 * At a later visit: what is asked one by one and never taken for ordinary with
 * the rest of its group. Everything that was not ordinary or not looked at
 * before, and power, reflex and touch of the levels of the places that hurt,
 * one level about them, on both sides. Empty where nothing was looked at before.
 *
 * @example cellsOneByOne(openedState, []).length // 0
 */
export function cellsOneByOne(state: ExamState, before: readonly NeuroFinding[]): readonly BaselineCell[] {
  if (before.length === 0) return [];
  const sites = new Set<SiteId>(state.areas.flatMap(({ places }) => places.map((place) => placeParts(place).site)));
  const hurting = ROOT_LEVELS.flatMap((level, at) => (level.sites.some((site) => sites.has(site)) ? [at] : []));
  const near = new Set(
    ROOT_LEVELS.flatMap((level, at) =>
      hurting.some((one) => Math.abs(one - at) <= LEVELS_BESIDE && ROOT_LEVELS[one]!.region === level.region)
        ? [level.id as string]
        : [],
    ),
  );
  return baselineGroups(state).flatMap(({ kind, cells }) =>
    cells.filter((cell) => {
      const was = before.find((finding) => isOfCell(cell, finding));
      return (
        was === undefined ||
        was.value !== NEURO_SCALES[kind].normal ||
        (OF_THE_COMPLAINT.has(kind) && near.has(cell.level))
      );
    }),
  );
}
