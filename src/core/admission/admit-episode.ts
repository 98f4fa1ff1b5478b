import { phrase } from "../base";
import { type EpisodeDraft, type EpisodeState, markersOf, type StreamEvent } from "../record";
import { problem, type Refusal } from "./admit-run";
import { MOST_EVENTS } from "./limits";

/** More than anybody measures at a visit. */
const MOST_SIGNS = 12;
const MOST_ACTIVITIES = 5;

const OF_A_TEST: ReadonlySet<string> = new Set(["measure", "answer"]);

function markerProblem(state: EpisodeState, { body }: EpisodeDraft & { type: "marker-set" }): Refusal | null {
  const others = markersOf(state).filter(({ marker }) => marker !== body.marker);
  if (OF_A_TEST.has(body.kind) && body.test === "")
    return problem("body › test", "is empty", "Name the test that the sign is read in.");
  if (body.kind === "measure" && body.measure === "")
    return problem("body › measure", "is empty", "Name the measure of the test.");
  if (body.kind === "neuro" && (!body.neuro || body.level === ""))
    return problem("body › level", "is empty", "Name what of the baseline is followed, and its level.");
  if (body.kind === "activity" && body.words.trim() === "")
    return problem("body › words", "is empty", "Write the activity in their own words.");
  if (others.length >= MOST_SIGNS)
    return problem("body", phrase`is one more than the ${MOST_SIGNS} signs that are followed`, "Drop one first.");
  if (body.kind === "activity" && others.filter(({ kind }) => kind === "activity").length >= MOST_ACTIVITIES)
    return problem(
      "body › kind",
      phrase`is a sixth activity, and a course holds ${MOST_ACTIVITIES}`,
      "Drop one first.",
    );
  const isSame = others.some(
    (one) =>
      one.kind === body.kind &&
      one.test === body.test &&
      one.side === body.side &&
      one.measure === body.measure &&
      one.neuro === body.neuro &&
      one.level === body.level &&
      one.words.trim().toLowerCase() === body.words.trim().toLowerCase(),
  );
  return isSame ? problem("body", "is followed already", "Follow each sign once.") : null;
}

/**
 * What stands against an event of a course; null when nothing does.
 *
 * @param personOf whose an examination is; null: it is not here
 * @example episodeProblem(foldEpisode([]), episodeNote, 0, () => null)?.refusal // "depends"
 */
export function episodeProblem(
  state: EpisodeState,
  event: StreamEvent,
  length: number,
  personOf: (exam: string) => string | null,
): Refusal | null {
  const told = event as unknown as EpisodeDraft;
  if (length >= MOST_EVENTS)
    return problem("event", phrase`the course is full: it holds ${MOST_EVENTS} events`, "Begin a new course.");
  if (state.person === null && told.type !== "episode-opened")
    return {
      where: "event",
      what: "is of a course that nobody has opened",
      todo: "Open the course first.",
      refusal: "depends",
    };
  if (told.type === "episode-opened")
    return state.person === null || state.person === told.body.person
      ? null
      : problem("body › person", "is another person than the course is of", "Open a course of their own.");
  if (told.type === "visit-joined" || told.type === "visit-left" || told.type === "technique-moved") {
    const whose = personOf(told.body.exam);
    if (whose === null) return problem("body › exam", "is not in this store", "Name a visit of this person.");
    return whose === state.person
      ? null
      : problem("body › exam", "is a visit of another person", "Name a visit of this person.");
  }
  if (told.type === "marker-set") return markerProblem(state, told);
  if (told.type === "marker-dropped")
    return state.markers.some(({ marker }) => marker === told.body.marker)
      ? null
      : problem("body › marker", "is not a sign of this course", "Drop a sign that is followed.");
  if (told.type === "outcome-told" && told.body.found !== "still open" && !told.body.by)
    return problem("body › by", "is missing", "Say how it is known: by a reference, or by the course alone.");
  return null;
}
