import { boolean, type InferType } from "yup";
import { closed, numberIn, oneOf, orNone, text, wholeIn } from "../base";
import { MEASURED_WITH, trace } from "../measurement";

const MOST_TRIALS = 20;

/** With what a number was measured, and how: without it, it was read by eye or by hand and typed. */
export const measuredHow = () =>
  closed({
    /** What measured. */
    device: oneOf(MEASURED_WITH),
    /** Which one of them, as it names itself. */
    name: text(80).optional(),
    /** "onset by pad", "end by plateau", "mean of three". */
    method: text(80, 1),
    /** The mean of so many. */
    trials: wholeIn(1, MOST_TRIALS).required("is missing; say of how many trials it is the mean"),
    /** Standard deviation between the trials; left out: of one only. */
    spread: numberIn(0, 180).optional(),
    /** Where on the body it was. */
    mount: text(80),
    /** What was called zero. */
    zero: text(120),
    /** How far it may be off for the moment that was marked, in its unit; null: not known. */
    error: orNone(numberIn(0, 180), "how far it may be off"),
    /** Degrees a second as it was marked. */
    speed: numberIn(0, 2000).optional(),
    /** It moved too quickly to be compared with another. */
    tooQuick: boolean().typeError("is not yes or no; choose one").optional(),
    /** The movement about the moment, where it was asked to be kept. */
    trace: trace(),
  })
    .optional()
    .default(undefined);

export type MeasuredHow = NonNullable<InferType<ReturnType<typeof measuredHow>>>;
