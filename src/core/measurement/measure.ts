import type { Lifetime, PoseJoint } from "../vocabulary";

/** A number a test measures. Angles in degrees, pressure in mmHg, time in seconds. */
export type Measure = Lifetime & {
  readonly id: string;
  readonly label: string;
  readonly unit: "°" | "mmHg" | "s" | "cm" | "of 5" | "times";
  /** What the joint or instrument can show; outside it is an error. */
  readonly range: readonly [number, number];
  readonly expected?: readonly [number, number];
  /** Of whom the expected range is, said beside it: "at the first barrier". */
  readonly expectedWhy?: string;
  /** Another range is expected of a test that is done another way. */
  readonly underSchool?: readonly {
    readonly school: string;
    readonly option: string;
    readonly range: readonly [number, number];
    readonly why: string;
  }[];
  /** The range of the decade that begins at this age, and how it shifts with each decade after. */
  readonly byAge?: { readonly from: number; readonly range: readonly [number, number]; readonly perDecade: number };
  /** Minimal detectable change (95 %): a smaller difference is not a difference. */
  readonly mdc?: number;
  /** Where that comes from: a citation, or null where no source is at hand; and how far apart its two measures were. */
  readonly mdcFrom?: { readonly citation: string | null; readonly apart: "same day" | "between days" };
  readonly step?: number;
  /** The figure's joint that moves with it. */
  readonly joint?: PoseJoint;
  /** Must not go beyond this other measure: an onset lies before its end. */
  readonly upTo?: string;
  /** The number falls as the movement goes on: a deficit. */
  readonly falling?: true;
};

/**
 * A measure's number with its unit.
 *
 * @example formatted({ unit: "°" }, 42) // "42°"
 * @example formatted({ unit: "of 5" }, 4) // "4 of 5"
 */
export const formatted = ({ unit }: Pick<Measure, "unit">, value: number): string =>
  unit === "°" ? `${value}°` : `${value} ${unit}`;

/**
 * A range in words, one number where both ends are the same.
 *
 * @example rangeText([35, 40]) // "35-40"
 * @example rangeText([25, 25]) // "25"
 */
export const rangeText = ([low, high]: readonly [number, number]): string =>
  low === high ? String(low) : `${low}-${high}`;

/**
 * The nearest number a measure can take: within its range, on its step.
 *
 * @example nearest({ range: [0, 90], step: 5 }, 43) // 45
 * @example nearest({ range: [0, 90] }, 120.4) // 90
 */
export function nearest({ range: [low, high], step = 1 }: Pick<Measure, "range" | "step">, raw: number): number {
  const stepped = Math.round(raw / step) * step;
  return Math.min(Math.max(Number(stepped.toFixed(6)), low), high);
}

/**
 * Where a number begins that was not measured yet: the low end of what is
 * expected, else of what can be.
 *
 * @example startOfMeasure({ range: [0, 120], expected: [30, 60] }) // 30
 */
export const startOfMeasure = ({ range, expected }: Pick<Measure, "range" | "expected">): number =>
  expected?.[0] ?? range[0];
