"use client";

import { useRef, useState } from "react";
import { type AskedNow, askedNow } from "@/core/admission";
import type { AskedAnewId } from "@/core/knowledge";
import type { SheetStep } from "@/core/planning";
import { useExam } from "../exam/exam-provider";
import { KEYS } from "../shell/keymap";
import { useTen } from "../primitives/use-ten";
import { useKeys } from "../shell/use-keys";
import type { TestActions } from "./use-test";

type Answers = {
  /** A digit as the number of the answer it stands at. */
  readonly choose: (nth: number) => void;
  readonly rate: (intensity: number) => void;
  readonly rateRest: (intensity: number) => void;
};

/**
 * The one thing that is asked now, and the digits that answer it: a rating at
 * rest, an angle, how bad, or the stage's own answers. A number that is not
 * needed can be passed over.
 */
export function useAsked(step: SheetStep, test: TestActions, isHeard: boolean, { choose, rate, rateRest }: Answers) {
  const { state, append } = useExam();
  const agree = (what: AskedAnewId, agreed: boolean) => void append({ type: "asked-anew", body: { what, agreed } });
  const [passed, setPassed] = useState<ReadonlySet<string>>(new Set());
  const asked: AskedNow = askedNow(state, test, step, passed);
  const ten = useTen();
  /** What was rated last, until the record shows it: an Enter right after it belongs to what comes next. */
  const rated = useRef<string | null>(null);
  const askedAt = `${asked.what} ${step.key} ${test.run?.id ?? ""} ${test.feltStage?.id ?? ""}`;

  useKeys(KEYS.digit, (event) => {
    const digit = Number(event.key);
    if (!isHeard || ten.completes(digit, event.timeStamp)) return;
    if (asked.what === "number") {
      /** The digit itself goes into the field that is focused by it. */
      document.querySelector<HTMLInputElement>(`[data-measure="${asked.measure}"] input`)?.focus();
      return;
    }
    if (asked.what === "agreement") {
      if (digit === 1 || digit === 2) agree(asked.anew.id, digit === 1);
      return;
    }
    const rating = asked.what === "rest" ? rateRest : asked.what === "how bad" ? rate : null;
    if (!rating) return void (digit > 0 && choose(digit - 1));
    ten.rated(digit, event.timeStamp, rating);
    rated.current = askedAt;
    rating(digit);
  });

  /** Passes over what is asked and not needed; "rested" keeps the rating at rest, "none": there was nothing to pass. */
  const passOver = (): "passed" | "rested" | "none" => {
    const { run, feltStage } = test;
    const isRated = rated.current === askedAt;
    if (asked.what === "rest") return isRated ? "passed" : "rested";
    if (!run || !feltStage || isRated || (asked.what !== "number" && asked.what !== "how bad")) return "none";
    if (asked.what === "how bad" && asked.required) return "none";
    setPassed(new Set([...passed, `${asked.what} ${run.id} ${feltStage.id}`]));
    return "passed";
  };
  return { asked, passOver };
}
