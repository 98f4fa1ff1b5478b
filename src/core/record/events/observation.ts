import { closed, listOf, name, numberIn, oneOf, orNone, painScore, uuid, wholeIn } from "../../base";
import { force } from "../../measurement";
import { places, QUALITIES, REACTIONS, RESPONSES } from "../../vocabulary";
import { kind } from "../envelope";
import { type ComplaintState, symptomAt } from "./complaint";
import { answerToday, changeRun, changeStage, type RunsDraft, signToday, withValue } from "../runs";

/** What the person said and what was seen while a test was done. */

type FeltDraft = RunsDraft & Pick<ComplaintState, "areas" | "familiar" | "alsoTheirs">;

const runAndStage = () => ({ run: uuid(), stage: name() });
const minutes = () => orNone(numberIn(0, 20160), "minutes");

export const observation = {
  "response-recorded": kind(closed({ ...runAndStage(), response: oneOf(RESPONSES) }), (draft: RunsDraft, { body }) =>
    changeStage(draft, body.run, body.stage, { response: body.response, skipped: null }),
  ),
  "felt-recorded": kind(
    closed({
      ...runAndStage(),
      places: places(),
      intensity: orNone(painScore(), "0 to 10"),
      reactions: listOf(REACTIONS),
      qualities: listOf(QUALITIES).optional(),
      /** Which of their symptoms it was, by its area; left out: the one drawn there. */
      symptom: name().optional(),
    }),
    (draft: FeltDraft, { body }) =>
      changeStage(draft, body.run, body.stage, {
        places: body.places,
        intensity: body.intensity,
        reactions: body.reactions,
        qualities: body.qualities ?? [],
        symptom: body.symptom ?? symptomAt(draft, body.places),
      }),
  ),
  "answer-recorded": kind(closed({ ...runAndStage(), answer: name() }), (draft: RunsDraft, { body }) => {
    const run = draft.runs.findLast(({ id }) => id === body.run);
    if (run)
      changeStage(draft, body.run, body.stage, { answer: answerToday(run, body.stage, body.answer), skipped: null });
  }),
  "sign-recorded": kind(
    closed({ run: uuid(), sign: name(), option: orNone(name(), "an option") }),
    (draft: RunsDraft, { body }) =>
      changeRun(draft, body.run, (run) => {
        const [sign, option] = signToday(run, body.sign, body.option);
        return { signs: withValue(run.signs, sign, option) };
      }),
  ),
  "soreness-recorded": kind(
    closed({ run: uuid(), intensity: painScore().required("is missing; choose 0 to 10"), minutes: minutes() }),
    (draft: RunsDraft, { body }) =>
      changeRun(draft, body.run, () => ({ soreness: { intensity: body.intensity, minutes: body.minutes } })),
  ),
  "dose-recorded": kind(
    closed({
      ...runAndStage(),
      force: orNone(force(), "a force"),
      seconds: orNone(numberIn(0, 600), "seconds"),
      thrusts: orNone(wholeIn(0, 20), "a number"),
    }),
    (draft: RunsDraft, { body }) =>
      changeStage(draft, body.run, body.stage, {
        dose: { force: body.force, seconds: body.seconds, thrusts: body.thrusts },
      }),
  ),
};
