import { protocolOf } from "../knowledge";
import { type ExamState, kindOf, ladderOf, restOf, type Run, techniquesSoFar, type Treatments } from "../record";

/** What a begun test still needs. */
type Need = "place" | "how bad" | "release";

/** A test that was begun and asks for more before another is. */
export type Unfinished = { readonly run: Run; readonly name: string; readonly asks: string; readonly needs: Need };

/** The first version that asks how bad it became before another test begins. */
const ASKS_HOW_BAD = 3;

/** What a run whose symptom came still asks for, or null. */
function asksFor(run: Run): Pick<Unfinished, "asks" | "needs"> | null {
  const { here, rungs, ended } = ladderOf(run);
  if (ended === "stopped") return null;
  const felt = rungs.find(({ record }) => record?.response === "familiar");
  if (!felt) return null;
  if (felt.record?.places.length === 0)
    return { needs: "place", asks: "their symptom came, and where it was felt is not said" };
  const rest = restOf(run.rest, felt.record?.symptom ?? null);
  const spread = rest.places.length > 0 && felt.record?.places.some((place) => !rest.places.includes(place));
  if (run.v >= ASKS_HOW_BAD && rest.intensity > 0 && !spread && felt.record?.intensity === null)
    return {
      needs: "how bad",
      asks: `their symptom was there at rest (${rest.intensity} of 10), and how bad it became is not said`,
    };
  return here && kindOf(here) === "release"
    ? { needs: "release", asks: `their symptom came, and the step that tells it apart is open (${here.name})` }
    : null;
}

/**
 * The test whose symptom came and that is not finished with: where it was felt
 * is open, or the step that tells tissues apart. It stops starting another test;
 * it never stops answering, stopping or noting.
 *
 * @example unfinishedRun(openedState) // null
 */
export function unfinishedRun(state: Pick<ExamState, "runs"> & Treatments): Unfinished | null {
  const last = state.runs.at(-1);
  /** What was open when a technique was done cannot be finished after it. */
  const run = last?.techniquesBefore === (last && techniquesSoFar(state, last.test)) ? last : undefined;
  const asks = run ? asksFor(run) : null;
  if (!run || !asks) return null;
  return { run, name: `${protocolOf(run.test).name}${run.side ? ` ${run.side}` : ""}`, ...asks };
}
