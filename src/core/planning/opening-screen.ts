import { protocolOf, REGION_SCREENS } from "../knowledge";
import { type ExamState } from "../record";
import { placeParts, type Side, type SiteId } from "../vocabulary";
import type { Planning } from "./plan";
import { painfulSides, sideOrder } from "./run-sheet";
import { type Planned, planned } from "./ways";

/** How an examination opens: the active movements of the region. */

type Complaint = Pick<ExamState, "areas" | "familiar">;

/** Where it hurts, the symptom that matters most first. */
const sitesOf = ({ areas, familiar }: Complaint): readonly SiteId[] =>
  areas
    .toSorted((a, b) => Number(b.area === familiar?.area) - Number(a.area === familiar?.area))
    .flatMap(({ places }) => places.map((place) => placeParts(place).site));

/** The active movements of the regions that hurt, uninvolved side first; the region of the first symptom leads. */
export function screenOf(plan: Planning): readonly Planned[] {
  const { state } = plan;
  const sites = sitesOf(state);
  const first = (at: readonly SiteId[]) => sites.findIndex((site) => at.includes(site));
  const sidesFor = (onlyPainful?: true): readonly Side[] => {
    const painful = painfulSides(state);
    return sideOrder(state).filter((side) => !onlyPainful || painful.length === 0 || painful.includes(side));
  };
  const followed = new Set(state.plan?.tests.map(({ test }) => test));
  return (
    REGION_SCREENS.filter(({ at }) => first(at) >= 0)
      .toSorted((a, b) => first(a.at) - first(b.at))
      .flatMap(({ tests, onlyPainful }) =>
        tests.flatMap((test) =>
          (protocolOf(test).sided ? sidesFor(onlyPainful) : [null]).map((side) => planned(protocolOf(test), side)),
        ),
      )
      /** Once tests have been done nobody is turned back for it, unless it is in the plan that is followed. */
      .filter(({ protocol }) => state.runs.length === 0 || followed.has(protocol.id))
      .filter(({ protocol, side }) => plan.canRun(protocol, side))
  );
}
