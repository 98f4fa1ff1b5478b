"use client";

import type { ReactNode } from "react";
import type { Stage } from "@/core/knowledge";
import { kindOf, symptomAt, symptomsOf } from "@/core/record";
import { type Effect, EFFECTS, type Place, type Response, RESPONSES, type Side } from "@/core/vocabulary";
import { EffectMark } from "../drawing/effect-mark";
import { useExam } from "../exam/exam-provider";
import { ResponseMark } from "../drawing/response-mark";
import { PlaceName } from "../drawing/place-name";
import { PRESSING } from "../primitives/button";

const RESPONSE_WORDS: Record<Response, string> = {
  nothing: "nothing",
  stretch: "stretch or pressure",
  other: "another pain",
  familiar: "THEIRS",
};

const EFFECT_WORDS: Record<Effect, string> = { gone: "gone", less: "less", unchanged: "the same", worse: "worse" };

export type AnswerChoice = {
  readonly id: string;
  readonly label: string;
  readonly mark: ReactNode;
  readonly loud: boolean;
};

/** What a stage can be answered with, in the order of the keys. */
export function choicesOf(stage: Stage): readonly AnswerChoice[] {
  if (stage.options) return stage.options.map(({ id, label }) => ({ id, label, mark: null, loud: id === "theirs" }));
  switch (kindOf(stage)) {
    case "provoke":
      return RESPONSES.map((response) => ({
        id: response,
        label: RESPONSE_WORDS[response],
        mark: <ResponseMark response={response} size={22} />,
        loud: response === "familiar",
      }));
    case "release":
    case "relief":
      return EFFECTS.map((effect) => ({
        id: effect,
        label: EFFECT_WORDS[effect],
        mark: <EffectMark effect={effect} size={22} />,
        loud: false,
      }));
    default:
      return [];
  }
}

/** An answer as it is pressed: theirs, at one of the places they drew, is one press. */
export type Pressed = { readonly id: string; readonly place?: Place };

/**
 * What the digits press, in their order: a stage's choices, THEIRS once for each
 * place that is offered with it, and last for any other.
 */
export const pressesOf = (stage: Stage, theirs: readonly Place[]): readonly Pressed[] =>
  choicesOf(stage).flatMap(({ id }): readonly Pressed[] =>
    kindOf(stage) === "provoke" && id === "familiar" ? [...theirs.map((place) => ({ id, place })), { id }] : [{ id }],
  );

const SHAPE = "flex items-center gap-2 rounded-xl border-2 px-3 text-start leading-tight disabled:opacity-50";
const lookOf = (isPressed: boolean): string =>
  isPressed ? "border-ink bg-ink font-semibold text-paper" : "border-edge bg-card active:bg-well";

const Digit = ({ nth, isHeard }: { nth: number; isHeard: boolean }) => (
  <span aria-hidden className={`text-xl font-bold ${isHeard ? "" : "invisible"}`}>
    {nth + 1}
  </span>
);

type AnswerButtonsProps = {
  stage: Stage;
  /** The side that is answered for beside the one in hand; the number keys are not its own. */
  beside?: Side;
  chosen: string | null;
  /** Where theirs was felt at this stage. */
  chosenPlaces?: readonly Place[];
  /** Pressed, but not kept yet: an answer, or theirs with its place. */
  pressing: string | null;
  disabled: boolean;
  /** Places that THEIRS is offered for at once. */
  theirs?: readonly Place[];
  /** The digits answer something else now. */
  isWaiting?: boolean;
  onAnswer: (answer: string, place?: Place) => void;
};

/** Theirs, by where it is: answer and place are one press. */
function Theirs(props: AnswerButtonsProps & { from: number }) {
  const { from, theirs = [], beside, chosen, chosenPlaces = [], pressing, disabled, isWaiting, onAnswer } = props;
  const { state } = useExam();
  /** Which of several symptoms it is, where the place says so. */
  const letterOf = (place: Place): string => {
    const named = symptomsOf(state).find(({ area }) => area === symptomAt(state, [place]));
    return named ? ` ${named.letter}` : "";
  };
  const isTheirs = chosen === "familiar";
  const elsewhere = isTheirs && (theirs.length === 0 || !chosenPlaces.some((place) => theirs.includes(place)));
  return (
    <div className="flex flex-wrap gap-2">
      {theirs.map((place, index) => (
        <button
          key={place}
          type="button"
          aria-pressed={isTheirs && chosenPlaces.includes(place)}
          disabled={disabled}
          data-theirs={place}
          onClick={() => onAnswer("familiar", place)}
          className={`${SHAPE} ${pressing === `theirs ${place}` ? PRESSING : ""} min-h-16 grow basis-36 ${lookOf(isTheirs && chosenPlaces.includes(place))}`}
        >
          {!beside && <Digit nth={from + index} isHeard={!isWaiting} />}
          <ResponseMark response="familiar" size={22} />
          <span className="flex flex-wrap items-center gap-x-1.5">
            <strong className="text-lg">THEIRS{letterOf(place)}</strong> <PlaceName place={place} />
          </span>
        </button>
      ))}
      <button
        type="button"
        aria-pressed={elsewhere}
        disabled={disabled}
        {...(beside ? { "data-other-side": "familiar" } : { "data-response": "familiar" })}
        onClick={() => onAnswer("familiar")}
        className={`${SHAPE} ${pressing === "familiar" ? PRESSING : ""} min-h-16 grow basis-36 ${lookOf(elsewhere)}`}
      >
        {!beside && <Digit nth={from + theirs.length} isHeard={!isWaiting} />}
        <ResponseMark response="familiar" size={22} />
        <span>
          <strong className="text-lg">THEIRS</strong>
          {theirs.length > 0 && " elsewhere"}
        </span>
      </button>
    </div>
  );
}

const COLUMNS: Readonly<Record<number, string>> = { 2: "", 3: "sm:grid-cols-3", 5: "sm:grid-cols-5" };

/** The answers: always here, always in this order, on the digits. */
export function AnswerButtons(props: AnswerButtonsProps) {
  const { stage, beside, chosen, pressing, disabled, isWaiting = false, onAnswer } = props;
  const choices = choicesOf(stage);
  if (choices.length === 0) return null;
  const isResponse = kindOf(stage) === "provoke";
  const plain = isResponse ? choices.filter(({ id }) => id !== "familiar") : choices;
  return (
    <div
      role="group"
      aria-label={`${isResponse ? "What it brought on" : stage.name}${beside ? `, ${beside}` : ""}`}
      className="flex flex-col gap-2"
    >
      <div
        className={`grid gap-2 ${isResponse ? "grid-cols-3" : `grid-cols-2 ${COLUMNS[plain.length] ?? "sm:grid-cols-4"}`}`}
      >
        {plain.map(({ id, label, mark, loud }, index) => (
          <button
            key={id}
            type="button"
            aria-pressed={chosen === id}
            disabled={disabled}
            {...(beside ? { "data-other-side": id } : isResponse ? { "data-response": id } : { "data-answer": id })}
            onClick={() => onAnswer(id)}
            className={`${SHAPE} ${pressing === id ? PRESSING : ""} ${isResponse ? "min-h-14" : "min-h-18"} ${lookOf(chosen === id)}`}
          >
            {!beside && <Digit nth={index} isHeard={!isWaiting} />}
            {mark}
            <span className={loud ? "text-lg font-bold" : ""}>{label}</span>
          </button>
        ))}
      </div>
      {isResponse && <Theirs {...props} from={plain.length} />}
    </div>
  );
}
