import { refuse, phrase } from "../base";

/** An angle in a picture: marks on it, and how sure they make it. */

/** A mark, in picture points from the upper left corner. */
export type Mark = { readonly x: number; readonly y: number };

export type PhotoAngle = {
  /** Degrees, 0 to 180. */
  readonly angle: number;
  /** Standard error of that from how surely each mark was set, in degrees. */
  readonly error: number;
};

const DEG = 180 / Math.PI;
/** Marks nearer than this to each other make no line, in picture points. */
const NEAREST = 5;

type Line = { readonly at: number; readonly length: number; readonly across: Mark };

function lineOf(from: Mark, to: Mark): Line {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const length = Math.hypot(dx, dy);
  if (!(length >= NEAREST))
    refuse("marks", phrase`lie within ${NEAREST} points of each other`, "Set them further apart along the limb.");
  /** By how much the direction turns, in radians, for a point that its end moves. */
  return { at: Math.atan2(dy, dx), length, across: { x: -dy / length ** 2, y: dx / length ** 2 } };
}

/** Between two directions, 0 to 180. */
const between = (one: Line, other: Line): number => {
  const turn = Math.abs(one.at - other.at) * DEG;
  return turn > 180 ? 360 - turn : turn;
};

/**
 * The angle of a limb in a picture: at the middle one of three marks, or between
 * the two lines of four. Its error is that of marks that each may lie off by so
 * much in either direction, to the first order.
 *
 * @param marks three (end, joint, end), or four (two and two, each from near to far)
 * @param off standard deviation of one mark along one axis, in picture points
 * @throws InputError where there are neither three nor four, or two that make a line are too near
 * @example photoAngle([{ x: 100, y: 0 }, { x: 0, y: 0 }, { x: 0, y: 100 }], 1).angle // 90
 */
export function photoAngle(marks: readonly Mark[], off: number): PhotoAngle {
  const [a, b, c, d] = marks;
  if (!a || !b || !c || marks.length > 4)
    refuse("marks", phrase`are ${marks.length}`, "Set three: end, joint, end; or four: two on each limb.");
  if (d) {
    const [one, other] = [lineOf(a, b), lineOf(c, d)];
    return {
      angle: between(one, other),
      error: off * DEG * Math.sqrt(2 / one.length ** 2 + 2 / other.length ** 2),
    };
  }
  const [one, other] = [lineOf(b, a), lineOf(b, c)];
  /** The joint's own mark turns both lines at once. */
  const joint = Math.hypot(one.across.x - other.across.x, one.across.y - other.across.y);
  return {
    angle: between(one, other),
    error: off * DEG * Math.sqrt(1 / one.length ** 2 + 1 / other.length ** 2 + joint ** 2),
  };
}

const AXES = 180;

/**
 * How far an angle may be off because the camera leaned: the worst of every
 * direction it may have leaned in. What leans away looks shorter by its cosine.
 *
 * @param angle as it is in the limb, in degrees
 * @param lean of the camera from straight, in degrees
 * @example Math.round(leanError(90, 10) * 10) / 10 // 0.9
 */
export function leanError(angle: number, lean: number): number {
  const shorter = Math.cos(lean / DEG);
  let worst = 0;
  for (let axis = 0; axis < AXES; axis++) {
    const seen = (at: number) => Math.atan2(Math.sin(at / DEG), shorter * Math.cos(at / DEG)) * DEG;
    const turn = Math.abs(seen(axis + angle) - seen(axis));
    worst = Math.max(worst, Math.abs((turn > 180 ? 360 - turn : turn) - angle));
  }
  return worst;
}
