import type { ArmPose, PoseLandmark, Pose, LegPose } from "@/core/poses";
import type { Arm, Leg, Point } from "./point";
import { groundFromFront, groundInProfile, isLying } from "./pose-ground";
import { type PoseJoint, otherSide, type Side } from "@/core/vocabulary";

export type { Arm, Leg, Point } from "./point";

/** A joint that can be turned by hand: its angle is `sign` times the turn away from `zero`, in degrees on the screen. */
export type Turn = { readonly pivot: Point; readonly zero: number; readonly sign: 1 | -1; readonly reach: number };

/** A posed figure in drawing units, fitted to the frame. */
export type Skeleton = {
  readonly head: Point;
  readonly nose: Point;
  readonly neck: Point;
  readonly shoulders: readonly [Point, Point];
  readonly waist: Point;
  readonly pelvis: Point;
  readonly hips: readonly [Point, Point];
  readonly testedArm: Arm;
  readonly otherArm: Arm;
  readonly tested: Leg;
  readonly other: Leg;
  readonly landmarks: Readonly<Record<PoseLandmark, Point>>;
  readonly turns: Readonly<Partial<Record<PoseJoint["part"], Turn>>>;
  /** What they lie, sit or stand on, as outlines. */
  readonly ground: readonly (readonly Point[])[];
  /** Drawing units on the screen for one of the figure's own. */
  readonly scale: number;
};

export const FRAME = { width: 310, height: 196 } as const;
const MARGIN = { x: 16, top: 10, bottom: 18 } as const;
const LENGTH = {
  trunk: 37,
  neck: 16,
  head: 11,
  upperArm: 36,
  forearm: 34,
  hand: 13,
  thigh: 56,
  shank: 52,
  foot: 17,
} as const;
const HALF = { shoulders: 23, pelvis: 13 } as const;

/** A point `length` away at an angle in degrees, counter-clockwise from rightwards; the screen's y grows downwards. */
const along = ({ x, y }: Point, degrees: number, length: number): Point => ({
  x: x + length * Math.cos((degrees * Math.PI) / 180),
  y: y - length * Math.sin((degrees * Math.PI) / 180),
});
const between = (a: Point, b: Point, share: number): Point => ({
  x: a.x + (b.x - a.x) * share,
  y: a.y + (b.y - a.y) * share,
});

/** The screen direction from one point to another, in degrees. */
export const directionOf = (from: Point, to: Point): number =>
  (Math.atan2(from.y - to.y, to.x - from.x) * 180) / Math.PI;

type Raw = Omit<Skeleton, "scale">;
const ORIGIN: Point = { x: 0, y: 0 };
const HANGING: ArmPose = { shoulder: 6, elbow: 10 };
/** Of somebody face down: along the body, on the table. */
const BESIDE: ArmPose = { shoulder: -8, elbow: 6 };
const RESTING: ArmPose = { shoulder: 22, elbow: 42 };

function leg(hip: Point, thigh: number, shank: number, foot: number, thighLength: number = LENGTH.thigh): Leg {
  const knee = along(hip, thigh, thighLength);
  const ankle = along(knee, shank, LENGTH.shank);
  return { hip, knee, ankle, toe: along(ankle, foot, LENGTH.foot) };
}

function arm(shoulder: Point, upper: number, fore: number, hand: number): Arm {
  const elbow = along(shoulder, upper, LENGTH.upperArm);
  const wrist = along(elbow, fore, LENGTH.forearm);
  return { shoulder, elbow, wrist, hand: along(wrist, hand, LENGTH.hand) };
}

function profile(pose: Pose): Raw {
  const front = pose.body === "prone" || pose.body === "side" ? -1 : 1;
  const base = isLying(pose) ? 180 : 90;
  const { trunk = 0, neck = 0 } = pose;
  const pelvis = ORIGIN;
  const upper = base - front * trunk;
  const waist = along(pelvis, base - front * trunk * 0.45, LENGTH.trunk);
  const shoulder = along(waist, upper, LENGTH.trunk);
  const neckTop = along(shoulder, upper - front * neck * 0.6, LENGTH.neck);
  const headDirection = upper - front * neck;
  const head = along(neckTop, headDirection, LENGTH.head);
  const legOf = ({ hip, knee, ankle = 0 }: LegPose): Leg => {
    const thigh = base + 180 + front * hip;
    const shank = thigh - front * knee;
    return leg(pelvis, thigh, shank, shank + front * (90 + ankle));
  };
  const tested = legOf(pose.tested);
  const other = legOf(pose.other);
  const down = upper + 180;
  const armOf = ({ shoulder: turn, elbow, wrist = 0 }: ArmPose): Arm => {
    const upperArm = down + front * turn;
    const forearm = upperArm + front * elbow;
    return arm(shoulder, upperArm, forearm, forearm + front * wrist);
  };
  const atRest = pose.restArms ?? (pose.body === "seated" ? RESTING : pose.body === "prone" ? BESIDE : HANGING);
  const testedArm = armOf(pose.testedArm ?? atRest);
  const faceDirection = headDirection - front * 90;
  const thighDirection = base + 180 + front * pose.tested.hip;
  const shankDirection = thighDirection - front * pose.tested.knee;
  return {
    head,
    nose: along(head, faceDirection, 18),
    neck: neckTop,
    shoulders: [shoulder, shoulder],
    waist,
    pelvis,
    hips: [pelvis, pelvis],
    testedArm,
    otherArm: armOf(pose.otherArm ?? atRest),
    tested,
    other,
    landmarks: {
      crown: along(head, headDirection, 14),
      forehead: along(along(head, faceDirection, 12), headDirection, 6),
      occiput: along(head, faceDirection + 180, 13),
      chin: along(along(head, faceDirection, 10), headDirection + 180, 10),
      neck: along(neckTop, faceDirection + 180, 7),
      "shoulder-tested": shoulder,
      "shoulder-other": shoulder,
      "elbow-tested": testedArm.elbow,
      "wrist-tested": testedArm.wrist,
      "hand-tested": testedArm.hand,
      "upper-back": along(between(waist, shoulder, 0.7), upper - front * 90 + 180, 15),
      "low-back": along(between(pelvis, waist, 0.6), upper - front * 90 + 180, 15),
      belly: along(waist, upper - front * 90, 15),
      sacrum: along(pelvis, base - front * 90 + 180, 15),
      "iliac-crest": along(pelvis, base, 8),
      "iliac-spine-tested": along(pelvis, base - front * 90, 13),
      "iliac-spine-other": along(pelvis, base - front * 90, 13),
      pubis: along(pelvis, base - front * 90, 13),
      "thigh-tested": between(tested.hip, tested.knee, 0.8),
      "knee-tested": tested.knee,
      "knee-other": other.knee,
      "ankle-tested": tested.ankle,
      "ankle-other": other.ankle,
      "foot-tested": tested.toe,
    },
    turns: {
      hip: { pivot: pelvis, zero: base + 180, sign: front, reach: LENGTH.thigh },
      knee: { pivot: tested.knee, zero: thighDirection, sign: front === 1 ? -1 : 1, reach: LENGTH.shank },
      ankle: { pivot: tested.ankle, zero: shankDirection + front * 90, sign: front, reach: LENGTH.foot },
      trunk: { pivot: pelvis, zero: base, sign: front === 1 ? -1 : 1, reach: LENGTH.trunk * 2 },
      neck: { pivot: shoulder, zero: upper, sign: front === 1 ? -1 : 1, reach: 34 },
    },
    ground: pose.body === "side" ? [] : groundInProfile(pose, tested, other),
  };
}

const turn = (pivot: Point, zero: number, sign: 1 | -1, reach: number) => ({ pivot, zero, sign, reach });

/** Facing you, or from above when lying on the back; `side` is the tested one. */
function frontal(pose: Pose, side: Side): Raw {
  const base = isLying(pose) ? 180 : 90;
  const right = base + 90;
  const { trunk = 0, neck = 0 } = pose;
  const signOf = (bodySide: Side) => (bodySide === "right" ? 1 : -1);
  const towards = signOf(side);
  const outward = towards === 1 ? -1 : 1;
  const [pelvis, upper] = [ORIGIN, base + towards * trunk];
  const waist = along(pelvis, base + towards * trunk * 0.45, LENGTH.trunk);
  const top = along(waist, upper, LENGTH.trunk);
  const shoulderOf = (bodySide: Side) => along(top, upper + 90, signOf(bodySide) * HALF.shoulders);
  const hipOf = (bodySide: Side) => along(pelvis, right, signOf(bodySide) * HALF.pelvis);
  const headDirection = upper + towards * neck;
  const neckTop = along(top, upper + towards * neck * 0.6, LENGTH.neck);
  const head = along(neckTop, headDirection, LENGTH.head);
  const seatedThigh = pose.body === "seated" ? 20 : LENGTH.thigh;
  const legOf = (bodySide: Side, { knee, abduction = 0 }: LegPose): Leg => {
    const sign = signOf(bodySide);
    const thigh = base + 180 - sign * (pose.body === "seated" ? 6 : abduction);
    const shank = pose.body === "seated" ? base + 180 : thigh + sign * knee;
    return leg(hipOf(bodySide), thigh, shank, shank - sign * 40, seatedThigh);
  };
  const armOf = (bodySide: Side, { shoulder, elbow, wrist = 0 }: ArmPose): Arm => {
    const sign = signOf(bodySide);
    const upperArm = upper + 180 - sign * shoulder;
    const forearm = upperArm - sign * elbow;
    return arm(shoulderOf(bodySide), upperArm, forearm, forearm - sign * wrist);
  };
  const far = otherSide(side);
  const [tested, other] = [legOf(side, pose.tested), legOf(far, pose.other)];
  const testedPose = pose.testedArm ?? { shoulder: 14, elbow: 8 };
  const testedArm = armOf(side, testedPose);
  const spineOf = (bodySide: Side) => along(along(pelvis, base, 8), right, signOf(bodySide) * 13);
  return {
    head,
    nose: head,
    neck: neckTop,
    shoulders: [shoulderOf("right"), shoulderOf("left")],
    waist,
    pelvis,
    hips: [hipOf("right"), hipOf("left")],
    testedArm,
    otherArm: armOf(far, pose.otherArm ?? { shoulder: 14, elbow: 8 }),
    tested,
    other,
    landmarks: {
      crown: along(head, headDirection, 14),
      forehead: along(head, headDirection, 6),
      occiput: along(head, headDirection, 4),
      chin: along(head, headDirection + 180, 10),
      neck: neckTop,
      "shoulder-tested": shoulderOf(side),
      "shoulder-other": shoulderOf(far),
      "elbow-tested": testedArm.elbow,
      "wrist-tested": testedArm.wrist,
      "hand-tested": testedArm.hand,
      "upper-back": between(waist, top, 0.6),
      "low-back": waist,
      belly: waist,
      sacrum: pelvis,
      "iliac-crest": pelvis,
      "iliac-spine-tested": spineOf(side),
      "iliac-spine-other": spineOf(far),
      pubis: along(pelvis, base + 180, 6),
      "thigh-tested": between(tested.hip, tested.knee, 0.8),
      "knee-tested": tested.knee,
      "knee-other": other.knee,
      "ankle-tested": tested.ankle,
      "ankle-other": other.ankle,
      "foot-tested": tested.toe,
    },
    turns: {
      shoulder: turn(testedArm.shoulder, upper + 180, outward, LENGTH.upperArm),
      elbow: turn(testedArm.elbow, upper + 180 - towards * testedPose.shoulder, outward, LENGTH.forearm),
      abduction: turn(tested.hip, base + 180, outward, LENGTH.thigh),
      neck: turn(top, upper, towards, 34),
    },
    ground: groundFromFront(pose),
  };
}

/** Looking down on head and shoulders; they face up the page, so their right is on the right. */
function fromCrown(pose: Pose, side: Side): Raw {
  const sign = side === "right" ? 1 : -1;
  const head: Point = { x: 0, y: -6 };
  const face = 90 - sign * (pose.turn ?? 0);
  const shoulders: [Point, Point] = [
    { x: 64, y: 10 },
    { x: -64, y: 10 },
  ];
  const flat = frontal({ ...pose, view: "front" }, side);
  const landmarks = Object.fromEntries(Object.keys(flat.landmarks).map((name) => [name, head])) as Record<
    PoseLandmark,
    Point
  >;
  return {
    ...flat,
    head,
    nose: along(head, face, 40),
    neck: head,
    shoulders,
    landmarks: {
      ...landmarks,
      neck: along(head, face + 180, 30),
      "shoulder-tested": side === "right" ? shoulders[0] : shoulders[1],
      "shoulder-other": side === "right" ? shoulders[1] : shoulders[0],
    },
    turns: { turn: { pivot: head, zero: 90, sign: sign === 1 ? -1 : 1, reach: 46 } },
    ground: [],
  };
}

const TAIL = 44;
const TAILS = { up: { x: 0, y: TAIL }, down: { x: 0, y: -TAIL }, left: { x: TAIL, y: 0 }, right: { x: -TAIL, y: 0 } };

/** Where the arrows of pushing hands begin. */
const tailsOf = (raw: Raw, { contacts }: Pose): Point[] =>
  contacts.flatMap(({ at: landmark, push }) => {
    if (!(push in TAILS)) return [];
    const { x, y } = TAILS[push as keyof typeof TAILS];
    return [{ x: raw.landmarks[landmark].x + x, y: raw.landmarks[landmark].y + y }];
  });

/** Every point of the figure, for fitting; limbs have width. */
const pointsOf = (raw: Raw, pose: Pose): Point[] =>
  pose.view === "crown"
    ? [raw.shoulders[0], raw.shoulders[1], { x: 0, y: -52 }, { x: 0, y: 40 }]
    : [
        raw.head,
        raw.nose,
        raw.landmarks.crown,
        ...raw.shoulders,
        raw.pelvis,
        ...(pose.focus === "upper"
          ? []
          : [raw.tested, raw.other].flatMap(({ knee, ankle, toe }) => [knee, ankle, toe])),
        ...[raw.testedArm, raw.otherArm].flatMap(({ elbow, wrist, hand }) => [elbow, wrist, hand]),
        ...(pose.focus === "upper" ? [] : raw.ground.flat()),
        ...tailsOf(raw, pose),
      ];

const LARGEST = 1.5;

function fitted(raw: Raw, points: readonly Point[]): Skeleton {
  const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
  const [left, right, top, bottom] = [
    Math.min(...xs) - 12,
    Math.max(...xs) + 12,
    Math.min(...ys) - 14,
    Math.max(...ys) + 8,
  ];
  const room = { x: FRAME.width - 2 * MARGIN.x, y: FRAME.height - MARGIN.top - MARGIN.bottom };
  const scale = Math.min(room.x / (right - left), room.y / (bottom - top), LARGEST);
  const shift = {
    x: MARGIN.x + (room.x - (right - left) * scale) / 2 - left * scale,
    y: MARGIN.top + (room.y - (bottom - top) * scale) / 2 - top * scale,
  };
  const move = ({ x, y }: Point): Point => ({ x: x * scale + shift.x, y: y * scale + shift.y });
  const moveAll = <T extends object>(parts: T): T =>
    Object.fromEntries(Object.entries(parts).map(([name, point]) => [name, move(point as Point)])) as T;
  return {
    head: move(raw.head),
    nose: move(raw.nose),
    neck: move(raw.neck),
    shoulders: [move(raw.shoulders[0]), move(raw.shoulders[1])],
    waist: move(raw.waist),
    pelvis: move(raw.pelvis),
    hips: [move(raw.hips[0]), move(raw.hips[1])],
    testedArm: moveAll(raw.testedArm),
    otherArm: moveAll(raw.otherArm),
    tested: moveAll(raw.tested),
    other: moveAll(raw.other),
    landmarks: moveAll(raw.landmarks),
    turns: Object.fromEntries(
      Object.entries(raw.turns).map(([part, turn]) => [
        part,
        { ...turn, pivot: move(turn.pivot), reach: turn.reach * scale },
      ]),
    ),
    ground: raw.ground.map((outline) => outline.map(move)),
    scale,
  };
}

const rawOf = (pose: Pose, side: Side): Raw =>
  pose.view === "crown" ? fromCrown(pose, side) : pose.view === "front" ? frontal(pose, side) : profile(pose);

/**
 * A pose's joint angles → where every joint is drawn, fitted to the frame.
 *
 * @param side which of the patient's sides is the tested one
 * @param framed the poses the frame and what they lie on are made for, the end of a movement first; left out: the pose
 */
export function poseSkeleton(pose: Pose, side: Side, framed: readonly Pose[] = [pose]): Skeleton {
  const raw = rawOf(pose, side);
  const frames = framed.map((one) => (one === pose ? raw : rawOf(one, side)));
  const points = frames.flatMap((one, index) => pointsOf(one, framed[index]!));
  return fitted({ ...raw, ground: frames[0]!.ground }, points);
}
