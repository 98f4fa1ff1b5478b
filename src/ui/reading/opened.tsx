"use client";

import { Tabs } from "radix-ui";
import { capital } from "@/core/base";
import { citationText, qualityText, WEAKNESSES } from "@/core/knowledge";
import {
  besideRule,
  intervalText,
  mainSentence,
  percentText,
  qualityLetters,
  restsOn,
  type RuleBeside,
  sayRuleBeside,
  type SourceReading,
  type Spread,
} from "@/core/reading";
import { SOURCES } from "@/core/vocabulary";
import { FamilyMark } from "../drawing/family-mark";
import { Card } from "../primitives/card";
import { SideBadge } from "../primitives/side-badge";
import { useReading } from "../exam/use-reading";
import { BandPicture } from "../charts/band-picture";
import { Reasoning } from "./reasoning";
import { RulesOfSource } from "./rules-of-source";
import { wordOf } from "./source-words";
import { StartForm } from "./start-form";
import { WhatIf } from "./what-if";

const TABS = [
  ["steps", "Step by step"],
  ["what-if", "What if"],
  ["rules", "Rules and figures"],
  ["start", "Start"],
] as const;

/** What else argues against a source's answer: the first of it stands in the main sentence. */
export function Against({ source }: { source: SourceReading }) {
  const others = source.against.slice(1);
  if (others.length === 0) return null;
  return (
    <section aria-label="What argues against" className="rounded-lg border border-line p-3">
      <h3 className="font-semibold">What else argues against</h3>
      <ul className="list-disc ps-5 text-sm">
        {others.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </section>
  );
}

/** The rule alone, its tests alone, and both: of a hundred people each. */
function RuleAndTests({ beside }: { beside: RuleBeside }) {
  const rows = [
    ["the rule alone", beside.rule],
    ["its tests alone", beside.tests],
    ["both, weighed", beside.together],
  ] as const;
  return (
    <dl className="my-1 grid max-w-xl grid-cols-[auto_1fr_auto] items-center gap-x-3 gap-y-1 text-sm">
      {rows.map(([label, chance]) => (
        <div key={label} className="contents">
          <dt>{label}</dt>
          <dd aria-hidden className="h-3 rounded bg-well">
            <span className="block h-3 rounded bg-lantern" style={{ width: `${chance * 100}%` }} />
          </dd>
          <dd className="text-end font-semibold">{Math.round(chance * 100)} of 100</dd>
        </div>
      ))}
    </dl>
  );
}

/** The studies behind the probability, the weakest first, each with its four letters and why. */
function RestsOn({ source }: { source: SourceReading }) {
  const { evidence } = useReading();
  const foundations = restsOn(source, evidence);
  if (foundations.length === 0) return null;
  return (
    <details className="mb-2" data-quality={qualityLetters(foundations)}>
      <summary className="flex min-h-11 items-center text-sm">
        Study quality: {qualityLetters(foundations)}
        <span className="sr-only">, four letters for patients, index test, reference standard, flow and timing</span>
      </summary>
      <ul className="list-disc ps-6 text-sm text-soft">
        {foundations.map(({ citation, quality }) => (
          <li key={citation}>
            {citationText(citation)}. {qualityText(quality)}
            {quality && quality.weaknesses.length > 0 && (
              <> {quality.weaknesses.map((weakness) => `${weakness}: ${WEAKNESSES[weakness]}`).join("; ")}.</>
            )}
          </li>
        ))}
      </ul>
      <p className="ps-6 text-sm text-soft">
        L low, H high, U unclear risk of bias in patients, index test, reference standard, and flow and timing; judged
        by the makers of this program.
      </p>
    </details>
  );
}

/** The reasoning of one source on one side, opened. */
export function Opened({ source, spread }: { source: SourceReading; spread: Spread | undefined }) {
  const reading = useReading();
  const beside = besideRule(source, reading);
  return (
    <Card className="scroll-mt-4">
      <div className="mb-2 flex flex-wrap items-center gap-2">
        {source.side && <SideBadge side={source.side} />}
        <FamilyMark family={source.family} />
        <h2 className="text-lg font-semibold" id="opened">
          {SOURCES[source.source].label}
          <span className="sr-only"> {source.side ?? ""}</span>
        </h2>
        <span>
          {wordOf(source, spread)}
          {source.figured && (
            <>
              , <strong>{percentText(source.probability)}</strong>
            </>
          )}
        </span>
      </div>
      {!reading.underAge && (
        <p className="mb-2 max-w-prose text-lg leading-snug" data-main-sentence>
          {mainSentence(source)}
        </p>
      )}
      {source.figured && spread && (
        <p className="mb-2 text-sm text-soft">
          {capital(intervalText(spread))}; its middle half lies between {percentText(spread.p50[0])} and{" "}
          {percentText(spread.p50[1])}. The quality of the studies is not in it.
        </p>
      )}
      {source.figured && <RestsOn source={source} />}
      {beside && source.preferred && beside.part > 0 && (
        <div className="mb-2" data-beside>
          <RuleAndTests beside={beside} />
          <p className="text-sm">{sayRuleBeside(beside, source.preferred)}</p>
        </div>
      )}
      <Against source={source} />
      {reading.underAge ? (
        <p className="mt-3">Under 18: the figures come from adults, so no probability, rule or start is given.</p>
      ) : (
        <ReasonTabs source={source} />
      )}
    </Card>
  );
}

/** How it got there: step by step, with other results, by the rules, from another start. */
function ReasonTabs({ source }: { source: SourceReading }) {
  return (
    <Tabs.Root defaultValue="steps" className="mt-3">
      <Tabs.List aria-labelledby="opened" className="no-print flex flex-wrap gap-1 border-b border-line">
        {TABS.map(([id, label]) => (
          <Tabs.Trigger
            key={id}
            value={id}
            className="min-h-11 rounded-t-lg border border-b-0 border-transparent px-4 data-[state=active]:border-edge data-[state=active]:bg-well data-[state=active]:font-semibold"
          >
            {label}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      <Tabs.Content value="steps" className="pt-3">
        {!source.figured && (
          <p className="mb-2">
            Read by sign: nothing that was found here has a figure that counts, so the probability has not moved.
          </p>
        )}
        <Reasoning source={source} />
        {source.figured && <BandPicture source={source} />}
      </Tabs.Content>
      <Tabs.Content value="what-if" className="pt-3">
        <WhatIf
          key={`${source.source} ${source.side} ${source.start.mean} ${source.recipe.dependence}`}
          source={source}
        />
      </Tabs.Content>
      <Tabs.Content value="rules" className="pt-3">
        <RulesOfSource source={source} />
      </Tabs.Content>
      <Tabs.Content value="start" className="pt-3">
        <StartForm key={source.start.mean} source={source} />
      </Tabs.Content>
    </Tabs.Root>
  );
}
