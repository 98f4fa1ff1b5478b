/** The figures in force: those that ship, with a clinic's own changes. */
export { changesSchema, parseChanges } from "./changes";
export {
  evidenceOf,
  type EvidenceSet,
  FIRST_EVIDENCE,
  findRecord,
  findRuleIn,
  recordsOf,
  rulesOf,
  SHIPPED_EVIDENCE,
  shippedEvidence,
  sourcesWithFigures,
  startsOf,
} from "./evidence-set";
export {
  changesAtHand,
  type EvidenceChanges,
  evidenceUnder,
  isOwn,
  NO_CHANGES,
  OWN_PREFIX,
  type OwnRecord,
  shippedUnder,
  usesOfRecord,
} from "./own-figures";
export { resolveEvidence, versionOf } from "./version-of";
export { fromRow, RECORD_COLUMNS, type RecordRow, toRow, withRecords } from "./table";
