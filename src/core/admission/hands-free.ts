import { restQuestion, type Stage } from "../knowledge";
import { isAnswered, kindOf } from "../record";
import { ELSEWHERE, padAnswer, padAsks } from "./pad-words";
import { type Effect, type Place, placeParts, plainPlace, type Response, type Side } from "../vocabulary";
import type { AskedNow } from "./asked-now";
import type { RunPosition, TestOnSide } from "./entry";

/** What goes on while both hands hold the person: who is asked what, and by which channel it can be said. */

export type AskedOfThem = {
  readonly id: string;
  readonly label: string;
  /** Their own words under it. */
  readonly small?: string;
};

export type HandsFree =
  /** A limb is led: nothing is asked, and a press means *now*. */
  | { readonly is: "moving" }
  /** The person is asked, on their pad. */
  | {
      readonly is: "asked";
      readonly id: string;
      readonly what: "answer" | "effect" | "place" | "how bad" | "rest";
      readonly words: string;
      readonly choices?: readonly AskedOfThem[];
      readonly scale?: { readonly last: number | null };
    }
  /** What the examiner sees: chosen by pedal or key, never by the pad. */
  | { readonly is: "seen"; readonly options: NonNullable<Stage["options"]> }
  /** Only the examiner can say it, at the screen: an agreement, a number that is typed. */
  | { readonly is: "at the screen"; readonly why: string }
  | { readonly is: "done" };

const offered = <T extends Response | Effect>(
  ...ids: readonly T[]
): readonly { readonly id: T; readonly label: string }[] => ids.map((id) => ({ id, label: padAnswer(id) }));
const ANSWERS = offered("nothing", "stretch", "other", "familiar");
const EFFECTS_ASKED = offered("gone", "less", "unchanged", "worse");

export type HandsFreeAsked = {
  readonly asked: AskedNow;
  readonly position: Pick<RunPosition, "run" | "ladder" | "stage">;
  readonly test: TestOnSide;
  /** The limb is down again, or somebody said so. */
  readonly isDown: boolean;
  /** Their symptom in their own words; empty: none were noted. */
  readonly theirWords: string;
  /** Places that are offered, the likeliest first. */
  readonly places: readonly Place[];
  /** The last rating at rest. */
  readonly atRest: number | null;
};

const wordsFor = (stage: Stage): string => (kindOf(stage) === "provoke" ? padAsks("provoked") : padAsks("eased"));

/**
 * What goes on now, hands free.
 *
 * @example handsFree({ asked: { what: "answer" }, position: { run: null, ladder: null, stage: protocolOf("thigh-thrust").stages[0] }, test: { protocol: protocolOf("thigh-thrust"), side: "right" }, isDown: false, theirWords: "", places: [], atRest: null }).is // "moving"
 */
export function handsFree(here: HandsFreeAsked): HandsFree {
  const { asked, position, test, isDown, theirWords, places, atRest } = here;
  const { run, ladder, stage } = position;
  const id = `${test.protocol.id} ${test.side ?? ""} ${run?.id ?? ""} ${stage.id} ${asked.what}`;
  const scale = (words: string, last: number | null, what: "how bad" | "rest"): HandsFree => ({
    is: "asked",
    id,
    what,
    words,
    scale: { last },
  });
  switch (asked.what) {
    case "rest":
      return scale(restQuestion(test.protocol.position), atRest, "rest");
    case "how bad":
      return scale(padAsks("how-bad"), atRest, "how bad");
    case "place":
      return {
        is: "asked",
        id,
        what: "place",
        words: padAsks("where"),
        choices: [
          ...places.map((place) => ({ id: place, label: plainPlace(place) })),
          { id: ELSEWHERE, label: padAnswer(ELSEWHERE) },
        ],
      };
    case "agreement":
      return { is: "at the screen", why: "This test asks for their agreement first." };
    case "number":
      return { is: "at the screen", why: "The angle at which it started." };
    case "answer":
      break;
  }
  if (run?.stopped || (run && (ladder?.here === null || isAnswered(stage, run)))) return { is: "done" };
  const kind = kindOf(stage);
  if (kind === "observe") return { is: "seen", options: stage.options ?? [] };
  if (kind === "measure") return { is: "at the screen", why: "Numbers only." };
  if (!isDown) return { is: "moving" };
  return {
    is: "asked",
    id,
    what: kind === "provoke" ? "answer" : "effect",
    words: wordsFor(stage),
    choices:
      kind === "provoke"
        ? ANSWERS.map((one) => (one.id === "familiar" && theirWords ? { ...one, small: theirWords } : one))
        : EFFECTS_ASKED,
  };
}

/**
 * Whether what a pad says may count by itself, where that is set: never where they
 * name a place on the side that is not tested.
 *
 * @example countsByItself("place", "si-area.left", "right") // false
 * @example countsByItself("answer", "nothing", "right") // true
 */
export function countsByItself(
  what: Extract<HandsFree, { is: "asked" }>["what"],
  answer: string,
  side: Side | null,
): boolean {
  if (what !== "place") return true;
  if (answer === ELSEWHERE) return false;
  const felt = placeParts(answer as Place).side;
  return side === null || felt === "central" || felt === side;
}
