"use client";

import { ReasonForm } from "../primitives/reason-form";
import { AlertTriangle, Ban, Check, Send } from "lucide-react";
import Link from "next/link";
import { ALL_CLEAR_OPTION, CITATIONS, type GuardQuestion, protocolOf } from "@/core/knowledge";
import { type Block, overriddenText, type Referral } from "@/core/safety";
import { LOADS } from "@/core/vocabulary";
import { Button, ButtonLink } from "../primitives/button";
import { Card } from "../primitives/card";
import { Choice } from "../primitives/choice";
import { useExam } from "../exam/exam-provider";

function BlockRow({ block }: { block: Block }) {
  const loads = block.loads === "all" ? "every load" : block.loads.map((load) => LOADS[load]).join(", ");
  return (
    <li className="rounded-lg border border-stop bg-stop-well p-3">
      <p className="flex gap-2 font-medium text-stop">
        <Ban aria-hidden size={20} className="shrink-0" />
        {block.reason}
      </p>
      <p className="text-sm">
        Blocks {loads}
        {block.on === "person" ? "" : ` on the ${block.on}`}.
      </p>
      {block.final ? (
        <p className="mt-1 text-sm">No typed reason lifts it; only the answer that led to it can change.</p>
      ) : block.overridden.length ? (
        <p className="mt-1 text-sm">{overriddenText(block)}</p>
      ) : (
        <p className="mt-1 text-sm">A typed reason lifts it for one test, at that test.</p>
      )}
    </li>
  );
}

function ReferralRow({ referral }: { referral: Referral }) {
  const { append } = useExam();
  return (
    <li className="rounded-lg border border-edge bg-caution-well p-3 text-caution">
      <p className="flex gap-2 font-medium">
        <Send aria-hidden size={20} className="shrink-0" />
        {referral.urgency}: {referral.text}
      </p>
      {referral.acknowledged ? (
        <p className="text-sm">Done: {referral.acknowledged}</p>
      ) : (
        <ReasonForm
          className="mt-2 gap-2"
          fieldClass="min-w-56"
          shortest={10}
          label="What was done about it"
          button="Record"
          onGive={(action) => void append({ type: "referral-acknowledged", body: { referral: referral.id, action } })}
        />
      )}
    </li>
  );
}

function QuestionRow({ question, answer }: { question: GuardQuestion; answer: string | undefined }) {
  const { append, previous } = useExam();
  const last = question.options.find(({ id }) => id === previous?.guardAnswers[question.id]);
  return (
    <li className="grid gap-2 border-b border-line py-2 last:border-0 md:grid-cols-[minmax(18rem,1fr)_minmax(0,auto)] md:items-center">
      <p>
        <strong className="block text-sm text-soft">
          {question.heading}
          {last && <span className="font-normal"> · last visit: {last.label.toLowerCase()}</span>}
        </strong>
        {question.ask}
        {question.citation && <span className="block text-xs text-soft">{CITATIONS[question.citation]}</span>}
      </p>
      <Choice
        label={question.heading}
        hideLabel
        value={answer ?? null}
        options={question.options.map(({ id, label }) => ({ value: id, label }))}
        onChoose={(next) => void append({ type: "guard-answered", body: { question: question.id, answer: next } })}
      />
    </li>
  );
}

/** Questions that decide what may be tested; the answers' consequences stand beside them. */
export function GuardScreen() {
  const { exam, guard, state, append } = useExam();
  const { questions, unanswered, stale, blocks, cautions, referrals } = guard;
  const askedAgain = () =>
    void append(
      ...stale.map(({ id }) => ({
        type: "guard-answered" as const,
        body: { question: id, answer: state.guardAnswers[id] ?? ALL_CLEAR_OPTION },
      })),
    );
  const shortcut = unanswered.filter(({ step }) => !step);
  const clearAll = () =>
    void append(
      ...shortcut.map(({ id }) => ({
        type: "guard-answered" as const,
        body: { question: id, answer: ALL_CLEAR_OPTION },
      })),
    );
  return (
    <div className="mx-auto grid w-full max-w-7xl gap-4 p-4 lg:grid-cols-[1fr_22rem]">
      <Card
        heading="Before anything is loaded"
        aside={
          <span className="text-sm text-soft">
            {questions.length - unanswered.length - stale.length} of {questions.length} asked
          </span>
        }
      >
        {guard.askAgain && (
          <p role="status" className="mb-3 rounded-lg border border-stop bg-stop-well p-3 font-medium text-stop">
            A test was stopped, or a sign is new. Ask these again before going on: {stale.length} are left.
          </p>
        )}
        <ul>
          {questions.map((question) => (
            <QuestionRow key={question.id} question={question} answer={guard.answers[question.id]} />
          ))}
        </ul>
        <div className="sticky bottom-0 -mx-4 -mb-4 mt-2 flex flex-wrap gap-3 rounded-b-2xl border-t border-line bg-card p-3">
          {shortcut.length > 0 && (
            <Button look="main" big onClick={clearAll}>
              <Check aria-hidden size={20} /> All{" "}
              {shortcut.length === questions.length ? "" : `${shortcut.length} others `}asked: no
            </Button>
          )}
          {unanswered.length === 0 && guard.askAgain && (
            <Button look="main" big onClick={askedAgain}>
              <Check aria-hidden size={20} /> Asked again: the answers stand as shown
            </Button>
          )}
          {unanswered.length === 0 && !guard.askAgain && (
            <ButtonLink look="main" big href={`/exams/${exam}/run`}>
              On to the tests
            </ButtonLink>
          )}
          {unanswered.length === 0 && !guard.askAgain && (
            <ButtonLink big href={`/exams/${exam}/baseline`}>
              Neurological baseline
            </ButtonLink>
          )}
        </div>
      </Card>
      <aside className="flex flex-col gap-4" aria-label="What the answers mean">
        {referrals.length > 0 && (
          <Card heading="Refer">
            <ul className="flex flex-col gap-2">
              {referrals.map((referral) => (
                <ReferralRow key={referral.id} referral={referral} />
              ))}
            </ul>
            <Link href={`/exams/${exam}/referral`} className="mt-2 flex min-h-11 items-center font-medium underline">
              The letter, to print
            </Link>
          </Card>
        )}
        {blocks.length > 0 && (
          <Card heading="Not to be loaded">
            <ul className="flex flex-col gap-2">
              {blocks.map((block) => (
                <BlockRow key={block.id} block={block} />
              ))}
            </ul>
          </Card>
        )}
        {guard.first.length > 0 && (
          <Card heading="First">
            <ul className="flex flex-col gap-2">
              {guard.first.map(({ id, text, tests }) => (
                <li key={id}>
                  {text}
                  <span className="block text-sm text-soft">
                    {tests.map((test) => protocolOf(test).name).join(", ")}
                  </span>
                </li>
              ))}
            </ul>
          </Card>
        )}
        <Card heading="Cautions">
          {cautions.length === 0 ? (
            <p className="text-soft">None from what was answered so far.</p>
          ) : (
            <ul className="flex flex-col gap-2">
              {cautions.map(({ id, text }) => (
                <li key={id} className="flex gap-2 rounded-lg bg-caution-well p-2 text-caution">
                  <AlertTriangle aria-hidden size={20} className="shrink-0" />
                  {text}
                </li>
              ))}
            </ul>
          )}
        </Card>
        <p className="text-sm text-soft">
          This lists what was asked and answered. It is not a clearance: licensed judgement and local rules come first.
        </p>
      </aside>
    </div>
  );
}
