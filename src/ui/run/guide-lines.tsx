"use client";

import { Footprints, MessageSquareQuote } from "lucide-react";
import { guideOf } from "@/core/knowledge";
import type { SheetStep } from "@/core/planning";
import { useSaid } from "../exam/use-said";
import type { TestActions } from "./use-test";

/** Two lines: what is said before it begins, and where one stands with which hand where. */
export function GuideLines({ step, test }: { step: SheetStep; test: TestActions }) {
  const said = useSaid();
  const { say, stand } = guideOf(step.protocol.id, test.variant);
  return (
    <div className="flex flex-col gap-1 text-sm" data-guide>
      {!test.run && (
        <p className="flex gap-1.5">
          <MessageSquareQuote aria-hidden size={16} className="mt-0.5 shrink-0 text-soft" />
          <span className="sr-only">Say: </span>&ldquo;{said(say)}&rdquo;
        </p>
      )}
      <p className="flex gap-1.5 text-soft">
        <Footprints aria-hidden size={16} className="mt-0.5 shrink-0" />
        {stand}
      </p>
    </div>
  );
}
