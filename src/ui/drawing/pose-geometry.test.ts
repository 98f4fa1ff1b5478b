import { describe, expect, it } from "vitest";
import { bent, poseOf, type Pose } from "@/core/poses";
import { PROTOCOLS } from "@/core/knowledge";
import { nearest } from "@/core/measurement";
import { SIDES } from "@/core/vocabulary";
import { numberAt, onCircle } from "./joint-angle";
import { directionOf, FRAME, type Point, poseSkeleton } from "./pose-geometry";

/** Every figure there is: each test as it begins and as each of its stages poses it. */
const POSES = PROTOCOLS.flatMap(({ id, stages }) => [
  [`${id}`, poseOf(id)] as const,
  ...stages.map((stage) => [`${id} ${stage.id}`, poseOf(id, stage.id)] as const),
]);

const pointsOf = (pose: Pose, side: (typeof SIDES)[number]): Point[] => {
  const { landmarks, tested, other, testedArm, otherArm, ground, head, nose, shoulders } = poseSkeleton(pose, side);
  /** From above the head there are no limbs to draw. */
  if (pose.view === "crown") return [...Object.values(landmarks), ...shoulders, head, nose];
  return [
    ...Object.values(landmarks),
    ...Object.values(tested),
    ...Object.values(other),
    ...Object.values(testedArm),
    ...Object.values(otherArm),
    ...ground.flat(),
    head,
    nose,
  ];
};

describe("a drawn figure", () => {
  it.each(POSES)("%s: nothing of it lies outside the frame, on either side", (_name, pose) => {
    for (const side of SIDES)
      for (const { x, y } of pointsOf(pose, side)) {
        expect(x).toBeGreaterThanOrEqual(0);
        expect(x).toBeLessThanOrEqual(FRAME.width);
        expect(y).toBeGreaterThanOrEqual(0);
        expect(y).toBeLessThanOrEqual(FRAME.height);
      }
  });
});

const MEASURED = PROTOCOLS.flatMap((protocol) =>
  protocol.measures.flatMap((measure) =>
    measure.joint ? [{ name: `${protocol.id} ${measure.id}`, protocol, measure, joint: measure.joint }] : [],
  ),
);

describe("an angle on the figure", () => {
  it.each(MEASURED)("$name: the number put where it is drawn reads the same", ({ protocol, measure, joint }) => {
    const [low, high] = measure.range;
    for (const side of SIDES)
      for (const stage of protocol.stages.filter(({ measures }) => measures?.includes(measure.id)))
        for (let value = low; value <= high; value += 1) {
          const pose = bent(poseOf(protocol.id, stage.id), joint, value);
          const turn = poseSkeleton(pose, side).turns[joint.part];
          expect(turn, "the joint can be turned in this view").toBeDefined();
          const drawn = onCircle(turn!, (joint.from ?? 0) + (joint.times ?? 1) * value, turn!.reach);
          expect(nearest(measure, numberAt(turn!, joint, drawn, measure.range))).toBeCloseTo(
            nearest(measure, value),
            6,
          );
        }
  });

  it.each(MEASURED)("$name: the limb is drawn at that angle", ({ protocol, measure, joint }) => {
    const stages = protocol.stages.filter(({ measures }) => measures?.includes(measure.id));
    for (const side of SIDES)
      for (const stage of stages)
        for (const value of measure.expected ?? measure.range) {
          const { turns, tested, testedArm } = poseSkeleton(bent(poseOf(protocol.id, stage.id), joint, value), side);
          const turn = turns[joint.part]!;
          const end = {
            hip: tested.knee,
            abduction: tested.knee,
            knee: tested.ankle,
            ankle: tested.toe,
            shoulder: testedArm.elbow,
            elbow: testedArm.wrist,
            trunk: null,
            neck: null,
            turn: null,
          }[joint.part];
          if (!end) continue;
          const asked = turn.zero + turn.sign * ((joint.from ?? 0) + (joint.times ?? 1) * value);
          const apart = Math.abs(((directionOf(turn.pivot, end) - asked + 540) % 360) - 180);
          expect(apart).toBeLessThan(1);
        }
  });
});
