import { COMPLAINT_QUESTIONS, NO_TEST_FOR, type Raised } from "../knowledge";
import { sidesOf } from "../reading";
import type { ExamState } from "../record";
import { type Place, placeParts, type Side, type SiteId, type SourceId } from "../vocabulary";

/** What this complaint asks. */

export type RaisedQuestion = {
  readonly source: SourceId;
  readonly side: Side | null;
  readonly depth: Raised["depth"];
  readonly because: string;
};

type Complaint = Pick<ExamState, "areas" | "history">;

const partsOf = ({ areas }: Complaint) =>
  areas.flatMap(({ places }) => places.map((place: Place) => placeParts(place)));

function fits(line: Raised, complaint: Complaint, side: Side | null): boolean {
  const felt = partsOf(complaint);
  const there = (sites: readonly SiteId[], on: (where: string) => boolean) =>
    felt.some((part) => sites.includes(part.site) && on(part.side));
  const onSide = (where: string) => side === null || where === side || where === "central";
  const told = (named: readonly (string | undefined)[] | undefined, asked: readonly string[]) =>
    asked.some((movement) => named?.includes(movement));
  const { at, notAt, notInMidlineOf, bothSidesAt, broughtOnBy, easedBy, headFromNeck } = line;
  const { history } = complaint;
  return (
    (at === undefined || there(at, onSide)) &&
    (notAt === undefined || !there(notAt, () => true)) &&
    (notInMidlineOf === undefined || !there(notInMidlineOf, (where) => where === "central")) &&
    (bothSidesAt === undefined ||
      (there(bothSidesAt, (where) => where === "right") && there(bothSidesAt, (where) => where === "left"))) &&
    (broughtOnBy === undefined || told(history?.aggravatedBy, broughtOnBy)) &&
    (easedBy === undefined || told(history?.easedBy, easedBy)) &&
    (!headFromNeck || history?.headFromNeck === "yes")
  );
}

/**
 * The questions a complaint raises, source by source and side by side, in the
 * order of the catalogue of sources.
 *
 * @example raisedQuestions(calfAndFootState)[0] // { source: "lower-lumbosacral-root", side: "right", depth: "settle", because: "pain in the leg below the knee" }
 */
export function raisedQuestions(complaint: Complaint): readonly RaisedQuestion[] {
  return (Object.keys(COMPLAINT_QUESTIONS) as SourceId[]).flatMap((source) =>
    sidesOf(source).flatMap((side) => {
      const line = COMPLAINT_QUESTIONS[source]!.find((each) => fits(each, complaint, side));
      return line ? [{ source, side, depth: line.depth, because: line.because }] : [];
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
