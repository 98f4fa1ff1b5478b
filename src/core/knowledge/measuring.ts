import type { MeasuredWith } from "../measurement";
import type { TestId } from "./protocols";

/**
 * How each angle of the catalogue can be measured, in the position its test is
 * done in. What tilts in an upright plane is felt by gravity; what turns in a
 * level one is not, and a compass beside a metal table is no angle.
 */
export type Measuring =
  | {
      readonly plane: "upright";
      /** Where the device lies. */
      readonly on: string;
      /** What is called zero, and when it is taken. */
      readonly zero: string;
      /** Read as the angle since zero, or as the angle short of it. */
      readonly reads: "since zero" | "short of zero";
      /** Taken while the limb rests there; or the level, which gravity gives by itself. */
      readonly zeroBy: "rest" | "level";
    }
  /** The plane leans: only all three axes tell, and not once the axis is near upright. */
  | { readonly plane: "leaning"; readonly on: string; readonly zero: string }
  /** No device that feels gravity tells it. */
  | { readonly plane: "level"; readonly why: string; readonly instead: string };

const leg = (zero: string): Measuring => ({
  plane: "upright",
  on: "the front of the shin, its long side along the bone",
  zero,
  reads: "since zero",
  zeroBy: "rest",
});
const LEG_DOWN = "the leg resting on the table";
const PHOTO_ABOVE = "photograph it from above, or read a goniometer and type it";

const level = (why: string, instead = PHOTO_ABOVE): Measuring => ({ plane: "level", why, instead });

const lumbar = (on: string): Measuring => ({
  plane: "upright",
  on,
  zero: "standing at ease",
  reads: "since zero",
  zeroBy: "rest",
});
const neck: Measuring = {
  plane: "upright",
  on: "the crown",
  zero: "sitting, looking ahead",
  reads: "since zero",
  zeroBy: "rest",
};
const arm = level("lying on the back the arm is led out in a level plane");
const onSide = level("lying on the side the leg moves in a level plane", "photograph it from above, or type it");
const hipTurned = level(
  "the thigh stands upright, so the shin turns in a level plane",
  "photograph it from above, or turn them on their front and type it",
);
const kneeShort: Measuring = {
  plane: "upright",
  on: "the front of the shin, its long side along the bone",
  zero: "the shin held level, the knee straight",
  reads: "short of zero",
  zeroBy: "level",
};

/** By test and measure. */
export const MEASURING: { readonly [T in TestId]?: Readonly<Record<string, Measuring>> } = {
  "straight-leg-raise": { onset: leg(LEG_DOWN), end: leg(LEG_DOWN) },
  "crossed-leg-raise": { onset: leg("that leg resting on the table") },
  "dorsiflexion-sign": { lowered: { ...leg("the leg where it hurt"), reads: "short of zero" } as Measuring },
  slump: { onset: kneeShort, end: kneeShort },
  "seated-straight-leg-raise": { angle: leg("the shin hanging straight down") },
  "side-lying-leg-raise": { onset: onSide, end: onSide },
  "side-lying-femoral": { onset: onSide },
  "prone-lift": {
    onset: {
      plane: "upright",
      on: "the back of the thigh",
      zero: "the thigh on the table",
      reads: "since zero",
      zeroBy: "rest",
    },
  },
  "hip-rotation-difference": { rotation: hipTurned },
  "hip-internal-rotation": { rotation: hipTurned },
  "lumbar-range": Object.fromEntries(
    ["flexion", "extension", "bend-right", "bend-left"].flatMap((way) => [
      [`${way}-t12`, lumbar("T12")],
      [`${way}-s1`, lumbar("S1")],
    ]),
  ),
  "neck-bending": { flexion: neck, extension: neck, "bend-right": neck, "bend-left": neck },
  "neck-rotation": {
    rotation: level(
      "sitting, the head turns in a level plane",
      "lay them on their back, or read it from above and type it",
    ),
  },
  "flexion-rotation": {
    rotation: { plane: "leaning", on: "the forehead", zero: "the head bent up, looking straight" },
  },
  "ulnt-1": {
    onset: level("lying on the back the elbow is straightened in a level plane"),
    end: level("lying on the back the elbow is straightened in a level plane"),
  },
  "ulnt-2a": { onset: arm, end: arm },
  "ulnt-2b": { onset: arm, end: arm },
  "ulnt-3": { onset: arm, end: arm },
};

/** Numbers of good holds against a cuff, by test. */
export const COUNTED_BY_CUFF: { readonly [T in TestId]?: string } = { "craniocervical-flexion": "good-holds" };

/** How each device measures; a kind that is not named here does not compile, and measures nothing. */
const MEASURES_BY: Readonly<
  Record<MeasuredWith, "by hand" | "one line of gravity" | "three axes" | "pressure" | "force" | "simulated">
> = {
  goniometer: "by hand",
  inclinometer: "one line of gravity",
  "two inclinometers": "one line of gravity",
  "three axes": "three axes",
  photograph: "by hand",
  tape: "by hand",
  cuff: "pressure",
  "force gauge": "force",
  simulated: "simulated",
};

/**
 * Why something cannot measure a number of a test, with what to do instead; null
 * where it can.
 *
 * @example notMeasuredBy("straight-leg-raise", "onset", "inclinometer") // null
 * @example notMeasuredBy("neck-rotation", "rotation", "inclinometer")?.startsWith("Not by gravity") // true
 */
export function notMeasuredBy(test: TestId, measure: string, by: MeasuredWith): string | null {
  const how = MEASURING[test]?.[measure];
  const isCounted = COUNTED_BY_CUFF[test] === measure;
  const way = Object.hasOwn(MEASURES_BY, by) ? MEASURES_BY[by] : null;
  if (way === null) return "This program does not know such a device: type the number.";
  if (way === "pressure") return isCounted ? null : "A cuff tells a pressure, not this: type it.";
  if (way === "force") return "A force gauge tells how hard was pressed, which is the dose: type this number.";
  if (way === "by hand" || (way === "simulated" && isCounted)) return null;
  if (!how) return "This number is counted or judged, not measured by a device: type it.";
  if (how.plane === "level") return `Not by gravity: ${how.why}. Instead: ${how.instead}.`;
  if (how.plane === "leaning" && way === "one line of gravity")
    return "One axis does not tell it: the plane leans with the bent head. Use a device with three axes, or type it.";
  return null;
}
