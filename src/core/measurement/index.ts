/** Numbers of the body: angles, forces, age, and how two sides differ. */
export { type ClinicError, errorOf, type MeasureError } from "./error-of";
export {
  type AngleAgreement,
  angleAgreement,
  type KappaWeights,
  type VerdictAgreement,
  verdictAgreement,
} from "./agreement";
export { ADULT_AGE, ageOn } from "./age";
export { type ExpectedOf, expecting } from "./expected";
export { convertForce, describeForceRange, type Force, FORCE_UNITS } from "./force";
export { force } from "./force-brick";
export { formatted, type Measure, nearest, rangeText, startOfMeasure } from "./measure";
export { type Movement, movementOf, type Onset, onsetsOf, type Sample } from "./movement";
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
