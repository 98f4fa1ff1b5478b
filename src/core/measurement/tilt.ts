/** Angles from the direction of gravity, as a device with three axes feels it. */

/** Gravity along the device's own axes; its length does not matter. */
export type Gravity = readonly [x: number, y: number, z: number];

const DEGREES = 180 / Math.PI;
const length = ([x, y, z]: Gravity): number => Math.hypot(x, y, z);
const dot = (a: Gravity, b: Gravity): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const cross = (a: Gravity, b: Gravity): Gravity => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

/** Nearer than this to upright, turning about an axis moves gravity too little to be read. */
const UPRIGHT_DEG = 30;

/**
 * How far a device has turned about one of its own axes since its zero, in
 * degrees, by where gravity went; right-handed about the axis. Null where the
 * axis stands within 30° of upright: what turns about an upright axis feels no
 * change.
 *
 * @example turnedAbout([1, 0, 0], [0, 0, 1], [0, 1, 0]) // 90
 * @example turnedAbout([0, 1, 0], [0, 0, 1], [0, 1, 0]) // null
 */
export function turnedAbout(axis: Gravity, zero: Gravity, now: Gravity): number | null {
  const along = (gravity: Gravity) =>
    Math.acos(Math.min(1, Math.abs(dot(gravity, axis)) / (length(gravity) * length(axis) || 1))) * DEGREES;
  if (!(along(zero) >= UPRIGHT_DEG && along(now) >= UPRIGHT_DEG)) return null;
  const across = (gravity: Gravity): Gravity => {
    const share = dot(gravity, axis) / dot(axis, axis);
    return [gravity[0] - share * axis[0], gravity[1] - share * axis[1], gravity[2] - share * axis[2]];
  };
  const [from, to] = [across(zero), across(now)];
  /** The device turns one way, gravity in it the other. */
  return -Math.atan2(dot(cross(from, to), axis) / length(axis), dot(from, to)) * DEGREES;
}

/**
 * How far the long side of a device leans from the level, in degrees: 0 flat, 90
 * with its head up.
 *
 * @param gravity as it pulls, along the device's axes: x to its right, y to its head, z out of its face
 * @example leanOf([0, 0, -9.81]) // 0
 * @example leanOf([0, -9.81, 0]) // 90
 */
export const leanOf = (gravity: Gravity): number =>
  Math.asin(Math.min(1, Math.max(-1, -gravity[1] / (length(gravity) || 1)))) * DEGREES;

/**
 * Gravity along a device's axes from the two angles a browser tells of it.
 *
 * @param beta degrees the head of the device is raised, -180 to 180
 * @param gamma degrees it is tipped to its right, -90 to 90
 * @example gravityOf(90, 0).map((part) => Math.round(part) + 0) // [0, -1, 0]
 */
export function gravityOf(beta: number, gamma: number): Gravity {
  const [b, g] = [beta / DEGREES, gamma / DEGREES];
  return [Math.cos(b) * Math.sin(g), -Math.sin(b), -Math.cos(b) * Math.cos(g)];
}
