"use client";

import { Eye, EyeOff } from "lucide-react";
import { useState } from "react";
import { formatted } from "@/core/measurement";
import { comparedRuns, sayCompared } from "@/core/reading";
import { effectiveRuns, holdsAnswer, type Run } from "@/core/record";
import type { SheetStep } from "@/core/planning";
import { Button } from "../primitives/button";
import { dayText } from "../primitives/dates";
import { useHere } from "../shell/here";
import { useExam } from "../exam/exam-provider";
import type { TestActions } from "../run/use-test";
import { useCourse } from "./use-course";

/** Onset this early in the range it can have: the hand goes slowly. */
const EARLY = 1 / 3;

const cameEarly = (run: Run, { protocol }: SheetStep): boolean =>
  protocol.measures.some(({ id, range, unit }) => {
    const value = run.measures[id];
    return unit === "°" && value !== undefined && value - range[0] < (range[1] - range[0]) * EARLY;
  });

/** The same height covered and uncovered: nothing moves under the hand. */
const LINE = "flex min-h-17 flex-wrap items-center gap-x-3 rounded-xl border border-edge bg-well px-3";

/**
 * The same test at the visit before: covered until the new value is in, so that
 * nobody finds what they expect; then both stand beside each other.
 */
export function SignLine({ step, test }: { step: SheetStep; test: TestActions }) {
  const { append, profile } = useExam();
  const { earlier, signs } = useCourse();
  const { here } = useHere();
  const [seen, setSeen] = useState<string | null>(null);
  const key = step.key;
  /** Within a visit nothing is covered: what it was before the technique stands above. */
  const beforeTechnique = test.before ? { run: test.before, date: null } : null;
  const found =
    beforeTechnique ??
    earlier.toReversed().flatMap((visit) =>
      effectiveRuns(visit.runs)
        .filter((run) => run.test === step.protocol.id && run.side === step.side && holdsAnswer(run))
        .map((run) => ({ run, date: visit.date as string | null })),
    )[0];
  if (!found) return null;
  const { run: current, ladder } = test;
  const isIn = current !== null && current !== undefined && ladder?.ended !== null && ladder !== null;
  if (beforeTechnique && !isIn) return null;
  const followed = signs.some(({ sign }) => sign.test === step.protocol.id && (sign.side ?? null) === step.side);
  const isOpen = seen === key || profile.settings.work.cover === false;
  const compared = isIn ? comparedRuns(found.run, current, here?.errors, beforeTechnique ? "minutes" : "days") : [];
  const uncover = () => {
    setSeen(key);
    void append({
      type: "note-written",
      body: {
        text: `Old value seen before the new one: ${step.protocol.name}${step.side ? ` ${step.side}` : ""}.`,
        ...(current ? { run: current.id } : {}),
      },
    });
  };
  return (
    <div className={LINE} data-sign-line={isIn ? "in" : isOpen ? "seen" : "covered"}>
      <span className="text-sm">
        {followed && <strong>Followed. </strong>}
        {found.date === null ? "Before the technique" : dayText(found.date)}:
      </span>
      {isIn ? (
        <span className="font-medium" data-compared>
          {compared.map(sayCompared).join("; ") || "nothing of it can be compared"}
        </span>
      ) : isOpen ? (
        <span className="font-medium">{valuesOf(found.run, step) || "no number"}</span>
      ) : (
        <>
          <span aria-hidden className="h-5 w-16 rounded bg-edge" />
          <span className="text-sm text-soft">
            covered until the new value is in
            {cameEarly(found.run, step) && <strong className="text-caution"> · came early last time: go slowly</strong>}
          </span>
          <Button look="quiet" className="ms-auto" onClick={uncover}>
            <Eye aria-hidden size={18} /> Uncover
          </Button>
        </>
      )}
      {seen === key && !isIn && (
        <span className="ms-auto flex items-center gap-1 text-sm text-soft">
          <EyeOff aria-hidden size={16} /> marked: old value seen
        </span>
      )}
    </div>
  );
}

const valuesOf = (run: Run, { protocol }: SheetStep): string =>
  protocol.measures
    .flatMap((measure) => {
      const value = run.measures[measure.id];
      return value === undefined ? [] : [`${measure.label.toLowerCase()} ${formatted(measure, value)}`];
    })
    .join(", ");
