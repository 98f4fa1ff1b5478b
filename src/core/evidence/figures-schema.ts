import { type AnySchema, array, number, ValidationError } from "yup";
import { closed, type Message, phrase, wholeIn } from "../base";
import type { PrintedFigures } from "../knowledge";

const MOST_PEOPLE = 1_000_000;
const MOST_RATIO = 100_000;

const cell = () => wholeIn(0, MOST_PEOPLE).required("is empty; write how many people, 0 if none");
const proportion = () =>
  number()
    .typeError("is not a number; write it with digits, as in 0.85")
    .min(0, "is below 0; use a proportion from 0 to 1, as in 0.85")
    .max(1, "is above 1; use a proportion from 0 to 1, as in 0.85");
const ratio = () =>
  number()
    .typeError("is not a number; write it with digits, as in 4.02")
    .moreThan(0, "is not above 0; a likelihood ratio is a positive number")
    .max(MOST_RATIO, phrase`is above ${MOST_RATIO}; check the decimal point`);

/** A 95 % interval: two numbers, low first. */
const interval = (bound: () => AnySchema) =>
  array()
    .of(bound())
    .typeError("is not an interval; give its low and its high end")
    .test(
      "two",
      "is half an interval; give both its low and its high end",
      (value) => value === undefined || (value.length === 2 && value.every((end) => end !== undefined && end !== null)),
    )
    .test("ordered", "has its ends the wrong way round; give the low end first", (value) => {
      const [low, high] = (value ?? []) as number[];
      return low === undefined || high === undefined || low <= high;
    });

const isNumber = (value: unknown): value is number => typeof value === "number" && Number.isFinite(value);

type Figures = PrintedFigures & Record<string, unknown>;

/** What only shows when the figures are seen together. Each names the field it stands at. */
export function figuresTogether(figures: Figures): { path: string; message: Message } | null {
  const { counts, sensitivity, specificity, lrPositive, lrNegative } = figures;
  if (counts) {
    const { tp, fn, fp, tn } = counts;
    if (![tp, fn, fp, tn].every(isNumber)) return null;
    if (tp + fn + fp + tn === 0)
      return { path: "counts", message: "holds nobody: all four cells are 0; enter the study's people" };
    if (tp + fn === 0)
      return { path: "counts.tp", message: "nobody has the source, so there is no sensitivity; enter who has it" };
    if (fp + tn === 0)
      return { path: "counts.tn", message: "nobody is free of the source, so there is no specificity; enter who is" };
    if (tp * (fp + tn) < fp * (tp + fn))
      return {
        path: "counts.tp",
        message: "is a test whose positive speaks against the source; check that the rows are not swapped",
      };
    return null;
  }
  for (const [estimate, bounds, path] of [
    [sensitivity, figures.sensitivity95, "sensitivity95"],
    [specificity, figures.specificity95, "specificity95"],
    [lrPositive, figures.lrPositive95, "lrPositive95"],
    [lrNegative, figures.lrNegative95, "lrNegative95"],
  ] as const) {
    if (!isNumber(estimate) || !Array.isArray(bounds) || bounds.length !== 2) continue;
    if (estimate < bounds[0] || estimate > bounds[1])
      return {
        path,
        message: phrase`does not hold its own estimate ${estimate}; check the figure and both ends of the interval`,
      };
  }
  if (isNumber(sensitivity) !== isNumber(specificity))
    return {
      path: isNumber(sensitivity) ? "specificity" : "sensitivity",
      message: "is missing; sensitivity and specificity are given together",
    };
  if (isNumber(sensitivity) && isNumber(specificity) && sensitivity + specificity < 1)
    return {
      path: "sensitivity",
      message: "and specificity add up to less than 1, so a positive would speak against the source; check both",
    };
  if (isNumber(lrPositive) && lrPositive < 1)
    return { path: "lrPositive", message: "is below 1: a positive would speak against the source; check it" };
  if (isNumber(lrNegative) && lrNegative > 1)
    return { path: "lrNegative", message: "is above 1: a negative would speak for the source; check it" };
  if (!isNumber(sensitivity) && !isNumber(lrPositive) && !isNumber(lrNegative))
    return {
      path: "",
      message: "holds no figure; give a 2x2 table, sensitivity and specificity, or a likelihood ratio",
    };
  return null;
}

/** Adds what only shows together, said at the field it is about. */
export const together = <S extends AnySchema>(
  schema: S,
  find: (value: never) => { path: string; message: Message } | null,
): S =>
  schema.test("together", function (value: unknown) {
    if (typeof value !== "object" || value === null) return true;
    const fault = find(value as never);
    if (!fault) return true;
    const path = [this.path, fault.path].filter(Boolean).join(".");
    /** Yup hands a message on as it is, whatever its kind. */
    return new ValidationError(fault.message as string, value, path);
  }) as S;

/** A rule's k-of-n figures or a record's own, in any form a study prints. */
export const figureFields = () => ({
  counts: closed({ tp: cell(), fn: cell(), fp: cell(), tn: cell() }).optional().default(undefined),
  sensitivity: proportion().optional(),
  specificity: proportion().optional(),
  sensitivity95: interval(proportion).optional(),
  specificity95: interval(proportion).optional(),
  lrPositive: ratio().optional(),
  lrNegative: ratio().optional(),
  lrPositive95: interval(ratio).optional(),
  lrNegative95: interval(ratio).optional(),
  people: wholeIn(1, MOST_PEOPLE).optional(),
});
