"use client";

import { NO_CHANGES } from "@/core/evidence";
import { SHIPPED_VERSION } from "@/core/vocabulary";
import type { EvidenceVersion } from "@/wire/evidence";
import { Button } from "../primitives/button";
import { timeText } from "../primitives/dates";
import { Card } from "../primitives/card";
import type { Save } from "./save";

/** Every version that was in force, the newest first. */
export function Versions(props: { history: readonly Omit<EvidenceVersion, "changes">[]; save: Save; inForce: string }) {
  const { history, save, inForce } = props;
  return (
    <Card
      heading="Versions"
      aside={
        inForce !== SHIPPED_VERSION && (
          <Button onClick={() => void save(NO_CHANGES, "back to the shipped figures")}>
            Back to the shipped figures
          </Button>
        )
      }
    >
      {history.length === 0 && <p className="text-soft">Only the shipped figures so far.</p>}
      <ol>
        {history.map(({ number, version, at, by, reason }) => (
          <li key={number} className="border-t border-line py-2 text-sm">
            <strong>
              {number}: {version}
            </strong>{" "}
            {version === inForce && number === history[0]?.number && (
              <span className="rounded bg-ink px-1.5 text-xs font-semibold text-paper">in force</span>
            )}
            <span className="block text-soft">
              {timeText(at)}, {by}: {reason}
            </span>
          </li>
        ))}
      </ol>
      <p className="mt-2 text-sm text-soft">
        Nothing is ever overwritten. An exam keeps the version it was read under; on its reading page it can be read
        again under today&apos;s, with what that changes.
      </p>
    </Card>
  );
}
