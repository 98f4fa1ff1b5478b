import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { bent, poseBetween, poseOf, poseStart, type Pose, STANDS } from "@/core/poses";
import { guideOf, PROTOCOLS, stagesOf, type Variant } from "@/core/knowledge";
import { nearest } from "@/core/measurement";
import { SIDES } from "@/core/vocabulary";
import { numberAt, onCircle } from "./joint-angle";
import { directionOf, FRAME, type Point, poseSkeleton, type Skeleton } from "./pose-geometry";

/** Every way of doing a test, one school at a time. */
const variantsOf = ({ schools }: (typeof PROTOCOLS)[number]): readonly Variant[] => [
  {},
  ...schools
    .filter(({ kind }) => kind === "doing")
    .flatMap(({ id, options, defaultOption }) =>
      options.filter((option) => option.id !== defaultOption).map((option) => ({ [id]: option.id })),
    ),
];

/** Every figure there is: each test, in each way of doing it, at each of its stages, with where it moves from. */
const FIGURES = PROTOCOLS.flatMap((protocol) => {
  const all = variantsOf(protocol).flatMap((variant) =>
    stagesOf(protocol, variant).map(({ id: stage }) => ({
      name: `${protocol.id} ${stage} ${Object.values(variant).join(" ")}`.trim(),
      test: protocol.id,
      pose: poseOf(protocol.id, stage, variant),
      from: poseStart(protocol.id, stage, variant),
    })),
  );
  return [...new Map(all.map((figure) => [JSON.stringify([figure.pose, figure.from]), figure])).values()];
});

const limbsOf = ({ tested, other, testedArm, otherArm }: Skeleton, { focus }: Pose): Point[] => [
  ...(focus === "upper" ? [] : [...Object.values(tested), ...Object.values(other)]),
  ...Object.values(testedArm),
  ...Object.values(otherArm),
];

const pointsOf = (pose: Pose, side: (typeof SIDES)[number], framed: readonly Pose[]): Point[] => {
  const bones = poseSkeleton(pose, side, framed);
  const { landmarks, ground, head, nose, shoulders } = bones;
  const held = pose.contacts.map(({ at }) => landmarks[at]);
  /** From above the head there are no limbs to draw. */
  if (pose.view === "crown") return [...held, ...shoulders, head, nose];
  return [...held, ...limbsOf(bones, pose), ...(pose.focus === "upper" ? [] : ground.flat()), head, nose];
};

const expectInFrame = (points: readonly Point[]) => {
  for (const { x, y } of points) {
    expect(x).toBeGreaterThanOrEqual(0);
    expect(x).toBeLessThanOrEqual(FRAME.width);
    expect(y).toBeGreaterThanOrEqual(0);
    expect(y).toBeLessThanOrEqual(FRAME.height);
  }
};

describe("a drawn figure", () => {
  it("every drawing stays inside its frame, from either end of its movement", () =>
    forEvery(FIGURES, ({ pose, from }) => {
      for (const side of SIDES) {
        const framed = [pose, ...(from ? [from] : [])];
        for (const one of framed) expectInFrame(pointsOf(one, side, framed));
      }
    }));

  it("every drawing keeps its limbs above the table, at either end of its movement", () =>
    forEvery(FIGURES, ({ pose, from }) => {
      if (pose.view !== "side" || pose.body === "side" || pose.focus === "upper") return;
      const framed = [pose, ...(from ? [from] : [])];
      for (const one of framed) {
        const bones = poseSkeleton(one, "right", framed);
        const [top] = bones.ground;
        const [left, right] = [Math.min(...top!.map(({ x }) => x)), Math.max(...top!.map(({ x }) => x))];
        const surface = Math.min(...top!.map(({ y }) => y));
        for (const [index, { x, y }] of limbsOf(bones, one).entries())
          if (x > left + 2 && x < right - 2) expect([index, y <= surface + 1.5]).toEqual([index, true]);
      }
    }));

  it("every drawing has its hands on the patient, and no two in one place", () =>
    forEvery(FIGURES, ({ pose }) => {
      const { landmarks, scale } = poseSkeleton(pose, "right");
      const places = pose.contacts.map(({ at }) => landmarks[at]);
      for (const [index, a] of places.entries())
        for (const b of places.slice(index + 1)) expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeGreaterThan(7 * scale);
    }));

  it("says where one stands for every test, as its guide does", () => {
    for (const { id } of PROTOCOLS) {
      const { stand } = guideOf(id);
      const said = STANDS[id];
      if (said === "feet") expect([id, stand]).toEqual([id, expect.stringMatching(/foot end/)]);
      if (said === "behind") expect([id, stand]).toEqual([id, expect.stringMatching(/^(Sitting b|B)ehind/)]);
      if (said === "front") expect([id, stand]).toEqual([id, expect.stringMatching(/in front/i)]);
      if (said === "other") expect([id, stand]).toEqual([id, expect.stringMatching(/far side|pain-free side/)]);
      if (said === "head") expect([id, stand]).toEqual([id, expect.stringMatching(/head|shoulder/)]);
    }
  });

  it("moves from one pose to the other without a jump, and ends where it stands", () => {
    for (const { pose, from } of FIGURES) {
      if (!from) continue;
      const ends = [poseBetween(from, pose, 0), poseBetween(from, pose, 1)].map((one) =>
        poseSkeleton(one, "right", [pose, from]),
      );
      expect(ends[1]!.head.x).toBeCloseTo(poseSkeleton(pose, "right", [pose, from]).head.x, 6);
      expect(JSON.stringify(ends[0])).not.toBe(JSON.stringify(ends[1]));
      const middle = poseSkeleton(poseBetween(from, pose, 0.5), "right", [pose, from]);
      expect(Number.isFinite(middle.tested.toe.x + middle.testedArm.hand.y)).toBe(true);
    }
  });
});

const MEASURED = PROTOCOLS.flatMap((protocol) =>
  protocol.measures.flatMap((measure) =>
    measure.joint ? [{ name: `${protocol.id} ${measure.id}`, protocol, measure, joint: measure.joint }] : [],
  ),
);

describe("an angle on the figure", () => {
  it("every measured joint reads the number it was drawn from", () =>
    forEvery(MEASURED, ({ protocol, measure, joint }) => {
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
    }));

  it("every measured limb is drawn at its angle", () =>
    forEvery(MEASURED, ({ protocol, measure, joint }) => {
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
    }));
});
