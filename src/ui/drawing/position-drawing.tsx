import { memo, type ReactNode } from "react";
import type { FigureContact, Pose } from "@/core/poses";
import { otherSide, type Side, sideLetter, SIDES } from "@/core/vocabulary";
import { type Arm, FRAME, type Leg, type Point, poseSkeleton, type Skeleton } from "./pose-geometry";

const path = (...points: Point[]) => `M${points.map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`).join("L")}`;
const LIMB = { fill: "none", strokeLinecap: "round", strokeLinejoin: "round" } as const;

function LegLimb({ leg, tone, scale }: { leg: Leg; tone: string; scale: number }) {
  return (
    <g stroke={tone} {...LIMB}>
      <path d={path(leg.hip, leg.knee)} strokeWidth={19 * scale} />
      <path d={path(leg.knee, leg.ankle)} strokeWidth={14 * scale} />
      <path d={path(leg.ankle, leg.toe)} strokeWidth={9 * scale} />
    </g>
  );
}

function ArmLimb({ arm, tone, scale }: { arm: Arm; tone: string; scale: number }) {
  return (
    <g stroke={tone} {...LIMB}>
      <path d={path(arm.shoulder, arm.elbow)} strokeWidth={11 * scale} />
      <path d={path(arm.elbow, arm.wrist)} strokeWidth={9 * scale} />
      <path d={path(arm.wrist, arm.hand)} strokeWidth={8 * scale} />
    </g>
  );
}

/** R in a square, L in a circle, as everywhere. */
function SideLabel({ at, side }: { at: Point; side: Side }) {
  const fill = side === "right" ? "var(--right)" : "var(--left)";
  return (
    <g>
      {side === "right" ? (
        <rect x={at.x - 9} y={at.y - 9} width={18} height={18} rx={2} fill={fill} />
      ) : (
        <circle cx={at.x} cy={at.y} r={10} fill={fill} />
      )}
      <text x={at.x} y={at.y + 5} textAnchor="middle" fontSize={14} fontWeight={700} fill="var(--on-side)">
        {sideLetter(side)}
      </text>
    </g>
  );
}

const ARROWS: Partial<Record<FigureContact["push"], Point>> = {
  up: { x: 0, y: -1 },
  down: { x: 0, y: 1 },
  left: { x: -1, y: 0 },
  right: { x: 1, y: 0 },
};

function Arrow({ from, to }: { from: Point; to: Point }) {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  const [ux, uy] = [(to.x - from.x) / length, (to.y - from.y) / length];
  const corner = (turn: 1 | -1): Point => ({ x: to.x - ux * 11 - uy * turn * 7, y: to.y - uy * 11 + ux * turn * 7 });
  return (
    <g fill="var(--stop)" stroke="var(--card)" strokeWidth={1.5} paintOrder="stroke">
      <path
        d={path(from, { x: to.x - ux * 9, y: to.y - uy * 9 })}
        stroke="var(--stop)"
        strokeWidth={5}
        strokeLinecap="round"
      />
      <path d={`${path(to, corner(1), corner(-1))}Z`} />
    </g>
  );
}

/** The tail of an arrow stays inside the frame. */
const inFrame = ({ x, y }: Point): Point => ({
  x: Math.min(Math.max(x, 6), FRAME.width - 6),
  y: Math.min(Math.max(y, 6), FRAME.height - 14),
});

/** A push: an arrow on the drawing's plane, a crossed circle when it goes straight into it, a ring for a hand that only holds. */
function Contact({ contact, at, middle }: { contact: FigureContact; at: Point; middle: Point }) {
  const arrow = ARROWS[contact.push];
  if (arrow)
    return (
      <Arrow
        from={inFrame({ x: at.x - arrow.x * 46, y: at.y - arrow.y * 46 })}
        to={{ x: at.x - arrow.x * 10, y: at.y - arrow.y * 10 }}
      />
    );
  if (contact.push === "hold")
    return <circle cx={at.x} cy={at.y} r={8} fill="var(--card)" stroke="var(--stop)" strokeWidth={3.5} />;
  const outwards = contact.push === "outwards and down" ? Math.sign(at.y - middle.y) || 1 : 0;
  return (
    <g>
      {outwards !== 0 && <Arrow from={{ x: at.x, y: at.y + outwards * 4 }} to={{ x: at.x, y: at.y + outwards * 46 }} />}
      <circle cx={at.x} cy={at.y} r={10} fill="var(--card)" stroke="var(--stop)" strokeWidth={3} />
      <path
        d={`M${at.x - 6} ${at.y - 6}l12 12m0-12-12 12`}
        stroke="var(--stop)"
        strokeWidth={3}
        strokeLinecap="round"
      />
    </g>
  );
}

const PALE = "color-mix(in srgb, var(--soft) 45%, var(--card))";
const BODY = "color-mix(in srgb, var(--soft) 72%, var(--card))";

/** Whether the tested limb is an arm: then the arm carries the side's letter and hue. */
const testsArm = (pose: Pose): boolean => pose.testedArm !== undefined;

/** Whether a leg is what is tested; seated and seen from the front it is the neck or an arm. */
const testsLeg = (pose: Pose): boolean =>
  !testsArm(pose) && pose.view !== "crown" && !(pose.view === "front" && pose.body === "seated");

/** Where the letters stand: on the limbs that are tested, or on the shoulders when the head is. */
function labelPlaces(pose: Pose, bones: Skeleton, side: Side | null): readonly (readonly [Side, Point])[] {
  const towards = (a: Point, b: Point): Point => ({ x: a.x + (b.x - a.x) * 0.5, y: a.y + (b.y - a.y) * 0.5 });
  if (pose.view === "crown") return SIDES.map((bodySide, index) => [bodySide, bones.shoulders[index]!] as const);
  if (!side) {
    if (pose.view !== "front") return [];
    return pose.body === "supine"
      ? [
          ["right", { x: bones.tested.ankle.x - 8, y: bones.tested.ankle.y }],
          ["left", { x: bones.other.ankle.x - 8, y: bones.other.ankle.y }],
        ]
      : SIDES.map((bodySide, index) => [bodySide, bones.shoulders[index]!] as const);
  }
  if (pose.view === "front" && pose.body !== "supine")
    return SIDES.map((bodySide, index) => [bodySide, bones.shoulders[index]!] as const);
  if (testsArm(pose)) return [[side, towards(bones.testedArm.shoulder, bones.testedArm.elbow)]];
  return [
    [side, towards(bones.tested.knee, bones.tested.ankle)],
    [otherSide(side), towards(bones.other.hip, bones.other.knee)],
  ];
}

function FromCrown({ bones }: { bones: Skeleton }) {
  const { head, nose, scale } = bones;
  const [right, left] = bones.shoulders;
  const angle = Math.atan2(nose.y - head.y, nose.x - head.x);
  const base = (turn: number): Point => ({
    x: head.x + 30 * scale * Math.cos(angle + turn),
    y: head.y + 30 * scale * Math.sin(angle + turn),
  });
  return (
    <g>
      <path d={path(left, right)} stroke={PALE} strokeWidth={34 * scale} {...LIMB} />
      <path
        d={`${path(nose, base(0.28), base(-0.28))}Z`}
        fill={BODY}
        stroke={BODY}
        strokeWidth={3}
        strokeLinejoin="round"
      />
      <circle cx={head.x} cy={head.y} r={30 * scale} fill={BODY} />
    </g>
  );
}

/** A nose says which way the person faces; seen from the front the face is full on. */
function Face({ pose, bones }: { pose: Pose; bones: Skeleton }) {
  const { head, nose, scale } = bones;
  if (pose.view === "front") {
    const mark = { fill: "none", stroke: "var(--card)", strokeWidth: 2, strokeLinecap: "round" } as const;
    return pose.body === "supine" ? (
      <path
        d={`M${head.x - 3} ${head.y - 5}v.1M${head.x - 3} ${head.y + 5}v.1M${head.x + 6} ${head.y - 4}v8`}
        {...mark}
      />
    ) : (
      <path
        d={`M${head.x - 5} ${head.y - 3}h.1M${head.x + 5} ${head.y - 3}h.1M${head.x - 4} ${head.y + 6}h8`}
        {...mark}
      />
    );
  }
  const angle = Math.atan2(nose.y - head.y, nose.x - head.x);
  const side = (turn: number): Point => ({
    x: head.x + 13 * scale * Math.cos(angle + turn),
    y: head.y + 13 * scale * Math.sin(angle + turn),
  });
  return <path d={`${path(nose, side(0.34), side(-0.34))}Z`} fill={BODY} />;
}

function Torso({ pose, bones }: { pose: Pose; bones: Skeleton }) {
  const { scale } = bones;
  const [right, left] = bones.shoulders;
  return pose.view === "front" ? (
    <path
      d={`${path(right, left, bones.hips[1], bones.hips[0])}Z`}
      fill={BODY}
      stroke={BODY}
      strokeWidth={14 * scale}
      strokeLinejoin="round"
    />
  ) : (
    <path d={path(right, bones.waist, bones.pelvis)} stroke={BODY} strokeWidth={27 * scale} {...LIMB} />
  );
}

const WHERE_FROM = { side: "seen from the side", crown: "looking down on the head" } as const;
const seenFrom = (pose: Pose): string =>
  pose.view !== "front"
    ? pose.body === "side"
      ? "seen from above"
      : WHERE_FROM[pose.view]
    : pose.body === "supine"
      ? "seen from above"
      : "facing you";

type PositionDrawingProps = { pose: Pose; side: Side | null; className?: string; children?: ReactNode };

function DrawnFigure({ pose, side, className, children }: PositionDrawingProps) {
  const bones = poseSkeleton(pose, side ?? "right");
  const { scale } = bones;
  const tone = side ? `var(--${side})` : BODY;
  const arms = testsArm(pose);
  const fromAbove = pose.body === "side" || (pose.view === "front" && pose.body === "supine");
  return (
    <svg
      viewBox={`0 0 ${FRAME.width} ${FRAME.height}`}
      role="img"
      aria-label={`${pose.description}${side ? ` The tested side is the ${side}.` : ""}`}
      className={className}
    >
      {fromAbove && (
        <rect
          x={12}
          y={12}
          width={286}
          height={144}
          rx={14}
          fill="var(--well)"
          stroke="var(--edge)"
          strokeWidth={1.5}
        />
      )}
      {bones.ground.map((outline, index) => (
        <path key={index} d={`${path(...outline)}Z`} fill="var(--well)" stroke="var(--edge)" strokeWidth={1.5} />
      ))}
      {pose.view === "crown" ? (
        <FromCrown bones={bones} />
      ) : (
        <>
          <LegLimb leg={bones.other} tone={side && testsLeg(pose) ? PALE : BODY} scale={scale} />
          <ArmLimb arm={bones.otherArm} tone={PALE} scale={scale} />
          {!arms && <ArmLimb arm={bones.testedArm} tone={PALE} scale={scale} />}
          {arms && <LegLimb leg={bones.tested} tone={PALE} scale={scale} />}
          <Torso pose={pose} bones={bones} />
          <path d={path(bones.neck, bones.head)} stroke={BODY} strokeWidth={11 * scale} {...LIMB} />
          <circle cx={bones.head.x} cy={bones.head.y} r={14 * scale} fill={BODY} />
          <Face pose={pose} bones={bones} />
          {arms ? (
            <ArmLimb arm={bones.testedArm} tone={tone} scale={scale} />
          ) : (
            <LegLimb leg={bones.tested} tone={testsLeg(pose) ? tone : BODY} scale={scale} />
          )}
        </>
      )}
      {labelPlaces(pose, bones, side).map(([labelled, at]) => (
        <SideLabel key={labelled} at={at} side={labelled} />
      ))}
      {pose.contacts.map((contact) => (
        <Contact key={contact.at} contact={contact} at={bones.landmarks[contact.at]} middle={bones.pelvis} />
      ))}
      {children}
      <text x={10} y={171} textAnchor="start" fontSize={11} fill="var(--soft)">
        {seenFrom(pose)}
      </text>
    </svg>
  );
}

/** One jointed figure, posed by the protocol's joint angles, with hands and force; drawn again only when the pose changes. */
export const PositionDrawing = memo(DrawnFigure);
