"use client";

import { scaleLinear } from "d3";
import { findRecord, findRuleIn } from "@/core/evidence";
import { citationText, DERIVATION_ONLY, qualityOf, qualityText } from "@/core/knowledge";
import {
  groupLabel,
  logit,
  ofHundred,
  percentText,
  pooledRule,
  probabilityOf,
  ratiosOf,
  ratioText,
  type SourceReading,
  type Step,
  type StepAlong,
  stepsFrom,
  testLabel,
  UNCERTAINTY_TEXT,
  whySpecificityIsNot,
} from "@/core/reading";
import { PeopleGrid } from "../charts/people-grid";
import { useReading } from "../exam/use-reading";

const TICKS = [0.01, 0.05, 0.1, 0.25, 0.5, 0.75, 0.9, 0.95, 0.99];
const WIDTH = 300;

/** One scale of log-odds for the whole picture, wide enough for every step and at least 5 % to 75 %. */
function scaleFor(stops: readonly number[]) {
  const low = Math.max(logit(0.004), Math.min(logit(0.05), ...stops) - 0.4);
  const high = Math.min(logit(0.996), Math.max(logit(0.75), ...stops) + 0.4);
  return scaleLinear([low, high], [0, WIDTH]).clamp(true);
}
type Scale = ReturnType<typeof scaleFor>;

/** A bar from where the log-odds stood to where a step takes them, hung from the step before. */
function MoveBar({ from, to, x }: { from: number; to: number; x: Scale }) {
  const [low, high] = [x(Math.min(from, to)), x(Math.max(from, to))];
  return (
    <svg viewBox={`0 0 ${WIDTH} 40`} preserveAspectRatio="none" aria-hidden className="h-full min-h-11 w-full">
      {TICKS.filter((tick) => logit(tick) >= x.domain()[0]! && logit(tick) <= x.domain()[1]!).map((tick) => (
        <line
          key={tick}
          x1={x(logit(tick))}
          x2={x(logit(tick))}
          y1={0}
          y2={40}
          stroke="var(--line)"
          vectorEffect="non-scaling-stroke"
        />
      ))}
      <line
        x1={x(from)}
        x2={x(from)}
        y1={0}
        y2={20}
        stroke="var(--edge)"
        strokeDasharray="3 3"
        vectorEffect="non-scaling-stroke"
      />
      <rect
        x={low}
        y={10}
        width={Math.max(high - low, 1.5)}
        height={20}
        fill={to >= from ? "var(--lantern)" : "var(--soft)"}
        opacity={0.9}
      />
      <line
        x1={x(to)}
        x2={x(to)}
        y1={6}
        y2={40}
        stroke="var(--ink)"
        strokeWidth={2}
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}

/** The scale's chances, above the picture. */
function Axis({ x }: { x: Scale }) {
  return (
    <span aria-hidden className="relative hidden h-5 text-xs text-soft md:block">
      {TICKS.filter((tick) => logit(tick) >= x.domain()[0]! && logit(tick) <= x.domain()[1]!).map((tick) => (
        <span key={tick} className="absolute -translate-x-1/2" style={{ left: `${(x(logit(tick)) / WIDTH) * 100}%` }}>
          {Math.round(tick * 100)}
        </span>
      ))}
    </span>
  );
}

function Cite({ figure, start }: { figure: string; start: number }) {
  const reading = useReading();
  const record = findRecord(reading.evidence, figure);
  const rule = record ? undefined : findRuleIn(reading.evidence, figure);
  const cited = record ?? (rule && reading.settings.ruleFigures === "pooled" ? (pooledRule(rule) ?? rule) : rule);
  if (!cited) return null;
  const borrowed = record?.intervalBorrowed ?? (cited !== rule ? rule?.pooled?.intervalBorrowed : undefined);
  const ratios = record && ratiosOf(record);
  return (
    <span className="block text-sm text-soft">
      {citationText(cited.citation)}; {cited.standing}, check before clinical reliance.{" "}
      {[cited.population, cited.reference].filter(Boolean).join("; ")}
      {record ? `. Positive there is: ${record.definition}. ${UNCERTAINTY_TEXT[ratios!.uncertainty]}` : ""}.{" "}
      {borrowed ? `Interval borrowed: ${borrowed}. ` : ""}
      {rule?.derivationOnly ? `${DERIVATION_ONLY} ` : ""}
      {qualityText(qualityOf(cited.citation))}
      {ratios && ratios.sensitivity !== null && ratios.specificity !== null && (
        <details className="text-ink">
          <summary className="flex min-h-11 items-center underline">
            Sensitivity {ratios.sensitivity.toFixed(2)}, specificity {ratios.specificity.toFixed(2)}: what that does not
            say
          </summary>
          <p className="max-w-prose">{whySpecificityIsNot(start, ratios.sensitivity, ratios.specificity)}</p>
        </details>
      )}
    </span>
  );
}

const weightText = ({ weight, behind, ...step }: Step): string =>
  weight === 1
    ? ""
    : `, counted at ${Math.round(weight * 100)} % of its weight: it loads the same tissue (${groupLabel(step)}) as ${behind ?? "a stronger result"}, so the two overlap`;

const COLUMNS = "grid items-center gap-x-4 md:grid-cols-[minmax(0,1fr)_6.5rem_minmax(12rem,24rem)]";

/** One result as a bar hung from the one before; its figure, its study and its overlap open beneath it. */
function StepRow({ along, x, start }: { along: StepAlong; x: Scale; start: number }) {
  const { step, from, to } = along;
  const limited = step.printed !== null && Math.abs(step.printed - step.counted) > 1e-9;
  return (
    <li className="border-t border-line" data-step={step.id}>
      <details>
        <summary className={`${COLUMNS} min-h-11 list-none`}>
          <span>
            <strong>{step.label}</strong>
            <span className="text-sm text-soft"> ratio {ratioText(step.counted)}</span>
          </span>
          <span className="md:text-end">
            {percentText(probabilityOf(from))} → <strong>{percentText(probabilityOf(to))}</strong>
          </span>
          <MoveBar from={from} to={to} x={x} />
        </summary>
        <div className="pb-2">
          <p className="text-sm">
            Ratio {ratioText(step.counted)}
            {limited && ` (printed ${ratioText(step.printed!)})`}
            {weightText(step)}
            {step.remark && ` (${step.remark})`}.
          </p>
          <Cite figure={step.figure} start={start} />
          {step.parts.length > 0 && (
            <ul className="mt-1 list-disc ps-6 text-sm">
              {step.parts.map((part) => (
                <li key={part.label}>
                  {part.label}: ratio {ratioText(part.counted)}
                  {weightText(part)} <Cite figure={part.figure} start={start} />
                </li>
              ))}
            </ul>
          )}
        </div>
      </details>
    </li>
  );
}

/** Before and after, each as a hundred people. */
function Hundred({ source }: { source: SourceReading }) {
  return (
    <div className="grid gap-4 py-2 sm:grid-cols-2">
      {(
        [
          ["Before", source.start.mean],
          ["After", source.probability],
        ] as const
      ).map(([when, chance]) => (
        <figure key={when}>
          <PeopleGrid probability={chance} />
          <figcaption className="text-sm">
            {when}: {ofHundred(chance)}.
          </figcaption>
        </figure>
      ))}
    </div>
  );
}

/** From the start to the result, one figure at a time, with its study and standing. */
export function Reasoning({ source }: { source: SourceReading }) {
  const { start, steps, listings, naive, probability, recipe } = source;
  const startLogOdds = logit(start.mean);
  const along = stepsFrom(startLogOdds, steps);
  const x = scaleFor([startLogOdds, ...along.map(({ from }) => from), logit(probability)]);
  return (
    <div>
      <div className={COLUMNS}>
        <span className="text-xs text-soft">Press a result for its study.</span>
        <span className="hidden text-end text-xs text-soft md:block">chance in 100</span>
        <Axis x={x} />
      </div>
      <ol>
        <li className="border-t border-line">
          <details>
            <summary className={`${COLUMNS} min-h-11 list-none`}>
              <span>
                <strong>Start</strong> <span className="text-sm text-soft">{start.reason}</span>
              </span>
              <strong className="md:text-end">{percentText(start.mean)}</strong>
              <MoveBar from={startLogOdds} to={startLogOdds} x={x} />
            </summary>
            <p className="pb-2 text-sm text-soft">
              Worth {start.equivalentPeople} people, by a setting. {start.population}. {start.remark ?? ""}{" "}
              {start.citation ? `${citationText(start.citation)}; ` : ""}
              {start.standing === "none" ? "a setting, not a study" : start.standing}.
            </p>
          </details>
        </li>
        {along.map((taken) => (
          <StepRow key={taken.step.id} along={taken} x={x} start={start.mean} />
        ))}
      </ol>
      <dl className="grid gap-3 border-t-2 border-ink py-2 sm:grid-cols-2">
        <div>
          <dt className="text-sm text-soft">Result, related tests discounted (ρ = {recipe.dependence})</dt>
          <dd className="text-2xl font-bold">{percentText(probability)}</dd>
        </div>
        <div>
          <dt className="text-sm text-soft">Naive product of the single tests, as if independent</dt>
          <dd className="text-2xl">{percentText(naive)}</dd>
        </div>
      </dl>
      {source.figured && <Hundred source={source} />}
      {listings.length > 0 && (
        <details open>
          <summary className="flex min-h-11 items-center font-medium">Listed, not counted ({listings.length})</summary>
          <ul className="list-disc ps-6 text-sm">
            {listings.map(({ outcome, why }) => (
              <li key={`${outcome.run} ${outcome.source}`}>
                {testLabel(outcome)} {outcome.outcome}: {why.replace(/\.$/, "")}.
              </li>
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}
