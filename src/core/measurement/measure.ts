import type { PoseJoint } from "../vocabulary";

/** A number a test measures. Angles in degrees, pressure in mmHg, time in seconds. */
export type Measure = {
  readonly id: string;
  readonly label: string;
  readonly unit: "°" | "mmHg" | "s" | "cm" | "of 5" | "times";
  /** What the joint or instrument can show; outside it is an error. */
  readonly range: readonly [number, number];
  readonly expected?: readonly [number, number];
  /** Minimal detectable change: a smaller difference is not a difference. */
  readonly error?: number;
  readonly step?: number;
  /** The figure's joint that moves with it. */
  readonly joint?: PoseJoint;
  /** Must not go beyond this other measure: an onset lies before its end. */
  readonly upTo?: string;
  /** The number falls as the movement goes on: a deficit. */
  readonly falling?: true;
};
