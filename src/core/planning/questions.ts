import { COMPLAINT_QUESTIONS, NO_TEST_FOR, type Raised } from "../knowledge";
import { sidesOf } from "../reading";
import type { ExamState } from "../record";
import { type Place, placeParts, type Side, SIDES, type SiteId, type SourceId } from "../vocabulary";

/** What this complaint asks. */

export type RaisedQuestion = {
  readonly source: SourceId;
  readonly side: Side | null;
  readonly depth: Raised["depth"];
  readonly because: string;
  /** The symptom that matters most today raises it; where there is one symptom, every question is of it. */
  readonly isOfFirst: boolean;
};

type Complaint = Pick<ExamState, "areas" | "history">;
type Named = Complaint & Partial<Pick<ExamState, "familiar" | "alsoTheirs">>;

/** What they came with, were it only the symptom that matters most today. */
function firstAlone({ areas, history, familiar, alsoTheirs = [] }: Named): Complaint {
  return {
    areas: familiar && alsoTheirs.length > 0 ? areas.filter(({ area }) => area === familiar.area) : areas,
    history,
  };
}

const partsOf = ({ areas }: Complaint) =>
  areas.flatMap(({ places }) => places.map((place: Place) => placeParts(place)));

function fits(line: Raised, complaint: Complaint, side: Side | null): boolean {
  const felt = partsOf(complaint);
  const there = (sites: readonly SiteId[], on: (where: string) => boolean) =>
    felt.some((part) => sites.includes(part.site) && on(part.side));
  const onSide = (where: string) => side === null || where === side || where === "central";
  const told = (named: readonly (string | undefined)[] | undefined, asked: readonly string[]) =>
    asked.some((movement) => named?.includes(movement));
  const onBoth = (sites: readonly SiteId[]) => SIDES.every((each) => there(sites, (where) => where === each));
  const { at, notAt, notInMidlineOf, bothSidesAt, notBothSidesAt, broughtOnBy, easedBy, headFromNeck } = line;
  const { history } = complaint;
  return (
    (at === undefined || there(at, onSide)) &&
    (notAt === undefined || !there(notAt, () => true)) &&
    (notInMidlineOf === undefined || !there(notInMidlineOf, (where) => where === "central")) &&
    (bothSidesAt === undefined || onBoth(bothSidesAt)) &&
    (notBothSidesAt === undefined || !onBoth(notBothSidesAt)) &&
    (broughtOnBy === undefined || told(history?.aggravatedBy, broughtOnBy)) &&
    (easedBy === undefined || told(history?.easedBy, easedBy)) &&
    (!headFromNeck || history?.headFromNeck === "yes")
  );
}

/**
 * The questions a complaint raises, source by source and side by side, in the
 * order of the catalogue of sources.
 *
 * @example raisedQuestions(calfAndFootState)[0] // { source: "lower-lumbosacral-root", side: "right", depth: "settle", because: "pain in the leg below the knee", isOfFirst: true }
 */
export function raisedQuestions(complaint: Named): readonly RaisedQuestion[] {
  const first = firstAlone(complaint);
  return (Object.keys(COMPLAINT_QUESTIONS) as SourceId[]).flatMap((source) =>
    sidesOf(source).flatMap((side) => {
      const line = COMPLAINT_QUESTIONS[source]!.find((each) => fits(each, complaint, side));
      if (!line) return [];
      const isOfFirst = COMPLAINT_QUESTIONS[source]!.some((each) => fits(each, first, side));
      return [{ source, side, depth: line.depth, because: line.because, isOfFirst }];
    }),
  );
}

/**
 * What no test here speaks to in this complaint, and what to do instead.
 *
 * @example noTestFor({ areas: [], history: null }) // []
 */
export function noTestFor(complaint: Complaint): readonly string[] {
  const sites = new Set(partsOf(complaint).map(({ site }) => site));
  return NO_TEST_FOR.filter(
    ({ at, notAt = [] }) => at.some((site) => sites.has(site)) && !notAt.some((site) => sites.has(site)),
  ).map(({ say }) => say);
}
