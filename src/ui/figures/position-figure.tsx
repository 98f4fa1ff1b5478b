import { memo } from "react";
import type { FigureContact, FigurePose } from "@/core/knowledge/protocols/figure";
import { otherSide, type Side, sideLetter } from "@/core/vocabulary/sides";
import { type Leg, type Point, poseSkeleton, TABLE_Y } from "./figure-geometry";

const path = (...points: Point[]) => `M${points.map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`).join("L")}`;

function LegLimb({
  leg,
  tone,
  side,
  labelled,
}: {
  leg: Leg;
  tone: string;
  side: Side | null;
  labelled: "thigh" | "shank";
}) {
  const [from, to] = labelled === "thigh" ? [leg.hip, leg.knee] : [leg.knee, leg.ankle];
  const limb = { stroke: tone, fill: "none", strokeLinecap: "round", strokeLinejoin: "round" } as const;
  return (
    <g>
      <path d={path(leg.hip, leg.knee)} strokeWidth={19} {...limb} />
      <path d={path(leg.knee, leg.ankle)} strokeWidth={14} {...limb} />
      <path d={path(leg.ankle, leg.toe)} strokeWidth={9} {...limb} />
      {side && <SideLabel at={{ x: (from.x + to.x * 2) / 3, y: (from.y + to.y * 2) / 3 }} side={side} />}
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

/** A push: an arrow on the drawing's plane, a crossed circle when it goes straight into it, a ring for a hand that only holds. */
function Contact({ contact, at, middle }: { contact: FigureContact; at: Point; middle: Point }) {
  const arrow = ARROWS[contact.push];
  if (arrow)
    return (
      <Arrow
        from={{ x: at.x - arrow.x * 46, y: at.y - arrow.y * 46 }}
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

type PositionFigureProps = { pose: FigurePose; side: Side | null; className?: string };

function DrawnFigure({ pose, side, className }: PositionFigureProps) {
  const testedSide = side ?? "right";
  const bones = poseSkeleton(pose, testedSide);
  const pale = "color-mix(in srgb, var(--soft) 45%, var(--card))";
  const body = "color-mix(in srgb, var(--soft) 72%, var(--card))";
  const tested = side ? `var(--${side})` : body;
  const limb = { fill: "none", strokeLinecap: "round", strokeLinejoin: "round" } as const;
  const above = pose.view === "above";
  return (
    <svg
      viewBox="0 0 310 176"
      role="img"
      aria-label={`${pose.description}${side ? ` The tested side is the ${side}.` : ""}`}
      className={className}
    >
      {above ? (
        <rect
          x={12}
          y={18}
          width={286}
          height={138}
          rx={14}
          fill="var(--well)"
          stroke="var(--edge)"
          strokeWidth={1.5}
        />
      ) : (
        <path
          d={`M14 ${TABLE_Y}H${bones.tableEnd}v8H14Z M34 ${TABLE_Y + 8}v40M${bones.tableEnd - 20} ${TABLE_Y + 8}v40`}
          fill="var(--well)"
          stroke="var(--edge)"
          strokeWidth={1.5}
        />
      )}
      <LegLimb labelled="thigh" leg={bones.other} tone={side ? pale : body} side={side ? otherSide(side) : null} />
      {bones.elbows.map((elbow, index) => (
        <path
          key={index}
          d={path(bones.shoulders[index]!, elbow, bones.hands[index]!)}
          stroke={pale}
          strokeWidth={9}
          {...limb}
        />
      ))}
      {above && pose.lying === "supine" ? (
        <path
          d={`${path(bones.shoulders[0], bones.shoulders[1], { x: bones.pelvis.x + 6, y: bones.pelvis.y + 15 }, { x: bones.pelvis.x + 6, y: bones.pelvis.y - 15 })}Z`}
          fill={body}
          stroke={body}
          strokeWidth={14}
          strokeLinejoin="round"
        />
      ) : (
        <path d={path(bones.shoulders[0], bones.pelvis)} stroke={body} strokeWidth={28} {...limb} />
      )}
      <path d={path(bones.neck, bones.head)} stroke={body} strokeWidth={11} {...limb} />
      <circle cx={bones.head.x} cy={bones.head.y} r={14} fill={body} />
      <Face pose={pose} head={bones.head} />
      <LegLimb labelled="shank" leg={bones.tested} tone={tested} side={side} />
      {!side && above && pose.lying === "supine" && (
        <>
          <SideLabel at={{ x: bones.tested.ankle.x - 8, y: bones.tested.ankle.y }} side="right" />
          <SideLabel at={{ x: bones.other.ankle.x - 8, y: bones.other.ankle.y }} side="left" />
        </>
      )}
      {pose.contacts.map((contact) => (
        <Contact key={contact.at} contact={contact} at={bones.landmarks[contact.at]} middle={bones.pelvis} />
      ))}
      <text x={10} y={171} textAnchor="start" fontSize={11} fill="var(--soft)">
        seen from {above ? "above" : "the side"}
      </text>
    </svg>
  );
}

/** One jointed figure, posed by the protocol's joint angles, with hands and force; drawn again only when the pose changes. */
export const PositionFigure = memo(DrawnFigure);

/** A nose says which way the person faces; seen from above on the back, the face is full on. */
function Face({ pose, head }: { pose: FigurePose; head: Point }) {
  const mark = { fill: "none", stroke: "var(--card)", strokeWidth: 2, strokeLinecap: "round" } as const;
  if (pose.view === "above" && pose.lying === "supine")
    return (
      <path
        d={`M${head.x - 3} ${head.y - 5}v.1M${head.x - 3} ${head.y + 5}v.1M${head.x + 6} ${head.y - 4}v8`}
        {...mark}
      />
    );
  const up = pose.lying === "supine" ? -1 : 1;
  return (
    <path
      d={`M${head.x - 3} ${head.y + up * 13}l5 ${up * 6} 4 ${-up * 6}Z`}
      fill="color-mix(in srgb, var(--soft) 72%, var(--card))"
    />
  );
}
