import { array } from "yup";
import { closedAs, name, numberIn, oneOf, oneOfOrNone, orNone, text, uuid, withFastPath } from "../../base";
import { TEST_IDS, type TestId } from "../../knowledge";
import { MEASURED_WITH, type MeasuredWith } from "../../measurement";
import { type Draft, kind } from "../envelope";

/** How far a clinic's own measuring errs: pairs that were measured here. */

export const APART = ["minutes", "days"] as const;
export const EXAMINERS = ["one", "two"] as const;
const FEWEST_PAIRS = 3;
const MOST_PAIRS = 500;

const pair = () =>
  withFastPath(
    array()
      .of(numberIn(-180, 1000).required("is missing; send two numbers"))
      .typeError("is not a pair; send two numbers")
      .required("is missing; send two numbers")
      .length(2, "does not hold two numbers"),
    (value) => Array.isArray(value) && value.length === 2,
  );

/** What was measured twice, with what, how far apart, and the pairs. */
export type OwnErrorInput = {
  test: TestId;
  measure: string;
  /** Null: read and typed. */
  device: MeasuredWith | null;
  /** "onset by pad"; null: read and typed. */
  method: string | null;
  apart: (typeof APART)[number];
  examiners: (typeof EXAMINERS)[number];
  pairs: number[][];
};
export const ownError = () =>
  closedAs<OwnErrorInput>({
    test: oneOf(TEST_IDS),
    measure: name(),
    device: oneOfOrNone(MEASURED_WITH),
    method: orNone(text(80, 1), "how it was marked"),
    apart: oneOf(APART),
    examiners: oneOf(EXAMINERS),
    pairs: withFastPath(
      array()
        .of(pair())
        .typeError("is not a list; send the pairs")
        .required("is missing; send the pairs")
        .min(FEWEST_PAIRS, `holds fewer than ${FEWEST_PAIRS} pairs`)
        .max(MOST_PAIRS, `holds more than ${MOST_PAIRS} pairs`),
      (value) => Array.isArray(value) && value.length >= FEWEST_PAIRS && value.length <= MOST_PAIRS,
    ),
  });

/** An error that was measured here, from when and by whom. */
export type OwnError = OwnErrorInput & { readonly id: string; readonly at: string; readonly by: string };

export type OwnErrorState = { readonly errors: Readonly<Record<string, OwnError>> };

export const noOwnErrors = (): OwnErrorState => ({ errors: {} });

export type ErrorMeasuredBody = {
  error: string;
  of: OwnErrorInput;
};
export type ErrorWithdrawnBody = {
  error: string;
};

export const ownErrors = {
  "error-measured": kind(
    closedAs<ErrorMeasuredBody>({ error: uuid(), of: ownError() }),
    (draft: Draft<OwnErrorState>, { body: { error, of }, actor, at }) =>
      void (draft.errors[error] = { ...of, id: error, at, by: actor.name }),
  ),
  "error-withdrawn": kind(
    closedAs<ErrorWithdrawnBody>({ error: uuid() }),
    (draft: Draft<OwnErrorState>, { body }) => void delete draft.errors[body.error],
  ),
};
