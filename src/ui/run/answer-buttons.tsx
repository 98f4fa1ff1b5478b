"use client";

import type { ReactNode } from "react";
import type { Stage } from "@/core/knowledge";
import { kindOf } from "@/core/record";
import { type Effect, EFFECTS, type Response, RESPONSES, type Side } from "@/core/vocabulary";
import { EffectMark } from "../drawing/effect-mark";
import { ResponseMark } from "../drawing/response-mark";
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

type AnswerButtonsProps = {
  stage: Stage;
  /** The side that is answered for beside the one in hand; the number keys are not its own. */
  beside?: Side;
  chosen: string | null;
  /** Pressed, but not kept yet. */
  pressing: string | null;
  disabled: boolean;
  onAnswer: (answer: string) => void;
};

/** The answers: always here, always in this order, keys 1 to 4 (or 5). */
export function AnswerButtons({ stage, beside, chosen, pressing, disabled, onAnswer }: AnswerButtonsProps) {
  const choices = choicesOf(stage);
  if (choices.length === 0) return null;
  const isResponse = kindOf(stage) === "provoke";
  return (
    <div
      role="group"
      aria-label={`${isResponse ? "What it brought on" : stage.name}${beside ? `, ${beside}` : ""}`}
      className={`grid grid-cols-2 gap-2 ${choices.length === 3 ? "sm:grid-cols-3" : choices.length === 2 ? "sm:grid-cols-2" : choices.length === 5 ? "sm:grid-cols-5" : "sm:grid-cols-4"}`}
    >
      {choices.map(({ id, label, mark, loud }, index) => {
        const pressed = chosen === id;
        return (
          <button
            key={id}
            type="button"
            aria-pressed={pressed}
            disabled={disabled}
            {...(beside ? { "data-other-side": id } : isResponse ? { "data-response": id } : { "data-answer": id })}
            onClick={() => onAnswer(id)}
            className={`flex min-h-18 ${pressing === id ? PRESSING : ""} items-center gap-2 rounded-xl border-2 px-3 text-left leading-tight disabled:opacity-50 ${pressed ? "border-ink bg-ink font-semibold text-paper" : "border-edge bg-card active:bg-well"}`}
          >
            {!beside && (
              <span aria-hidden className="text-xl font-bold">
                {index + 1}
              </span>
            )}
            {mark}
            <span className={loud ? "text-lg font-bold" : ""}>{label}</span>
          </button>
        );
      })}
    </div>
  );
}
