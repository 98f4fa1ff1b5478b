"use client";

import { AlertTriangle, ArrowRight, Minus, Plus } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { protocolOf, type TestId, usualSheet } from "@/core/knowledge";
import {
  editsOf,
  type ExamPlan,
  heldAt,
  heldBy,
  heldOrNot,
  inPlaceOf,
  otherPosition,
  painfulSides,
  planDraft,
  type PlanEdits,
  USUAL_BUDGET,
} from "@/core/planning";
import { sideLetter } from "@/core/vocabulary";
import { AddTest } from "../exam/add-test";
import { usePlan } from "../exam/use-spreads";
import { Button, ButtonLink } from "../primitives/button";
import { Card } from "../primitives/card";
import { returningPlan } from "../course/returning-plan";
import { ReturningScreen } from "../course/returning-screen";
import { useExamCourse } from "../exam/exam-course";
import { useExam } from "../exam/exam-provider";
import { KeyHint } from "../shell/key-hint";
import { KEYS } from "../shell/keymap";
import { Outline } from "../shell/loaded";
import { useKeys } from "../shell/use-keys";
import { KeepSheet } from "./keep-sheet";
import { PlanRoad } from "./plan-road";
import { type EditProps, Why } from "./plan-why";
import { PLACE_WORDS, costText, counted, type Stone, stonesOf } from "./stones";

/** A press changes the minutes by so many, and the burden with them. */
const MINUTES_STEP = 5;
const BURDEN_STEP = 8;

/** A list of tests that is followed instead: one of the practitioner's own, or the fixed one of the region. */
type TestList = { readonly label: string; readonly tests: readonly TestId[] };

/** What to do first, on which side, and how long it all takes: the line that is read from afar. */
function TopLine({ plan }: { plan: ExamPlan }) {
  const [block] = plan.blocks;
  const first = block ? stonesOf(block)[0] : undefined;
  return (
    <div className="flex flex-wrap items-baseline justify-between gap-x-6" data-plan-top>
      <p className="text-3xl leading-tight font-bold xl:text-[2.5rem]">
        {block && first ? (
          <>
            <span className="font-normal">{PLACE_WORDS[block.place] ?? block.place} ·</span> {first.name}
            {first.sides.length > 0 && (
              <span className="whitespace-nowrap"> {first.sides.map(sideLetter).join(" then ")}</span>
            )}
          </>
        ) : (
          "No test here speaks to this complaint"
        )}
      </p>
      {block && <p className="text-2xl font-semibold sm:whitespace-nowrap">about {costText(plan.expected)}</p>}
      {block?.before.map(({ is, label, minutes }) => (
        <p key={is} className="w-full text-lg">
          Before it: {label.toLowerCase()}, about {minutes} min
        </p>
      ))}
      <p className="w-full text-base text-soft" hidden={!block}>
        at the most {counted(plan.most.tests, "test", "tests")}, {Math.round(plan.most.minutes)} min · everything:{" "}
        {costText(plan.everything)} · the fixed list: {costText(plan.sheet)}
        {plan.gap !== null && ` · approximate, gap at most ${plan.gap.toFixed(1)}`}
      </p>
    </div>
  );
}

/** What is missing before the first test; it is not there when nothing is. */
function AskBefore({ plan, exam }: { plan: ExamPlan; exam: string }) {
  const [first, ...others] = plan.asks;
  if (plan.before.length === 0 && !first) return null;
  return (
    <div
      role="status"
      className="flex flex-wrap items-center gap-3 rounded-xl border-2 border-stop bg-stop-well px-3 py-2 text-stop"
    >
      <AlertTriangle aria-hidden size={22} />
      <div className="grow text-lg leading-tight">
        {plan.before.map((text) => (
          <p key={text}>{text}</p>
        ))}
        {first && (
          <p>
            Ask before: <strong>{first.heading}</strong>
            {others.length > 0 && ` and ${others.length} more`}
          </p>
        )}
      </div>
      {first && (
        <ButtonLink look="stop" big href={`/exams/${exam}/guard`}>
          Ask <KeyHint entry={KEYS.planAsk} />
        </ButtonLink>
      )}
    </div>
  );
}

/** Everything the list needs, how much time there is, and what is left out. */
function Foot({ plan, edits, onEdit, sides }: Omit<EditProps, "stone"> & { sides: string }) {
  const minutes = edits.budget?.minutes ?? USUAL_BUDGET.minutes;
  const burden = edits.budget?.burden ?? USUAL_BUDGET.burden;
  const change = (by: number) =>
    onEdit({
      budget: {
        minutes: Math.max(MINUTES_STEP, minutes + by * MINUTES_STEP),
        burden: Math.max(BURDEN_STEP, burden + by * BURDEN_STEP),
      },
    });
  useKeys(KEYS.less, () => change(-1));
  useKeys(KEYS.more, () => change(1));
  const needed = [...plan.equipment, sides].filter(Boolean);
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 text-base">
      <p className="grow" data-needed>
        {needed.length > 0 && <>At hand: {needed.join(" · ")}</>}
      </p>
      <div className="flex items-center gap-1.5" role="group" aria-label="Time there is">
        <Button aria-label="shorter" onClick={() => change(-1)}>
          <Minus aria-hidden size={18} />
        </Button>
        <span className="min-w-20 text-center font-semibold" data-minutes={minutes}>
          {minutes} min
        </span>
        <Button aria-label="longer" onClick={() => change(1)}>
          <Plus aria-hidden size={18} />
        </Button>
      </div>
      <details className="w-full">
        <summary className="flex min-h-11 items-center">
          Left out: {counted(plan.leftOut.length, "test", "tests")}
          {plan.staysOpen.length > 0 &&
            `; ${plan.staysOpen.join(", ")} ${plan.staysOpen.length === 1 ? "stays" : "stay"} open`}
        </summary>
        <ul className="grid gap-x-6 sm:grid-cols-2">
          {plan.leftOut.map(({ test, why }) => (
            <li key={test} className="flex min-h-11 items-center gap-2 border-b border-line">
              <span className="grow">
                {protocolOf(test).name} <span className="text-soft">{why}</span>
              </span>
              {!why.startsWith("blocked") && (
                <Button
                  look="quiet"
                  onClick={() =>
                    onEdit({
                      without: (edits.without ?? []).filter((other) => other !== test),
                      added: [...new Set([...(edits.added ?? []), test])],
                    })
                  }
                >
                  Put in
                </Button>
              )}
            </li>
          ))}
        </ul>
        <AddTest
          tests={plan.blocks.flatMap(({ tests }) => tests.map(({ test }) => test))}
          onAdd={(test) =>
            onEdit({
              without: (edits.without ?? []).filter((other) => other !== test),
              added: [...new Set([...(edits.added ?? []), test])],
            })
          }
        />
      </details>
      <KeepSheet plan={plan} />
    </div>
  );
}

/** Walks the stones by the arrows, and takes the keys of the plan. */
function usePlanKeys(
  plan: ExamPlan | null,
  stones: readonly Stone[],
  chosen: TestId | null,
  choose: (test: TestId | null) => void,
  onEdit: EditProps["onEdit"],
  edits: PlanEdits,
) {
  const { state, guard } = useExam();
  const step = (by: number) => {
    const at = stones.findIndex(({ test }) => test === chosen);
    const next = stones[at < 0 ? (by > 0 ? 0 : stones.length - 1) : Math.min(stones.length - 1, Math.max(0, at + by))];
    if (!next) return;
    choose(next.test);
    document.querySelector<HTMLElement>(`[data-stone="${next.test}"]`)?.focus();
  };
  useKeys(KEYS.planNext, () => step(1));
  useKeys(KEYS.planBefore, () => step(-1));
  useKeys(KEYS.planNot, () => chosen && onEdit({ without: [...(edits.without ?? []), chosen] }));
  useKeys(KEYS.planFirst, () => {
    const block = plan?.blocks.find(({ tests }) => tests.some(({ test }) => test === chosen));
    if (block) onEdit({ first: block.position });
  });
  useKeys(KEYS.planOther, () => {
    const form = chosen && otherPosition(state, guard, chosen);
    if (!form) return;
    onEdit(inPlaceOf(edits, chosen, form));
    choose(form);
  });
  const inBlock = (change: (block: ExamPlan["blocks"][number], test: TestId) => readonly TestId[]) => () => {
    const block = plan?.blocks.find(({ tests }) => tests.some(({ test }) => test === chosen));
    if (block && chosen) onEdit({ held: change(block, chosen) });
  };
  const earlier = inBlock((block, test) => heldBy(edits, block, test, -1));
  const later = inBlock((block, test) => heldBy(edits, block, test, 1));
  const hold = inBlock((block, test) => heldOrNot(edits, block, test));
  useKeys(KEYS.planUp, earlier);
  useKeys(KEYS.planDown, later);
  useKeys(KEYS.planHold, hold);
  useKeys(KEYS.planWhy, () => choose(chosen === null ? (stones[0]?.test ?? null) : null));
}

/** From the complaint to a plan: seen in one look, begun by one key. */
export function PlanScreen() {
  const { exam, state, profile, append } = useExam();
  const router = useRouter();
  const [edits, setEdits] = useState<PlanEdits>(() => editsOf(state));
  const [chosen, choose] = useState<TestId | null>(null);
  const { course, events } = useExamCourse();
  const [isNew, setNew] = useState(false);
  const again = course && course.visitsBefore > 0 ? returningPlan(events, course.earlier) : null;
  const { plan } = usePlan(edits);
  const onEdit = (change: Partial<PlanEdits>) => setEdits({ ...edits, ...change });
  const stones = plan?.blocks.flatMap(stonesOf) ?? [];
  const isSet = state.areas.length > 0;
  const isOver = Boolean(state.signed ?? state.ended);

  /** The questions its loads call for come before it; then the first test. */
  const start = async () => {
    if (!plan || isOver || plan.blocks.length === 0) return;
    const taken = await append(planDraft(plan, edits, state));
    if (taken) router.push(`/exams/${exam}/${plan.asks.length > 0 ? "guard" : "run"}`);
  };
  const own = (profile.settings.work.sheets ?? []) as readonly TestList[];
  const lists: readonly TestList[] = [...own, usualSheet(state.opened?.body.region ?? "lumbopelvic")];
  const follow = async ({ label, tests }: TestList) => {
    if (isOver) return;
    const taken = await append({ type: "sheet-set", body: { label, tests: [...tests], reason: "" } });
    if (taken) router.push(`/exams/${exam}/run`);
  };
  const isReturning = again !== null && !isNew && state.runs.length === 0;
  useKeys(KEYS.next, (event) => {
    if (isReturning) return;
    if (event.target instanceof Element && event.target.closest("a, summary, button:not([data-stone])")) return;
    event.preventDefault();
    void start();
  });
  useKeys(KEYS.planSheet, () => void follow(lists[0]!));
  useKeys(KEYS.planAsk, () => {
    if (plan && (plan.asks.length > 0 || plan.blocks.length === 0)) router.push(`/exams/${exam}/guard`);
  });
  usePlanKeys(plan, stones, chosen, choose, onEdit, edits);

  if (!isSet)
    return (
      <div className="mx-auto w-full max-w-3xl p-4">
        <Card heading="Nothing to plan yet">
          <p className="mb-3">A plan is made from the complaint: mark where it hurts.</p>
          <ButtonLink look="main" big href={`/exams/${exam}/complaint`}>
            To the complaint
          </ButtonLink>
        </Card>
      </div>
    );
  if (plan && again && isReturning && !isOver)
    return <ReturningScreen again={again.body} plan={plan} onNewPlan={() => setNew(true)} />;
  if (!plan) return <Outline blocks={["h-14", "h-72", "h-40"]} />;
  const painful = painfulSides(state);
  return (
    <div className="mx-auto flex w-full max-w-7xl flex-col gap-3 p-3" data-plan={plan.blocks.length}>
      <AskBefore plan={plan} exam={exam} />
      <TopLine plan={plan} />
      <PlanRoad
        plan={plan}
        held={edits.held ?? []}
        chosen={chosen}
        onChoose={(test) => choose(chosen === test ? null : test)}
        onPut={(block, test, to) => onEdit({ held: heldAt(edits, block, test, to) })}
      />
      <Why plan={plan} stone={stones.find(({ test }) => test === chosen) ?? null} edits={edits} onEdit={onEdit} />
      <Foot
        plan={plan}
        edits={edits}
        onEdit={onEdit}
        sides={painful.length === 1 && plan.blocks.length > 0 ? `the ${painful[0]} side near the edge` : ""}
      />
      {isOver ? (
        <p className="border-t border-line py-3 text-lg">
          This examination is {state.signed ? "signed" : "ended"}: what is still open is shown as it would be planned.
        </p>
      ) : (
        <div className="sticky bottom-0 z-10 flex flex-wrap items-center gap-2 border-t border-line bg-paper py-2">
          {plan.blocks.length > 0 ? (
            <Button look="main" big className="text-lg" onClick={() => void start()}>
              {state.runs.length > 0 ? "Go on by this plan" : "Start"} <KeyHint entry={KEYS.next} />{" "}
              <ArrowRight aria-hidden size={20} />
            </Button>
          ) : (
            <ButtonLink look="main" big className="text-lg" href={`/exams/${exam}/guard`}>
              To the safety questions <KeyHint entry={KEYS.planAsk} />
            </ButtonLink>
          )}
          {lists.map((list, at) => (
            <Button key={list.label} big onClick={() => void follow(list)}>
              {at < own.length ? `My list: ${list.label}` : "The fixed list instead"}{" "}
              {at === 0 && <KeyHint entry={KEYS.planSheet} />}
            </Button>
          ))}
          {(edits.without?.length || edits.added?.length || edits.held?.length || edits.first || edits.budget) && (
            <Button look="quiet" big onClick={() => setEdits({})}>
              As it was planned
            </Button>
          )}
          {state.plan && <span className="text-soft">This plan is followed now.</span>}
        </div>
      )}
    </div>
  );
}
