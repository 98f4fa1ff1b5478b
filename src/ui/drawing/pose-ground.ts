import type { Pose } from "@/core/poses";
import type { Leg, Point } from "./point";

export const isLying = ({ body }: Pose): boolean => body === "supine" || body === "prone" || body === "side";

/** What they are on, in profile: a table, a table's edge, or the floor. */
export function groundInProfile(pose: Pose, tested: Leg, other: Leg): Point[][] {
  const box = (left: number, right: number, top: number, depth: number): Point[] => [
    { x: left, y: top },
    { x: right, y: top },
    { x: right, y: top + depth },
    { x: left, y: top + depth },
  ];
  if (pose.body === "standing") {
    const y = Math.max(tested.ankle.y, other.ankle.y) + 7;
    return [box(-70, 80, y, 4)];
  }
  if (pose.body === "seated") return [box(-52, 46, 14, 9), box(-44, -38, 23, 62)];
  const hangs = Math.min(pose.tested.hip, pose.other.hip) < -18 && pose.body === "supine";
  const over = pose.body === "prone" && pose.tested.hip > 40;
  const end = hangs || over ? 16 : 132;
  return [box(-126, end, 15, 8), box(-112, -106, 23, 34), box(end - 20, end - 14, 23, 34)];
}

const FEET = 94;

/** The chair's seat or the floor, seen from the front. */
export const groundFromFront = (pose: Pose): readonly (readonly Point[])[] =>
  pose.body === "seated"
    ? [
        [
          { x: -46, y: 14 },
          { x: 46, y: 14 },
          { x: 46, y: 24 },
          { x: -46, y: 24 },
        ],
      ]
    : isLying(pose)
      ? []
      : [
          [
            { x: -60, y: FEET + 24 },
            { x: 60, y: FEET + 24 },
            { x: 60, y: FEET + 28 },
            { x: -60, y: FEET + 28 },
          ],
        ];
