import { boolean } from "yup";
import { closedAs, numberIn, oneOf, orNone, text, wholeIn } from "../base";
import { type KeptTrace, MEASURED_WITH, type MeasuredWith, trace } from "../measurement";

const MOST_TRIALS = 20;

/** With what a number was measured, and how: without it, it was read by eye or by hand and typed. */
export type MeasuredHow = {
  /** What measured. */
  device: MeasuredWith;
  /** Which one of them, as it names itself. */
  name?: string | undefined;
  /** "onset by pad", "end by plateau", "mean of three". */
  method: string;
  /** The mean of so many. */
  trials: number;
  /** Standard deviation between the trials; left out: of one only. */
  spread?: number | undefined;
  /** Where on the body it was. */
  mount: string;
  /** What was called zero. */
  zero: string;
  /** How far it may be off for the moment that was marked, in its unit; null: not known. */
  error: number | null;
  /** Degrees a second as it was marked. */
  speed?: number | undefined;
  /** It moved too quickly to be compared with another. */
  tooQuick?: boolean | undefined;
  /** The movement about the moment, where it was asked to be kept. */
  trace?: KeptTrace | undefined;
};
export const measuredHow = () =>
  closedAs<MeasuredHow>({
    device: oneOf(MEASURED_WITH),
    name: text(80).optional(),
    method: text(80, 1),
    trials: wholeIn(1, MOST_TRIALS).required("is missing; say of how many trials it is the mean"),
    spread: numberIn(0, 180).optional(),
    mount: text(80),
    zero: text(120),
    error: orNone(numberIn(0, 180), "how far it may be off"),
    speed: numberIn(0, 2000).optional(),
    tooQuick: boolean().typeError("is not yes or no; choose one").optional(),
    trace: trace(),
  })
    .optional()
    .default(undefined);
