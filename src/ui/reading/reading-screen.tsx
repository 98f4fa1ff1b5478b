"use client";

import { percentText } from "@/core/reading/words";
import type { Spread } from "@/core/reading/draws";
import { schoolsThatDiffer } from "@/core/exam/settings";
import { findSchool } from "@/core/knowledge/protocols";
import { RULES } from "@/core/knowledge/rules";
import type { FiguredReading } from "@/core/reading/reading";
import { SOURCES } from "@/core/vocabulary/sources";
import { Card } from "../primitives/card";
import { Choice } from "../primitives/choice";
import { PeopleGrid } from "../figures/people-grid";
import { SideBadge } from "../primitives/side-badge";
import { useExam } from "../exam/exam-provider";
import { useSpreads } from "../exam/use-spreads";
import { BeamRow } from "./beam-row";
import { Reasoning } from "./reasoning";
import { RuleCounters } from "./rule-counters";
import { Signs } from "./signs";
import { StartForm } from "./start-form";

function SourceCard({ figured, spread }: { figured: FiguredReading; spread: Spread | null }) {
  const { reading } = useExam();
  const examined = figured.wording.word !== "not examined";
  return (
    <Card>
      <h2 className="sr-only">
        {SOURCES[figured.source].label}, {figured.side}
      </h2>
      <BeamRow figured={figured} spread={spread} />
      {spread && examined && (
        <p className="mt-1 text-sm text-soft">
          Half of the draws lie between {percentText(spread.p50[0])} and {percentText(spread.p50[1])}, 95 in 100 between{" "}
          {percentText(spread.p95[0])} and {percentText(spread.p95[1])}.
        </p>
      )}
      {examined && !reading.underAge && (
        <div className="mt-3 max-w-md">
          <PeopleGrid probability={figured.probability} greyed={false} />
        </div>
      )}
      {figured.against.length > 0 && (
        <section className="mt-3" aria-label={`What argues against, ${figured.side}`}>
          <h3 className="font-semibold">What argues against</h3>
          <ul className="list-disc pl-6">
            {figured.against.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </section>
      )}
      <details className="mt-3" open={figured.steps.length + figured.listings.length > 0}>
        <summary className="flex min-h-11 items-center gap-2 font-semibold">
          <SideBadge side={figured.side} size="sm" /> Step by step
        </summary>
        <Reasoning figured={figured} />
      </details>
      <StartForm key={figured.start.mean} figured={figured} />
    </Card>
  );
}

const DEPENDENCES = ["0", "0.3", "0.5", "0.7", "1"] as const;

/** Which rule counts and how far related tests are discounted: a recorded choice. */
function ReadingChoices() {
  const { reading, append } = useExam();
  const { settings } = reading;
  const change = (part: Partial<typeof settings>, reason: string) =>
    void append({ type: "settings-changed", body: { settings: { ...settings, ...part }, reason } });
  return (
    <Card heading="How it is read">
      <div className="flex flex-col gap-4">
        <Choice
          label="The rule that counts"
          stacked
          value={settings.preferredRule}
          options={[
            ...RULES.map((rule) => ({ value: rule.id, label: `${rule.label}, ${rule.k} of ${rule.members.length}` })),
            { value: "none", label: "no rule: single tests only" },
          ]}
          onChoose={(preferredRule) => change({ preferredRule }, "another rule was chosen on the reading page")}
        />
        <Choice
          label="Assumed dependence between related tests (ρ)"
          value={String(settings.dependence)}
          options={DEPENDENCES.map((value) => ({ value: value as string, label: value }))}
          onChoose={(value) =>
            change({ dependence: Number(value) }, "another dependence was chosen on the reading page")
          }
        />
        <Choice
          label="What counts as positive"
          stacked
          value={settings.feltWhere as string}
          options={[
            { value: "below-l5", label: "their symptom, felt below L5 beside the sacrum" },
            { value: "any-familiar", label: "their symptom, wherever felt (as in the studies)" },
          ]}
          onChoose={(feltWhere) =>
            change(
              { feltWhere: feltWhere as typeof settings.feltWhere },
              "another definition of positive was chosen on the reading page",
            )
          }
        />
      </div>
    </Card>
  );
}

/** Says so when the exam is read under other schools than it was made under, or than this practitioner now keeps. */
function OtherSchools() {
  const { state, profile, reading } = useExam();
  const made = state.opened?.body.settings;
  const named = (ids: readonly string[]) => ids.map((id) => findSchool(id)?.label ?? id).join("; ");
  const sinceMade = made ? schoolsThatDiffer(made, reading.settings) : [];
  const fromMine = schoolsThatDiffer(profile.settings.reading, reading.settings);
  if (sinceMade.length + fromMine.length === 0) return null;
  return (
    <div role="note" className="rounded-lg bg-caution-well p-3 text-sm text-caution">
      {sinceMade.length > 0 && <p>Read under other schools than it was made under: {named(sinceMade)}.</p>}
      {fromMine.length > 0 && <p>Your own schools are different now: {named(fromMine)}. This exam keeps its own.</p>}
    </div>
  );
}

/** The whole reading on its own page, with every step open to be checked. */
export function ReadingScreen() {
  const { reading } = useExam();
  const spreads = useSpreads(reading);
  const examined = reading.figured.some(({ wording }) => wording.word !== "not examined");
  return (
    <div className="mx-auto grid w-full max-w-7xl gap-4 p-4 lg:grid-cols-[1fr_23rem]">
      <div className="flex flex-col gap-4">
        {reading.underAge && (
          <p className="rounded-lg bg-caution-well p-3 font-medium text-caution">
            Under 18: all figures come from adults, so probabilities are greyed.
          </p>
        )}
        <OtherSchools />
        {(reading.signs.length === 0 || examined) &&
          reading.figured.map((figured, index) => (
            <SourceCard key={figured.side} figured={figured} spread={spreads[index] ?? null} />
          ))}
      </div>
      <div className="flex flex-col gap-4">
        <Card heading="Rules">
          <RuleCounters />
        </Card>
        {reading.signs.length > 0 && (
          <Card heading="By sign only">
            <Signs />
          </Card>
        )}
        <ReadingChoices />
        <p className="text-sm text-soft">
          Sources are not mutually exclusive and need not add up to one. This is an aid to licensed judgement and local
          rules.
        </p>
      </div>
    </div>
  );
}
