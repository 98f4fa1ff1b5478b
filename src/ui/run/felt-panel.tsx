"use client";

import { useState } from "react";
import { offeredPlaces, type SheetStep } from "@/core/planning";
import type { StageRecord } from "@/core/record";
import { type Place, placeParts, QUALITIES, type Reaction, REACTIONS, SITES } from "@/core/vocabulary";
import { KEYS } from "../shell/keymap";
import { PlaceList } from "../drawing/place-list";
import { Button } from "../primitives/button";
import { Dialog } from "../primitives/dialog";
import { KeyHint } from "../shell/key-hint";
import { Score } from "../primitives/score";
import { SideBadge } from "../primitives/side-badge";
import { useExam } from "../exam/exam-provider";
import { stepped, type TestActions } from "./use-test";
import { usePressing } from "./use-pressing";
import { useKeys } from "../shell/use-keys";
import { later } from "../primitives/later";

/** Fetched when the chart is opened: most answers never need it. */
const BodyChart = later(() => import("../drawing/body-chart").then((module) => module.BodyChart));

/** Short names for the places that come up most at the table. */
const SHORT: Partial<Record<string, string>> = {
  "si-area": "buttock below L5",
  "low-back": "low back above L5",
  "dorsum-foot": "top of foot",
  "medial-knee-shin": "inner knee, shin",
  "upper-trapezius-scapula": "shoulder blade",
  "head-occiput": "head",
  "ring-little-finger": "ring, little finger",
  "thumb-index": "thumb, index",
};

export const PlaceName = ({ place }: { place: Place }) => {
  const { site, side } = placeParts(place);
  return (
    <>
      {side !== "central" && <SideBadge side={side} size="sm" />}
      <span className="leading-tight">
        {SHORT[site] ?? SITES[site].label}
        {side === "central" && SITES[site].sides.length > 1 ? ", middle" : ""}
      </span>
    </>
  );
};

const scorePressed = (score: number) => `score ${score}` as const;

type FeltActions = Pick<TestActions, "feltRecord" | "toggleFelt" | "rate" | "rateBy" | "toggleReaction">;

/** Where it was felt and how bad, with the keys for it; they listen as soon as the answer was pressed. */
export function useFelt(
  { feltRecord: record, toggleFelt, rate, rateBy, toggleReaction }: FeltActions,
  { side, protocol }: Pick<SheetStep, "side" | "protocol">,
  isAsked: boolean,
) {
  const { state } = useExam();
  const [pressing, press] = usePressing<Place | Reaction | `score ${number}`>();
  const offered = offeredPlaces(state, side, protocol);
  const atRest = state.rest?.intensity ?? 0;
  const actions = {
    offered,
    pressing,
    place: (place: Place) => press(place, toggleFelt(place)),
    rate: (intensity: number) => press(scorePressed(intensity), rate(intensity)),
    step: (by: number) => press(scorePressed(stepped(record, by, atRest)), rateBy(by, atRest)),
    reaction: (reaction: Reaction) => press(reaction, toggleReaction(reaction)),
  };
  useKeys(KEYS.place, (event) => {
    const place = offered[KEYS.place.keys.indexOf(event.key.toLowerCase())];
    if (isAsked && place) actions.place(place);
  });
  useKeys(KEYS.more, () => isAsked && actions.step(1));
  useKeys(KEYS.less, () => isAsked && actions.step(-1));
  return actions;
}

type FeltPanelProps = {
  record: StageRecord | null;
  felt: ReturnType<typeof useFelt>;
  needsPlace: boolean;
  /** The stage it came at, when another one is asked about by now. */
  stage: string | null;
  /** Asked only by tests whose reading turns on what it feels like. */
  qualities: Pick<TestActions, "toggleQuality"> | null;
};

/** Where it was felt (their own areas first), how bad, and what the body did. */
export function FeltPanel({ record, felt, needsPlace, stage, qualities }: FeltPanelProps) {
  const [chart, setChart] = useState(false);
  const { offered, pressing } = felt;
  const chosen = record?.places ?? [];
  const places = [...offered, ...chosen.filter((place) => !offered.includes(place))];
  useKeys(KEYS.chart, () => setChart(true));

  return (
    <div className="flex flex-col gap-2">
      <div role="group" aria-label="Where was it felt?" className="flex flex-wrap gap-1.5">
        <span className={`flex min-h-12 items-center pr-1 font-semibold ${needsPlace ? "text-stop" : ""}`}>
          {stage ? `Where, at ${stage.toLowerCase()}?` : "Where?"}
        </span>
        {places.map((place, index) => (
          <Button
            key={place}
            big
            aria-pressed={chosen.includes(place)}
            pressing={pressing === place}
            data-place={place}
            onClick={() => felt.place(place)}
            className="gap-1.5 px-2.5! text-sm"
          >
            <PlaceName place={place} />
            <KeyHint entry={KEYS.place} nth={index} />
          </Button>
        ))}
        <Button big onClick={() => setChart(true)} className="px-2.5! text-sm">
          elsewhere <KeyHint entry={KEYS.chart} />
        </Button>
      </div>
      <Score
        label="How bad?"
        value={record?.intensity ?? null}
        pressing={pressing?.startsWith("score ") ? Number(pressing.slice(6)) : null}
        onChoose={felt.rate}
        big
        inRow
      />
      <div role="group" aria-label="Seen beside it" className="flex flex-wrap items-center gap-1.5">
        {qualities && (
          <span role="group" aria-label="What it feels like" className="flex flex-wrap items-center gap-1.5">
            <span className="pr-1 text-sm text-soft">It feels</span>
            {QUALITIES.map((quality) => (
              <Button
                key={quality}
                big
                data-quality={quality}
                aria-pressed={record?.qualities.includes(quality) ?? false}
                onClick={() => void qualities.toggleQuality(quality)}
                className="px-2.5! text-sm"
              >
                {quality}
              </Button>
            ))}
          </span>
        )}
        <span className="pr-1 text-sm text-soft">Seen beside it</span>
        {REACTIONS.map((reaction) => (
          <Button
            key={reaction}
            big
            aria-pressed={record?.reactions.includes(reaction) ?? false}
            pressing={pressing === reaction}
            onClick={() => felt.reaction(reaction)}
            className="px-2.5! text-sm"
          >
            {reaction}
          </Button>
        ))}
      </div>
      <Dialog open={chart} onOpenChange={setChart} title="Where was it felt?" wide>
        <BodyChart chosen={chosen} onToggle={felt.place} />
        <details>
          <summary className="flex min-h-11 items-center font-medium">The same as a list</summary>
          <PlaceList chosen={chosen} onToggle={felt.place} />
        </details>
        <Button look="main" big onClick={() => setChart(false)}>
          Done
        </Button>
      </Dialog>
    </div>
  );
}
