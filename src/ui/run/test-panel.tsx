"use client";

import { AlertTriangle, Ban } from "lucide-react";
import { blocksOn, cautionsOn } from "@/core/guard/assess";
import { ladderOf } from "@/core/exam/ladder";
import type { SheetStep } from "@/core/planning/run-sheet";
import { stepKey } from "@/core/planning/run-sheet";
import { type Response, RESPONSE_LABELS, RESPONSES } from "@/core/vocabulary/examination";
import { otherSide, SIDES } from "@/core/vocabulary/sides";
import { PositionFigure } from "../figures/position-figure";
import { ResponseMark } from "../figures/response-mark";
import { Button } from "../primitives/button";
import { SideBadge } from "../primitives/side-badge";
import { useExam } from "../exam/exam-provider";
import { DosePanel } from "./dose-panel";
import { FeltPanel } from "./felt-panel";
import { ResponseButtons } from "./response-buttons";
import { RunActions } from "./run-actions";
import { type TestActions, useTest } from "./use-test";
import { useState } from "react";
import { useKeys } from "../shell/use-keys";

type TestPanelProps = { step: SheetStep; onSelect: (key: string) => void; onNext: () => void };

/** R left and L right, as the person on their back is seen by somebody facing them. */
function SideSwitch({ step, onSelect }: Pick<TestPanelProps, "step" | "onSelect">) {
  if (!step.side) return <span className="rounded-lg border border-edge px-3 py-2 text-sm">both sides at once</span>;
  return (
    <div role="group" aria-label="Tested side" className="flex gap-1.5">
      {SIDES.map((side) => (
        <button
          key={side}
          type="button"
          aria-pressed={side === step.side}
          onClick={() => onSelect(stepKey(step.protocol.id, side))}
          className={`grid size-14 place-items-center rounded-xl border-2 ${side === step.side ? "border-ink bg-card" : "border-transparent opacity-50"}`}
        >
          <SideBadge side={side} size="lg" />
        </button>
      ))}
    </div>
  );
}

function StageLadder({ test }: { test: TestActions }) {
  const stages = test.ladder?.rungs;
  if (!stages || stages.length < 2) return null;
  return (
    <ol aria-label="Stages" className="flex flex-wrap gap-1.5">
      {stages.map(({ stage, status, record }) => (
        <li
          key={stage.id}
          aria-current={status === "here" ? "step" : undefined}
          className={`flex min-h-9 items-center gap-1.5 rounded-full border px-3 text-sm ${status === "here" ? "border-ink bg-ink text-paper" : "border-line"} ${status === "skipped" ? "line-through" : ""}`}
        >
          {record?.response && <ResponseMark response={record.response} size={14} />}
          {stage.name}
          <span className="sr-only">, {status}</span>
        </li>
      ))}
    </ol>
  );
}

/** What the other side brought on, while this one is done. */
function OtherSide({ step }: { step: SheetStep }) {
  const { state } = useExam();
  if (!step.side) return null;
  const other = state.runs.findLast((run) => run.test === step.protocol.id && run.side === otherSide(step.side!));
  const response = other && ladderOf(other).rungs.findLast(({ record }) => record?.response)?.record?.response;
  if (!response) return null;
  return (
    <p className="flex items-center gap-1.5 text-sm text-soft">
      <SideBadge side={otherSide(step.side)} size="sm" /> <ResponseMark response={response} size={14} />{" "}
      {RESPONSE_LABELS[response]}
    </p>
  );
}

function Cautions({ step, test }: { step: SheetStep; test: TestActions }) {
  const { guard } = useExam();
  const texts = [...cautionsOn(guard, test.stage).map(({ text }) => text), ...step.protocol.cautions.slice(0, 1)];
  return (
    <ul className="flex flex-col gap-1 text-sm">
      {texts.map((text) => (
        <li key={text} className="flex gap-1.5 text-caution">
          <AlertTriangle aria-hidden size={16} className="mt-0.5 shrink-0" />
          {text}
        </li>
      ))}
    </ul>
  );
}

/** How it is done, in full, and the ways it can differ; open it when needed. */
function HowItIsDone({ step, test }: { step: SheetStep; test: TestActions }) {
  const { protocol } = step;
  const schools = protocol.schools.filter(({ id }) => id !== "dose");
  const chosen = (id: string) => test.variant[id as "contact" | "hand"];
  return (
    <details>
      <summary className="flex min-h-11 items-center text-sm font-medium underline">How it is done</summary>
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1 text-sm">
        {[
          ["Person", protocol.placing],
          ["Hands", protocol.hands],
          ["Push", protocol.direction],
          ["Stage", test.stage.instruction],
          ["Stop rule", protocol.stopRule],
          ...(protocol.position === "side-lying" ? [["Side up", test.variant.sideUp ?? ""]] : []),
        ].map(([term, text]) => (
          <div key={term} className="contents">
            <dt className="text-soft">{term}</dt>
            <dd>{text}</dd>
          </div>
        ))}
      </dl>
      {schools.map((school) => (
        <div
          key={school.id}
          role="group"
          aria-label={school.label}
          className="mt-2 flex flex-wrap items-center gap-1.5 text-sm"
        >
          <span className="text-soft">{school.label}</span>
          {school.options.map((option) => (
            <Button
              key={option.id}
              big
              aria-pressed={chosen(school.id) === option.id}
              disabled={test.run !== null}
              title={option.reason}
              onClick={() => test.setVariant({ [school.id]: option.id })}
              className={chosen(school.id) === option.id ? "border-ink! font-semibold" : ""}
            >
              {option.label}
            </Button>
          ))}
        </div>
      ))}
    </details>
  );
}

function Blocked({ step, test }: { step: SheetStep; test: TestActions }) {
  const { guard } = useExam();
  const blocks = blocksOn(guard, test.stage, step.side);
  const reason = blocks[0]?.reason;
  if (!reason || test.record?.response) return null;
  const later = test.run !== null && test.ladder?.here !== null;
  return (
    <div role="status" className="rounded-xl border-2 border-stop bg-stop-well p-3 text-stop">
      <p className="flex items-center gap-2 font-semibold">
        <Ban aria-hidden size={20} /> Blocked: {reason}
      </p>
      <p className="text-sm">It can be overridden on the guard page with a reason that stays in the record.</p>
      {later && (
        <Button big className="mt-2" onClick={() => test.leaveStageOut(reason)}>
          Leave this stage out: the test is then modified and moves no figure
        </Button>
      )}
    </div>
  );
}

/** One test on one side: picture, question, four answers, where, how bad, dose. */
export function TestPanel({ step, onSelect, onNext }: TestPanelProps) {
  const { guard } = useExam();
  const test = useTest(step);
  /** Seen at once; shown as taken only when it is kept. */
  const [pressing, setPressing] = useState<Response | null>(null);
  const respond = async (response: Response) => {
    setPressing(response);
    await test.respond(response);
    setPressing(null);
  };
  const { protocol, side } = step;
  const { ladder, stage, record } = test;
  const blocked = blocksOn(guard, stage, side).length > 0 && !record?.response;
  const isOver = ladder?.ended === "stopped";
  const familiar = record?.response === "familiar";
  const asksWhere = familiar || record?.response === "other";
  const needsPlace = familiar && record.places.length === 0;

  useKeys(["1", "2", "3", "4"], (event) => {
    const response = RESPONSES[Number(event.key) - 1];
    if (response && !blocked && !isOver) void respond(response);
  });

  return (
    <section aria-label={`${protocol.name}${side ? ` ${side}` : ""}`} className="flex flex-col gap-3">
      <div className="grid gap-3 sm:grid-cols-[1fr_minmax(13rem,18rem)]">
        <div className="flex flex-col gap-2">
          <div className="flex flex-wrap items-center gap-3">
            <h2 className="text-2xl font-bold">{protocol.name}</h2>
            <SideSwitch step={step} onSelect={onSelect} />
            <OtherSide step={step} />
          </div>
          <p className="text-sm">
            {protocol.hands} <strong>{protocol.direction}</strong>
          </p>
          <Cautions step={step} test={test} />
          <StageLadder test={test} />
        </div>
        <PositionFigure pose={protocol.figure} side={side} className="w-full rounded-xl border border-line bg-card" />
      </div>
      <Blocked step={step} test={test} />
      <p className="text-xl">&ldquo;{stage.question}&rdquo;</p>
      <ResponseButtons
        chosen={record?.response ?? null}
        pressing={pressing}
        disabled={blocked || isOver}
        onRespond={(response) => void respond(response)}
      />
      {asksWhere && <FeltPanel {...test} side={side} needsPlace={needsPlace} />}
      {isOver && (
        <p className="font-medium text-stop">
          Stopped: {test.run?.stopped?.reason}. {test.run?.stopped?.note}
        </p>
      )}
      {!blocked && (
        <DosePanel
          key={`${step.key} ${test.run?.id ?? ""} ${stage.id} ${record?.dose?.force?.value ?? ""}`}
          {...test}
        />
      )}
      <RunActions step={step} test={test} isDone={Boolean(ladder?.ended) && !needsPlace} onNext={onNext} />
      <HowItIsDone step={step} test={test} />
    </section>
  );
}
