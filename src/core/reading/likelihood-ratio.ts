import { refuse, phrase } from "../base";
import type { Counts } from "../knowledge";
import { logit, probabilityOf } from "./odds";

export type Interval = readonly [low: number, high: number];

export type Accuracy = {
  readonly sensitivity: number;
  readonly specificity: number;
  readonly lrPositive: number;
  readonly lrPositive95: Interval;
  readonly lrNegative: number;
  readonly lrNegative95: Interval;
};

/** Two-sided 95 % point of the normal distribution. */
export const Z95 = 1.959963984540054;

/** Half a person added to all four cells when any is empty (Haldane-Anscombe). */
function withoutEmptyCells(counts: Counts): Counts {
  const { tp, fn, fp, tn } = counts;
  if (tp && fn && fp && tn) return counts;
  return { tp: tp + 0.5, fn: fn + 0.5, fp: fp + 0.5, tn: tn + 0.5 };
}

function checkCounts(counts: Counts): void {
  for (const cell of ["tp", "fn", "fp", "tn"] as const) {
    const value = counts[cell];
    if (!Number.isInteger(value) || value < 0)
      refuse(cell, phrase`${value} is not a number of people`, "Use a whole number, 0 or more.");
  }
  if (counts.tp + counts.fn === 0)
    refuse(
      "tp and fn",
      "nobody has the source, so there is no sensitivity",
      "Give counts with at least one person who has it.",
    );
  if (counts.fp + counts.tn === 0)
    refuse(
      "fp and tn",
      "nobody is free of the source, so there is no specificity",
      "Give counts with at least one person who does not have it.",
    );
}

/** The ratio a/b of two proportions with its interval by the log method. */
function ratio(a: number, groupA: number, b: number, groupB: number): { value: number; interval: Interval } {
  const value = a / groupA / (b / groupB);
  const error = Z95 * Math.sqrt(1 / a - 1 / groupA + 1 / b - 1 / groupB);
  return { value, interval: [value * Math.exp(-error), value * Math.exp(error)] };
}

/**
 * Sensitivity, specificity and both likelihood ratios of a 2x2 table.
 * LR+ = sens / (1 - spec), LR- = (1 - sens) / spec, with 95 % intervals by the
 * log method: SE(ln LR+) = √(1/TP - 1/(TP+FN) + 1/FP - 1/(FP+TN)). When a cell
 * is empty, 0.5 is added to all four.
 *
 * @param counts people: whole numbers, 0 or more
 * @throws InputError for a count that is not one, or an empty row or column
 * @example accuracyOf({ tp: 23, fn: 4, fp: 7, tn: 26 }).lrPositive // 4.0159
 */
export function accuracyOf(counts: Counts): Accuracy {
  checkCounts(counts);
  const { tp, fn, fp, tn } = withoutEmptyCells(counts);
  const positive = ratio(tp, tp + fn, fp, fp + tn);
  const negative = ratio(fn, tp + fn, tn, fp + tn);
  return {
    sensitivity: tp / (tp + fn),
    specificity: tn / (fp + tn),
    lrPositive: positive.value,
    lrPositive95: positive.interval,
    lrNegative: negative.value,
    lrNegative95: negative.interval,
  };
}

/**
 * The chance after a result, from the chance before it and its ratio.
 *
 * @example posttest(0.25, 4.0159) // 0.5724
 */
export const posttest = (pretest: number, likelihoodRatio: number): number =>
  probabilityOf(logit(pretest) + Math.log(likelihoodRatio));
