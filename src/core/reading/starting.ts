import { remembered } from "../base";
import { type EvidenceSet, startsOf } from "../evidence";
import {
  type ComplaintCondition,
  noSymptomStart,
  otherStart,
  SOURCE_SITES,
  type StartingProbability,
} from "../knowledge";
import { ageAtExam, type ExamState, type ReadingSettings } from "../record";
import { otherSide, type Place, placeParts, type Side, type SiteId, type SourceId, SOURCES } from "../vocabulary";

/** A starting probability with the reason it was chosen for this person. */
export type Start = Omit<StartingProbability, "when" | "because"> & { readonly reason: string };

type Part = ReturnType<typeof placeParts>;
const partsOf = remembered((places: readonly Place[]): readonly Part[] => places.map(placeParts));

/** An area's places taken apart; an event's body never changes, so this is done once. */
const parts = ({ places }: { readonly places: readonly Place[] }): readonly Part[] => partsOf(places);

/** A source without sides is on every side. */
const isOnSide = (felt: Part, sites: readonly SiteId[], side: Side | null): boolean =>
  (side === null || felt.side === side || felt.side === "central") && sites.includes(felt.site);

const anywhereIn = (state: Pick<ExamState, "areas">, holds: (felt: Part) => boolean): boolean =>
  state.areas.some((area) => parts(area).some(holds));

/** True when a symptom is recorded on this side (or centrally) where the source is usually felt. */
export function hasSymptom(state: Pick<ExamState, "areas">, source: SourceId, side: Side | null): boolean {
  const sites = SOURCE_SITES[source];
  return anywhereIn(state, (felt) => !sites || isOnSide(felt, sites, side));
}

const isAnsweredYes = (
  { question, parts }: NonNullable<ComplaintCondition["answered"]>,
  { guardAnswers, guardGiven }: Pick<ExamState, "guardAnswers" | "guardGiven">,
): boolean =>
  guardAnswers[question] === "yes" &&
  (!parts || parts.some((part) => guardGiven[question]?.parts.includes(part) ?? false));

/** Of an age that is not known, nothing with a limit holds. */
const isOfAge = ({ from = 0, to = Infinity }: NonNullable<ComplaintCondition["age"]>, age: number | null): boolean =>
  age !== null && age >= from && age <= to;

/** Whether what the patient and the complaint are is as a condition asks. */
export function fits(condition: ComplaintCondition, state: ExamState, side: Side | null): boolean {
  const area = state.areas.find((candidate) => candidate.area === state.familiar?.area) ?? state.areas[0];
  const familiar = area ? parts(area) : [];
  const { symptomAt, familiarAt, familiarNotAt, noneInMidlineOf, headFromNeck, answered, age } = condition;
  return (
    (!answered || isAnsweredYes(answered, state)) &&
    (!age || isOfAge(age, ageAtExam(state))) &&
    (!headFromNeck || state.history?.headFromNeck === "yes") &&
    (!symptomAt || anywhereIn(state, (felt) => isOnSide(felt, symptomAt, side))) &&
    (!familiarAt || familiar.some((felt) => isOnSide(felt, familiarAt, side))) &&
    (!familiarNotAt || !familiar.some(({ site }) => familiarNotAt.includes(site))) &&
    (!noneInMidlineOf || !anywhereIn(state, (felt) => felt.side === "central" && noneInMidlineOf.includes(felt.site)))
  );
}

const chosen = (start: StartingProbability, reason: string = start.because): Start => ({
  id: start.id,
  source: start.source,
  mean: start.mean,
  equivalentPeople: start.equivalentPeople,
  population: start.population,
  ...(start.chronic ? CHRONIC : NOTHING),
  ...(start.citation === undefined ? NOTHING : { citation: start.citation }),
  standing: start.standing,
  ...(start.remark === undefined ? NOTHING : { remark: start.remark }),
  reason,
});
const NOTHING = {};
const CHRONIC = { chronic: true };

const elsewhere = new Map<string, Start>();

/** The start of a source where nothing hurts; the same for every reading under one setting. */
function startWithoutSymptom(source: SourceId, mean: number): Start {
  const key = `${source} ${mean}`;
  const kept = elsewhere.get(key);
  if (kept) return kept;
  const start = chosen(noSymptomStart(source, mean));
  if (elsewhere.size >= MOST_KEPT) elsewhere.clear();
  elsewhere.set(key, start);
  return start;
}
const MOST_KEPT = 400;

/**
 * Where one side of a source starts: what the practitioner set for this exam,
 * else what the complaint says of it.
 *
 * @param side null for a source without sides
 * @example startOf(state, "sacroiliac", "right", settings, FIRST_EVIDENCE).mean // 0.25
 */
export function startOf(
  state: ExamState,
  source: SourceId,
  side: Side | null,
  settings: ReadingSettings,
  evidence: EvidenceSet,
): Start {
  const own = state.starts.findLast((start) => start.source === source && (start.side === side || start.side === null));
  if (own) {
    return {
      id: `${source}.set`,
      source,
      mean: own.mean,
      equivalentPeople: own.equivalentPeople,
      population: "set for this person",
      standing: "none",
      reason: own.reason,
    };
  }
  const candidates = startsOf(evidence, source);
  if (state.areas.length === 0)
    return chosen(
      candidates.findLast(({ when }) => when) ?? otherStart(source, evidence.others),
      "no complaint is recorded yet",
    );
  if (!hasSymptom(state, source, side)) return startWithoutSymptom(source, settings.noSymptomStart);
  const setting = settings.careSetting ?? "primary care";
  const start =
    candidates.find((one) => one.when && (one.setting ?? setting) === setting && fits(one.when, state, side)) ??
    otherStart(source, evidence.others);
  const both =
    SOURCES[source].sided && side !== null && hasSymptom(state, source, otherSide(side))
      ? "; both sides hurt, so each side is given it"
      : "";
  return chosen(start, `${start.because}${both}`);
}

/** The other starts that could be taken for a source, to be chosen by hand. */
export const otherStarts = (source: SourceId, start: Start, evidence: EvidenceSet): readonly StartingProbability[] =>
  startsOf(evidence, source).filter(({ id }) => id !== start.id);
