/** The words every room shares: sides, sites, sources, answers. */
export {
  evidenceVersion,
  FIRST_SHIPPED,
  isShippedVersion,
  SHIPPED_VERSION,
  SHIPPED_VERSIONS,
  type ShippedVersion,
} from "./evidence-version";
export {
  type Effect,
  EFFECTS,
  type Irritability,
  LOAD_IDS,
  type LoadId,
  LOADS,
  STOP_REASONS,
  type StopReason,
  type Outcome,
  OUTCOMES,
  type Position,
  POSITIONS,
  QUALITIES,
  type Quality,
  type Reaction,
  REACTIONS,
  type Response,
  RESPONSE_LABELS,
  RESPONSES,
  type SourceStatus,
  SOURCE_STATUSES,
} from "./examination";
export { type PoseJoint } from "./joints";
export {
  goneLimb,
  isPlaceGone,
  LIMB_PART_IDS,
  LIMB_PARTS,
  LIMB_STATE_IDS,
  LIMB_STATES,
  type LimbNoted,
  limbOf,
  type LimbPart,
  type LimbState,
  limbText,
  unfeltLimb,
} from "./limbs";
export { places } from "./place-bricks";
export { type Language, LANGUAGE_IDS, LANGUAGES } from "./languages";
export { LETTER_READERS, OWN_MOST, WRITTEN_LETTERS } from "./letters";
export { WORDINGS } from "./wordings";
export { plainPlace, plainSite } from "./plain-places";
export {
  END_FEELS,
  type EndFeel,
  SEGMENT_IDS,
  SEGMENT_PAIN,
  SEGMENT_PLAY,
  segmentLabel,
  type SegmentPain,
  type SegmentPlay,
  type SpinePart,
  spinePartOf,
} from "./segments";
export { currentId, type Lifetime, RECORD_VERSION, wasThere } from "./record-version";
export { EXAM_REGIONS, type ExamRegion, isUpperRegion, type Region, REGION_IDS, REGIONS } from "./regions";
export { type Role, ROLES } from "./roles";
export { runKey } from "./run-key";
export { type Sex, SEXES } from "./sexes";
export { otherSide, PLACE_SIDES, type PlaceSide, type Side, sideLetter, SIDES } from "./sides";
export { ARM, BACK, BELOW_KNEE, LEG, NECK_AND_HEAD, NECK_OR_ARM } from "./site-groups";
export { isPlace, type Place, placeLabel, placeParts, PLACES, SITE_IDS, type SiteId, SITES } from "./sites";
export { shortSource } from "./source-short";
export { FAMILIES, type Family, SOURCE_IDS, type SourceEntry, type SourceId, sourceLabel, SOURCES } from "./sources";
export { type Technique, TECHNIQUE_REGIONS, type TechniqueRegion, TECHNIQUES } from "./techniques";
