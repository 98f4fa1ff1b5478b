/** Numbers of the body: angles, forces, age, and how two sides differ. */
export {
  type ClinicError,
  errorOf,
  errorSourceText,
  type MeasureError,
  OWN_ERROR_FROM,
  OWN_ERROR_SHOWN_FROM,
} from "./error-of";
export {
  type AngleAgreement,
  angleAgreement,
  type KappaWeights,
  type VerdictAgreement,
  verdictAgreement,
  verdictTable,
} from "./agreement";
export {
  Capture,
  type LiveAngle,
  MARK_DELAY_MS,
  type MarkedBy,
  SILENT_AFTER_MS,
  type Trials,
  trialsOf,
} from "./capture";
export { type ClockTie, type RoundTrip, tieClocks } from "./clock-tie";
export {
  type Device,
  type DeviceState,
  isUsable,
  MEASURED_WITH,
  type MeasuredWith,
  type Reading,
  STREAM_UNITS,
  type StreamUnit,
} from "./device";
export { PEDAL_KEYS, pedalKeyProblem, PedalReader, type PedalSays } from "./pedal";
export { readSerialLine, type SerialLine } from "./serial-line";
export {
  angleAlong,
  BAD_FAULTS,
  type Faults,
  ORDINARY_FAULTS,
  type SimulatedDevice,
  simulatedDevice,
  type Waypoint,
} from "./simulated";
export { type Gravity, gravityOf, leanOf, turnedAbout } from "./tilt";
export { ADULT_AGE, ageOn } from "./age";
export { type ExpectedOf, expecting } from "./expected";
export { leanError, type Mark, type PhotoAngle, photoAngle } from "./photo-angle";
export { ByDifference } from "./by-difference";
export { type CuffAsked, type CuffHold, cuffHolds, CuffWatch } from "./cuff-hold";
export { type ForceMemory, forceMemory, type Push, pushesOf } from "./push";
export { convertForce, describeForceRange, type Force, FORCE_UNITS } from "./force";
export { force } from "./force-brick";
export { formatted, type Measure, nearest, rangeText, startOfMeasure } from "./measure";
export { type Movement, movementOf, type Onset, onsetsOf, type Sample } from "./movement";
export { nodScore } from "./nod-score";
export { raisesAgree } from "./raises-agree";
export { type SideDifference, sideDifference } from "./side-difference";
export { type KeptTrace, samplesOf, trace, traceOf } from "./trace";
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
export { DELAY_TRIALS, markDelay, type OwnDelay, ownDelay, pressAfter } from "./own-delay";
