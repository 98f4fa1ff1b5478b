"use client";

import { ArrowLeft, Check, Undo2 } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { ALL_CLEAR_OPTION, CITATIONS, GUARD_ASKED, type GuardQuestion, NOT_THROUGH_RELATIVES } from "@/core/knowledge";
import { painfulSides } from "@/core/planning";
import { ANSWERED_BY, type AnsweredBy, type EventBody } from "@/core/record";
import { answeredTogether, type AskedGroup, askedInOrder } from "@/core/safety";
import { SIDES } from "@/core/vocabulary";
import { Button, ButtonLink } from "../primitives/button";
import { Card } from "../primitives/card";
import { Choice } from "../primitives/choice";
import { later } from "../primitives/later";
import { useExam } from "../exam/exam-provider";
import { useSaid } from "../exam/use-said";
import { KeyHint } from "../shell/key-hint";
import { type KeyEntry, KEYS } from "../shell/keymap";
import { useKeys } from "../shell/use-keys";

const PadAsking = later(() => import("./pad-asking").then((module) => module.PadAsking));

const BY_WORDS: Record<AnsweredBy, string> = {
  them: "they say it",
  interpreter: "through an interpreter",
  relative: "a relative says it",
  records: "from records",
};

const NOT_KNOWN = "not-known";
const partsOf = ({ id }: GuardQuestion): readonly string[] => GUARD_ASKED[id]?.parts ?? [];
const isPlain = ({ id }: GuardQuestion["options"][number]) => id !== ALL_CLEAR_OPTION && id !== NOT_KNOWN;

type Give = (question: GuardQuestion, answer: string, parts?: readonly number[]) => void;

/** The answers that have a number: which of several, or every one where there is no plain no. */
const numbered = (question: GuardQuestion) => {
  const several = question.options.filter(isPlain);
  const hasNo = question.options.some(({ id }) => id === ALL_CLEAR_OPTION);
  return hasNo && several.length < 2 ? [] : several;
};

type PartsProps = { question: GuardQuestion; chosen: readonly number[]; onPart: (part: number) => void };

/** The parts of a question; a press on one is a yes to it. */
function Parts({ question, chosen, onPart }: PartsProps) {
  const said = useSaid();
  const parts = partsOf(question);
  if (parts.length === 0) return null;
  return (
    <ul aria-label="Its parts" className="grid gap-1.5 sm:grid-cols-2">
      {parts.map((part, index) => (
        <li key={part}>
          <Button
            big
            data-part={index + 1}
            aria-pressed={chosen.includes(index + 1)}
            onClick={() => onPart(index + 1)}
            className="w-full justify-start! px-3! text-start text-lg"
          >
            {numbered(question).length === 0 && <KeyHint entry={KEYS.option} nth={index} />}
            {said(part)}
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

/** One question, large: its parts, then no on one side, yes and not sure on the other. */
function Question({ question, onGive }: { question: GuardQuestion; onGive: Give }) {
  const { previous, guard, state } = useExam();
  const said = useSaid();
  const [parts, setParts] = useState<readonly number[]>(state.guardGiven[question.id]?.parts ?? []);
  const several = numbered(question);
  const [yes] = question.options.filter(isPlain);
  const hasNo = question.options.some(({ id }) => id === ALL_CLEAR_OPTION);
  const given = guard.answers[question.id];
  const last = question.options.find(({ id }) => id === previous?.guardAnswers[question.id]);
  /** A yes to a part is the answer where there is one yes; where there are several, which one is asked. */
  const part = (nth: number) => {
    const marked = parts.includes(nth) ? parts.filter((other) => other !== nth) : [...parts, nth];
    setParts(marked);
    if (several.length === 0 && yes && marked.length > 0) onGive(question, yes.id, marked);
  };
  const say = (answer: string) => onGive(question, answer, answer === ALL_CLEAR_OPTION ? [] : parts);
  const answers: readonly AnswerOffered[] = [
    ...(hasNo
      ? [
          {
            id: ALL_CLEAR_OPTION,
            label: partsOf(question).length > 1 ? "No to all" : "No",
            key: KEYS.answerNo,
            wide: true,
          },
        ]
      : []),
    ...(several.length > 0
      ? several.map(({ id, label }, nth) => ({ id, label, key: KEYS.option, nth }))
      : yes
        ? [{ id: yes.id, label: yes.label, key: KEYS.answerYes }]
        : []),
    ...(question.options.some(({ id }) => id === NOT_KNOWN)
      ? [{ id: NOT_KNOWN, label: "Not sure", key: KEYS.notSure }]
      : []),
  ];
  useKeys(KEYS.answerNo, () => hasNo && say(ALL_CLEAR_OPTION));
  useKeys(KEYS.answerYes, () => several.length === 0 && yes && say(yes.id));
  useKeys(KEYS.notSure, () => question.options.some(({ id }) => id === NOT_KNOWN) && say(NOT_KNOWN));
  useKeys(KEYS.option, (event) => {
    const nth = Number(event.key);
    if (several.length > 0) {
      const option = several[nth - 1];
      if (option) say(option.id);
    } else if (partsOf(question)[nth - 1]) part(nth);
  });
  return (
    <section aria-label={question.heading} data-question={question.id} className="flex flex-col gap-3">
      <div>
        <p className="text-sm font-semibold text-soft">
          {question.heading}
          {last && <span className="font-normal"> · last visit: {last.label.toLowerCase()}</span>}
        </p>
        <p className={partsOf(question).length > 0 ? "text-soft" : "text-2xl leading-snug"}>
          &ldquo;{said(question.ask)}&rdquo;
        </p>
        {question.citation && <p className="text-xs text-soft">{CITATIONS[question.citation]}</p>}
      </div>
      <Parts question={question} chosen={parts} onPart={part} />
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

/** How far each group is; a press opens its first question that waits, or its first. */
function Progress({ groups, onOpen }: { groups: readonly AskedGroup[]; onOpen: (question: string) => void }) {
  return (
    <ol aria-label="How far" className="flex flex-wrap gap-1.5">
      {groups.map(({ id, label, questions, left }) => (
        <li key={id} className="grow">
          <button
            type="button"
            onClick={() => onOpen(questions[0]!.id)}
            className="flex min-h-11 w-full flex-col justify-center rounded-lg border border-line px-2 text-start text-xs"
          >
            <span className="flex items-center gap-1 font-medium">
              {left === 0 && <Check aria-hidden size={14} />} {label}
            </span>
            <span className="text-soft">
              {questions.length - left} of {questions.length}
            </span>
            <span aria-hidden className="mt-0.5 block h-1 w-full rounded bg-well">
              <span
                className="block h-1 rounded bg-lantern"
                style={{ width: `${((questions.length - left) / questions.length) * 100}%` }}
              />
            </span>
          </button>
        </li>
      ))}
    </ol>
  );
}

/** Everything that was answered, how, and by whom; what was pressed together is said so. */
function Summary({ groups, onOpen }: { groups: readonly AskedGroup[]; onOpen: (question: string) => void }) {
  const { guard, state } = useExam();
  const together = answeredTogether(state);
  return (
    <div className="flex flex-col gap-3" data-guard-summary>
      {groups.map(({ id, label, questions }) => (
        <section key={id} aria-label={label}>
          <h3 className="text-sm font-semibold text-soft">{label}</h3>
          <ul className="grid gap-x-4 md:grid-cols-2">
            {questions.map((question) => {
              const answer = question.options.find((option) => option.id === guard.answers[question.id]);
              const given = state.guardGiven[question.id];
              const parts = given?.parts.flatMap((part) => partsOf(question)[part - 1] ?? []) ?? [];
              const isOdd = answer && answer.id !== ALL_CLEAR_OPTION && answer.effects.length > 0;
              return (
                <li key={question.id} className="border-b border-line last:border-0">
                  <button
                    type="button"
                    data-asked-question={question.id}
                    onClick={() => onOpen(question.id)}
                    className="flex min-h-11 w-full items-center justify-between gap-2 text-start text-sm"
                  >
                    <span>
                      {question.heading}
                      {parts.length > 0 && <span className="block text-xs text-soft">{parts.join(" ")}</span>}
                      {given?.onPad && <span className="block text-xs text-soft">alone, on a pad</span>}
                      {given && given.by !== "them" && (
                        <span className="block text-xs text-soft">{BY_WORDS[given.by]}</span>
                      )}
                      {together.has(question.id) && (
                        <span className="block text-xs text-caution">answered together</span>
                      )}
                    </span>
                    <strong className={isOdd ? "text-stop" : answer ? "font-medium" : "text-soft"}>
                      {answer?.label ?? "not asked"}
                    </strong>
                  </button>
                </li>
              );
            })}
          </ul>
        </section>
      ))}
    </div>
  );
}

/** The warning questions, one after another, one key each. */
export function AskingCard() {
  const { exam, guard, state, append, undo } = useExam();
  const [opened, setOpened] = useState<string | null>(null);
  const router = useRouter();
  /** A plan is seen once before its first test; with tests done they go on. */
  const onwards = state.plan && state.runs.length === 0 ? "plan" : "run";
  const [by, setBy] = useState<AnsweredBy>("them");
  const groups = askedInOrder(guard, painfulSides(state).length === SIDES.length);
  const inOrder = groups.flatMap(({ questions }) => questions);
  const waiting = new Set([...guard.unanswered, ...guard.stale].map(({ id }) => id));
  const current = inOrder.find(({ id }) => id === opened) ?? inOrder.find(({ id }) => waiting.has(id)) ?? null;
  const give: Give = (question, answer, parts = []) => {
    const body: EventBody<"guard-answered"> = {
      question: question.id,
      answer,
      by,
      ...(parts.length > 0 ? { parts: [...parts] } : {}),
    };
    const isLast = waiting.size === 1 && waiting.has(question.id) && answer === ALL_CLEAR_OPTION;
    void append({ type: "guard-answered", body }).then((taken) => {
      if (!taken) return;
      setOpened(null);
      /** Nothing follows from any answer, so there is nothing to read first. */
      if (isLast && guard.referrals.length === 0 && guard.blocks.length === 0) router.push(`/exams/${exam}/${onwards}`);
    });
  };
  const back = () => {
    const at = current ? inOrder.indexOf(current) : inOrder.length;
    if (at > 0) setOpened(inOrder[at - 1]!.id);
  };
  const takeBack = () => {
    setOpened(null);
    void undo();
  };
  useKeys(KEYS.undo, takeBack);
  useKeys(KEYS.questionBefore, back);
  const group = groups.find(({ questions }) => current !== null && questions.includes(current));
  return (
    <Card
      heading="Before anything is loaded"
      aside={
        <span className="text-sm text-soft" data-asked-count>
          {inOrder.length - waiting.size} of {inOrder.length} asked
        </span>
      }
    >
      {guard.askAgain && (
        <p role="status" className="mb-3 rounded-lg border border-stop bg-stop-well p-3 font-medium text-stop">
          A test or the questions were stopped, or a sign is new. Ask these again before going on: {guard.stale.length}{" "}
          are left.
        </p>
      )}
      <PadAsking waiting={inOrder.filter(({ id }) => waiting.has(id))} />
      <Progress groups={groups} onOpen={setOpened} />
      <div className="my-4 flex min-h-64 flex-col justify-center gap-3">
        {current ? (
          <>
            {group?.id === "grave" && (
              <p className="text-sm font-semibold text-stop">Ask this one aloud, whoever answered the rest.</p>
            )}
            <Question key={current.id} question={current} onGive={give} />
          </>
        ) : (
          <div className="flex flex-wrap items-center gap-3">
            <p className="w-full text-xl">Every question has been asked. What was answered stands below.</p>
            <ButtonLink look="main" big href={`/exams/${exam}/${onwards}`}>
              {onwards === "plan" ? "On to the plan" : "On to the tests"}
            </ButtonLink>
            <ButtonLink big href={`/exams/${exam}/baseline`}>
              Neurological baseline
            </ButtonLink>
          </div>
        )}
      </div>
      <div className="flex flex-wrap items-center gap-2 border-t border-line pt-2">
        <Button onClick={back}>
          <ArrowLeft aria-hidden size={18} /> Before <KeyHint entry={KEYS.questionBefore} />
        </Button>
        <Button onClick={takeBack}>
          <Undo2 aria-hidden size={18} /> Undo <KeyHint entry={KEYS.undo} />
        </Button>
        <Choice
          label="Who answers"
          hideLabel
          value={by}
          options={ANSWERED_BY.map((value) => ({ value, label: BY_WORDS[value] }))}
          onChoose={setBy}
        />
      </div>
      {by === "relative" && current && NOT_THROUGH_RELATIVES.includes(current.id) && (
        <p className="mt-2 text-sm text-caution">
          Not through a relative, and never through a child: find another way to ask, or answer not sure.
        </p>
      )}
      <details className="mt-3" open={!current || undefined}>
        <summary className="flex min-h-11 items-center font-semibold">
          What was answered ({Object.keys(state.guardAnswers).length})
        </summary>
        <Summary groups={groups} onOpen={setOpened} />
      </details>
    </Card>
  );
}
