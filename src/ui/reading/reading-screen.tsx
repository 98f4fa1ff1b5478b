"use client";

import { useState } from "react";
import { CARE_SETTING_LABELS, CARE_SETTINGS, type CareSetting, findSchool } from "@/core/knowledge";
import { examinedByFamily, sourceKey } from "@/core/reading";
import { DEPENDENCE_CHOICES, MEMBER_WEIGHT_CHOICES, RULE_RATIO_LIMITS, schoolsThatDiffer } from "@/core/record";
import { Card } from "../primitives/card";
import { Choice } from "../primitives/choice";
import { useExam } from "../exam/exam-provider";
import { useReading } from "../exam/use-reading";
import { useSpreads } from "../exam/use-spreads";
import { CourseReading } from "../course/course-reading";
import { BeamsCard } from "./beams-card";
import { Directions, RootLevel } from "./directions";
import { EvidenceVersion, NotHeld } from "./evidence-version";
import { NextTests } from "./next-card";
import { Opened } from "./opened";
import { CurvesCard } from "./curves-card";
import { RangesCard } from "./ranges-card";
import { ResponsesCard } from "./responses-card";
import { RuleCounters } from "./rule-counters";

/** How far related tests are discounted, and where a symptom counts: recorded choices. */
function ReadingChoices() {
  const { append } = useExam();
  const reading = useReading();
  const { settings } = reading;
  const change = (part: Partial<typeof settings>, reason: string) =>
    void append({ type: "settings-changed", body: { settings: { ...settings, ...part }, reason } });
  return (
    <Card heading="How it is read">
      <div className="flex flex-col gap-4">
        <Choice
          label="Assumed dependence between related tests (ρ)"
          value={String(settings.dependence)}
          options={DEPENDENCE_CHOICES.map((value) => ({ value: value as string, label: value }))}
          onChoose={(value) =>
            change({ dependence: Number(value) }, "another dependence was chosen on the reading page")
          }
        />
        <Choice
          label="How far a rule's tests speak beside it (λ)"
          value={String(settings.memberWeight ?? 0)}
          options={MEMBER_WEIGHT_CHOICES.map((value) => ({
            value: value as string,
            label: value === "0" ? "0: the rule only" : value,
          }))}
          onChoose={(value) =>
            change({ memberWeight: Number(value) }, "another weight of the tests beside their rule was chosen")
          }
        />
        <Choice
          label="Where this patient is seen"
          stacked
          value={(settings.careSetting ?? "primary care") as string}
          options={CARE_SETTINGS.map((setting) => ({
            value: setting as string,
            label: CARE_SETTING_LABELS[setting],
          }))}
          onChoose={(setting) =>
            change({ careSetting: setting as CareSetting }, "where the patient is seen was chosen on the reading page")
          }
        />
        <Choice
          label="The most a rule's figure counts for"
          value={String(settings.ruleRatioLimit ?? 1000)}
          options={RULE_RATIO_LIMITS.map((value) => ({
            value: value as string,
            label: value === "1000" ? "as published" : `${value} times`,
          }))}
          onChoose={(value) =>
            change({ ruleRatioLimit: Number(value) }, "another limit of a rule's figure was chosen on the reading page")
          }
        />
        <Choice
          label="Figure of the sacroiliac rules"
          stacked
          value={settings.ruleFigures ?? "own"}
          options={[
            { value: "own", label: "each rule's own study" },
            { value: "pooled", label: "pooled over studies (second-hand)" },
          ]}
          onChoose={(figure) =>
            change({ ruleFigures: figure as "own" | "pooled" }, "another figure of the rules was chosen")
          }
        />
        <Choice
          label="What counts as positive for the sacroiliac joint"
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
  const { state, profile } = useExam();
  const reading = useReading();
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

/** The whole answer at once, and any source opened beneath it. */
export function ReadingScreen() {
  const { state, changes } = useExam();
  const reading = useReading();
  const spreads = useSpreads(reading.sources);
  const [chosen, setChosen] = useState<string | null>(null);
  const first = examinedByFamily(reading).families[0]?.sources[0]?.rows.toSorted(
    (a, b) => Number(b.figured) - Number(a.figured) || b.probability - a.probability,
  )[0];
  const opened = reading.sources.find(({ source, side }) => sourceKey(source, side) === chosen) ?? first;
  const key = opened ? sourceKey(opened.source, opened.side) : null;
  if (!changes) return <NotHeld />;
  return (
    <div className="mx-auto grid w-full max-w-[86rem] gap-3 p-3 lg:grid-cols-[1fr_20rem]">
      <div className="flex min-w-0 flex-col gap-3">
        {reading.underAge && (
          <p className="rounded-lg bg-caution-well p-3 font-medium text-caution">
            Under 18: all figures come from adults, so this is read in words only.
          </p>
        )}
        <OtherSchools />
        {state.treated && <CourseReading />}
        <BeamsCard spreads={spreads} chosen={key} onChoose={setChosen} />
        {opened && <Opened key={key} source={opened} spread={spreads[key!]} />}
        <RangesCard />
        <CurvesCard />
      </div>
      <div className="flex flex-col gap-3">
        <Card heading="What to test next" className={`no-print p-3! ${state.treated ? "hidden" : ""}`}>
          <NextTests />
        </Card>
        <ResponsesCard />
        <EvidenceVersion />
        <Directions />
        <RootLevel />
        <RuleCounters
          framed={(counters) => (
            <Card heading="Rules that count" className="p-3!">
              {counters}
            </Card>
          )}
        />
        <ReadingChoices />
        <p className="text-sm text-soft">
          Sources are not mutually exclusive and need not add up to one. This is an aid to licensed judgement and local
          rules.
        </p>
      </div>
    </div>
  );
}
