"use client";

import { type Place, PLACE_SIDES, placeLabel, SITE_IDS, type SiteId, SITES } from "@/core/vocabulary";
import { Button } from "../primitives/button";

type PlaceListProps = { chosen: readonly Place[]; onToggle: (place: Place) => void; sites?: readonly SiteId[] };

const COLUMN_NAMES = { right: "R", central: "mid", left: "L" } as const;
/** Right on the left, as when facing the person. */
const COLUMNS = [PLACE_SIDES[0], PLACE_SIDES[2], PLACE_SIDES[1]] as const;

/** Every site as a row of buttons: the chart's equal for fingers, keyboards and screen readers. */
export function PlaceList({ chosen, onToggle, sites = SITE_IDS }: PlaceListProps) {
  return (
    <ul className="flex flex-col gap-1">
      {sites.map((site) => (
        <li key={site} className="grid grid-cols-[1fr_repeat(3,3rem)] items-center gap-1">
          <span className="text-sm leading-tight">{SITES[site].label}</span>
          {COLUMNS.map((side) => {
            const place = `${site}.${side}` as Place;
            if (!(SITES[site].sides as readonly string[]).includes(side)) return <span key={side} />;
            const pressed = chosen.includes(place);
            return (
              <Button
                key={side}
                aria-pressed={pressed}
                aria-label={placeLabel(place)}
                onClick={() => onToggle(place)}
                className="px-1!"
              >
                {COLUMN_NAMES[side]}
              </Button>
            );
          })}
        </li>
      ))}
    </ul>
  );
}
