"use client";

import { useState } from "react";
import { patientText } from "@/core/knowledge";
import type { View } from "@/core/poses";
import { type Language, type Place, plainPlace } from "@/core/vocabulary";
import { OUTLINE_PATH, regionsOf } from "../drawing/body-regions";

const REGIONS = { front: regionsOf("front"), back: regionsOf("back") };
const VIEWS: readonly View[] = ["back", "front"];

type Props = {
  /** Places that were offered in words: the picture begins on the side they are seen from. */
  offered: readonly string[];
  language: Language;
  onPlace: (place: Place) => void;
  onCannot: () => void;
};

const SLAB = "min-h-[64px] rounded-2xl border-2 border-neutral-500 bg-neutral-900 px-3 text-2xl active:bg-neutral-700";

const WHOLE = "-112 0 224 514";
const AROUND = 45;

/** The part of the body that the offered places lie in, large; the whole of it where none of them is seen. */
function partOf(view: View, offered: readonly string[]): string {
  const corners = REGIONS[view].filter(({ place }) => offered.includes(place)).flatMap(({ points }) => points);
  if (corners.length === 0) return WHOLE;
  const [top, bottom] = [Math.min(...corners.map(([, y]) => y)), Math.max(...corners.map(([, y]) => y))];
  const width = Math.max(...corners.map(([x]) => Math.abs(x))) + AROUND;
  return `${-width} ${top - AROUND} ${2 * width} ${bottom - top + 2 * AROUND}`;
}

/** The view in which most of some places are seen. */
const viewOf = (places: readonly string[]): View => {
  const seen = (view: View) => REGIONS[view].filter(({ place }) => places.includes(place)).length;
  return seen("front") > seen("back") ? "front" : "back";
};

/**
 * Their own body, to point at: the front as in a mirror, the back as if they
 * stood behind themselves, so that their right is on the right both times. What
 * is pointed at is said in words, and counts when they say yes to it.
 */
export function WherePicture({ offered, language, onPlace, onCannot }: Props) {
  const [view, setView] = useState<View>(() => viewOf(offered));
  const [chosen, setChosen] = useState<Place | null>(null);
  const [isWhole, setWhole] = useState(false);
  const part = isWhole ? WHOLE : partOf(view, offered);
  return (
    <div className="flex grow flex-col gap-3" data-where={view}>
      <div role="group" aria-label={patientText("tablet.asked.where", language)} className="grid grid-cols-2 gap-2">
        {VIEWS.map((one) => (
          <button
            key={one}
            type="button"
            aria-pressed={one === view}
            onClick={() => {
              setView(one);
              setChosen(null);
            }}
            className={`${SLAB} ${one === view ? "border-white! bg-neutral-700!" : ""}`}
          >
            {patientText(`tablet.views.${one}`, language)}
          </button>
        ))}
      </div>
      <div className="flex grow items-stretch justify-center gap-1">
        <span className="self-center text-lg [writing-mode:vertical-rl]">
          {patientText("tablet.sides.left", language)}
        </span>
        <svg viewBox={part} className="h-[46dvh] min-w-0 grow touch-manipulation" role="group" data-part={part}>
          <g transform={view === "front" ? "translate(0 4) scale(-1 1)" : "translate(0 4)"}>
            <path d={OUTLINE_PATH} fill="#1c1c1c" stroke="#a3a3a3" strokeWidth={1.5} />
            {REGIONS[view].map(({ place, path }) => (
              <path
                key={place}
                d={path}
                data-place={place}
                role="button"
                tabIndex={0}
                aria-pressed={place === chosen}
                aria-label={plainPlace(place, language)}
                onClick={() => setChosen(place)}
                onKeyDown={(event) => {
                  if (event.key !== "Enter" && event.key !== " ") return;
                  event.preventDefault();
                  setChosen(place);
                }}
                fill={place === chosen ? "#ffffff" : "transparent"}
                stroke="#737373"
                strokeWidth={place === chosen ? 2 : 0.8}
              />
            ))}
          </g>
        </svg>
        <span className="self-center text-lg [writing-mode:vertical-rl]">
          {patientText("tablet.sides.right", language)}
        </span>
      </div>
      {chosen === null ? (
        <div className="grid grid-cols-2 gap-2">
          <button type="button" className={SLAB} onClick={() => setWhole(!isWhole)} aria-pressed={isWhole}>
            {patientText("tablet.more-places", language)}
          </button>
          <button type="button" className={SLAB} onClick={onCannot}>
            {patientText("tablet.cannot-show", language)}
          </button>
        </div>
      ) : (
        <>
          <p role="status" className="text-center text-3xl font-semibold">
            {plainPlace(chosen, language)}
          </p>
          <div className="grid grid-cols-2 gap-2">
            <button type="button" className={SLAB} onClick={() => setChosen(null)}>
              {patientText("tablet.not-here", language)}
            </button>
            <button type="button" className={`${SLAB} font-semibold`} onClick={() => onPlace(chosen)}>
              {patientText("tablet.here", language)}
            </button>
          </div>
        </>
      )}
    </div>
  );
}
