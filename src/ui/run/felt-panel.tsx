"use client";

import { useState } from "react";
import { type StageRecord, symptomsOf } from "@/core/record";
import { QUALITIES, type Reaction, REACTIONS } from "@/core/vocabulary";
import { type KeyEntry, KEYS } from "../shell/keymap";
import { PlaceList } from "../drawing/place-list";
import { PlaceName } from "../drawing/place-name";
import { Button } from "../primitives/button";
import { Choice } from "../primitives/choice";
import { Dialog } from "../primitives/dialog";
import { KeyHint } from "../shell/key-hint";
import { Score } from "../primitives/score";
import { useExam } from "../exam/exam-provider";
import type { useFelt } from "./use-felt";
import type { TestActions } from "./use-test";
import { useKeys } from "../shell/use-keys";
import { later } from "../primitives/later";

/** Fetched when the chart is opened: most answers never need it. */
const BodyChart = later(() => import("../drawing/body-chart").then((module) => module.BodyChart));

const chosenPlaces = ({ places }: StageRecord): boolean => places.length > 0;

type FeltPanelProps = {
  record: StageRecord | null;
  felt: ReturnType<typeof useFelt>;
  needsPlace: boolean;
  /** How bad is what is asked now. */
  asksHowBad: boolean;
  /** The stage it came at, when another one is asked about by now. */
  stage: string | null;
  /** Asked only by tests whose reading turns on what it feels like. */
  qualities: Pick<TestActions, "toggleQuality"> | null;
  onWhich: (symptom: string) => void;
};

const REACTION_KEYS = {
  wince: KEYS.wince,
  guarding: KEYS.guarding,
  "held breath": KEYS.heldBreath,
} as const satisfies Record<Reaction, KeyEntry>;

function SeenBeside({ record, felt, qualities }: Pick<FeltPanelProps, "record" | "felt" | "qualities">) {
  return (
    <div role="group" aria-label="Seen beside it" className="flex flex-wrap items-center gap-1.5">
      {qualities && (
        <span role="group" aria-label="What it feels like" className="flex flex-wrap items-center gap-1.5">
          <span className="pe-1 text-sm text-soft">It feels</span>
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
      <span className="pe-1 text-sm text-soft">Seen beside it</span>
      {REACTIONS.map((reaction) => (
        <Button
          key={reaction}
          big
          aria-pressed={record?.reactions.includes(reaction) ?? false}
          pressing={felt.pressing === reaction}
          onClick={() => felt.reaction(reaction)}
          className="px-2.5! text-sm"
        >
          {reaction} <KeyHint entry={REACTION_KEYS[reaction]} />
        </Button>
      ))}
    </div>
  );
}

/** Where it was felt (their own areas first), how bad, and what the body did. */
export function FeltPanel({ record, felt, needsPlace, asksHowBad, stage, qualities, onWhich }: FeltPanelProps) {
  const { state } = useExam();
  const symptoms = record?.response === "familiar" && chosenPlaces(record) ? symptomsOf(state) : [];
  const [chart, setChart] = useState(false);
  const [all, setAll] = useState(false);
  const { offered, pressing } = felt;
  const chosen = record?.places ?? [];
  const places = needsPlace || all ? [...offered, ...chosen.filter((place) => !offered.includes(place))] : chosen;
  useKeys(KEYS.chart, () => setChart(true));
  const where = (
    <div role="group" aria-label="Where was it felt?" className="flex flex-wrap gap-1.5">
      <span className={`flex min-h-12 items-center pe-1 font-semibold ${needsPlace ? "text-stop" : ""}`}>
        {stage ? `Where, at ${stage.toLowerCase()}?` : "Where?"}
      </span>
      {places.map((place) => (
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
          {offered.includes(place) && <KeyHint entry={KEYS.place} nth={offered.indexOf(place)} />}
        </Button>
      ))}
      {!needsPlace && !all && (
        <Button big onClick={() => setAll(true)} className="px-2.5! text-sm">
          other places
        </Button>
      )}
      <Button big onClick={() => setChart(true)} className="px-2.5! text-sm">
        {places === chosen ? "on the body" : "elsewhere"} <KeyHint entry={KEYS.chart} />
      </Button>
    </div>
  );

  return (
    <div className="flex flex-col gap-2">
      {needsPlace && where}
      {symptoms.length > 1 && (
        <Choice
          label="Which of theirs?"
          inRow
          value={record?.symptom ?? null}
          options={symptoms.map(({ area, letter, words }) => ({ value: area, label: `${letter} ${words}` }))}
          onChoose={onWhich}
        />
      )}
      <div className={asksHowBad ? "rounded-xl outline-3 outline-offset-4 outline-lantern" : ""} data-how-bad>
        <Score
          label={<>How bad?{asksHowBad && <span className="font-normal"> now, 0 to 10: type it, or press</span>}</>}
          value={record?.intensity ?? null}
          pressing={pressing?.startsWith("score ") ? Number(pressing.slice(6)) : null}
          onChoose={felt.rate}
          big
          inRow
        />
      </div>
      {!needsPlace && where}
      <SeenBeside record={record} felt={felt} qualities={qualities} />
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
