"use client";

import type { Sign } from "@/core/knowledge";
import { inputClass } from "../primitives/field";
import { Choice } from "../primitives/choice";
import type { TestActions } from "./use-test";

/** More options than this are chosen from a list. */
const IN_A_ROW = 6;

/** What is seen or felt beside the answers: end feel, pulse, level. */
export function SignPanel({ signs, test }: { signs: readonly Sign[]; test: TestActions }) {
  return (
    <div className="flex flex-wrap gap-x-6 gap-y-2">
      {signs.map((sign) => {
        const value = test.run?.signs[sign.id] ?? null;
        if (sign.options.length > IN_A_ROW)
          return (
            <label key={sign.id} className="flex items-center gap-2" data-sign={sign.id}>
              {sign.label}
              <select
                className={`${inputClass} min-h-14 w-28!`}
                value={value ?? ""}
                onChange={(event) => void test.note(sign.id, event.target.value || null)}
              >
                <option value="">not noted</option>
                {sign.options.map(({ id, label }) => (
                  <option key={id} value={id}>
                    {label}
                  </option>
                ))}
              </select>
            </label>
          );
        return (
          <div key={sign.id} data-sign={sign.id}>
            <Choice
              label={sign.label}
              big
              value={value}
              options={sign.options.map(({ id, label }) => ({ value: id, label }))}
              onChoose={(option) => void test.note(sign.id, option)}
            />
          </div>
        );
      })}
    </div>
  );
}
