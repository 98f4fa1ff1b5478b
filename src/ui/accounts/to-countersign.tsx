"use client";

import { useEffect, useState } from "react";
import { call } from "@/wire/call";
import type { Awaiting } from "@/wire/countersigning";
import { ROUTES } from "@/wire/routes";
import { ButtonLink } from "../primitives/button";

const FEW = 6;

/** Records that trainees signed, and that wait for the one who looks at this. */
export function ToCountersign({ count }: { count: number }) {
  const [waiting, setWaiting] = useState<readonly Awaiting[]>([]);
  useEffect(() => {
    let isHere = true;
    if (count > 0)
      void call(ROUTES.awaiting, {}, {}).then((told) => isHere && told.ok && setWaiting(told.value.awaiting));
    return () => void (isHere = false);
  }, [count]);
  if (count === 0) return null;
  return (
    <nav aria-label="To countersign" className="flex min-h-11 flex-wrap items-center gap-2">
      <span className="w-24 leading-tight font-semibold">To countersign</span>
      {waiting.slice(0, FEW).map(({ exam, person, by }) => (
        <ButtonLink key={exam} href={`/exams/${exam}/sign`}>
          {person || "somebody who is not in your care"}
          <span className="text-sm text-soft">signed by {by}</span>
        </ButtonLink>
      ))}
      {waiting.length > FEW && <span className="text-soft">and {waiting.length - FEW} more</span>}
    </nav>
  );
}
