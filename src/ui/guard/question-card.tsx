"use client";

import { useState } from "react";
import { ALL_CLEAR_OPTION, CITATIONS, type GuardQuestion, NOT_KNOWN_OPTION } from "@/core/knowledge";
import { partsToday } from "@/core/safety";
import { Button } from "../primitives/button";
import { useExam } from "../exam/exam-provider";
import { useSaid } from "../exam/use-said";
import { KeyHint } from "../shell/key-hint";
import { type KeyEntry, KEYS } from "../shell/keymap";
import { useKeys } from "../shell/use-keys";

const isPlain = ({ id }: GuardQuestion["options"][number]) => id !== ALL_CLEAR_OPTION && id !== NOT_KNOWN_OPTION;
const hasNo = ({ options }: GuardQuestion) => options.some(({ id }) => id === ALL_CLEAR_OPTION);

export type Give = (question: GuardQuestion, answer: string, parts?: readonly string[]) => void;

type PartsProps = { question: GuardQuestion; chosen: readonly string[]; onPart: (part: string) => void };

/** The sentences of a question; a press on one is a yes to it. */
function Parts({ question, chosen, onPart }: PartsProps) {
  const said = useSaid();
  const parts = partsToday(question);
  if (parts.length < 2)
    return <p className="text-2xl leading-snug">&ldquo;{said(parts[0]?.ask ?? question.heading)}&rdquo;</p>;
  return (
    <ul aria-label="Sentences to ask" className="grid gap-1.5">
      {parts.map(({ id, ask, examiner }, index) => (
        <li key={id}>
          <Button
            big
            data-part={id}
            aria-pressed={chosen.includes(id)}
            onClick={() => onPart(id)}
            className="w-full justify-start! px-3! text-start text-lg"
          >
            <KeyHint entry={KEYS.option} nth={index} />
            <span>
              {said(ask)}
              {examiner && <span className="block text-sm text-soft">look or try; not asked</span>}
            </span>
          </Button>
        </li>
      ))}
    </ul>
  );
}

/** An answer as it is pressed, with its key. */
type AnswerOffered = {
  readonly id: string;
  readonly label: string;
  readonly key: KeyEntry;
  readonly nth?: number;
  readonly wide?: boolean;
};

const SIDE_ORDER: readonly string[] = ["right", "left", "both"];
const isBySide = (options: readonly { readonly id: string }[]) =>
  options.length === SIDE_ORDER.length && options.every(({ id }, index) => id === SIDE_ORDER[index]);

/** The answers of a question: no first, then each way of yes, then not sure. */
function answersOf(question: GuardQuestion): readonly AnswerOffered[] {
  const several = question.options.filter(isPlain);
  const key = isBySide(several) ? KEYS.answerSide : KEYS.answerYes;
  return [
    ...(hasNo(question)
      ? [
          {
            id: ALL_CLEAR_OPTION,
            label:
              partsToday(question).length > 1
                ? "No to all of these"
                : question.options.find(({ id }) => id === ALL_CLEAR_OPTION)!.label,
            key: KEYS.answerNo,
            wide: true,
          },
        ]
      : []),
    ...several.map(({ id, label }, nth) => ({ id, label, key, nth })),
    ...(question.options.some(({ id }) => id === NOT_KNOWN_OPTION)
      ? [{ id: NOT_KNOWN_OPTION, label: "Not sure", key: KEYS.notSure }]
      : []),
  ];
}

/** One question, large: its sentences, then no on one side, yes and not sure on the other. */
export function Question({ question, onGive }: { question: GuardQuestion; onGive: Give }) {
  const { previous, guard, state } = useExam();
  const [parts, setParts] = useState<readonly string[]>(state.guardGiven[question.id]?.parts ?? []);
  const several = question.options.filter(isPlain);
  const given = guard.answers[question.id];
  const last = question.options.find(({ id }) => id === previous?.guardAnswers[question.id]);
  /** A yes to a sentence is the answer where there is one yes; where there are several, which one is asked. */
  const part = (id: string) => {
    const marked = parts.includes(id) ? parts.filter((other) => other !== id) : [...parts, id];
    setParts(marked);
    setUnnamed(false);
    if (several.length === 1 && hasNo(question) && marked.length > 0) onGive(question, several[0]!.id, marked);
  };
  /** A yes says to which sentence: what follows from it differs. */
  const [isUnnamed, setUnnamed] = useState(false);
  const say = (answer: string) => {
    const isYes = answer !== ALL_CLEAR_OPTION && answer !== NOT_KNOWN_OPTION;
    if (isYes && parts.length === 0 && partsToday(question).length > 1 && !question.step) setUnnamed(true);
    else onGive(question, answer, isYes ? parts : []);
  };
  const answers = answersOf(question);
  const press = (key: KeyEntry, pressed: string) => {
    const nth = key.keys.indexOf(pressed.toLowerCase());
    const found = answers.find((one) => one.key === key && (one.nth ?? 0) === nth);
    if (found) say(found.id);
  };
  useKeys(KEYS.answerNo, () => hasNo(question) && say(ALL_CLEAR_OPTION));
  useKeys(KEYS.answerYes, (event) => press(KEYS.answerYes, event.key));
  useKeys(KEYS.answerSide, (event) => press(KEYS.answerSide, event.key));
  useKeys(KEYS.notSure, () => press(KEYS.notSure, KEYS.notSure.keys[0]!));
  useKeys(KEYS.option, (event) => {
    const asked = partsToday(question);
    const chosen = asked.length > 1 ? asked[Number(event.key) - 1] : undefined;
    if (chosen) part(chosen.id);
  });
  return (
    <section aria-label={question.heading} data-question={question.id} className="flex flex-col gap-3">
      <div>
        <p className="text-sm font-semibold text-soft">
          {question.heading}
          {last && <span className="font-normal"> · last visit: {last.label.toLowerCase()}</span>}
        </p>
        {question.citation && <p className="text-xs text-soft">{CITATIONS[question.citation]}</p>}
      </div>
      <Parts question={question} chosen={parts} onPart={part} />
      {isUnnamed && parts.length === 0 && (
        <p role="alert" className="font-medium text-caution">
          Press each sentence that was answered yes, then the answer.
        </p>
      )}
      {question.id === "cancer" && (
        <p className="text-sm text-soft">
          Such pain counts after cancer of breast, prostate, lung, kidney, thyroid, bowel or blood, a melanoma, any
          spread, or any cancer within 10 years.
        </p>
      )}
      <div role="group" aria-label="Answer" className="flex flex-wrap gap-2">
        {answers.map(({ id, label, key, nth, wide }) => (
          <Button
            key={id}
            big
            data-option={id}
            aria-pressed={given === id}
            onClick={() => say(id)}
            className={`min-h-18! grow ${wide ? "basis-52 text-xl" : "basis-28 text-lg"}`}
          >
            {label} <KeyHint entry={key} {...(nth === undefined ? {} : { nth })} />
          </Button>
        ))}
      </div>
    </section>
  );
}

type TogetherProps = {
  questions: readonly GuardQuestion[];
  onNo: () => void;
  onOpen: (question: string) => void;
};

/** The gravest questions at the start, asked one after another and answered no by one press. */
export function Together({ questions, onNo, onOpen }: TogetherProps) {
  const said = useSaid();
  useKeys(KEYS.answerNo, onNo);
  useKeys(KEYS.option, (event) => {
    const chosen = questions[Number(event.key) - 1];
    if (chosen) onOpen(chosen.id);
  });
  return (
    <section
      aria-label="Asked together"
      data-asked-together={questions.map(({ id }) => id).join(" ")}
      className="flex flex-col gap-3"
    >
      {questions.map((question, index) => (
        <div key={question.id} className="grid gap-1 sm:grid-cols-[1fr_auto] sm:items-start">
          <div>
            <p className="text-sm font-semibold text-soft">{question.heading}</p>
            <ul className="text-lg leading-snug">
              {partsToday(question).map(({ id, ask }) => (
                <li key={id}>{said(ask)}</li>
              ))}
            </ul>
          </div>
          <Button onClick={() => onOpen(question.id)}>
            Yes or not sure <span className="sr-only">to {question.heading}</span>{" "}
            <KeyHint entry={KEYS.option} nth={index} />
          </Button>
        </div>
      ))}
      <Button big look="main" data-option="no" onClick={onNo} className="min-h-18! text-xl">
        No to all of these <KeyHint entry={KEYS.answerNo} />
      </Button>
    </section>
  );
}
