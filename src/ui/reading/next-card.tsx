"use client";

import { protocolOf } from "@/core/knowledge";
import { SideBadge } from "../primitives/side-badge";
import { useNextTests } from "../exam/use-spreads";

/** Which test would tell most for what it costs, and why; or that none is worth it. */
export function NextTests({ short = false }: { short?: boolean }) {
  const next = useNextTests();
  if (!next) return <p className="text-soft">Working it out…</p>;
  if (next.nothing) return <p className="font-medium">{next.nothing}</p>;
  const shown = short ? next.tests.slice(0, 1) : next.tests;
  return (
    <ol className="flex flex-col gap-2" data-next>
      {shown.map(({ test, side, reasons, asks, worth }, index) => (
        <li key={`${test} ${side}`} data-next-test={`${test} ${side ?? ""}`} className="flex gap-2">
          <span className="w-4 font-bold">{index + 1}</span>
          <span className="leading-tight">
            <strong className="flex items-center gap-1.5">
              {side && <SideBadge side={side} size="sm" />}
              {protocolOf(test).name}
            </strong>
            {reasons.slice(0, short ? 1 : 2).map((reason) => (
              <span key={reason} className="block text-sm text-soft">
                {reason}
              </span>
            ))}
            {asks.length > 0 && (
              <span className="block text-sm text-caution">
                Asks first: {asks.length > 2 ? `${asks.length} warning questions` : asks.join(", ")}.
              </span>
            )}
            {!short && (
              <span className="block text-xs text-soft">
                burden {protocolOf(test).burden} of 5, {protocolOf(test).position}; {worth.toFixed(3)} bits for each
                unit of burden
              </span>
            )}
          </span>
        </li>
      ))}
    </ol>
  );
}
