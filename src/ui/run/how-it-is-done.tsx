"use client";

import { readNumber } from "@/core/base";
import { Link } from "../primitives/link";
import { useState } from "react";
import { guideOf } from "@/core/knowledge";
import type { SheetStep } from "@/core/planning";
import { Button } from "../primitives/button";
import { inputClass } from "../primitives/field";
import { Score } from "../primitives/score";
import type { TestActions } from "./use-test";

/** How sore it left them, and how long that took: it is not repeated before it has settled. */
function Afterwards({ test }: { test: TestActions }) {
  const soreness = test.run?.soreness ?? null;
  const [minutes, setMinutes] = useState(soreness?.minutes?.toString() ?? "");
  if (!test.run) return null;
  const keep = (intensity: number, typed: string) => test.sore(intensity, intensity === 0 ? 0 : readNumber(typed));
  return (
    <div className="mt-2 flex flex-col gap-2 border-t border-line pt-2">
      <Score
        digits
        label="Sore afterwards?"
        big
        inRow
        value={soreness?.intensity ?? null}
        onChoose={(value) => keep(value, minutes)}
      />
      {soreness !== null && soreness.intensity > 0 && (
        <label className="flex flex-wrap items-center gap-2 text-sm">
          Settled after
          <input
            inputMode="decimal"
            className={`${inputClass} min-h-14 w-24!`}
            value={minutes}
            onChange={(event) => setMinutes(event.target.value)}
            onBlur={() => keep(soreness.intensity, minutes)}
          />
          minutes.{" "}
          {soreness.minutes === null && (
            <span className="text-caution">Not settled yet: the test is not repeated before it has.</span>
          )}
        </label>
      )}
    </div>
  );
}

/** How it is done, in full, and the ways it can differ; open it when needed. */
export function HowItIsDone({ step, test }: { step: SheetStep; test: TestActions }) {
  const { protocol } = step;
  const guide = guideOf(protocol.id, test.variant);
  const schools = protocol.schools.filter(({ kind, id }) => kind === "doing" && id !== "dose");
  return (
    <details>
      <summary className="flex min-h-11 items-center text-sm font-medium underline">
        How it is done, and afterwards
      </summary>
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1 text-sm">
        {[
          ["Say", `“${guide.say}”`],
          ["Person", protocol.placing],
          ["You", guide.stand],
          ["Hands", protocol.hands],
          ["Landmark", guide.landmark],
          ["Direction", protocol.direction],
          ["Stage", test.stage.instruction],
          ["Healthy people feel", guide.healthy],
          ["Goes wrong when", guide.wrong],
          ...(guide.endFeel ? [["End feel", guide.endFeel]] : []),
          ["Stop rule", protocol.stopRule],
          ...(protocol.equipment.length ? [["Needed", protocol.equipment.join(", ")]] : []),
          ...(test.variant.sideUp ? [["Side up", test.variant.sideUp]] : []),
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
              aria-pressed={test.variant[school.id] === option.id}
              disabled={test.run !== null}
              title={option.reason}
              onClick={() => test.setVariant({ [school.id]: option.id })}
            >
              {option.label}
            </Button>
          ))}
        </div>
      ))}
      <Afterwards key={test.run?.id ?? ""} test={test} />
      <Link href={`/library/${protocol.id}`} className="flex min-h-14 items-center text-sm underline">
        This test in the library
      </Link>
    </details>
  );
}
