/** Numbers of the body: angles, forces, age, and how two sides differ. */
export { type ClinicError, errorOf, type MeasureError } from "./error-of";
export { ADULT_AGE, ageOn } from "./age";
export { type ExpectedOf, expecting } from "./expected";
export { convertForce, describeForceRange, type Force, FORCE_UNITS } from "./force";
export { force } from "./force-brick";
export { formatted, type Measure, nearest, rangeText, startOfMeasure } from "./measure";
export { nodScore } from "./nod-score";
export { raisesAgree } from "./raises-agree";
export { sideDifference } from "./side-difference";
export { trueLumbar } from "./true-lumbar";
export {
  type Change,
  type ChangeAsked,
  changeOf,
  minimalDetectableChange,
  semOfAgreement,
  semOfMdc,
  type Trend,
  trendOf,
  type VisitValue,
} from "./change";
