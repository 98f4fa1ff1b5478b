"use client";

import { Tablet } from "lucide-react";
import { useEffect, useState } from "react";
import { ALL_CLEAR_OPTION, type GuardQuestion, LANGUAGE_STANDING } from "@/core/knowledge";
import type { EventBody } from "@/core/record";
import { isForPad, isGrave, nextPadPage, padAnswers, type PadGiven, padProgress, partsToday } from "@/core/safety";
import { LANGUAGE_IDS, LANGUAGES } from "@/core/vocabulary";
import { byChannel } from "../exam/channel";
import { useSaid } from "../exam/use-said";
import { useExam } from "../exam/exam-provider";
import { HandsHere } from "../hands/hands-here";
import { JoinCard } from "../hands/join-card";
import { hearAtTable, setKit, showOnPad, useKit } from "../hands/kit";
import { Button } from "../primitives/button";

/** Answers that follow each other more quickly were hardly read. */
const QUICK_MS = 1000;
const BACK = { id: "back", label: "Back" };

/** What was pressed, in its order, each with when. */
type Pressed = readonly { readonly page: string; readonly answer: string; readonly at: number }[];

/** They answer the warning questions alone, a page each; what is not a no is seen, and nothing counts before it is taken. */
function Asked({ questions, onEnd }: { questions: readonly GuardQuestion[]; onEnd: () => void }) {
  const { appendFrom } = useExam();
  const { joined, isLineUp } = useKit();
  const [pressed, setPressed] = useState<Pressed>([]);
  const given: PadGiven = Object.fromEntries(pressed.map(({ page, answer }) => [page, answer]));
  const page = nextPadPage(questions, given);
  const { done, all } = padProgress(questions, given);
  /** They pressed stop: the pad says so until somebody has asked them why. */
  const [isStopped, setStopped] = useState(false);
  const hasPad = joined.some(({ role }) => role === "pad");
  const shown = JSON.stringify(
    page
      ? {
          show: "ask",
          id: page.id,
          text: page.text,
          words: page.words,
          choices: [...page.choices, ...(pressed.length > 0 ? [BACK] : [])],
        }
      : { show: "wait" },
  );
  useEffect(() => {
    if (hasPad && isLineUp && !isStopped) showOnPad(JSON.parse(shown) as Parameters<typeof showOnPad>[0]);
  }, [shown, hasPad, isLineUp, isStopped]);
  useEffect(() => {
    setKit({ isJoining: true });
    return () => {
      showOnPad({ show: "wait" });
      setKit({ isJoining: false });
    };
  }, []);
  useEffect(
    () =>
      hearAtTable((said) => {
        if (said.by !== "pad") return;
        if (said.heard.says === "stop") setStopped(true);
        if (said.heard.says !== "answer" || said.heard.to !== page?.id) return;
        const { answer = "" } = said.heard;
        if (answer === BACK.id) setPressed((before) => before.slice(0, -1));
        else if (page && page.choices.some(({ id }) => id === answer))
          setPressed((before) => [...before, { page: page.id, answer, at: said.at }]);
      }),
    [page],
  );

  const answers = padAnswers(questions, given);
  const notNo = answers.filter(({ answer }) => answer !== ALL_CLEAR_OPTION);
  /** A no to what is gravest, or to what the examiner also looks at, is asked in person before it counts. */
  const isLookedAt = (id: string) =>
    questions.some((question) => question.id === id && partsToday(question).some(({ examiner }) => examiner));
  const taken = answers.filter(
    ({ question, answer }) => answer !== ALL_CLEAR_OPTION || !(isGrave(question) || isLookedAt(question)),
  );
  const quick = pressed.filter(({ at }, index) => index > 0 && at - pressed[index - 1]!.at < QUICK_MS).length;
  const take = async () => {
    const kept = await byChannel("pad", () =>
      appendFrom(() =>
        taken.map(({ question, answer, parts }) => {
          const body: EventBody<"guard-answered"> = {
            question,
            answer,
            by: "them",
            ...(parts.length > 0 ? { parts: [...parts] } : {}),
          };
          return { type: "guard-answered", body };
        }),
      ),
    );
    if (kept) onEnd();
  };
  return (
    <section
      aria-label="Answers on a tablet"
      data-pad-asked={`${done} of ${all}`}
      className="mb-3 flex flex-col gap-3 rounded-xl border-2 border-edge p-3"
    >
      {hasPad ? (
        <>
          {isStopped && (
            <p
              role="alert"
              data-pad-stopped
              className="flex flex-wrap items-center gap-3 rounded-lg border-2 border-stop bg-stop-well p-3 text-lg font-semibold text-stop"
            >
              <span className="grow">The patient pressed Stop. Ask why before you continue.</span>
              <Button onClick={() => setStopped(false)}>Continue questions</Button>
            </p>
          )}
          <p role="status" className="text-lg font-semibold">
            {page ? `On the tablet: ${done} of ${all} questions` : "All questions answered on the tablet."}
          </p>
          {notNo.length > 0 && (
            <ul aria-label="Not answered no" className="grid gap-1 md:grid-cols-2">
              {notNo.map(({ question, answer }) => {
                const asked = questions.find(({ id }) => id === question)!;
                return (
                  <li key={question} className="flex justify-between gap-2 border-b border-line py-1">
                    {asked.heading}
                    <strong className="text-stop">{asked.options.find(({ id }) => id === answer)?.label}</strong>
                  </li>
                );
              })}
            </ul>
          )}
          {quick > 0 && (
            <p className="text-sm text-caution">
              {quick} {quick === 1 ? "answer" : "answers"} came within one second. Check that the patient read the
              questions.
            </p>
          )}
          <p className="flex flex-wrap items-center gap-2">
            <Button look="main" big disabled={taken.length === 0} onClick={() => void take()}>
              Accept {taken.length} {taken.length === 1 ? "answer" : "answers"}
            </Button>
            <Button look="quiet" onClick={onEnd}>
              Stop
            </Button>
            <span className="text-sm text-soft">
              Ask the critical questions in person too; only then does &ldquo;no&rdquo; count.
            </span>
          </p>
        </>
      ) : (
        <>
          <JoinCard padOnly />
          <Button look="quiet" className="self-start" onClick={onEnd}>
            Ask in person instead
          </Button>
        </>
      )}
    </section>
  );
}

/** Offers the pad for the questions that wait. */
export function PadAsking({ waiting }: { waiting: readonly GuardQuestion[] }) {
  const said = useSaid();
  const [asked, setAsked] = useState<readonly GuardQuestion[] | null>(null);
  const forPad = waiting.filter(isForPad);
  if (asked)
    return (
      <>
        <HandsHere />
        <Asked questions={asked} onEnd={() => setAsked(null)} />
      </>
    );
  return forPad.length > 1 ? (
    <p className="mb-3 flex flex-wrap items-center gap-2">
      <Button onClick={() => setAsked(forPad)}>
        <Tablet aria-hidden size={18} /> Patient answers on a tablet
      </Button>
      <span className="text-sm text-soft">
        One question per page, in {LANGUAGE_IDS.map((id) => LANGUAGES[id]).join(" or ")}; nothing is recorded until you
        accept it.
      </span>
      <span className="w-full text-sm text-caution" data-language-standing>
        {LANGUAGE_IDS.map((id) => said(LANGUAGE_STANDING[id])).join(" ")}
      </span>
    </p>
  ) : null;
}
