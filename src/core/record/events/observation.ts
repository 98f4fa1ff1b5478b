import { closedAs, listOf, name, numberIn, oneOf, orNone, painScore, uuid, wholeIn } from "../../base";
import { type Force, force } from "../../measurement";
import {
  type Place,
  places,
  QUALITIES,
  type Quality,
  type Reaction,
  REACTIONS,
  type Response,
  RESPONSES,
} from "../../vocabulary";
import { kind } from "../envelope";
import { type ComplaintState, symptomAt } from "./complaint";
import { answerToday, changeRun, changeStage, type RunsDraft, signToday, withValue } from "../runs";

/** What the person said and what was seen while a test was done. */

type FeltDraft = RunsDraft & Pick<ComplaintState, "areas" | "familiar" | "alsoTheirs">;

type OfStage = { run: string; stage: string };
const runAndStage = () => ({ run: uuid(), stage: name() });
const minutes = () => orNone(numberIn(0, 20160), "minutes");

export type ResponseRecordedBody = OfStage & {
  response: Response;
};
export type FeltRecordedBody = OfStage & {
  places: Place[];
  intensity: number | null;
  reactions: Reaction[];
  qualities?: Quality[] | undefined;
  /** Which of their symptoms it was, by its area; left out: the one drawn there. */
  symptom?: string | undefined;
};
/** What a position brought on by itself, before anybody pressed in it. */
export type PositionAnsweredBody = OfStage & {
  response: Response;
  places: Place[];
  intensity: number | null;
};
export type AnswerRecordedBody = OfStage & {
  answer: string;
};
export type SignRecordedBody = {
  run: string;
  sign: string;
  option: string | null;
};
export type SorenessRecordedBody = {
  run: string;
  intensity: number;
  minutes: number | null;
};
export type DoseRecordedBody = OfStage & {
  force: Force | null;
  seconds: number | null;
  thrusts: number | null;
};

export const observation = {
  "response-recorded": kind(
    closedAs<ResponseRecordedBody>({ ...runAndStage(), response: oneOf(RESPONSES) }),
    (draft: RunsDraft, { body }) =>
      changeStage(draft, body.run, body.stage, { response: body.response, skipped: null }),
  ),
  /** Their symptom in the position alone ends the ladder: nobody presses on it. */
  "position-answered": kind(
    closedAs<PositionAnsweredBody>({
      ...runAndStage(),
      response: oneOf(RESPONSES),
      places: places(),
      intensity: orNone(painScore(), "0 to 10"),
    }),
    (draft: FeltDraft, { body: { run, stage, ...position } }) =>
      changeStage(draft, run, stage, {
        position,
        ...(position.response === "familiar"
          ? {
              response: position.response,
              places: position.places,
              intensity: position.intensity,
              symptom: symptomAt(draft, position.places),
              skipped: null,
            }
          : {}),
      }),
  ),
  "felt-recorded": kind(
    closedAs<FeltRecordedBody>({
      ...runAndStage(),
      places: places(),
      intensity: orNone(painScore(), "0 to 10"),
      reactions: listOf(REACTIONS),
      qualities: listOf(QUALITIES).optional(),
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
  "answer-recorded": kind(
    closedAs<AnswerRecordedBody>({ ...runAndStage(), answer: name() }),
    (draft: RunsDraft, { body }) => {
      const run = draft.runs.findLast(({ id }) => id === body.run);
      if (run)
        changeStage(draft, body.run, body.stage, { answer: answerToday(run, body.stage, body.answer), skipped: null });
    },
  ),
  "sign-recorded": kind(
    closedAs<SignRecordedBody>({ run: uuid(), sign: name(), option: orNone(name(), "an option") }),
    (draft: RunsDraft, { body }) =>
      changeRun(draft, body.run, (run) => {
        const [sign, option] = signToday(run, body.sign, body.option);
        return { signs: withValue(run.signs, sign, option) };
      }),
  ),
  "soreness-recorded": kind(
    closedAs<SorenessRecordedBody>({
      run: uuid(),
      intensity: painScore().required("is missing; choose 0 to 10"),
      minutes: minutes(),
    }),
    (draft: RunsDraft, { body }) =>
      changeRun(draft, body.run, () => ({ soreness: { intensity: body.intensity, minutes: body.minutes } })),
  ),
  "dose-recorded": kind(
    closedAs<DoseRecordedBody>({
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
