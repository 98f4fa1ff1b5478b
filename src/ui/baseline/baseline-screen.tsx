"use client";

import { NEURO_SCALES } from "@/core/knowledge";
import { neuroChanges, type RootLevelReading, rootLevels } from "@/core/reading";
import { examRegions } from "@/core/record";
import { ButtonLink } from "../primitives/button";
import { dayText } from "../primitives/dates";
import { Card } from "../primitives/card";
import { SideBadge } from "../primitives/side-badge";
import { useExam } from "../exam/exam-provider";
import { BaselinePanel } from "./baseline-panel";
import { KnownDeficits } from "./known-deficits";
import { NeckLook } from "./neck-look";

function LevelReading({ reading }: { reading: RootLevelReading }) {
  return (
    <div data-root-level={`${reading.side} ${reading.level.id}`}>
      <p className="flex items-center gap-2">
        <SideBadge side={reading.side} />
        <span>
          <strong className="text-lg">{reading.level.label}</strong> explains most
          {reading.ruleMet ? "; three of four kinds of sign agree" : ""}
        </span>
      </p>
      <p className="text-sm">Explains: {reading.explains.map(({ label }) => label).join(", ")}.</p>
      {reading.doesNotExplain.length > 0 && (
        <p className="text-sm text-caution">
          Does not explain: {reading.doesNotExplain.map(({ label }) => label).join(", ")}.
        </p>
      )}
    </div>
  );
}

/** The neurological baseline, what it adds up to, and what has changed since the last visit. */
export function BaselineScreen() {
  const { exam, state, previous } = useExam();
  const readings = rootLevels(state);
  const changes = previous ? neuroChanges(state.neuro, previous.neuro) : [];
  return (
    <div className="mx-auto grid w-full max-w-7xl gap-4 p-4 xl:grid-cols-[1fr_19rem]">
      <Card className="min-w-0 self-start" heading="Neurological baseline">
        <BaselinePanel />
        {examRegions(state).has("neck-arm") && <NeckLook />}
        <KnownDeficits />
      </Card>
      <aside className="flex flex-col gap-4" aria-label="What it adds up to">
        <ButtonLink look="main" big href={`/exams/${exam}/run`}>
          On to the tests
        </ButtonLink>
        <Card heading="Root level">
          <div className="flex flex-col gap-3">
            {readings.length === 0 ? (
              <p className="text-soft">Nothing recorded that a root level would explain.</p>
            ) : (
              readings.map((reading) => <LevelReading key={reading.side} reading={reading} />)
            )}
          </div>
        </Card>
        {previous && (
          <Card heading="Since the last visit">
            <p className="text-sm text-soft">{dayText(previous.openedAt)}</p>
            {changes.length === 0 ? (
              <p>No change in what was recorded both times.</p>
            ) : (
              <ul className="text-sm">
                {changes.map(({ finding, before: was, worse }) => (
                  <li
                    key={`${finding.kind} ${finding.level} ${finding.side}`}
                    className={worse ? "font-semibold text-stop" : ""}
                  >
                    {finding.level.toUpperCase()} {finding.side ?? ""} {NEURO_SCALES[finding.kind].label.toLowerCase()}:{" "}
                    {was} to {finding.value}
                    {worse ? ", worse" : ", better"}
                  </li>
                ))}
              </ul>
            )}
          </Card>
        )}
      </aside>
    </div>
  );
}
