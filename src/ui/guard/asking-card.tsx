"use client";

import { ArrowLeft, Check, Undo2 } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { ALL_CLEAR_OPTION } from "@/core/knowledge";
import { painfulSides } from "@/core/planning";
import { ANSWERED_BY, type AnsweredBy, type EventBody } from "@/core/record";
import { answeredTogether, type AskedGroup, askedInOrder } from "@/core/safety";
import { SIDES } from "@/core/vocabulary";
import { Button, ButtonLink } from "../primitives/button";
import { Card } from "../primitives/card";
import { Choice } from "../primitives/choice";
import { later } from "../primitives/later";
import { useExam } from "../exam/exam-provider";
import { KeyHint } from "../shell/key-hint";
import { KEYS } from "../shell/keymap";
import { useKeys } from "../shell/use-keys";
import { type Give, Question, Together } from "./question-card";

const PadAsking = later(() => import("./pad-asking").then((module) => module.PadAsking));

const BY_WORDS: Record<AnsweredBy, string> = {
  them: "patient",
  interpreter: "via interpreter",
  relative: "relative",
  records: "from records",
};

/** How many of the gravest questions may be asked together at the start. */
const ASKED_TOGETHER = 3;

/** How far each group is; a press opens its first question that waits, or its first. */
function Progress({ groups, onOpen }: { groups: readonly AskedGroup[]; onOpen: (question: string) => void }) {
  return (
    <ol aria-label="How far" className="grid grid-cols-[repeat(auto-fit,minmax(8rem,1fr))] gap-1.5">
      {groups.map(({ id, label, questions, left }) => (
        <li key={id} className="grow">
          <button
            type="button"
            onClick={() => onOpen(questions[0]!.id)}
            className="flex h-full min-h-11 w-full flex-col justify-end rounded-lg border border-line px-2 py-1 text-start text-xs"
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
              const parts = question.parts.filter(({ id }) => given?.parts.includes(id)).map(({ ask }) => ask);
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
                      {given?.onPad && <span className="block text-xs text-soft">on a tablet</span>}
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

/**
 * The safety questions, one after another, one key each.
 *
 * @param isPaused something else is asked first, and takes the keys
 */
export function AskingCard({ isPaused = false }: { isPaused?: boolean }) {
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
  const first = inOrder.filter(({ id }) => waiting.has(id)).slice(0, ASKED_TOGETHER);
  const isFirst =
    opened === null &&
    by === "them" &&
    !guard.askAgain &&
    first.length === ASKED_TOGETHER &&
    waiting.size === inOrder.length &&
    first.every(({ group: own, examiner, step }) => own === "grave" && !examiner && !step);
  const noToFirst = () =>
    void append(
      ...first.map(({ id }) => ({
        type: "guard-answered" as const,
        body: { question: id, answer: ALL_CLEAR_OPTION, by, together: true },
      })),
    );
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
      heading="Red-flag and safety questions"
      aside={
        <span className="text-sm text-soft" data-asked-count>
          {inOrder.length - waiting.size} of {inOrder.length} asked
        </span>
      }
    >
      {guard.askAgain && (
        <p role="status" className="mb-3 rounded-lg border border-stop bg-stop-well p-3 font-medium text-stop">
          Testing was stopped, or there is a new sign. Repeat these questions before you continue ({guard.stale.length}{" "}
          left).
        </p>
      )}
      <PadAsking waiting={inOrder.filter(({ id }) => waiting.has(id))} />
      <Progress groups={groups} onOpen={setOpened} />
      <div className="my-4 flex min-h-64 flex-col justify-center gap-3">
        {isPaused ? null : isFirst ? (
          <Together questions={first} onNo={noToFirst} onOpen={setOpened} />
        ) : current ? (
          <>
            {group?.id === "grave" && (
              <p className="text-sm font-semibold text-stop">
                Ask this one in person, even if the others were answered on the tablet.
              </p>
            )}
            <Question key={current.id} question={current} onGive={give} />
          </>
        ) : (
          <div className="flex flex-wrap items-center gap-3">
            <p className="w-full text-xl">All questions answered. Review the answers below.</p>
            <ButtonLink look="main" big href={`/exams/${exam}/${onwards}`}>
              {onwards === "plan" ? "Continue to plan" : "Continue to tests"}
            </ButtonLink>
            <ButtonLink big href={`/exams/${exam}/baseline`}>
              Neurological examination
            </ButtonLink>
          </div>
        )}
      </div>
      <div className="flex flex-wrap items-center gap-2 border-t border-line pt-2">
        <Button onClick={back}>
          <ArrowLeft aria-hidden size={18} /> Previous question <KeyHint entry={KEYS.questionBefore} />
        </Button>
        <Button onClick={takeBack}>
          <Undo2 aria-hidden size={18} /> Undo <KeyHint entry={KEYS.undo} />
        </Button>
        <Choice
          label="Answered by"
          hideLabel
          value={by}
          options={ANSWERED_BY.map((value) => ({ value, label: BY_WORDS[value] }))}
          onChoose={setBy}
        />
      </div>
      {by === "relative" && current?.private && (
        <p className="mt-2 text-sm text-caution">
          Do not ask this through a relative or a child. Use another way, or answer &ldquo;not sure&rdquo;.
        </p>
      )}
      <details className="mt-3" open={!current || undefined}>
        <summary className="flex min-h-11 items-center font-semibold">
          Answers ({Object.keys(state.guardAnswers).length})
        </summary>
        <Summary groups={groups} onOpen={setOpened} />
      </details>
    </Card>
  );
}
