"use client";

import type { Sign } from "@/core/knowledge";
import { Choice } from "../primitives/choice";
import type { TestActions } from "./use-test";

/** What is seen or felt beside the answers: end feel, pulse, level. */
export function SignPanel({ signs, test }: { signs: readonly Sign[]; test: TestActions }) {
  return (
    <div className="flex flex-wrap gap-x-6 gap-y-2">
      {signs.map((sign) => (
        <div key={sign.id} data-sign={sign.id}>
          <Choice
            label={sign.label}
            big
            value={test.run?.signs[sign.id] ?? null}
            options={sign.options.map(({ id, label }) => ({ value: id, label }))}
            onChoose={(option) => void test.note(sign.id, option)}
          />
        </div>
      ))}
    </div>
  );
}
