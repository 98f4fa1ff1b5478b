import type { AskedAnew } from "../knowledge";
import type { ExamState } from "../record";
import { anewStands } from "./agreement";
import type { RunPosition, TestOnSide } from "./entry";
import { restAgain } from "./rest-again";
import { unfinishedRun } from "./unfinished";

/**
 * What the person is asked now, one thing at a time: the symptom at rest, the
 * stage's own question, and once theirs came where, at which angle, how bad.
 */
export type AskedNow =
  | { readonly what: "rest" | "place" | "answer" }
  /** For what this test asks for on its own, before it touches. */
  | { readonly what: "agreement"; readonly anew: AskedAnew }
  | { readonly what: "number"; readonly measure: string }
  /** Required: without it the run reads as open, and no other test begins. */
  | { readonly what: "how bad"; readonly required: boolean };

/** What was left out of the last question, by the stage it belongs to. */
export type PassedOver = ReadonlySet<string>;

/**
 * The one thing that is asked now, at the test in hand.
 *
 * @param passed what was passed over on this screen: "number" or "how bad" before the run's id and stage
 * @example askedNow(openedState, runPosition(openedState, { protocol: protocolOf("slump"), side: "right" }, {}), { protocol: protocolOf("slump"), side: "right" }, new Set()).what // "answer"
 */
export function askedNow(
  state: ExamState,
  { run, feltStage, feltRecord }: Pick<RunPosition, "run" | "feltStage" | "feltRecord">,
  test: TestOnSide,
  passed: PassedOver,
): AskedNow {
  if (!run) {
    const stands = anewStands(state, test.protocol.id);
    if (stands?.is === "to ask" && stands.anew) return { what: "agreement", anew: stands.anew };
    return { what: restAgain(state, test) ? "rest" : "answer" };
  }
  if (!feltStage || feltRecord?.response !== "familiar" || run.stopped) return { what: "answer" };
  if (feltRecord.places.length === 0) return { what: "place" };
  const measure = feltStage.measures?.[0];
  if (measure !== undefined && run.measures[measure] === undefined && !passed.has(`number ${run.id} ${feltStage.id}`))
    return { what: "number", measure };
  const open = unfinishedRun(state);
  const required = open?.run.id === run.id && open.needs === "how bad";
  if (feltRecord.intensity === null && (required || !passed.has(`how bad ${run.id} ${feltStage.id}`)))
    return { what: "how bad", required };
  return { what: "answer" };
}
