import { type TestId, protocolOf, stagesOf, type Variant } from "../knowledge";
import { type Pose, type PoseChange, posed } from "./pose";

/** How the part that moves lies before the first stage moves it; a test that moves nothing has none. */
const FLAT: PoseChange = { tested: { hip: 0 } };
const UPRIGHT: PoseChange = { trunk: 0, neck: 0 };
const HANGING: PoseChange = { tested: { knee: 90 } };
const ARM_DOWN: PoseChange = { testedArm: { shoulder: 15, elbow: 20, wrist: 0 } };

export const MOVES: Readonly<Partial<Record<TestId, PoseChange>>> = {
  alar: { turn: 0 },
  "flexion-rotation": { turn: 0 },
  "craniocervical-flexion": { neck: 0 },
  transverse: { neck: 0 },
  "neck-rotation": { turn: 0 },
  "neck-bending": { neck: 0 },
  "neck-side-bend": { neck: 0 },
  lhermitte: { neck: 0 },
  "shoulder-abduction-relief": { testedArm: { shoulder: 10, elbow: 10 } },
  "foraminal-compression": { neck: 0 },
  "maximal-compression": { neck: 0 },
  "shoulder-depression": { neck: 0 },
  "sharp-purser": { neck: 18 },
  "outlet-pulse": { testedArm: { shoulder: 5, elbow: 0 }, neck: 0 },
  "elevated-arm": { testedArm: { shoulder: 20, elbow: 20 }, otherArm: { shoulder: 20, elbow: 20 } },
  "ulnt-1": ARM_DOWN,
  "ulnt-2a": ARM_DOWN,
  "ulnt-2b": ARM_DOWN,
  "ulnt-3": ARM_DOWN,
  "lumbar-range": { trunk: 0 },
  quadrant: { trunk: 0 },
  "heel-to-buttock": { tested: { knee: 10 }, other: { knee: 10 } },
  "passive-lumbar-extension": { tested: { hip: 0 }, other: { hip: 0 } },
  "repeated-movements": { trunk: 0 },
  "seated-piriformis": HANGING,
  "abdominal-wall-tensing": UPRIGHT,
  "seated-straight-leg-raise": HANGING,
  slump: UPRIGHT,
  "straight-leg-raise": FLAT,
  "dorsiflexion-sign": { tested: { ankle: -10 } },
  "neck-flexion-after-raise": { neck: 0 },
  "crossed-leg-raise": FLAT,
  "side-lying-leg-raise": FLAT,
  faber: { tested: { abduction: 20 } },
  gaenslen: FLAT,
  "pump-handle": { tested: { hip: 90 } },
  "one-leg-lift": { tested: { hip: 0, knee: 0 } },
  "active-straight-leg-raise": FLAT,
  "active-hip-flexion": { tested: { hip: 0, knee: 0 } },
  scour: { tested: { hip: 90 } },
  "active-hip-extension": FLAT,
  "side-lying-femoral": FLAT,
  "prone-lift": FLAT,
  "prone-extension": FLAT,
};

const mixed = (a: number | undefined, b: number | undefined, share: number): number | undefined =>
  a === undefined && b === undefined ? undefined : (a ?? 0) + ((b ?? 0) - (a ?? 0)) * share;

const mixedAll = <T extends object>(a: T, b: T, share: number): T =>
  Object.fromEntries(
    [...new Set([...Object.keys(a), ...Object.keys(b)])].flatMap((key) => {
      const value = mixed(a[key as keyof T] as number | undefined, b[key as keyof T] as number | undefined, share);
      return value === undefined ? [] : [[key, value]];
    }),
  ) as T;

const spineOf = ({ trunk, neck, turn }: Pose) => ({ trunk, neck, turn });

const NO_ARM = { shoulder: 0, elbow: 0 } as const;

/**
 * The pose on the way from one to another, hands and view as in the end.
 *
 * @param share 0 at the start, 1 at the end
 * @example poseBetween(poseOf("slump", "overpressure"), poseOf("slump", "knee"), 1).tested.knee // 12
 */
export function poseBetween(from: Pose, to: Pose, share: number): Pose {
  return {
    ...to,
    tested: mixedAll(from.tested, to.tested, share),
    other: mixedAll(from.other, to.other, share),
    ...(from.testedArm || to.testedArm
      ? { testedArm: mixedAll(from.testedArm ?? NO_ARM, to.testedArm ?? NO_ARM, share) }
      : {}),
    ...(from.otherArm || to.otherArm
      ? { otherArm: mixedAll(from.otherArm ?? NO_ARM, to.otherArm ?? NO_ARM, share) }
      : {}),
    ...mixedAll(spineOf(from), spineOf(to), share),
  };
}

/** What of a pose can move: its angles. */
const anglesOf = ({ tested, other, testedArm, otherArm, trunk = 0, neck = 0, turn = 0 }: Pose): string =>
  JSON.stringify([tested, other, testedArm ?? null, otherArm ?? null, trunk, neck, turn]);

/**
 * How the person lies, sits or stands before a stage moves them: as the stage
 * before left them, or as the test begins; null where nothing moves.
 *
 * @param pose how the stage itself is drawn
 * @param poseAt how another stage of the same test is drawn
 */
export function poseBefore(
  test: TestId,
  stage: string,
  variant: Variant,
  pose: Pose,
  poseAt: (stage: string) => Pose,
): Pose | null {
  const stages = stagesOf(protocolOf(test), variant);
  const at = stages.findIndex(({ id }) => id === stage);
  const before = at > 0 ? poseAt(stages[at - 1]!.id) : null;
  const start = MOVES[test] ? posed(pose, MOVES[test]) : null;
  const candidates = [before && before.view === pose.view && before.body === pose.body ? before : null, start].filter(
    (candidate): candidate is Pose => candidate !== null,
  );
  return candidates.find((candidate) => anglesOf(candidate) !== anglesOf(pose)) ?? null;
}
