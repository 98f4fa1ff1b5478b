import type { FigureLandmark, FigurePose, LegPose } from "@/core/knowledge/protocols/figure";
import type { Side } from "@/core/vocabulary/sides";

export type Point = { readonly x: number; readonly y: number };
export type Leg = { readonly hip: Point; readonly knee: Point; readonly ankle: Point; readonly toe: Point };

/** A posed figure in drawing units: head to the left, table below or around. */
export type Skeleton = {
  readonly head: Point;
  readonly neck: Point;
  readonly shoulders: readonly [Point, Point];
  readonly pelvis: Point;
  readonly hands: readonly [Point, Point];
  readonly elbows: readonly [Point, Point];
  readonly tested: Leg;
  readonly other: Leg;
  readonly landmarks: Readonly<Record<FigureLandmark, Point>>;
  readonly tableEnd: number;
};

export const TABLE_Y = 112;
const LENGTH = { trunk: 74, neck: 16, thigh: 56, shank: 52, foot: 15 } as const;
const PELVIS: Point = { x: 140, y: TABLE_Y - 15 };
const MIDLINE_Y = 86;
const HALF_PELVIS = 13;

/** A point `length` away at an angle in degrees, counter-clockwise from rightwards; the screen's y grows downwards. */
const along = ({ x, y }: Point, degrees: number, length: number): Point => ({
  x: x + length * Math.cos((degrees * Math.PI) / 180),
  y: y - length * Math.sin((degrees * Math.PI) / 180),
});

const between = (a: Point, b: Point, share: number): Point => ({
  x: a.x + (b.x - a.x) * share,
  y: a.y + (b.y - a.y) * share,
});

/** A leg from the angle of its thigh and of its shank. */
function leg(hip: Point, thighAngle: number, shankAngle: number, footAngle: number): Leg {
  const knee = along(hip, thighAngle, LENGTH.thigh);
  const ankle = along(knee, shankAngle, LENGTH.shank);
  return { hip, knee, ankle, toe: along(ankle, footAngle, LENGTH.foot) };
}

/** In profile: flexion turns the thigh towards the front of the body, the knee folds it back. `front` is +1 when the front is up. */
function profileLeg(hip: Point, pose: LegPose, front: 1 | -1): Leg {
  const thigh = front * pose.hip;
  const shank = thigh - front * pose.knee;
  return leg(hip, thigh, shank, shank + front * 75);
}

/** From above, lying on the back: abduction turns a leg away from the midline, the knee folds it in. `out` is +1 for the upper leg on screen. */
function frontalLeg(hip: Point, pose: LegPose, out: 1 | -1): Leg {
  const thigh = out * (pose.abduction ?? 0);
  const shank = thigh - out * pose.knee;
  return leg(hip, thigh, shank, shank + out * 40);
}

function profile(pose: FigurePose): Skeleton {
  const front = pose.lying === "supine" ? 1 : -1;
  const shoulder: Point = { x: PELVIS.x - LENGTH.trunk, y: PELVIS.y };
  const head: Point = { x: shoulder.x - LENGTH.neck - 8, y: PELVIS.y };
  const tested = profileLeg(PELVIS, pose.tested, front);
  const other = profileLeg(PELVIS, pose.other, front);
  const elbow: Point = { x: shoulder.x + 30, y: shoulder.y + 6 };
  const hand: Point = { x: shoulder.x + 62, y: shoulder.y + 8 };
  return {
    head,
    neck: { x: shoulder.x - 8, y: PELVIS.y },
    shoulders: [shoulder, shoulder],
    pelvis: PELVIS,
    elbows: [elbow, elbow],
    hands: [hand, hand],
    tested,
    other,
    landmarks: {
      sacrum: { x: PELVIS.x - 4, y: PELVIS.y + (front === 1 ? 15 : -15) },
      "iliac-crest": { x: PELVIS.x - 8, y: PELVIS.y - 4 },
      "iliac-spine-tested": { x: PELVIS.x - 4, y: PELVIS.y - 13 },
      "iliac-spine-other": { x: PELVIS.x - 4, y: PELVIS.y - 13 },
      "knee-tested": tested.knee,
      "knee-other": other.knee,
      "thigh-tested": between(tested.hip, tested.knee, 0.8),
    },
    tableEnd: pose.tested.hip < 0 ? PELVIS.x + 16 : 300,
  };
}

function fromAbove(pose: FigurePose, side: Side): Skeleton {
  const pelvis: Point = { x: PELVIS.x, y: MIDLINE_Y };
  const shoulderX = pelvis.x - LENGTH.trunk;
  /** Face up with the head to the left, the patient's right is at the bottom. */
  const testedOut = side === "right" ? -1 : 1;
  const hipAt = (out: 1 | -1): Point => ({ x: pelvis.x + 6, y: MIDLINE_Y - out * HALF_PELVIS });
  const otherOut = testedOut === 1 ? -1 : 1;
  const tested = frontalLeg(hipAt(testedOut), pose.tested, testedOut);
  const other = frontalLeg(hipAt(otherOut), pose.other, otherOut);
  const limb = (out: 1 | -1) => ({
    shoulder: { x: shoulderX, y: MIDLINE_Y - out * 22 },
    elbow: { x: shoulderX + 34, y: MIDLINE_Y - out * 34 },
    hand: { x: shoulderX + 66, y: MIDLINE_Y - out * 37 },
  });
  const [upper, lower] = [limb(1), limb(-1)];
  const spine = (out: 1 | -1): Point => ({ x: pelvis.x - 5, y: MIDLINE_Y - out * 12 });
  return {
    head: { x: shoulderX - LENGTH.neck - 8, y: MIDLINE_Y },
    neck: { x: shoulderX - 8, y: MIDLINE_Y },
    shoulders: [upper.shoulder, lower.shoulder],
    pelvis,
    elbows: [upper.elbow, lower.elbow],
    hands: [upper.hand, lower.hand],
    tested,
    other,
    landmarks: {
      sacrum: pelvis,
      "iliac-crest": pelvis,
      "iliac-spine-tested": spine(testedOut),
      "iliac-spine-other": spine(otherOut),
      "knee-tested": tested.knee,
      "knee-other": other.knee,
      "thigh-tested": between(tested.hip, tested.knee, 0.8),
    },
    tableEnd: 300,
  };
}

/** On the side, seen from above: the profile again, laid flat in the middle of the table. */
function sideLying(pose: FigurePose): Skeleton {
  const flat = profile({ ...pose, lying: "prone" });
  const lift = MIDLINE_Y - 26 - PELVIS.y;
  const move = (point: Point): Point => ({ x: point.x, y: point.y + lift });
  const moveLeg = (from: Leg): Leg => ({
    hip: move(from.hip),
    knee: move(from.knee),
    ankle: move(from.ankle),
    toe: move(from.toe),
  });
  const arm = {
    elbow: { x: flat.neck.x + 26, y: PELVIS.y + lift + 30 },
    hand: { x: flat.neck.x + 2, y: PELVIS.y + lift + 42 },
  };
  return {
    ...flat,
    head: move(flat.head),
    neck: move(flat.neck),
    shoulders: [move(flat.shoulders[0]), move(flat.shoulders[1])],
    pelvis: move(flat.pelvis),
    elbows: [arm.elbow, arm.elbow],
    hands: [arm.hand, arm.hand],
    tested: moveLeg(flat.tested),
    other: moveLeg({
      ...flat.other,
      knee: { x: flat.other.knee.x + 9, y: flat.other.knee.y - 6 },
      ankle: { x: flat.other.ankle.x + 9, y: flat.other.ankle.y - 6 },
      toe: { x: flat.other.toe.x + 9, y: flat.other.toe.y - 6 },
    }),
    landmarks: Object.fromEntries(Object.entries(flat.landmarks).map(([name, point]) => [name, move(point)])) as Record<
      FigureLandmark,
      Point
    >,
  };
}

/**
 * A pose's joint angles → where every joint is drawn.
 *
 * @param side which of the patient's legs is the tested one
 */
export function poseSkeleton(pose: FigurePose, side: Side): Skeleton {
  if (pose.lying === "side") return sideLying(pose);
  return pose.view === "above" ? fromAbove(pose, side) : profile(pose);
}
