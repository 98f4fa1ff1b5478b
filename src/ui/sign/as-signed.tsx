"use client";

import { useMemo } from "react";
import { type KeptDifference, keptDifferences, keepReading } from "@/core/exchange";
import { changesAtHand, evidenceUnder } from "@/core/evidence";
import { readExam, READING_VERSION } from "@/core/reading";
import { fold, type KeptReading, type RecordedEvent } from "@/core/record";
import { RECORD_VERSION } from "@/core/vocabulary";
import { Card } from "../primitives/card";
import type { EvidenceInStore } from "@/wire/exam-page";
import { useExam } from "../exam/exam-provider";

/** The same record, up to what was signed, as it is read today; null when its figures are not held. */
function readToday(
  events: readonly RecordedEvent[],
  signature: { readonly length: number; readonly head: string },
  held: EvidenceInStore["held"],
): KeptReading | null {
  const state = fold(events.slice(0, signature.length));
  const changes = changesAtHand(held, state.evidenceVersion);
  if (!changes) return null;
  const evidence = evidenceUnder(changes, state.evidenceVersion);
  return keepReading(state, readExam(state, evidence), signature, {});
}

/** Why today's reading may differ, as far as the versions tell. */
function reasons(kept: KeptReading): string[] {
  return [
    ...(kept.engine === READING_VERSION ? [] : ["findings are put together otherwise since then"]),
    ...(kept.catalogue === RECORD_VERSION ? [] : ["the catalogue of tests has changed since then"]),
  ];
}

function Differences({ kept, differences }: { kept: KeptReading; differences: readonly KeptDifference[] }) {
  const why = reasons(kept);
  return (
    <>
      <p className="text-sm font-medium text-caution">
        Today this record would be read differently
        {why.length ? `: ${why.join("; ")}` : ": figures, rules or questions have changed since then"}. What was signed
        stands.
      </p>
      <dl className="mt-2 flex flex-col gap-2 text-sm">
        {differences.map(({ about, what, then, now }) => (
          <div key={`${about} ${what} ${then}`}>
            <dt className="font-medium">
              {about}, {what}
            </dt>
            <dd>
              signed: {then}; today: {now}
            </dd>
          </div>
        ))}
      </dl>
    </>
  );
}

/** What was read when the record was signed, beside what is read of the same record today. */
export function AsSigned() {
  const { state, events, evidence } = useExam();
  const last = state.amendmentSignatures.at(-1) ?? state.signed;
  const today = useMemo(() => last && readToday(events, last.body, evidence.held), [last, events, evidence]);
  if (!last) return null;
  const kept = last.body.reading;
  const differences = kept && today ? keptDifferences(kept, today) : [];
  return (
    <Card heading="As it was signed">
      {!kept && (
        <p className="text-sm">
          Signed before readings were kept; read today as shown (catalogue {RECORD_VERSION}, engine {READING_VERSION}).
        </p>
      )}
      {kept && !today && (
        <p className="text-sm">The figures it was read under are not in this store, so it is not read again.</p>
      )}
      {kept && today && differences.length === 0 && (
        <p className="text-sm">Read today, the same record says the same.</p>
      )}
      {kept && differences.length > 0 && <Differences kept={kept} differences={differences} />}
      {kept && (
        <details className="mt-2 text-sm">
          <summary className="flex min-h-11 items-center font-medium">Words and chances that were signed</summary>
          <ul className="flex flex-col gap-1">
            {kept.sources.map(({ source, side, readBy, word, firmness, point, p95 }) => (
              <li key={`${source} ${side ?? ""}`}>
                {source}
                {side ? ` ${side}` : ""}: {word}
                {firmness ? `, ${firmness}` : ""}
                {readBy === "figures"
                  ? `, ${(point * 100).toFixed(0)} %${p95 ? ` (${(p95[0] * 100).toFixed(0)} to ${(p95[1] * 100).toFixed(0)} %)` : ""}`
                  : ", by sign"}
              </li>
            ))}
          </ul>
        </details>
      )}
    </Card>
  );
}
