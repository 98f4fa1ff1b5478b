"use client";

import dynamic from "next/dynamic";
import { useState } from "react";
import { offeredPlaces } from "@/core/planning/offered-places";
import { REACTIONS } from "@/core/vocabulary/examination";
import { type Place, placeParts, SITES } from "@/core/vocabulary/sites";
import type { Side } from "@/core/vocabulary/sides";
import { PlaceList } from "../figures/place-list";
import { Button } from "../primitives/button";
import { Dialog } from "../primitives/dialog";
import { KeyHint } from "../primitives/key-hint";
import { Score } from "../primitives/score";
import { SideBadge } from "../primitives/side-badge";
import { useExam } from "../exam/exam-provider";
import type { TestActions } from "./use-test";
import { useKeys } from "../shell/use-keys";

/** Fetched when the chart is opened: most answers never need it. */
const BodyChart = dynamic(() => import("../figures/body-chart").then((module) => module.BodyChart), { ssr: false });

const PLACE_KEYS = ["q", "w", "e", "r", "t", "y"] as const;
/** Short names for the places that come up most at the table. */
const SHORT: Partial<Record<string, string>> = { "si-area": "buttock below L5", "low-back": "low back above L5" };

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

type FeltPanelProps = Pick<TestActions, "record" | "toggleFelt" | "rate" | "rateBy" | "toggleReaction"> & {
  side: Side | null;
  needsPlace: boolean;
};

/** Where it was felt (their own areas first), how bad, and what the body did. */
export function FeltPanel({ record, toggleFelt, rate, rateBy, toggleReaction, side, needsPlace }: FeltPanelProps) {
  const { state } = useExam();
  const [chart, setChart] = useState(false);
  const offered = offeredPlaces(state, side);
  const chosen = record?.places ?? [];
  const places = [...offered, ...chosen.filter((place) => !offered.includes(place))];
  useKeys(PLACE_KEYS, (event) => {
    const place = offered[PLACE_KEYS.indexOf(event.key.toLowerCase() as (typeof PLACE_KEYS)[number])];
    if (place) toggleFelt(place);
  });
  useKeys(["c"], () => setChart(true));
  const step = (by: number) => rateBy(by, state.rest?.intensity ?? 0);
  useKeys(["+", "="], () => step(1));
  useKeys(["-"], () => step(-1));

  return (
    <div className="flex flex-col gap-2">
      <div role="group" aria-label="Where was it felt?" className="flex flex-wrap gap-1.5">
        <span className={`flex min-h-12 items-center pr-1 font-semibold ${needsPlace ? "text-stop" : ""}`}>Where?</span>
        {places.map((place, index) => {
          const pressed = chosen.includes(place);
          return (
            <Button
              key={place}
              big
              aria-pressed={pressed}
              data-place={place}
              onClick={() => toggleFelt(place)}
              className={`gap-1.5 px-2.5! text-sm ${pressed ? "border-ink! bg-ink! text-paper!" : ""}`}
            >
              <PlaceName place={place} />
              {index < PLACE_KEYS.length && <KeyHint keys={PLACE_KEYS[index]!.toUpperCase()} />}
            </Button>
          );
        })}
        <Button big onClick={() => setChart(true)} className="px-2.5! text-sm">
          elsewhere <KeyHint keys="C" />
        </Button>
      </div>
      <Score label="How bad?" value={record?.intensity ?? null} onChoose={rate} big inRow />
      <div role="group" aria-label="Seen beside it" className="flex flex-wrap items-center gap-1.5">
        <span className="pr-1 text-sm text-soft">Seen beside it</span>
        {REACTIONS.map((reaction) => {
          const pressed = record?.reactions.includes(reaction) ?? false;
          return (
            <Button
              key={reaction}
              big
              aria-pressed={pressed}
              onClick={() => toggleReaction(reaction)}
              className={`px-2.5! text-sm ${pressed ? "border-ink! bg-ink! text-paper!" : ""}`}
            >
              {reaction}
            </Button>
          );
        })}
      </div>
      <Dialog open={chart} onOpenChange={setChart} title="Where was it felt?" wide>
        <BodyChart chosen={chosen} onToggle={toggleFelt} />
        <details>
          <summary className="flex min-h-11 items-center font-medium">The same as a list</summary>
          <PlaceList chosen={chosen} onToggle={toggleFelt} />
        </details>
        <Button look="main" big onClick={() => setChart(false)}>
          Done
        </Button>
      </Dialog>
    </div>
  );
}
