import { mixed } from "yup";
import { choices, closedAs, isChoices, isRecord, numberIn, oneOf, withFastPath } from "../base";
import {
  CARE_SETTINGS,
  type CareSetting,
  DOSE_SCHOOLS,
  findSchool,
  GROUPS,
  type Protocol,
  SACROILIAC_RULES,
  SCHOOLS,
  usualRule,
  type Variant,
} from "../knowledge";
import { type SourceId, SOURCES } from "../vocabulary";

const isSchoolChoice = ([id, option]: [string, string]): boolean =>
  findSchool(id)?.options.some((candidate) => candidate.id === option) ?? false;

const areSchools = (value: unknown): boolean => isChoices(value) && Object.entries(value).every(isSchoolChoice);

/** The option chosen of each school that is not at its default. */
export const schoolChoices = () =>
  withFastPath(
    choices()
      .optional()
      .test(
        "known-schools",
        "names a school or an option that the catalogue does not have; use one that it has",
        (value) => areSchools(value ?? {}),
      ),
    areSchools,
  );

const ruleIds = ["none", ...SACROILIAC_RULES.map((rule) => rule.id)];

/** A dependence, 0 to 1, for each of some tissue groups. */
const isGroupDependence = (value: unknown): value is Record<string, number> =>
  isRecord(value) &&
  Object.entries(value).every(([group, rho]) => group in GROUPS && typeof rho === "number" && rho >= 0 && rho <= 1);

const groupDependence = () =>
  withFastPath(
    mixed<Record<string, number>>()
      .meta({ pattern: "record" })
      .test(
        "group-dependence",
        "names a group that is not known, or a dependence outside 0 to 1; send a value from 0 to 1 under the group's id",
        (value) => value === undefined || isGroupDependence(value),
      ),
    isGroupDependence,
  );

const ruleChoices = () =>
  withFastPath(
    choices()
      .optional()
      .test("known-sources", "names a source that is not known; use the source ids of the catalogue", (value) =>
        Object.keys(value ?? {}).every((source) => source in SOURCES),
      ),
    (value) => isChoices(value) && Object.keys(value).every((source) => source in SOURCES),
  );

/** What a reading depends on beside the findings. Each exam keeps the settings it was made under. */
export type ReadingSettings = {
  /** The sacroiliac rule that counts, or "none", unless `rules` names another. */
  preferredRule: string;
  /** Assumed dependence between tests of one group, 0 independent to 1 fully dependent. */
  dependence: number;
  /** How far the members of a rule speak beside it, 0 to 1; left out by exams of before: 0, the published rule only. */
  memberWeight?: number | undefined;
  /** A rule's own figure, or the one pooled over several studies where there is one; left out: its own. */
  ruleFigures?: "own" | "pooled" | undefined;
  /** A rule's figure counts for at most this ratio, and at least one over it; left out by exams of before: as published. */
  ruleRatioLimit?: number | undefined;
  /** Where its patients are seen, which decides what a source starts from; left out: primary care. */
  careSetting?: CareSetting | undefined;
  feltWhere: "below-l5" | "any-familiar";
  dose: (typeof DOSE_SCHOOLS)[number];
  /** Rise over the symptom at rest that counts, 0-10 points. */
  restRise: number;
  /** A single test counts for at most this ratio, and at least one over it. */
  ratioLimit: number;
  likelyFrom: number;
  unlikelyTo: number;
  noSymptomStart: number;
  /** Every other school of the catalogue, by its id. */
  schools?: Record<string, string> | undefined;
  /** The rule that counts for a source, by the source's id; "none" for none. Left out: its usual one. */
  rules?: Record<string, string> | undefined;
  /** The record that counts for a test and source, under "test.source". Left out: the usual one. */
  records?: Record<string, string> | undefined;
  /** Dependence of single groups, where it differs from `dependence`. */
  groupDependence?: Record<string, number> | undefined;
};
export const readingSettingsSchema = closedAs<ReadingSettings>({
  preferredRule: oneOf(ruleIds),
  dependence: numberIn(0, 1).required("is missing; use a value from 0 to 1"),
  memberWeight: numberIn(0, 1).optional(),
  ruleFigures: oneOf(["own", "pooled"]).optional(),
  ruleRatioLimit: numberIn(2, 1000).optional(),
  careSetting: oneOf(CARE_SETTINGS).optional(),
  feltWhere: oneOf(["below-l5", "any-familiar"]),
  dose: oneOf(DOSE_SCHOOLS),
  restRise: numberIn(1, 5).required("is missing; use 1 to 5 points"),
  ratioLimit: numberIn(2, 1000).required("is missing; use 2 to 1000"),
  likelyFrom: numberIn(0.5, 0.99).required("is missing; use 0.5 to 0.99"),
  unlikelyTo: numberIn(0.01, 0.4).required("is missing; use 0.01 to 0.4"),
  noSymptomStart: numberIn(0.005, 0.2).required("is missing; use 0.005 to 0.2"),
  schools: schoolChoices(),
  rules: ruleChoices(),
  records: withFastPath(choices().optional(), isChoices),
  groupDependence: groupDependence().optional(),
});

/** Dependences offered to choose from; any from 0 to 1 can be kept. */
export const DEPENDENCE_CHOICES = ["0", "0.2", "0.35", "0.5", "0.6", "0.75", "1"] as const;

/** The settings that the worked numbers and the first exams were made under. */
export const FIRST_READING_SETTINGS: ReadingSettings = {
  preferredRule: "si-five-test",
  dependence: 0.5,
  memberWeight: 0.5,
  feltWhere: "below-l5",
  dose: "steady",
  restRise: 2,
  ratioLimit: 10,
  likelyFrom: 0.8,
  unlikelyTo: 0.1,
  noSymptomStart: 0.03,
};

export const DEFAULT_READING_SETTINGS: ReadingSettings = {
  ...FIRST_READING_SETTINGS,
  ruleFigures: "pooled",
  ruleRatioLimit: 10,
  careSetting: "primary care",
};

/** What a rule's figure may count for at most. */
export const RULE_RATIO_LIMITS = ["10", "30", "1000"] as const;

/** How far the members of a rule may be let speak beside it. */
export const MEMBER_WEIGHT_CHOICES = ["0", "0.25", "0.5", "0.75", "1"] as const;

/**
 * A practitioner's settings as a new exam begins under: what came after they
 * were kept is at its default.
 *
 * @example settingsForNewExam({ ...DEFAULT_READING_SETTINGS, memberWeight: undefined }).memberWeight // 0.5
 */
export const settingsForNewExam = (settings: ReadingSettings): ReadingSettings => ({
  ...settings,
  memberWeight: settings.memberWeight ?? DEFAULT_READING_SETTINGS.memberWeight,
  ruleFigures: settings.ruleFigures ?? DEFAULT_READING_SETTINGS.ruleFigures,
  ruleRatioLimit: settings.ruleRatioLimit ?? DEFAULT_READING_SETTINGS.ruleRatioLimit,
  careSetting: settings.careSetting ?? DEFAULT_READING_SETTINGS.careSetting,
});

/** Schools that have a setting of their own. */
const OWN_SETTING = { dose: "dose", "felt-where": "feltWhere" } as const;

/**
 * The option of a school these settings choose.
 *
 * @example schoolIn(DEFAULT_READING_SETTINGS, "raise-range") // "to-70"
 */
export function schoolIn(settings: ReadingSettings, id: string): string {
  if (id in OWN_SETTING) return settings[OWN_SETTING[id as keyof typeof OWN_SETTING]];
  return settings.schools?.[id] ?? findSchool(id)?.defaultOption ?? "";
}

/**
 * The way these settings do a test: the option of each of its schools that
 * shapes how it is done.
 *
 * @example variantFor(protocolOf("thigh-thrust"), DEFAULT_READING_SETTINGS) // { dose: "steady", hand: "under-sacrum" }
 */
export const variantFor = ({ schools }: Protocol, settings: ReadingSettings): Variant =>
  Object.fromEntries(schools.filter(({ kind }) => kind === "doing").map(({ id }) => [id, schoolIn(settings, id)]));

/**
 * The rule these settings count for a source: chosen, or else the usual one.
 *
 * @param rules the source's rules
 * @returns a rule's id, or "none"
 * @example ruleChosenFor(DEFAULT_READING_SETTINGS, "hip", RULES.filter(({ source }) => source === "hip")) // "hip-osteoarthritis"
 */
export const ruleChosenFor = (
  settings: ReadingSettings,
  source: SourceId,
  rules: Parameters<typeof usualRule>[0],
): string => settings.rules?.[source] ?? (source === "sacroiliac" ? settings.preferredRule : usualRule(rules));

/** The same settings with another rule for a source. */
export const withRule = (settings: ReadingSettings, source: SourceId, rule: string): ReadingSettings =>
  source === "sacroiliac" && ruleIds.includes(rule)
    ? { ...settings, preferredRule: rule, rules: without(settings.rules, source) }
    : { ...settings, rules: { ...settings.rules, [source]: rule } };

const without = <T>(record: Record<string, T> | undefined, key: string): Record<string, T> =>
  Object.fromEntries(Object.entries(record ?? {}).filter(([id]) => id !== key));

/** The same settings with one school at another option. */
export function withSchool(settings: ReadingSettings, id: string, option: string): ReadingSettings {
  if (id in OWN_SETTING) return { ...settings, [OWN_SETTING[id as keyof typeof OWN_SETTING]]: option };
  return { ...settings, schools: { ...settings.schools, [id]: option } };
}

/** The schools two settings differ in. */
export const schoolsThatDiffer = (a: ReadingSettings, b: ReadingSettings): readonly string[] =>
  SCHOOLS.map(({ id }) => id).filter((id) => schoolIn(a, id) !== schoolIn(b, id));

/**
 * The settings an exam is read under: its own, or the usual ones before it is opened.
 *
 * @example settingsOf({ settings: null }).dependence // 0.5
 */
export const settingsOf = ({ settings }: { readonly settings: ReadingSettings | null }): ReadingSettings =>
  settings ?? DEFAULT_READING_SETTINGS;
