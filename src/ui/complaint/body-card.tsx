"use client";

import { X } from "lucide-react";
import { useState } from "react";
import { CORD_INJURIES, TRANSFERS, type Visit } from "@/core/record";
import {
  LIMB_PART_IDS,
  LIMB_PARTS,
  LIMB_STATE_IDS,
  LIMB_STATES,
  type LimbNoted,
  type LimbPart,
  type LimbState,
  limbText,
  type Side,
  SIDES,
} from "@/core/vocabulary";
import { Button } from "../primitives/button";
import { Choice } from "../primitives/choice";
import { SideBadge } from "../primitives/side-badge";

type BodyProps = {
  visit: Visit;
  onLimbs: (limbs: LimbNoted[]) => void;
  onChair: (chair: NonNullable<Visit["chair"]> | null) => void;
  onCord: (cord: NonNullable<Visit["cord"]> | null) => void;
};

/** A part is chosen with its side, then how it is: two presses. */
function AddLimb({ onAdd }: { onAdd: (limb: LimbNoted) => void }) {
  const [chosen, choose] = useState<{ part: LimbPart; side: Side } | null>(null);
  return (
    <div className="flex flex-col gap-2">
      <span aria-hidden className="font-medium">
        A part of a limb that is not as usual
      </span>
      <div role="group" aria-label="A part of a limb that is not as usual" className="grid grid-cols-2 gap-1.5">
        {LIMB_PART_IDS.flatMap((part) =>
          SIDES.map((side) => (
            <Button
              key={`${part} ${side}`}
              aria-pressed={chosen?.part === part && chosen.side === side}
              onClick={() => choose({ part, side })}
              className="justify-start! gap-2"
            >
              <SideBadge side={side} size="sm" /> {LIMB_PARTS[part].label}
            </Button>
          )),
        )}
      </div>
      {chosen && (
        <div
          role="group"
          aria-label={`The ${chosen.side} ${LIMB_PARTS[chosen.part].label} is`}
          className="flex flex-wrap gap-1.5"
        >
          {LIMB_STATE_IDS.map((is: LimbState) => (
            <Button
              key={is}
              onClick={() => {
                onAdd({ ...chosen, is });
                choose(null);
              }}
            >
              {LIMB_STATES[is]}
            </Button>
          ))}
        </div>
      )}
    </div>
  );
}

/** Wheelchair, injured cord, parts of limbs that are not as usual: what is not there is not examined and not compared. */
export function BodyOfVisit({ visit, onLimbs, onChair, onCord }: BodyProps) {
  const limbs = (visit.limbs ?? []) as LimbNoted[];
  return (
    <div className="flex flex-col gap-4">
      <Choice
        label="In a wheelchair"
        value={visit.chair ?? "no"}
        options={[
          { value: "no", label: "no" },
          ...(Object.keys(TRANSFERS) as (keyof typeof TRANSFERS)[]).map((value) => ({
            value,
            label: TRANSFERS[value],
          })),
        ]}
        onChoose={(chair) => onChair(chair === "no" ? null : chair)}
      />
      <Choice
        label="An injury of the spinal cord"
        value={visit.cord ?? "none"}
        options={[
          { value: "none", label: "none" },
          ...(Object.keys(CORD_INJURIES) as (keyof typeof CORD_INJURIES)[]).map((value) => ({
            value,
            label: CORD_INJURIES[value],
          })),
        ]}
        onChoose={(cord) => onCord(cord === "none" ? null : cord)}
      />
      {limbs.length > 0 && (
        <ul className="flex flex-col gap-1.5" aria-label="Not as usual">
          {limbs.map((limb) => (
            <li
              key={`${limb.part} ${limb.side}`}
              className="flex items-center gap-2"
              data-limb={`${limb.part} ${limb.side}`}
            >
              <SideBadge side={limb.side} size="sm" />
              <span>{limbText(limb)}</span>
              <Button
                look="quiet"
                aria-label={`Take back: ${limbText(limb)}`}
                onClick={() => onLimbs(limbs.filter((other) => other !== limb))}
              >
                <X aria-hidden size={18} />
              </Button>
            </li>
          ))}
        </ul>
      )}
      <AddLimb
        onAdd={(limb) => onLimbs([...limbs.filter(({ part, side }) => part !== limb.part || side !== limb.side), limb])}
      />
    </div>
  );
}
