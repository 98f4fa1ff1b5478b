"use client";

import { ArrowRight } from "lucide-react";
import { useRouter } from "next/navigation";
import { protocolOf } from "@/core/knowledge";
import type { ExamPlan, PlanBlock } from "@/core/planning";
import type { EventBody } from "@/core/record";
import { runKey, sideLetter } from "@/core/vocabulary";
import { Button } from "../primitives/button";
import { useExam } from "../exam/exam-provider";
import { PlanRoad } from "../plan/plan-road";
import { PLACE_WORDS } from "../plan/stones";
import { KeyHint } from "../shell/key-hint";
import { KEYS } from "../shell/keymap";
import { useKeys } from "../shell/use-keys";
import { useCourse } from "./use-course";

type Again = EventBody<"plan-set">;
type ReturningScreenProps = { again: Again; plan: ExamPlan; onNewPlan: () => void };

/** The tests that come again as bays and stones; side-lying is named by the side that lies down. */
function blocksOf(again: Again, isSign: (key: string) => boolean): readonly PlanBlock[] {
  const blocks: PlanBlock[] = [];
  for (const { test, side } of again.tests) {
    const { position, burden, sided } = protocolOf(test);
    const place = position === "side-lying" ? `side-lying ${side ?? "right"}` : position;
    const key = runKey(test, sided ? (side ?? null) : null);
    const shown = {
      key,
      test,
      side: side ?? null,
      role: isSign(key) ? "measure again" : "left last time",
      burden,
      chance: 1,
      tells: [],
    };
    const there = blocks.findIndex((block) => block.place === place);
    if (there >= 0) blocks[there] = { ...blocks[there]!, tests: [...blocks[there]!.tests, shown] };
    else blocks.push({ place, position, before: [], tests: [shown], exits: [] });
  }
  return blocks;
}

/** A later visit: what is followed comes first, then what was left; a new plan only when it is asked for. */
export function ReturningScreen({ again, plan, onNewPlan }: ReturningScreenProps) {
  const { exam, append } = useExam();
  const { signs } = useCourse();
  const router = useRouter();
  const followed = new Set(signs.map(({ sign }) => runKey(sign.test as never, sign.side ?? null)));
  const blocks = blocksOf(again, (key) => followed.has(key));
  const [block] = blocks;
  const [first] = block?.tests ?? [];
  const turns = blocks.length - 1;
  const start = async () => {
    if (await append({ type: "plan-set", body: again })) router.push(`/exams/${exam}/run`);
  };
  useKeys(KEYS.next, (event) => {
    if (event.target instanceof Element && event.target.closest("a, summary, button:not([data-stone])")) return;
    event.preventDefault();
    void start();
  });
  const others = signs.filter(({ sign }) => sign.kind !== "measure" && sign.kind !== "answer");
  return (
    <div className="mx-auto flex w-full max-w-7xl grow flex-col gap-3 p-3" data-returning={again.tests.length}>
      <div className="flex flex-wrap items-baseline justify-between gap-x-6">
        <p className="text-3xl leading-tight font-bold xl:text-[2.5rem]">
          {block && first && (
            <>
              <span className="font-normal">{PLACE_WORDS[block.place] ?? block.place} ·</span>{" "}
              {protocolOf(first.test).name} {first.side && sideLetter(first.side)}
            </>
          )}
        </p>
        <p className="text-2xl font-semibold whitespace-nowrap">
          {again.tests.length} to measure again · {turns === 0 ? "no turn" : turns === 1 ? "1 turn" : `${turns} turns`}
        </p>
        <p className="w-full text-base text-soft">
          What they were stays covered until the new value is in.
          {others.length > 0 && ` Also followed: ${others.map(({ label }) => label).join("; ")}.`}
        </p>
      </div>
      <PlanRoad plan={{ ...plan, blocks, questions: [] }} chosen={null} onChoose={() => {}} />
      <div className="sticky bottom-0 z-10 mt-auto flex flex-wrap items-center gap-2 border-t border-line bg-paper py-2">
        <Button look="main" big className="text-lg" onClick={() => void start()}>
          Start <KeyHint entry={KEYS.next} /> <ArrowRight aria-hidden size={20} />
        </Button>
        <Button big onClick={onNewPlan}>
          A new plan from the complaint
        </Button>
      </div>
    </div>
  );
}
