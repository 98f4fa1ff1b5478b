"use client";

import { atOnceDrafts, runPosition, stageBlocks } from "@/core/admission";
import type { SheetStep } from "@/core/planning";
import { otherSide, runKey } from "@/core/vocabulary";
import { useExam } from "../exam/exam-provider";
import { Button } from "../primitives/button";
import { SideBadge } from "../primitives/side-badge";
import { AnswerButtons } from "./answer-buttons";
import { startDraft, type TestActions, useTest } from "./use-test";
import { usePressing } from "./use-pressing";

type AtOnceProps = { step: SheetStep; test: TestActions; onSelect: (key: string) => void };

/** The other side of what was done on both at once: it answers here, and nothing is done again. */
function OtherAnswer({ step, test, other, onSelect }: AtOnceProps & { other: SheetStep }) {
  const { appendFrom, newId, guard } = useExam();
  const there = useTest(other);
  const [pressing, press] = usePressing<string>();
  const { atOnce } = step.protocol;
  const side = other.side!;
  if (stageBlocks(guard, there.stage, other, null).length > 0) return null;
  const heading = (
    <p className="flex items-center gap-2 font-medium">
      <SideBadge side={side} /> Done on both sides at once.
    </p>
  );
  if (atOnce !== "each")
    return (
      <div className="flex flex-wrap items-center gap-3" data-at-once>
        {heading}
        <Button
          big
          onClick={() =>
            void appendFrom((latest) => {
              const from = runPosition(latest, step, test.variant).run;
              const id = newId();
              return from ? [startDraft(other, there.variant, id), ...atOnceDrafts(from, id)] : [];
            })
          }
        >
          Keep the same movements for the {side}
        </Button>
      </div>
    );
  const answer = async (given: string) => {
    const taken = there.answer(given);
    press(given, taken);
    await taken;
    if (given === "familiar" || given === "other") onSelect(other.key);
  };
  return (
    <div className="flex flex-col gap-2 rounded-xl border border-edge p-2" data-at-once>
      {heading}
      <AnswerButtons
        stage={there.stage}
        beside={side}
        chosen={null}
        pressing={pressing}
        disabled={false}
        onAnswer={(given) => void answer(given)}
      />
    </div>
  );
}

/** Offered once this side is finished with, while the other has no answer of its own. */
export function AtOnce(props: AtOnceProps) {
  const { step, test } = props;
  const { sheet } = useExam();
  const { protocol, side } = step;
  if (!protocol.atOnce || !side || test.otherRun || test.ladder?.ended === "stopped" || !test.ladder?.ended)
    return null;
  const other = sheet.steps.find(({ key }) => key === runKey(protocol.id, otherSide(side)));
  return other ? <OtherAnswer {...props} other={other} /> : null;
}
