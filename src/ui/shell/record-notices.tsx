"use client";

import { irregularities, type Irregularity, roomWarning } from "@/core/admission";
import { readEvent, type ExamEvent, type RecordedEvent, SIGNATURES } from "@/core/record";
import { useEffect, useMemo, useRef, useState } from "react";
import type { ExamBranch } from "@/wire/branches";
import { Button } from "../primitives/button";
import { timeText } from "../primitives/dates";
import { ContinuedElsewhere } from "../primitives/continued-elsewhere";
import { useExam } from "../exam/exam-provider";
import { askWorker } from "../exam/reading-worker";

/** The way to take an entry of another continuation over; a signature is of the record it was made in. */
function TakeOver({ branch, recorded }: { branch: ExamBranch; recorded: RecordedEvent }) {
  const { takeOver } = useExam();
  const event: ExamEvent | null = readEvent(recorded);
  if (!event || SIGNATURES.has(recorded.type)) return null;
  return <Button onClick={() => void takeOver(branch, event)}>Take over</Button>;
}

function Branch({ branch }: { branch: ExamBranch }) {
  const { events } = useExam();
  const taken = new Set(events.flatMap(({ origin }) => (origin?.head === branch.head ? [origin.event] : [])));
  return (
    <ContinuedElsewhere what="record" {...branch}>
      {(recorded) =>
        taken.has(recorded.id) ? <span>taken over</span> : <TakeOver branch={branch} recorded={recorded} />
      }
    </ContinuedElsewhere>
  );
}

/** What would not have been admitted here of what was imported; asked once, off the main thread. */
function useImported(): readonly Irregularity[] {
  const { exam, events, importedUpTo } = useExam();
  const [found, setFound] = useState<readonly Irregularity[]>([]);
  const first = useRef(events);
  useEffect(() => {
    if (importedUpTo === 0) return;
    let isHere = true;
    void askWorker((worker) => worker.irregular(exam, first.current.slice(0, importedUpTo))).then(
      (list) => isHere && list && setFound(list),
    );
    return () => void (isHere = false);
  }, [exam, importedUpTo]);
  return found;
}

/** What has to be known of the record itself: done out of order, continued apart, later entries, nearly full. */
export function RecordNotices() {
  const { exam, events, state, branches, farTimes } = useExam();
  const own = useMemo(() => irregularities({ exam, events }), [exam, events]);
  const imported = useImported();
  const irregular = [...imported, ...own.filter(({ event }) => !imported.some((other) => other.event === event))];
  const full = roomWarning(state);
  const { unread } = state;
  if (irregular.length + branches.length + unread.length + farTimes.length === 0 && !full) return null;
  return (
    <section
      aria-label="About this record"
      className="no-print border-b border-line bg-caution-well px-4 py-2 text-caution"
    >
      {irregular.length > 0 && (
        <div role="status">
          <p className="font-medium">Irregular:</p>
          <ul className="list-disc ps-5 text-sm">
            {irregular.map(({ event, seq, why }) => (
              <li key={event}>
                Entry {seq}: {why}.
              </li>
            ))}
          </ul>
        </div>
      )}
      {farTimes.length > 0 && (
        <details>
          <summary className="flex min-h-11 items-center font-medium">
            {farTimes.length === 1 ? "One entry says" : `${farTimes.length} entries say`} a time far from when{" "}
            {farTimes.length === 1 ? "it was" : "they were"} received: the clock of a device was off, or it waited long.
          </summary>
          <ul className="max-h-48 list-disc overflow-y-auto ps-5 text-sm" tabIndex={0} aria-label="Far times">
            {farTimes.map(({ event, seq, at, receivedAt }) => (
              <li key={event}>
                Entry {seq} says {timeText(at)}, and was received on {timeText(receivedAt)}.
              </li>
            ))}
          </ul>
        </details>
      )}
      {unread.length > 0 && (
        <p>
          {unread.length} {unread.length === 1 ? "entry was" : "entries were"} written by a later version of this
          program. They are kept and change nothing here; update to read them.
        </p>
      )}
      {full && <p role="status">{full}</p>}
      {branches.map((branch) => (
        <Branch key={branch.head} branch={branch} />
      ))}
    </section>
  );
}
