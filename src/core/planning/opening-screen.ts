import { protocolOf, REGION_SCREENS } from "../knowledge";
import { type Side, type SiteId } from "../vocabulary";
import type { Planning } from "./plan";
import { painfulSides, partsThatHurt, sideOrder } from "./run-sheet";
import { type Planned, planned } from "./ways";

/** How an examination opens: the active movements of the region. */

/** The active movements of the regions that hurt, uninvolved side first; the region of the first symptom leads. */
export function screenOf(plan: Planning): readonly Planned[] {
  const { state } = plan;
  const sites = partsThatHurt(state).map(({ site }) => site);
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
      /** Once tests have been done the patient is not turned back for it, unless it is in the plan that is followed. */
      .filter(({ protocol }) => state.runs.length === 0 || followed.has(protocol.id))
      .filter(({ protocol, side }) => plan.canRun(protocol, side))
  );
}
