"use client";

import { Slider } from "radix-ui";
import { useMemo, useState } from "react";
import {
  contextOf,
  ofHundred,
  percentText,
  readSource,
  resultKey,
  sourceKey,
  type SourceReading,
  type Supposed,
  testLabel,
} from "@/core/reading";
import { Button } from "../primitives/button";
import { useExam } from "../exam/exam-provider";
import { useReading } from "../exam/use-reading";
import { useSpreads } from "../exam/use-spreads";
import { SourceBeam } from "./source-beam";
import { wordOf } from "./source-words";

type Results = Record<string, "positive" | "negative" | "removed">;

function Dial(props: {
  label: string;
  said: string;
  value: number;
  min: number;
  max: number;
  step: number;
  onSlide: (value: number) => void;
}) {
  const { label, said, value, min, max, step, onSlide } = props;
  return (
    <div>
      <p className="flex justify-between gap-3">
        <span className="font-medium">{label}</span>
        <strong>{said}</strong>
      </p>
      <Slider.Root
        value={[value]}
        min={min}
        max={max}
        step={step}
        onValueChange={([next]) => onSlide(next!)}
        className="relative flex h-11 w-full touch-none items-center select-none"
      >
        <Slider.Track className="relative h-1.5 grow rounded-full bg-line">
          <Slider.Range className="absolute h-full rounded-full bg-edge" />
        </Slider.Track>
        <Slider.Thumb
          aria-label={label}
          aria-valuetext={said}
          className="block size-8 rounded-full border-2 border-ink bg-glow"
        />
      </Slider.Root>
    </div>
  );
}

const OPTIONS = ["positive", "negative", "removed"] as const;

/** Another start, another dependence, other results: drawn against the real answer, kept nowhere. */
export function WhatIf({ source }: { source: SourceReading }) {
  const { state } = useExam();
  const reading = useReading();
  const key = sourceKey(source.source, source.side);
  const [start, setStart] = useState(source.start.mean);
  const [dependence, setDependence] = useState(source.recipe.dependence);
  const [results, setResults] = useState<Results>({});
  const changed =
    start !== source.start.mean || dependence !== source.recipe.dependence || Object.keys(results).length > 0;
  const supposed = useMemo(() => {
    const what: Supposed = { starts: { [key]: start }, dependence, results };
    return readSource(contextOf(state, reading.evidence, what), source.source, source.side);
  }, [state, reading.evidence, source.source, source.side, key, start, dependence, results]);
  const both = useMemo(() => [supposed], [supposed]);
  const spread = useSpreads(both)[key];
  const real = useSpreads(useMemo(() => [source], [source]))[key];
  const tests = source.outcomes.filter(({ outcome }) => outcome !== "not tested");
  const flip = (run: string, result: Results[string] | null) =>
    setResults(({ [run]: _was, ...rest }) => (result === null ? rest : { ...rest, [run]: result }));
  return (
    <div data-what-if className="grid gap-5 lg:grid-cols-2">
      <div className="flex flex-col gap-2">
        <p className="rounded-lg bg-caution-well p-2 text-sm text-caution">Supposing only. Nothing here is recorded.</p>
        <Dial
          label="Starting probability"
          said={percentText(start)}
          value={start}
          min={0.01}
          max={0.95}
          step={0.01}
          onSlide={setStart}
        />
        <Dial
          label="Dependence between related tests (ρ)"
          said={dependence.toFixed(2)}
          value={dependence}
          min={0}
          max={1}
          step={0.01}
          onSlide={setDependence}
        />
        <Button
          disabled={!changed}
          onClick={() => {
            setStart(source.start.mean);
            setDependence(source.recipe.dependence);
            setResults({});
          }}
        >
          Back to what was found
        </Button>
      </div>
      <div className="flex flex-col gap-3">
        <div>
          <p className="flex justify-between">
            <span>As found</span> <strong>{percentText(source.probability)}</strong>
          </p>
          <SourceBeam source={source} spread={real} />
        </div>
        <div data-supposed={supposed.probability.toFixed(4)} aria-live="polite">
          <p className="flex justify-between">
            <span>Supposing: {wordOf(supposed, spread)}</span> <strong>{percentText(supposed.probability)}</strong>
          </p>
          <SourceBeam source={supposed} spread={spread} />
          <p className="text-sm text-soft">
            {changed ? `${percentText(source.probability)} becomes ${percentText(supposed.probability)}: ` : ""}
            {ofHundred(supposed.probability)}.
          </p>
        </div>
      </div>
      <ul className="flex flex-col gap-1 lg:col-span-2">
        {tests.map((outcome) => {
          const run = resultKey(outcome);
          const now = results[run] ?? outcome.outcome;
          return (
            <li key={run} className="flex flex-wrap items-center gap-2 border-t border-line py-1">
              <span className="grow">
                {testLabel(outcome)}, found {outcome.outcome}
              </span>
              <span role="group" aria-label={`Suppose ${testLabel(outcome)}`} className="flex gap-1">
                {OPTIONS.map((option) => (
                  <Button
                    key={option}
                    aria-pressed={now === option}
                    onClick={() => flip(run, option === outcome.outcome ? null : option)}
                  >
                    {option}
                  </Button>
                ))}
              </span>
            </li>
          );
        })}
      </ul>
    </div>
  );
}
