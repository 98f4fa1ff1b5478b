import type { Measure } from "@/core/measurement";
import type { PoseJoint } from "@/core/vocabulary";
import { directionOf, type Point, type Turn } from "./pose-geometry";

/** Where a joint's angle lies on a circle around it. */
export const onCircle = ({ pivot, zero, sign }: Turn, angle: number, radius: number): Point => {
  const turned = ((zero + sign * angle) * Math.PI) / 180;
  return { x: pivot.x + radius * Math.cos(turned), y: pivot.y - radius * Math.sin(turned) };
};

/**
 * The number a joint reads where a point stands: what `onCircle` draws, the
 * other way round. Of a full turn's many numbers, the one nearest the measure's
 * range: an arm raised all the way reads 180, not -180.
 */
export function numberAt(
  turn: Turn,
  { from = 0, times = 1 }: PoseJoint,
  point: Point,
  range: Measure["range"],
): number {
  const number = (turn.sign * (directionOf(turn.pivot, point) - turn.zero) - from) * times;
  const middle = (range[0] + range[1]) / 2;
  return number + 360 * Math.round((middle - number) / 360);
}
