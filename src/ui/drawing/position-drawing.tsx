import { memo, type ReactNode } from "react";
import type { Pose, Standing } from "@/core/poses";
import { otherSide, type Side, sideLetter, SIDES } from "@/core/vocabulary";
import { type Arm, FRAME, type Leg, type Point, poseSkeleton, type Skeleton } from "./pose-geometry";
import { path } from "./point";
import { Practitioner } from "./practitioner";
import { edgeOf, Ghost, type Part, Volume } from "./volume";

const legParts = ({ hip, knee, ankle, toe }: Leg, scale: number): Part[] => [
  { from: hip, to: knee, radius: [11.5 * scale, 8.5 * scale] },
  { from: knee, to: ankle, radius: [8.5 * scale, 5 * scale] },
  { from: ankle, to: toe, radius: [5 * scale, 3.4 * scale] },
];

const armParts = ({ shoulder, elbow, wrist, hand }: Arm, scale: number): Part[] => [
  { from: shoulder, to: elbow, radius: [7 * scale, 5.4 * scale] },
  { from: elbow, to: wrist, radius: [5.4 * scale, 3.8 * scale] },
  { from: wrist, to: hand, radius: [4 * scale, 3.6 * scale] },
];

/** Chest, waist and pelvis, with the neck: one body. */
function trunkParts(pose: Pose, bones: Skeleton): Part[] {
  const { scale, neck, head, waist, pelvis, shoulders } = bones;
  const [right, left] = shoulders;
  const top = { x: (right.x + left.x) / 2, y: (right.y + left.y) / 2 };
  const chest = { x: right.x + (waist.x - right.x) * 0.4, y: right.y + (waist.y - right.y) * 0.4 };
  const neckPart: Part = { from: top, to: neck, radius: [7.5 * scale, 6 * scale] };
  const throat: Part = { from: neck, to: head, radius: [6 * scale, 6.5 * scale] };
  if (pose.view !== "front")
    return [
      { from: right, to: chest, radius: [12 * scale, 16 * scale] },
      { from: chest, to: waist, radius: [16 * scale, 12 * scale] },
      { from: waist, to: pelvis, radius: [12 * scale, 15 * scale] },
      neckPart,
      throat,
    ];
  const inwards = (side: Point, share: number): Point => ({
    x: side.x + (waist.x - side.x) * share,
    y: side.y + (waist.y - side.y) * share,
  });
  return [
    { from: right, to: left, radius: [9 * scale, 9 * scale] },
    { from: inwards(right, 0.2), to: bones.hips[0], radius: [12 * scale, 11 * scale] },
    { from: inwards(left, 0.2), to: bones.hips[1], radius: [12 * scale, 11 * scale] },
    { from: top, to: waist, radius: [20 * scale, 15 * scale] },
    { from: waist, to: pelvis, radius: [15 * scale, 17 * scale] },
    neckPart,
    throat,
  ];
}

/** The way a part took: an arc about its joint, with a point at its end. */
function Moved({ from, to: end, about }: { from: Point; to: Point; about: Point }) {
  const radius = (Math.hypot(from.x - about.x, from.y - about.y) + Math.hypot(end.x - about.x, end.y - about.y)) / 2;
  const cross = (from.x - about.x) * (end.y - about.y) - (from.y - about.y) * (end.x - about.x);
  const sweep = cross > 0 ? 1 : 0;
  const along = Math.atan2(end.y - about.y, end.x - about.x) + (sweep ? Math.PI / 2 : -Math.PI / 2);
  const corner = (turn: number): Point => ({
    x: end.x - 9 * Math.cos(along + turn),
    y: end.y - 9 * Math.sin(along + turn),
  });
  return (
    <g data-moved fill="none" stroke="var(--lantern)" strokeWidth={2.2} strokeLinecap="round" strokeLinejoin="round">
      <path
        d={`M${from.x.toFixed(1)} ${from.y.toFixed(1)}A${radius.toFixed(1)} ${radius.toFixed(1)} 0 0 ${sweep} ${end.x.toFixed(1)} ${end.y.toFixed(1)}`}
        strokeDasharray="5 4"
      />
      <path d={path(corner(0.5), end, corner(-0.5))} />
    </g>
  );
}

/** The ways of the parts that moved furthest out: a foot, a hand, the head. */
function Movements({ now, before, hasLegs }: { now: Skeleton; before: Skeleton; hasLegs: boolean }) {
  const ways = [
    ...(hasLegs ? [[before.tested.ankle, now.tested.ankle, now.tested.hip] as const] : []),
    [before.testedArm.wrist, now.testedArm.wrist, now.testedArm.shoulder],
    [before.head, now.head, now.shoulders[0].x === now.shoulders[1].x ? now.waist : now.neck],
  ] as const;
  const [way] = ways.filter(([from, to]) => Math.hypot(from.x - to.x, from.y - to.y) > 14);
  return way ? <Moved from={way[0]} to={way[1]} about={way[2]} /> : null;
}

/** What of a figure its pose moves from another one: the limbs and the trunk that stand elsewhere. */
function movedParts(pose: Pose, now: Skeleton, before: Skeleton): Part[] {
  const isMoved = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y) > 3;
  const { scale } = before;
  return [
    ...(["other", "tested"] as const).flatMap((leg) =>
      pose.focus !== "upper" && (isMoved(now[leg].toe, before[leg].toe) || isMoved(now[leg].knee, before[leg].knee))
        ? legParts(before[leg], scale)
        : [],
    ),
    ...(["otherArm", "testedArm"] as const).flatMap((arm) =>
      isMoved(now[arm].hand, before[arm].hand) && !isMoved(now[arm].shoulder, before[arm].shoulder)
        ? armParts(before[arm], scale)
        : [],
    ),
    ...(isMoved(now.head, before.head)
      ? [
          ...(isMoved(now.shoulders[0], before.shoulders[0]) ? trunkParts(pose, before) : []),
          { from: before.head, to: before.head, radius: [13 * scale, 13 * scale] as const },
        ]
      : []),
  ];
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

const PALE = "color-mix(in srgb, var(--soft) 45%, var(--card))";
const BODY = "color-mix(in srgb, var(--soft) 72%, var(--card))";

/** Whether the tested limb is an arm: then the arm carries the side's letter and hue. */
const testsArm = (pose: Pose): boolean => pose.testedArm !== undefined;

/** Whether a leg is what is tested; seated and seen from the front it is the neck or an arm. */
const testsLeg = (pose: Pose): boolean =>
  !testsArm(pose) &&
  pose.focus !== "upper" &&
  pose.view !== "crown" &&
  !(pose.view === "front" && pose.body === "seated");

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
  if (pose.focus === "upper" && pose.view === "side" && !testsArm(pose)) return [[side, bones.shoulders[0]]];
  if (pose.view === "front" && pose.body !== "supine")
    return SIDES.map((bodySide, index) => [bodySide, bones.shoulders[index]!] as const);
  if (testsArm(pose)) return [[side, towards(bones.testedArm.shoulder, bones.testedArm.elbow)]];
  return [
    [side, towards(bones.tested.knee, bones.tested.ankle)],
    [otherSide(side), towards(bones.other.hip, bones.other.knee)],
  ];
}

/** From above: shoulders, head, ears and nose; the turn as an arc from where the nose was. */
function FromCrown({ bones, before }: { bones: Skeleton; before: Skeleton | null }) {
  const { head, nose, scale } = bones;
  const [right, left] = bones.shoulders;
  const edge = edgeOf(BODY);
  const angle = Math.atan2(nose.y - head.y, nose.x - head.x);
  const at = (turn: number, radius: number): Point => ({
    x: head.x + radius * scale * Math.cos(angle + turn),
    y: head.y + radius * scale * Math.sin(angle + turn),
  });
  const degrees = ((angle * 180) / Math.PI).toFixed(1);
  return (
    <g>
      <Volume parts={[{ from: left, to: right, radius: [19 * scale, 19 * scale] }]} tone={PALE} scale={scale} />
      {[1.45, -1.45].map((turn) => (
        <circle key={turn} cx={at(turn, 27).x} cy={at(turn, 27).y} r={5 * scale} fill={BODY} stroke={edge} />
      ))}
      <path
        d={`${path(nose, at(0.3, 30), at(-0.3, 30))}Z`}
        fill={BODY}
        stroke={edge}
        strokeWidth={1.5}
        strokeLinejoin="round"
      />
      <ellipse
        cx={head.x}
        cy={head.y}
        rx={32 * scale}
        ry={27 * scale}
        transform={`rotate(${degrees} ${head.x.toFixed(1)} ${head.y.toFixed(1)})`}
        fill={BODY}
        stroke={edge}
        strokeWidth={1.2}
      />
      <ellipse
        cx={head.x - 6 * scale}
        cy={head.y - 8 * scale}
        rx={14 * scale}
        ry={9 * scale}
        fill="white"
        opacity={0.16}
      />
      {before && Math.hypot(nose.x - before.nose.x, nose.y - before.nose.y) > 3 && (
        <Moved from={before.nose} to={nose} about={head} />
      )}
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

function Head({ pose, bones }: { pose: Pose; bones: Skeleton }) {
  const { head, neck, scale } = bones;
  const turn = (Math.atan2(head.y - neck.y, head.x - neck.x) * 180) / Math.PI;
  const edge = edgeOf(BODY);
  const oval = {
    cx: head.x,
    cy: head.y,
    transform: `rotate(${turn.toFixed(1)} ${head.x.toFixed(1)} ${head.y.toFixed(1)})`,
  };
  return (
    <g>
      <ellipse {...oval} rx={15.5 * scale} ry={12.5 * scale} fill={BODY} stroke={edge} strokeWidth={1.2 * scale} />
      <ellipse
        {...oval}
        cx={head.x - 3 * scale}
        cy={head.y - 4 * scale}
        rx={7 * scale}
        ry={5 * scale}
        fill="white"
        opacity={0.16}
      />
      <Face pose={pose} bones={bones} />
    </g>
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

type PositionDrawingProps = {
  pose: Pose;
  side: Side | null;
  /** Where the practitioner stands; left out: not drawn. */
  standing?: Standing | null;
  /** How the person was before this stage moved them. */
  from?: Pose | null;
  /** How the stage leaves them, when the pose is on its way there. */
  settled?: Pose | undefined;
  className?: string;
  children?: ReactNode;
};

type BodyDrawnProps = { pose: Pose; bones: Skeleton; side: Side | null };

/** The person: what lies behind first, the tested limb last and in its side's hue. */
function Body({ pose, bones, side }: BodyDrawnProps) {
  const { scale } = bones;
  const tone = side ? `var(--${side})` : BODY;
  const arms = testsArm(pose);
  const hasLegs = pose.focus !== "upper";
  const leg = (which: Leg, hue: string) => <Volume parts={legParts(which, scale)} tone={hue} scale={scale} />;
  const arm = (which: Arm, hue: string) => <Volume parts={armParts(which, scale)} tone={hue} scale={scale} />;
  return (
    <>
      {hasLegs && leg(bones.other, side && testsLeg(pose) ? PALE : BODY)}
      {arm(bones.otherArm, PALE)}
      {!arms && arm(bones.testedArm, PALE)}
      {arms && hasLegs && leg(bones.tested, PALE)}
      <Volume parts={trunkParts(pose, bones)} tone={BODY} scale={scale} />
      <Head pose={pose} bones={bones} />
      {arms ? arm(bones.testedArm, tone) : hasLegs && leg(bones.tested, testsLeg(pose) ? tone : BODY)}
    </>
  );
}

/** Both ends of a movement share a frame, so that nothing but what moves moves. */
export const framedBy = (pose: Pose, from: Pose | null, settled: Pose | undefined): readonly Pose[] => [
  settled ?? pose,
  ...(from ? [from] : []),
];

function DrawnFigure({ pose, side, standing = null, from = null, settled, className, children }: PositionDrawingProps) {
  const framed = framedBy(pose, from, settled);
  const bones = poseSkeleton(pose, side ?? "right", framed);
  const before = from ? poseSkeleton(from, side ?? "right", framed) : null;
  const isCrown = pose.view === "crown";
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
          x={10}
          y={8}
          width={FRAME.width - 20}
          height={FRAME.height - 30}
          rx={14}
          fill="var(--well)"
          stroke="var(--edge)"
          strokeWidth={1.5}
        />
      )}
      {pose.focus !== "upper" &&
        bones.ground.map((outline, index) => (
          <path key={index} d={`${path(...outline)}Z`} fill="var(--well)" stroke="var(--edge)" strokeWidth={1.5} />
        ))}
      {before && !isCrown && <Ghost parts={movedParts(pose, bones, before)} scale={bones.scale} />}
      {pose.view === "crown" ? (
        <FromCrown bones={bones} before={before} />
      ) : (
        <Body pose={pose} bones={bones} side={side} />
      )}
      {before && !isCrown && <Movements now={bones} before={before} hasLegs={pose.focus !== "upper"} />}
      <Practitioner pose={pose} bones={bones} standing={standing} side={side} />
      {labelPlaces(pose, bones, side).map(([labelled, at]) => (
        <SideLabel key={labelled} at={at} side={labelled} />
      ))}
      {children}
      <text x={10} y={FRAME.height - 6} textAnchor="start" fontSize={11} fill="var(--soft)">
        {seenFrom(pose)}
      </text>
    </svg>
  );
}

/** One jointed figure, posed by the protocol's joint angles, with hands and force; drawn again only when the pose changes. */
export const PositionDrawing = memo(DrawnFigure);
