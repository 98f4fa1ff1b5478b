import type { FigureContact, Pose, Standing } from "@/core/poses";
import type { Side } from "@/core/vocabulary";
import { FRAME, type Point, type Skeleton } from "./pose-geometry";
import { path } from "./point";
import { isLying } from "./pose-ground";
import { partPath } from "./volume";

const ARROWS: Partial<Record<FigureContact["push"], Point>> = {
  up: { x: 0, y: -1 },
  down: { x: 0, y: 1 },
  left: { x: -1, y: 0 },
  right: { x: 1, y: 0 },
};

/** The direction and size of a force: from its tail to its point. */
function Arrow({ from, to }: { from: Point; to: Point }) {
  const length = Math.hypot(to.x - from.x, to.y - from.y) || 1;
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

/** The tail of an arrow, and a forearm, stay inside the frame. */
const inFrame = ({ x, y }: Point): Point => ({
  x: Math.min(Math.max(x, 6), FRAME.width - 6),
  y: Math.min(Math.max(y, 6), FRAME.height - 14),
});

const HAND = "var(--glow)";
const HAND_EDGE = "color-mix(in srgb, var(--glow) 40%, var(--ink))";
const FOREARM = 30;

/**
 * A practitioner's hand on the body: palm, fingers and thumb, with the forearm
 * it comes from.
 *
 * @param towards unit vector from the forearm to the hand
 */
function Hand({ at, towards, flipped }: { at: Point; towards: Point; flipped: boolean }) {
  const { x: ux, y: uy } = towards;
  const sign = flipped ? -1 : 1;
  const place = (along: number, aside: number): Point => ({
    x: at.x + ux * along - uy * aside * sign,
    y: at.y + uy * along + ux * aside * sign,
  });
  const elbow = inFrame(place(-FOREARM - 8, 0));
  const fingers = [-4.5, -1.5, 1.5, 4.5].map((aside) =>
    path(place(1, aside * 0.8), place(8 - Math.abs(aside) * 0.35, aside)),
  );
  return (
    <g data-hand fill={HAND} stroke={HAND_EDGE} strokeWidth={1.3} strokeLinejoin="round" strokeLinecap="round">
      <path d={partPath({ from: elbow, to: place(-7, 0), radius: [5.5, 4.2] })} />
      {fingers.map((finger) => (
        <g key={finger}>
          <path d={finger} strokeWidth={4.6} fill="none" />
          <path d={finger} strokeWidth={2.6} stroke={HAND} fill="none" />
        </g>
      ))}
      <path d={path(place(-3, 5), place(3, 9))} strokeWidth={4.8} fill="none" />
      <path d={path(place(-3, 5), place(3, 9))} strokeWidth={2.8} stroke={HAND} fill="none" />
      <path d={partPath({ from: place(-6, 0), to: place(0, 0), radius: [5, 6.2] })} />
    </g>
  );
}

/** Landmarks that a hand lies under, of somebody on their back. */
const UNDER: ReadonlySet<FigureContact["at"]> = new Set(["occiput", "sacrum", "ankle-tested", "ankle-other"]);
/** How far apart two forearms begin that come from one place. */
const APART = 30;

/** Where a hand that only holds comes from: over a person who lies, else from where the practitioner stands. */
function reachOf(at: Point, landmark: FigureContact["at"], pose: Pose, you: Point | null, flipped: boolean): Point {
  if (isLying(pose) && pose.view === "side" && pose.body !== "side") {
    const under = pose.body === "supine" && UNDER.has(landmark);
    const [x, y] = under ? [-0.5, -0.86] : [flipped ? 0.3 : -0.3, 0.95];
    return { x, y };
  }
  const from = you ? { x: you.x + (flipped ? APART : -APART), y: you.y } : { x: at.x, y: at.y + 40 };
  const length = Math.hypot(at.x - from.x, at.y - from.y) || 1;
  return { x: (at.x - from.x) / length, y: (at.y - from.y) / length };
}

type ContactProps = {
  contact: FigureContact;
  at: Point;
  pose: Pose;
  middle: Point;
  you: Point | null;
  flipped: boolean;
};

/** A hand where it lies, and the force it gives: an arrow on the plane, a crossed circle straight into it. */
function Contact({ contact, at, pose, middle, you, flipped }: ContactProps) {
  const arrow = ARROWS[contact.push];
  if (arrow) {
    /** Who stands on the side the force goes to pulls; else they push. */
    const pulls = isLying(pose) && you !== null && arrow.x * (at.x - you.x) < -20;
    const hand: Point = pulls ? { x: -arrow.x, y: -arrow.y } : arrow;
    return (
      <g>
        <Hand at={{ x: at.x - hand.x * 8, y: at.y - hand.y * 8 }} towards={hand} flipped={flipped} />
        <Arrow
          from={inFrame({ x: at.x - arrow.x * 46 + arrow.y * 15, y: at.y - arrow.y * 46 + arrow.x * 15 })}
          to={{ x: at.x - arrow.x * 8 + arrow.y * 15, y: at.y - arrow.y * 8 + arrow.x * 15 }}
        />
      </g>
    );
  }
  const towards = reachOf(at, contact.at, pose, you, flipped);
  const hand = <Hand at={{ x: at.x - towards.x * 5, y: at.y - towards.y * 5 }} towards={towards} flipped={flipped} />;
  if (contact.push === "hold") return hand;
  const outwards = contact.push === "outwards and down" ? Math.sign(at.y - middle.y) || 1 : 0;
  return (
    <g>
      {hand}
      {outwards !== 0 && <Arrow from={{ x: at.x - 16, y: at.y }} to={{ x: at.x - 16, y: at.y + outwards * 34 }} />}
      <g transform={`translate(${(at.x + 17).toFixed(1)} ${(at.y + (outwards || -1) * 4).toFixed(1)})`}>
        <circle r={8.5} fill="var(--card)" stroke="var(--stop)" strokeWidth={3} />
        <path d="M-4.5 -4.5l9 9m0-9-9 9" stroke="var(--stop)" strokeWidth={3} strokeLinecap="round" />
      </g>
    </g>
  );
}

const EDGE = 13;

/** Where the practitioner's feet are drawn: at the frame's edge, on the side they stand at. */
export function standPoint(pose: Pose, standing: Standing, side: Side | null): Point {
  const { width, height } = FRAME;
  const [left, right] = [
    { x: EDGE + 5, y: isLying(pose) ? height - 38 : height / 2 },
    { x: width - EDGE - 34, y: isLying(pose) ? height - 38 : height / 2 },
  ];
  const [top, bottom] = [
    { x: width / 2, y: EDGE },
    { x: width / 2, y: height - EDGE - 6 },
  ];
  if (isLying(pose)) {
    if (standing === "head") return left;
    if (standing === "feet") return right;
    if (pose.body === "side") return standing === "behind" ? top : bottom;
    /** From above, their right is down the picture: they lie head to the left, face up. */
    const isRight = (side ?? "right") === "right";
    if (pose.view === "front") return (standing === "other") === isRight ? top : bottom;
    return standing === "other" ? top : bottom;
  }
  if (pose.view === "crown")
    return standing === "front" ? top : standing === "tested" ? (side === "left" ? left : right) : bottom;
  if (pose.view === "front") {
    if (standing === "behind") return { x: width - 44, y: EDGE + 4 };
    if (standing === "tested" || standing === "other")
      return ((side ?? "right") === "right") === (standing === "tested") ? left : right;
    return { x: width - 44, y: height - EDGE - 12 };
  }
  if (standing === "behind" || standing === "head") return left;
  return standing === "front" || standing === "feet" ? right : { x: width - 44, y: height - EDGE - 10 };
}

/** Two soles, and the word for whose they are. */
function Feet({ at }: { at: Point }) {
  return (
    <g data-stands transform={`translate(${at.x.toFixed(1)} ${at.y.toFixed(1)})`}>
      <g fill={HAND} stroke={HAND_EDGE} strokeWidth={1.3}>
        <ellipse cx={-5} cy={0} rx={3.6} ry={7.5} />
        <ellipse cx={5} cy={0} rx={3.6} ry={7.5} />
      </g>
      <text
        x={12}
        y={4}
        fontSize={10.5}
        fill="var(--ink)"
        textAnchor="start"
        stroke="var(--card)"
        strokeWidth={2.5}
        paintOrder="stroke"
      >
        you
      </text>
    </g>
  );
}

type PractitionerProps = { pose: Pose; bones: Skeleton; standing: Standing | null; side: Side | null };

/** Both hands on the person, the force they give, and where one stands for it. */
export function Practitioner({ pose, bones, standing, side }: PractitionerProps) {
  const you = standing && standPoint(pose, standing, side);
  return (
    <g>
      {you && <Feet at={you} />}
      {pose.contacts.map((contact, index) => (
        <Contact
          key={contact.at}
          contact={contact}
          at={bones.landmarks[contact.at]}
          pose={pose}
          middle={bones.pelvis}
          you={you}
          flipped={index % 2 === 1}
        />
      ))}
    </g>
  );
}
