/** The figures in force: those that ship, with a clinic's own changes. */
export { changesSchema, parseChanges } from "./changes";
export {
  type EvidenceSet,
  findRecord,
  findRuleIn,
  recordsOf,
  rulesOf,
  SHIPPED_EVIDENCE,
  sourcesWithFigures,
  startsOf,
} from "./evidence-set";
export {
  type EvidenceChanges,
  isOwn,
  NO_CHANGES,
  OWN_PREFIX,
  type OwnRecord,
  resolveEvidence,
  usesOfRecord,
  versionOf,
} from "./own-figures";
export { fromRow, RECORD_COLUMNS, type RecordRow, toRow, withRecords } from "./table";
