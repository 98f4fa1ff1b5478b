/** Problems, bricks of the schemas and the record's text and hash. */
export {
  calendarDate,
  chainHead,
  choices,
  closed,
  closedAs,
  distinctListOf,
  holding,
  instant,
  isCalendarDate,
  isChoices,
  isRecord,
  isUuid,
  listOf,
  listOfEach,
  name,
  numberIn,
  oneOf,
  oneOfOrNone,
  orNone,
  painScore,
  plainText,
  text,
  uuid,
  wholeIn,
  yesNo,
} from "./bricks";
export { capital } from "./capital";
export { canonicalJson } from "./canonical-json";
export { withFastPath } from "./fast-path";
export { keysOf } from "./keys-of";
export { medianOf } from "./median";
export { named } from "./named";
export { chiSquareQuantile, fQuantile, tQuantile } from "./f-distribution";
export { check, describeProblem, InputError, type Problem, problemAtField, refuse, type Schema } from "./problem";
export { type Message, type Phrase, phrase, worded, type Wordings } from "./phrase";
export { remembered, rememberedWith } from "./remembered";
export { isolated } from "./isolated";
export { isTooDeep, MOST_LEVELS } from "./too-deep";
export { searchable } from "./searchable";
export { namedId } from "./named-id";
export { portableSha256, type Sha256 } from "./sha256";
export { readNumber } from "./read-number";
export { gaussHermite, type Node, normalQuantile, normalShare } from "./normal";
