"use client";

import { percentText } from "@/core/reading/words";
import { scaleLinear } from "d3";
import { CITATIONS } from "@/core/knowledge/citations";
import { EVIDENCE } from "@/core/knowledge/evidence";
import { findRule } from "@/core/knowledge/rules";
import { logit, probabilityOf } from "@/core/reading/odds";
import type { FiguredReading } from "@/core/reading/reading";
import { type Step, testLabel } from "@/core/reading/steps";

const ratio = (value: number): string => value.toFixed(2);
const figureSource = (id: string) => EVIDENCE.find((record) => record.id === id) ?? findRule(id);

/** A bar from where the log-odds stood to where this step takes them. */
function MoveBar({ from, to }: { from: number; to: number }) {
  const x = scaleLinear([logit(0.005), logit(0.995)], [0, 100]).clamp(true);
  const [low, high] = [x(Math.min(from, to)), x(Math.max(from, to))];
  return (
    <svg viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden className="h-4 w-full">
      <rect x={0} y={4} width={100} height={2} fill="var(--line)" />
      <rect
        x={low}
        y={1.5}
        width={Math.max(high - low, 0.6)}
        height={7}
        fill={to >= from ? "var(--lantern)" : "var(--soft)"}
      />
      <rect x={x(to) - 0.5} y={0} width={1} height={10} fill="var(--ink)" />
    </svg>
  );
}

function Cite({ figure }: { figure: string }) {
  const found = figureSource(figure);
  if (!found) return null;
  return (
    <span className="block text-sm text-soft">
      {CITATIONS[found.citation]}; {found.standing}, check before clinical reliance. {found.population};{" "}
      {found.reference}.
    </span>
  );
}

function StepRow({ step, from }: { step: Step; from: number }) {
  const after = from + step.moves;
  return (
    <li className="grid gap-x-4 gap-y-1 border-t border-line py-2 md:grid-cols-[1fr_8rem_10rem]">
      <div>
        <strong>{step.label}</strong>
        <span className="block">
          ratio {ratio(step.counted)}
          {step.weight < 1 &&
            `, counted at ${Math.round(step.weight * 100)} % of its weight because a stronger test of the same group stands before it`}
          {step.remark && ` (${step.remark})`}
        </span>
        <Cite figure={step.figure} />
        {step.parts.length > 0 && (
          <ul className="mt-1 list-disc pl-6 text-sm">
            {step.parts.map((part) => (
              <li key={part.label}>
                {part.label}: ratio {ratio(part.counted)}
                {part.weight < 1 ? ` at ${Math.round(part.weight * 100)} %` : ""} <Cite figure={part.figure} />
              </li>
            ))}
          </ul>
        )}
      </div>
      <span className="md:text-right">
        {percentText(probabilityOf(from))} → <strong>{percentText(probabilityOf(after))}</strong>
      </span>
      <MoveBar from={from} to={after} />
    </li>
  );
}

/** From the start to the result, one figure at a time, with its study and standing. */
export function Reasoning({ figured }: { figured: FiguredReading }) {
  const { start, steps, listings, naive, probability, recipe } = figured;
  const startLogOdds = logit(start.mean);
  const before = steps.map(
    (_, index) => startLogOdds + steps.slice(0, index).reduce((sum, step) => sum + step.moves, 0),
  );
  return (
    <div>
      <ol>
        <li className="grid gap-x-4 gap-y-1 py-2 md:grid-cols-[1fr_8rem_10rem]">
          <div>
            <strong>Start</strong>
            <span className="block">
              {start.reason}; worth {start.equivalentPeople} people
            </span>
            <span className="block text-sm text-soft">
              {start.population}. {start.citation ? `${CITATIONS[start.citation]}; ` : ""}
              {start.standing === "none" ? "a setting, not a study" : start.standing}.
            </span>
          </div>
          <strong className="md:text-right">{percentText(start.mean)}</strong>
          <MoveBar from={startLogOdds} to={startLogOdds} />
        </li>
        {steps.map((step, index) => (
          <StepRow key={step.label} step={step} from={before[index]!} />
        ))}
      </ol>
      <dl className="grid grid-cols-2 gap-3 border-t-2 border-ink py-3">
        <div>
          <dt className="text-sm text-soft">Result, related tests discounted (ρ = {recipe.dependence})</dt>
          <dd className="text-2xl font-bold">{percentText(probability)}</dd>
        </div>
        <div>
          <dt className="text-sm text-soft">Naive product of the single tests, as if independent</dt>
          <dd className="text-2xl">{percentText(naive)}</dd>
        </div>
      </dl>
      {listings.length > 0 && (
        <details open>
          <summary className="flex min-h-11 items-center font-medium">Listed, not counted ({listings.length})</summary>
          <ul className="list-disc pl-6 text-sm">
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
