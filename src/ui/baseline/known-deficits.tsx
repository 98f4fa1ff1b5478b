"use client";

import { NEURO_SCALES } from "@/core/knowledge";
import type { NeuroFinding } from "@/core/record";
import { ReasonForm } from "../primitives/reason-form";
import { useExam } from "../exam/exam-provider";

const titleOf = ({ kind, level, side }: NeuroFinding): string =>
  `${level.toUpperCase()} ${side ?? ""} ${NEURO_SCALES[kind].label.toLowerCase()}`.replace("  ", " ");

/** Deficits that were there before and have not changed: they bring a caution, and no alarm. */
export function KnownDeficits() {
  const { state, append } = useExam();
  const odd = state.neuro.filter(({ kind, value }) => value !== NEURO_SCALES[kind].normal);
  if (odd.length === 0) return null;
  return (
    <details className="mt-4">
      <summary className="flex min-h-11 items-center font-semibold">
        Known before and unchanged? ({odd.filter(({ known }) => known).length} of {odd.length} said so)
      </summary>
      <ul className="flex flex-col gap-2">
        {odd.map((finding) => (
          <li key={`${finding.kind} ${finding.level} ${finding.side}`}>
            {finding.known ? (
              <p className="text-sm">
                <strong>{titleOf(finding)}</strong>: known and unchanged, {finding.known}
              </p>
            ) : (
              <ReasonForm
                className="gap-2"
                fieldClass="min-w-56"
                shortest={3}
                label={`${titleOf(finding)}: since when, assessed by whom`}
                button="Known, unchanged"
                onGive={(known) =>
                  void append({
                    type: "neuro-recorded",
                    body: { findings: [{ ...finding, known: known.slice(0, 200) }] },
                  })
                }
              />
            )}
          </li>
        ))}
      </ul>
    </details>
  );
}
